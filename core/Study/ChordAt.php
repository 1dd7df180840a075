<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Scale\Chord;

/**
 * A chord that holds from a place on, as the player reads it and as it sounds.
 */
final readonly class ChordAt
{
    /** @param int $onset ticks from the start */
    public function __construct(public int $onset, public Chord $written, public Chord $concert)
    {
    }
}
