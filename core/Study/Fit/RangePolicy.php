<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

/**
 * What happens to a line that does not fit the instrument.
 */
enum RangePolicy: string
{
    /** Nothing is said: whole octaves, and what suits the pattern where not one octave fits. */
    case KeepWhole = 'keep whole';
    case WholeOctaves = 'whole octaves that fit';
    case Fold = 'fold';
    case Drop = 'same root and drop';
    case TurnRound = 'turn round';
    case LeaveOut = 'leave out';
}
