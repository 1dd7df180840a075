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
     * @param bool        $goesBack   whether the change back stands in the line too
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
        public bool $goesBack = false,
    ) {
    }

    /** The same where the change back stands in the line too: both are one drill. */
    public function andBack(): self
    {
        return new self(
            $this->from,
            $this->to,
            $this->difficulty,
            $this->events,
            $this->before,
            $this->after,
            $this->noOtherWay,
            $this->isForced,
            $this->change,
            $this->slidesElsewhere,
            true,
        );
    }

    /** What a change and the change back have in common: the two notes with their fingerings. */
    public function pair(): string
    {
        [$one, $other] = explode(' ', $this->change);
        $ends = [$one.' '.$this->before->text, $other.' '.$this->after->text];
        sort($ends);

        return implode('|', $ends);
    }

    /** Index of a note to which something would slide if this change were clean; null where nothing is known of one. */
    public function elsewhere(): ?int
    {
        return null === $this->slidesElsewhere ? null : ($this->slidesElsewhere)();
    }
}
