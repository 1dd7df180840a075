<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Study\StudyNote;

/**
 * One note of the line with the fingerings that may be chosen for it, what each costs by itself, and how much the
 * change into it counts.
 */
final readonly class Place
{
    /**
     * @param non-empty-list<Fingering> $candidates the usual one of this place first
     * @param non-empty-list<float>     $own        of each candidate
     * @param list<Occasion|null>       $occasions  on which each candidate may be chosen; null for the default
     * @param non-empty-list<Fingering> $all        every fingering of the note, the chart's default first
     * @param float                     $weight     by which moves into this note count
     * @param float $speed of the change into it, in notes a second; 0 where nothing is timed
     * @param bool $isFresh whether there is time before it: it is the first, or a breath or a rest comes before it
     * @param bool                      $isPinned   whether its fingering is settled from outside
     * @param string                    $likeness   what it shares with the places that must be fingered like it
     */
    public function __construct(
        public StudyNote $note,
        public Surroundings $surroundings,
        public array $candidates,
        public array $own,
        public array $occasions,
        public array $all,
        public float $weight,
        public float $speed,
        public bool $isFresh,
        public bool $isPinned,
        public string $likeness,
    ) {
    }

    public function indexOf(Fingering $fingering): ?int
    {
        $index = array_search($fingering, $this->candidates, true);

        return false === $index ? null : $index;
    }
}
