<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * One of these notes before and another after.
 */
final class Amid implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->before !== $at->place->after && $at->isBefore($asked) && $at->isAfter($asked);
    }
}
