<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * Another fingering of a note, and what it would cost in this place.
 */
final readonly class Alternate
{
    /**
     * @param float $costHere the best line with it, less the best line,
     *  and 0 where it would move less but does not belong; one is the effort of moving one finger
     * @param \Closure(): Reason $reason   works out why it is not chosen
     */
    public function __construct(public Fingering $fingering, public float $costHere, private \Closure $reason)
    {
    }

    /** Why it is not chosen: worked out when it is asked for, since a page asks for none and a card for one note's. */
    public function whyNot(): Reason
    {
        return ($this->reason)();
    }
}
