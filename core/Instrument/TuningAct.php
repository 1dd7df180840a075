<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a brass player does for a note that lies off: only what this instrument has and this player moves.
 *
 * Source: the handbook, chapter 4, "Tuning is part of the fingering".
 */
enum TuningAct: string
{
    case ThirdSlide = 'third slide';
    case FirstSlide = 'first slide';
    /** The main slide on a trigger. */
    case Kicker = 'kicker';
    case Hand = 'hand';
    case PositionIn = 'position in';
    case PositionOut = 'position out';
    case Alternate = 'alternate';
    case Lip = 'lip';

    /** Whether a slide is drawn, so that it has a length in millimetres. */
    public function isDrawn(): bool
    {
        return \in_array($this, [self::ThirdSlide, self::FirstSlide, self::Kicker], true);
    }
}
