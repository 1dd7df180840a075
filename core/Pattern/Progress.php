<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * How the root of the cell moves.
 */
enum Progress: string
{
    case Steps = 'by steps';
    case Thirds = 'by thirds';
    case Fourths = 'by fourths';
    case HalfSteps = 'by half steps';
    case RoundFifths = 'round the fifths';
    case RoundFourths = 'round the fourths';
    /** The cell is the line itself, one note longer each time. */
    case BuildingUp = 'building up';
    /** The same from the other end: runs that end on the note they began with. */
    case BuildingDown = 'building down';
    /** Degrees that are listed. */
    case Listed = 'on';

    /** Steps of the scale from one root to the next, where the scale is walked. */
    public function steps(): int
    {
        return match ($this) {
            self::Thirds => 2, self::Fourths => 3, default => 1,
        };
    }
}
