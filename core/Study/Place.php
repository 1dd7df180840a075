<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * Where on the instrument a line is asked to lie; the values are the phrases of the study line.
 *
 * Source: the handbook, chapter 3, "Range" (common practice).
 */
enum Place: string
{
    /** Nothing is said: the lowest octave that lies well. */
    case Usual = '';
    case FromLow = 'from low';
    case FromMiddle = 'from middle';
    /** For a whole band: each player's lowest and highest tonic from which the line fits the stage. */
    case LowOctave = 'low octave';
    case HighOctave = 'high octave';
    /** For a whole band: twelve half steps from each player's own usual place. */
    case OctaveHigher = 'octave higher';
    case OctaveLower = 'octave lower';
    /** From a written note, and between two of them. */
    case FromPitch = 'from pitch';
    case Segment = 'segment';
}
