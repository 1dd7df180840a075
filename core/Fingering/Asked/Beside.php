<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * A neighbour is one of these notes.
 */
final class Beside implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->isBefore($asked) || $at->isAfter($asked);
    }
}
