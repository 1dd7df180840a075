<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * One key of a study in several: its own line, and how it is reached from the key before.
 */
final readonly class KeyStep
{
    /**
     * @param int $halfSteps  from the tonic before to this one in the order's own direction, -11 to 11; 0 for the first
     * @param bool $movesOn whether the roots move on from key to key even where no place is said,
     *  as in a chromatic order
     */
    public function __construct(public StudyLine $line, public int $halfSteps, public bool $movesOn)
    {
    }
}
