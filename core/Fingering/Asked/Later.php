<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Not for first-year players.
 */
final class Later implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return !$at->line->isFirstYear;
    }
}
