<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Shared\Words;
use SwiftReed\Packet\BandPlayer;

/**
 * Begins to make a packet as it stands now, for the players who are in the band now.
 */
final class PacketStart
{
    public function __construct(
        private readonly BandPlayers $players,
        private readonly Runs $runs,
        private readonly OpenBand $open,
        private readonly Words $words,
        private readonly BandChorales $chorales,
    ) {
    }

    /** @throws PacketError when there is nothing to be made */
    public function begin(Packet $packet): void
    {
        $settings = $packet->settings();
        $band = $this->open->required();
        $this->runs->start($packet->getId(), $band->getId(), new PacketPlan(
            $packet->getTitle(),
            array_map(
                static fn (BandPlayer $one): BandPlayer => $one->printed(
                    '' === $settings->style ? $one->style : $settings->style,
                    $settings->copies,
                ),
                array_values($this->players->all($settings->except)),
            ),
            Packet::rows($packet->getStudies()),
            $band->getName(),
            $settings->words,
            $settings->date,
            $settings->editions,
            $settings->fingered,
            $settings->worksheets,
            $settings->flats,
            $settings->sharps,
            $settings->names,
            $settings->paper,
            $settings->sides,
            $settings->forCopier,
            $this->words->say('packet.edition', ['%number%' => $packet->getEdition()]),
            chorales: $this->chorales->given(),
            before: $settings->before,
            hasCorners: $settings->corners && 'players' === $settings->editions,
            breathesTogether: $band->usual()->breathesTogether,
            noteNames: $band->usual()->noteNames,
        ));
    }
}
