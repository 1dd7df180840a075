<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Notes on both sides: what they hold in their chosen fingerings, the path asks.
 */
final class Between implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before && null !== $at->place->after;
    }
}
