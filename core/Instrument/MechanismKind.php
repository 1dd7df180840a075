<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a player moves to change the note.
 */
enum MechanismKind: string
{
    case Keywork = 'keywork';
    case Valves = 'valves';
    case Slide = 'slide';
    /** Nothing that is fingered: bars, a keyboard. */
    case None = 'none';

    /** Whether fingerings are worked out from the length of a tube. */
    public function isTube(): bool
    {
        return self::Valves === $this || self::Slide === $this;
    }
}
