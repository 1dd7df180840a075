<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * One note as a step plays it.
 */
final readonly class StepNote
{
    /**
     * @param int $note   its place in the whole line, counted from 0; the fingering is the one that it has there
     * @param int $onset  ticks from the beginning of the step
     * @param int $length ticks
     */
    public function __construct(public int $note, public int $onset, public int $length)
    {
    }
}
