<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * What was mixed up in written work.
 */
enum MistakeKind: string
{
    case LetterTwice = 'letter used twice';
    case LetterSkipped = 'letter skipped';
    case WrongStep = 'wrong step';
    case WrongName = 'wrong name';
    case WrongTouch = 'wrong touch';
    case SharpForFlat = 'sharp for flat';
    case OwnForConcert = 'own for concert';
}
