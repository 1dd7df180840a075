<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Words\Saying;

/**
 * What is said of one note, for card, talk, Stand, print and speech alike; each a value that the catalogue words.
 *
 * Source: the handbook, chapter 4, "The voice: one text for a note".
 */
final readonly class Voice
{
    /**
     * @param Saying      $whole     the fingering
     * @param Saying|null $changed   what moved since the note before; null on the first note
     * @param Saying|null $ready     what goes down without need
     * @param Saying|null $otherName where line or twin key have it
     * @param Saying|null $like      the nearest known note by fingers
     * @param Saying|null $why       of a choice, or of the usual fingering where a player could choose
     * @param bool        $isChoice  whether another fingering than the usual one is taken
     * @param Saying|null $tuning    with cents and millimetres
     * @param Saying|null $tuningTold the same without numbers
     * @param Saying|null $better    another fingering that lies better in tune
     * @param Saying|null $watch     one thing
     * @param Saying|null $others    what the school next door does
     */
    public function __construct(
        public Saying $whole,
        public ?Saying $changed,
        public ?Saying $ready,
        public ?Saying $otherName,
        public ?Saying $like,
        public ?Saying $why,
        public bool $isChoice,
        public ?Saying $tuning,
        public ?Saying $tuningTold,
        public ?Saying $better,
        public ?Saying $breath,
        public ?Saying $watch,
        public ?Saying $others,
    ) {
    }
}
