<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Reached by leap.
 */
final class ByLeap implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before && $at->isLeapFrom($at->place->before);
    }
}
