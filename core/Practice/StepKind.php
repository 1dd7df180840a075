<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * What is done in a step of learning a line.
 */
enum StepKind: string
{
    case Signature = 'signature';
    case FirstNote = 'first note';
    case Rhythm = 'rhythm';
    case Names = 'names';
    case HardChange = 'hard change';
    case BuildUp = 'build-up';
    case Up = 'up';
    case Down = 'down';
    case Both = 'both';
    case Arpeggio = 'arpeggio';
    case Whole = 'whole';
    case Slow = 'slow';
    case Ladder = 'ladder';
}
