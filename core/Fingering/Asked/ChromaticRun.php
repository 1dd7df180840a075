<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Three or more notes by half steps in one direction.
 */
final class ChromaticRun implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->isInChromaticRun;
    }
}
