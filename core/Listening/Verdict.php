<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * What became of a note.
 */
enum Verdict: string
{
    /** Flat or sharp by less than 70 cents it is the note. */
    case Right = 'right';
    case Wrong = 'wrong';
    case Missing = 'missing';
    /** The note in another octave. */
    case Octave = 'octave';
}
