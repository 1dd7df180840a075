<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * Another fingering of a note, and what it would cost in this place.
 */
final readonly class Alternate
{
    public function __construct(public Fingering $fingering, public float $costHere, public string $whyNot)
    {
    }
}
