<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * None of these notes stands anywhere in the line: a habit kept for the line.
 */
final class LineHasNo implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return !$at->line->has($asked);
    }
}
