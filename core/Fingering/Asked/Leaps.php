<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Both neighbours lie more than a step away.
 */
final class Leaps implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before
            && null !== $at->place->after
            && $at->isLeapFrom($at->place->before)
            && $at->isLeapFrom($at->place->after);
    }
}
