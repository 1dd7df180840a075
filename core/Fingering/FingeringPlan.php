<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * One fingering for every note of a study, and the changes that are hard.
 */
final readonly class FingeringPlan
{
    /**
     * @param list<PlannedNote> $notes     as many as the study has
     * @param list<HardSpot>    $hardSpots in the order of the line
     * @param float             $total     difficulty of the whole line
     * @param list<HardSpot>    $widest    the widest changes that are not hard, at most two
     */
    public function __construct(
        public array $notes,
        public array $hardSpots,
        public float $total,
        public array $widest = [],
    ) {
    }

    /** The same where what is hard is the exercise itself. */
    public function withoutHardSpots(): self
    {
        return new self($this->notes, [], $this->total);
    }
}
