<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Neither the first nor the last note of the line, nor a long one.
 */
final class Within implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return !$at->place->isSet;
    }
}
