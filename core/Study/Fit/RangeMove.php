<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

/**
 * From note "at" on, the line lies so many octaves from its plain form; 0 is the way back.
 */
final readonly class RangeMove
{
    public function __construct(public int $at, public int $octaves)
    {
    }
}
