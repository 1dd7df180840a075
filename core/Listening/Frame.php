<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * What the pitch tracker heard in one window of sound.
 */
final readonly class Frame
{
    /**
     * @param float $ms      middle of the window
     * @param float $hz      0 where it heard none
     * @param float $clarity 0 to 1: how sure the pitch is
     * @param float $level   decibels
     */
    public function __construct(public float $ms, public float $hz, public float $clarity, public float $level)
    {
    }
}
