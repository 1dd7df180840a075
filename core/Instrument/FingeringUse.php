<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a fingering is for.
 */
enum FingeringUse: string
{
    case Default = 'default';
    case Alternate = 'alternate';
    /** When the default does not speak for this player: never chosen, only pinned. */
    case Fallback = 'fallback';
    case Trill = 'trill only';
    /** Never chosen, only pinned. */
    case LastResort = 'last resort';

    /** Whether a plan may take it of its own accord where its occasion holds. */
    public function mayBeChosen(): bool
    {
        return self::Fallback !== $this && self::LastResort !== $this;
    }
}
