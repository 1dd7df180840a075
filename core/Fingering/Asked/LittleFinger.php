<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * A neighbour can be played with a key of a little finger.
 */
final class LittleFinger implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        foreach ($at->place->neighbours() as $midi) {
            if ($at->line->usesLittleFinger($midi)) {
                return true;
            }
        }

        return false;
    }
}
