<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * A change that is likely to go wrong.
 */
final readonly class HardSpot
{
    /**
     * @param int         $from       index of the note before the change
     * @param float       $difficulty one is about the effort of moving one finger
     * @param list<Event> $events     what makes it hard, the weightiest first
     * @param bool        $noOtherWay whether no choice of fingerings avoids the weightiest
     * @param bool        $isForced   whether a pin makes it hard
     * @param (\Closure(): ?int)|null $slidesElsewhere where something would slide if this change were clean
     * @param string      $change     the two written notes, "A4 B4": the same change may come again
     */
    public function __construct(
        public int $from,
        public int $to,
        public float $difficulty,
        public array $events,
        public Fingering $before,
        public Fingering $after,
        public bool $noOtherWay,
        public bool $isForced,
        public string $change,
        private ?\Closure $slidesElsewhere = null,
    ) {
    }

    /** Index of a note to which something would slide if this change were clean; null where nothing is known of one. */
    public function elsewhere(): ?int
    {
        return null === $this->slidesElsewhere ? null : ($this->slidesElsewhere)();
    }
}
