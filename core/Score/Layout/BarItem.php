<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Time\Tuplet;

/**
 * One printed note or rest: a study note, or the part of one between two bar lines.
 */
final readonly class BarItem
{
    /**
     * @param int|null $note     index of the study note; none for a rest
     * @param int    $onset      ticks from the first bar line (of the pick-up, as if its bar were whole)
     * @param int    $length     ticks
     * @param Tuplet|null $tuplet   in which it stands, counted from the first bar line
     * @param Accidental|null $accidental sign to print
     * @param list<Accidental|null> $graces sign of each grace note before it
     * @param list<string> $beams "begin", "continue", "end", "forward hook" or "backward hook" for each beam,
     *  the eighth's first
     */
    public function __construct(
        public ?int $note,
        public int $onset,
        public int $length,
        public bool $tiedFrom,
        public bool $tiedTo,
        public ?Tuplet $tuplet,
        public ?TupletEdge $tupletEdge,
        public ?Accidental $accidental = null,
        public array $beams = [],
        public array $graces = [],
    ) {
    }

    /** Index of the study note that begins here; none for a rest, and none where a note only goes on. */
    public function begins(): ?int
    {
        return $this->tiedFrom ? null : $this->note;
    }

    public function isRest(): bool
    {
        return null === $this->note;
    }

    /**
     * @param list<string>|null          $beams
     * @param list<Accidental|null>|null $graces
     */
    public function with(?Accidental $accidental = null, ?array $beams = null, ?array $graces = null): self
    {
        return new self(
            $this->note,
            $this->onset,
            $this->length,
            $this->tiedFrom,
            $this->tiedTo,
            $this->tuplet,
            $this->tupletEdge,
            $accidental ?? $this->accidental,
            $beams ?? $this->beams,
            $graces ?? $this->graces,
        );
    }

    /** The written value in ticks: three triplet eighths fill the time of two. */
    public function writtenTicks(): int
    {
        return $this->tuplet?->written($this->length) ?? $this->length;
    }
}
