<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

enum ReasonKind
{
    case Avoids;
    case Occasion;
    case Pinned;
    case Tendency;
    case MoreMoves;
    case OtherPurpose;
    case AsGood;
    case OnlyPinned;
    case OutOfTune;
    case UsualKept;
    case Stays;
    case Alike;
    /** Two fingers take turns: told once, at the first note that is not usual. */
    case Pattern;
    case PatternGoesOn;
}
