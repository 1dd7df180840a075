<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * One of these notes stands somewhere in the line.
 */
final class LineHas implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->line->has($asked);
    }
}
