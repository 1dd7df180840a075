<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Two notes back and forth, fast: what stays down and what moves.
 */
final readonly class Trill
{
    /**
     * @param Pitch        $low    written
     * @param list<string> $hold   touches that are down on both notes
     * @param list<string> $move   touches that move, of one hand and in one direction; nothing where the lip trills
     * @param string|null  $hand   "left" or "right"; null where the lip trills
     * @param float|null   $cents  how far the upper note is off, positive is sharp; null where that is not known
     * @param float        $effort what moves, as the planner counts it: one finger is one; less is better
     */
    private function __construct(
        public Pitch $low,
        public Pitch $high,
        public Fingering $below,
        public Fingering $above,
        public array $hold,
        public array $move,
        public ?string $hand,
        public ?float $cents,
        public float $effort,
    ) {
    }

    /** @param list<string> $move */
    public static function between(
        Pitch $low,
        Fingering $below,
        Pitch $high,
        Fingering $above,
        array $move,
        ?string $hand,
        float $effort,
    ): self {
        return new self(
            $low,
            $high,
            $below,
            $above,
            array_values(array_intersect($below->touches, $above->touches)),
            $move,
            $hand,
            $above->isDerived() ? round($above->centsAsPlayed(), 1) : null,
            $effort,
        );
    }

    /** Whether the note with the moving touches down is the lower one: then they come up for the upper note. */
    public function comesUp(): bool
    {
        return [] !== array_diff($this->below->touches, $this->above->touches);
    }
}
