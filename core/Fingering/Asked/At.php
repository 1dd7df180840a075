<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Fingering\Surroundings;
use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\Fingering;

/**
 * A place of a line in which a fingering may stand instead of the usual one.
 */
final readonly class At
{
    /** Half steps of a step; what is wider is a leap. */
    private const STEP = 2;

    public function __construct(
        public LineFacts $line,
        public Surroundings $place,
        private Fingering $usual,
        private Fingering $fingering,
    ) {
    }

    /** Whether the note before is one of those named. */
    public function isBefore(Condition $asked): bool
    {
        return null !== $this->place->before && $asked->names($this->place->before);
    }

    /** Whether the note after is one of those named. */
    public function isAfter(Condition $asked): bool
    {
        return null !== $this->place->after && $asked->names($this->place->after);
    }

    /** @param int $midi written MIDI number of a neighbour */
    public function isLeapFrom(int $midi): bool
    {
        return abs($this->place->midi - $midi) > self::STEP;
    }

    /** @param list<string> $touches of which a neighbour's usual fingering holds one */
    public function isBesideHeld(array $touches): bool
    {
        foreach ($this->place->neighbours() as $midi) {
            if ($this->line->usuallyHolds($midi, $touches, false)) {
                return true;
            }
        }

        return false;
    }

    /** @param \Closure(float, float): bool $saves positions to a neighbour with the usual fingering, with this one */
    public function savesAThrow(\Closure $saves): bool
    {
        foreach ($this->place->neighbours() as $midi) {
            $there = $this->line->usual($midi)?->onSlide()->out;
            if (
                null !== $there
                && $saves(abs($this->usual->onSlide()->out - $there), abs($this->fingering->onSlide()->out - $there))
            ) {
                return true;
            }
        }

        return false;
    }
}
