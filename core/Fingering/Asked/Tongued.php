<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Tongued.
 */
final class Tongued implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return !$at->place->isSlurred;
    }
}
