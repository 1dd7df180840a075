<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Band\Trash;
use App\Shared\Words;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Packets are begun, changed, made and put away.
 */
final class MakePackets
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PacketStart $start,
        private readonly Runs $runs,
        private readonly OpenBand $open,
        private readonly Trash $trash,
        private readonly DailySheet $daily,
        private readonly Words $words,
    ) {
    }

    /**
     * A packet; one that has something in it is made at once. What is missing is said on its page.
     *
     * @param string       $title nothing for one with the day in it
     * @param list<string> $rows  studies, as PacketRows keeps them
     */
    public function begin(string $title, array $rows, PacketSettings $settings): Packet
    {
        $usual = $this->words->say('packet.new_title', ['%date%' => (new \DateTimeImmutable())->format('j F')]);
        $packet = new Packet('' === $title ? $usual : $title, implode("\n", $rows), $settings->toArray());
        $this->entities->persist($packet);
        $this->entities->flush();
        try {
            if ([] !== $rows) {
                $this->start->begin($packet);
            }
        } catch (PacketError) {
            // What is missing is said on the page of the packet.
        }

        return $packet;
    }

    /** The sheet of the day, with the notes that are new in this key named on every page. */
    public function ofToday(): Packet
    {
        $today = $this->daily->today();
        $settings = new PacketSettings(
            date: (new \DateTimeImmutable())->format('j F'),
            paper: $this->open->usual()->paper,
            before: $this->daily->rows($today['template'], $this->daily->further($today['tonic'], -1)),
        );
        $rows = PacketRows::kept($this->daily->rows($today['template'], $today['tonic']), [], 0);

        return $this->begin($this->words->say('daily.title', ['%key%' => $today['tonic']->sign()]), $rows, $settings);
    }

    /** @param list<string> $rows studies, as PacketRows keeps them */
    public function change(Packet $packet, string $title, array $rows, PacketSettings $settings): void
    {
        $packet->change($title, implode("\n", $rows), $settings);
        $this->entities->flush();
    }

    /** @throws PacketError when there is nothing to be made */
    public function make(Packet $packet): void
    {
        $this->start->begin($packet);
    }

    /** Whatever of it is being made just now is left unmade. */
    public function stop(Packet $packet): void
    {
        $run = $this->runs->last($packet->getId(), $this->open->id());
        if (null !== $run) {
            $this->runs->stop($run['id']);
        }
    }

    /** @return string an id by which it can be brought back */
    public function remove(Packet $packet): string
    {
        $this->stop($packet);

        return $this->trash->remove($packet, $packet->getTitle());
    }
}
