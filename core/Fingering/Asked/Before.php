<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * The note after is one of these.
 */
final class Before implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->isAfter($asked);
    }
}
