<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Reached by step.
 */
final class ByStep implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before && !$at->isLeapFrom($at->place->before);
    }
}
