<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * What happens to a line that does not fit the instrument.
 */
enum RangePolicy: string
{
    /** Nothing is said: whole octaves, and a fold where not one octave fits. */
    case KeepWhole = 'keep whole';
    case WholeOctaves = 'whole octaves that fit';
    case Fold = 'fold';
}
