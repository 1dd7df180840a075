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
}
