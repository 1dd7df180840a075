<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Where a note head lies in its system: its left edge and its middle line, in units.
 */
final readonly class NoteHead
{
    /** Half the width of a note head. */
    private const HALF = 106.0;

    public function __construct(public float $left, public float $y)
    {
    }

    public function middle(): float
    {
        return $this->left + self::HALF;
    }
}
