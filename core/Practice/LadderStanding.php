<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * What comes next on a ladder.
 */
enum LadderStanding: string
{
    case Climbing = 'climbing';
    case Done = 'done';
    case HardChange = 'to the hard change';
}
