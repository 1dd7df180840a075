<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

enum MaterialKind: string
{
    case Scale = 'scale';
    /** Chord tones with the octave. */
    case Arpeggio = 'arpeggio';
    /** Chord tones without the top octave. */
    case Triad = 'triad';
}
