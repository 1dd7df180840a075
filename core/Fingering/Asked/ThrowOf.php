<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * With the usual position a throw of so many positions to a neighbour; with this one less. That both stay shorter, the
 * path asks.
 */
final class ThrowOf implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->savesAThrow(
            static fn (float $was, float $is): bool => $was >= $asked->number - 1e-6 && $is < $asked->number - 1e-6,
        );
    }
}
