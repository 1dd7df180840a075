<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Packet\BandPlayer;

/**
 * One file of a packet, to be made.
 */
final readonly class Piece
{
    /**
     * @param int              $number from 0, in the order in which pieces are made
     * @param string           $name   for people: "Ada, Flute", "Full score"
     * @param string           $file   path in the folder or the archive, "parts/01-ada-flute.pdf"
     * @param list<BandPlayer> $for    whoever it hangs on; one whose pages they are, or everybody
     * @param string           $edition name of an edition that several share; nothing for a player's own
     * @param string           $key    the same for the same content
     */
    public function __construct(
        public int $number,
        public PieceKind $kind,
        public string $name,
        public string $file,
        public array $for,
        public string $edition,
        public string $key,
    ) {
    }
}
