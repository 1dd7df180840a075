<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

/**
 * One printed note or rest: a study note, or the part of one between two bar lines.
 */
final readonly class BarItem
{
    /**
     * @param int    $note       index of the study note; -1 for a rest
     * @param int    $onset      ticks from the first bar line (of the pick-up, as if its bar were whole)
     * @param int    $length     ticks
     * @param string $accidental sign to print: "#", "b", "##", "bb", "natural", or nothing
     * @param list<string> $beams "begin", "continue", "end", "forward hook" or "backward hook" for each beam, the eighth's first
     */
    public function __construct(
        public int $note,
        public int $onset,
        public int $length,
        public bool $tiedFrom,
        public bool $tiedTo,
        public bool $isTriplet,
        public string $tupletEdge,
        public string $accidental,
        public array $beams,
    ) {
    }

    public function isRest(): bool
    {
        return $this->note < 0;
    }

    /** The written value in ticks: three triplet eighths fill the time of two. */
    public function writtenTicks(): int
    {
        return $this->isTriplet ? intdiv($this->length * 3, 2) : $this->length;
    }
}
