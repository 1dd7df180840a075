<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * The note before is one of these.
 */
final class After implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->isBefore($asked);
    }
}
