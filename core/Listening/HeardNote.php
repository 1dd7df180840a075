<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * A note as it was heard.
 */
final readonly class HeardNote
{
    /**
     * @param float $onset  milliseconds
     * @param float $end    milliseconds
     * @param float $midi   half steps above C-1, with the cents behind the point
     * @param bool  $isSure whether its octave is
     * @param float $dip    decibels by which the level fell before it
     * @param float $hole   milliseconds of silence before it
     */
    public function __construct(
        public float $onset,
        public float $end,
        public float $midi,
        public bool $isSure = true,
        public float $dip = 0.0,
        public float $hole = 0.0,
    ) {
    }

    public function length(): float
    {
        return $this->end - $this->onset;
    }
}
