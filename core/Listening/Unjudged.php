<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * Why a take cannot be judged.
 */
enum Unjudged: string
{
    case Silence = 'silence';
    case Noise = 'noise';
    case AnotherLine = 'another line';
    case TooShort = 'too short';
}
