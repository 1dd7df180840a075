<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * What a player, section or page prefers where a written key can be spelled two ways.
 */
enum SpellingPreference: string
{
    case Plainest = 'plainest';
    case Sharps = 'sharps';
    case Flats = 'flats';
}
