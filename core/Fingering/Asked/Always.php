<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * What says when a fingering is taken, and not where: it holds everywhere.
 */
final class Always implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return true;
    }
}
