<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Slurred into.
 */
final class Slurred implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->isSlurred;
    }
}
