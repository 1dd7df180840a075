<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * What went wrong with one note while somebody played.
 */
enum PressKind: string
{
    case Wrong = 'wrong';
    case Cracked = 'cracked';
    case OutOfTune = 'out of tune';
}
