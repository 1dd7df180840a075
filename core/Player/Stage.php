<?php

declare(strict_types=1);

namespace SwiftReed\Player;

/**
 * How far a player has come; it decides the range that is used.
 */
enum Stage: string
{
    case First = 'first';
    case Developing = 'developing';
    case Full = 'full';

    public function spoken(): string
    {
        return match ($this) {
            self::First => 'first year',
            self::Developing => 'developing',
            self::Full => 'full range',
        };
    }
}
