<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * Another fingering of a note, and what it would cost in this place.
 */
final readonly class Alternate
{
    /** @param float $costHere the best line with it, less the best line, and 0 where it would move less but does not belong; one is the effort of moving one finger */
    public function __construct(public Fingering $fingering, public float $costHere, public Reason $whyNot)
    {
    }
}
