<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a fingering is for.
 */
enum UseOf: string
{
    case Default = 'default';
    case Alternate = 'alternate';
    /** When the default does not speak for this player. */
    case Fallback = 'fallback';
    case Trill = 'trill only';
    case LastResort = 'last resort';

    /** What it costs to use such a fingering where nothing else is said; one is about the effort of moving one finger. */
    public function cost(): float
    {
        return match ($this) {
            self::Default => 0.0,
            self::Alternate => 1.0,
            self::Fallback => 3.0,
            self::Trill => 7.0,
            self::LastResort => 9.0,
        };
    }
}
