<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\Chair;
use App\Band\Keeps;
use App\Band\Player;
use Doctrine\DBAL\Connection;
use SwiftReed\Packet\Chorale;

/**
 * Packets and chorales of the band.
 */
final class PacketsKeep implements Keeps
{
    public function __construct(
        private readonly PacketRepository $packets,
        private readonly BandChorales $chorales,
        private readonly Connection $database,
    ) {
    }

    public function hangingOn(Chair $chair): array
    {
        return [];
    }

    public function ofChair(Chair $chair): array
    {
        return [];
    }

    public function ofBand(): array
    {
        return [
            'packets' => array_map(self::packet(...), $this->packets->newestFirst()),
            'chorales' => array_map(
                static fn (Chorale $one): array => $one->toArray(),
                array_values($this->chorales->given()),
            ),
        ];
    }

    /** Pages with the name on them, and the lists from which they were made. */
    public function erase(Player $player): void
    {
        $band = ['band' => $player->getBand()?->getId()];
        $this->database->executeStatement('DELETE FROM made_file WHERE band_id = :band', $band);
        $this->database->executeStatement('DELETE FROM packet_run WHERE band_id = :band', $band);
    }

    /** @return array<string, mixed> */
    private static function packet(Packet $packet): array
    {
        $settings = array_diff_key($packet->settings()->toArray(), ['except' => 1]);

        return [
            'title' => $packet->getTitle(),
            'studies' => Packet::rows($packet->getStudies()),
            'edition' => $packet->getEdition(),
        ] + $settings;
    }
}
