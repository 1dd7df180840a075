<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * A neighbour holds one of these touches in its usual fingering.
 */
final class BesideHeld implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->isBesideHeld($asked->touches);
    }
}
