<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * A throw to a neighbour becomes shorter by so many positions.
 */
final class Spares implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->savesAThrow(static fn (float $was, float $is): bool => $was - $is >= $asked->number - 1e-6);
    }
}
