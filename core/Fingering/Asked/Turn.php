<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * The same one of these notes before and after.
 */
final class Turn implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->before === $at->place->after && $at->isBefore($asked);
    }
}
