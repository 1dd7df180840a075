<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * What can make a change hard. The value is the flag that the JSON shows at the note.
 */
enum EventKind: string
{
    case LittleFingerTwice = 'little finger slides';
    case FingerSlides = 'finger slides';
    case FingerRolls = 'finger rolls';
    case HalfHole = 'half hole';
    case OverTheBreak = 'over the break';
    case BothWays = 'both ways in one hand';
    case ManyFingers = 'many fingers';
    case ThumbAndIndex = 'thumb and index';
    case LongThrow = 'long slide';
    case Crossing = 'crossing';
    case ManyValves = 'many valves';
    case PartialAndValves = 'partial and valves';
    case ThumbSide = 'thumb side';
    case WideLeap = 'wide leap';
    case TurnsTwice = 'turns twice';
    case TriggerAndSlide = 'trigger and slide';
    case AgainstTheSlide = 'lip against slide';
    case FirstAgainstSecond = 'first against second';
}
