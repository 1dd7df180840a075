<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * The tempo at which a line is begun, whose change decides it, and why.
 */
final readonly class FirstTempo
{
    /**
     * @param int    $bpm     beats a minute
     * @param string $unit    the beat as a fraction of a whole note, "1/4"
     * @param string $player  whose change decides; nothing where none does
     * @param string $because a sentence
     * @param int    $at      the note to which the change goes, in that part; 0 where none decides
     */
    public function __construct(
        public int $bpm,
        public string $unit,
        public string $player,
        public string $because,
        public int $at = 0,
    ) {
    }
}
