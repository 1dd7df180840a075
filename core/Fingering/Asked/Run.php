<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Three or more notes by steps in one direction.
 */
final class Run implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->isInRun;
    }
}
