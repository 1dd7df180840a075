<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * At least X Y X Y, with one of these notes where some are named, and this note amid them.
 */
final class Alternation implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        foreach ($at->place->alternates as $other) {
            if (([] === $asked->notes || $asked->names($other)) && $at->place->isAmid($other)) {
                return true;
            }
        }

        return false;
    }
}
