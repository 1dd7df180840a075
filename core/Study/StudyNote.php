<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Expression;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Tuplet;

/**
 * One note of a finished study, begun as the line asks; what an instrument makes of that stands in its part.
 */
final readonly class StudyNote
{
    public bool $breathAfter;

    /**
     * @param int    $onset    ticks from the start
     * @param int    $length   ticks
     * @param int    $bar      counted from 1; 0 is the pick-up
     * @param list<Tuplet> $tuplets those that it touches, told from its onset
     * @param BreathPlace|null $breath why the player breathes after it; null where he does not
     * @param Accidental|null $reminder the sign a reminder would show beside this note
     */
    public function __construct(
        public Tone $tone,
        public Pitch $sounding,
        public int $onset,
        public int $length,
        public int $bar,
        public Attack $attack,
        public Slur $slur,
        public ?BreathPlace $breath,
        public array $tuplets,
        public ?Accidental $reminder,
        public Expression $expression,
    ) {
        $this->breathAfter = null !== $breath;
    }

    public function pitch(): Pitch
    {
        return $this->tone->pitch;
    }

    /** The tuplet in which it begins; null for none. */
    public function tuplet(): ?Tuplet
    {
        foreach ($this->tuplets as $one) {
            if ($one->from <= 0 && $one->end() > 0) {
                return $one;
            }
        }

        return null;
    }

    /** The same note with another pitch before the reader; reminders belong to the one he had. */
    public function read(Pitch $pitch): self
    {
        return new self(
            $this->tone->read($pitch),
            $this->sounding,
            $this->onset,
            $this->length,
            $this->bar,
            $this->attack,
            $this->slur,
            $this->breath,
            $this->tuplets,
            null,
            $this->expression,
        );
    }

    /** The same note with what is named; at another place in time its bar is left as it was. */
    public function with(?int $onset = null): self
    {
        return new self(
            $this->tone,
            $this->sounding,
            $onset ?? $this->onset,
            $this->length,
            $this->bar,
            $this->attack,
            $this->slur,
            $this->breath,
            $this->tuplets,
            $this->reminder,
            $this->expression,
        );
    }
}
