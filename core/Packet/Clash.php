<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Wording;

/**
 * Two voices that sound a half step apart on a beat.
 */
final readonly class Clash
{
    /**
     * @param int    $bar   from 1; 0 is the pick-up
     * @param int    $beat  from 1
     * @param string $one   who plays the first of the two notes, the higher in the score
     * @param string $other who plays the second
     */
    public function __construct(
        public int $bar,
        public int $beat,
        public string $one,
        public Pitch $first,
        public string $other,
        public Pitch $second,
    ) {
    }

    /** "bar 3, beat 2: E against F (Flute and Tuba)" */
    public function says(): string
    {
        return Wording::of('clash.says', [
            'bar' => $this->bar,
            'beat' => $this->beat,
            'first' => $this->first->name()->sign(),
            'second' => $this->second->name()->sign(),
            'one' => $this->one,
            'other' => $this->other,
        ]);
    }
}
