<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;

/**
 * One note of a finished study.
 */
final readonly class StudyNote
{
    /**
     * @param int    $onset    ticks from the start
     * @param int    $length   ticks
     * @param int    $bar      counted from 1; 0 is the pick-up
     * @param string $tuplet   "3:2" inside a triplet, else nothing
     * @param bool   $isSeparated whether it is tongued beside soft ones and therefore set apart a little more
     * @param string $reminder the sign a reminder would show beside this note: "#", "b", "##", "bb", "natural", or nothing
     */
    public function __construct(
        public Tone $tone,
        public Pitch $sounding,
        public int $onset,
        public int $length,
        public int $bar,
        public Attack $attack,
        public Slur $slur,
        public bool $breathAfter,
        public string $tuplet,
        public string $reminder,
        public bool $isSeparated = false,
    ) {
    }

    public function pitch(): Pitch
    {
        return $this->tone->pitch;
    }

    /** The same note with what is named; at another place in time its bar is left as it was. */
    public function with(?int $onset = null, ?Attack $attack = null, ?bool $isSeparated = null): self
    {
        return new self($this->tone, $this->sounding, $onset ?? $this->onset, $this->length, $this->bar, $attack ?? $this->attack, $this->slur, $this->breathAfter, $this->tuplet, $this->reminder, $isSeparated ?? $this->isSeparated);
    }
}
