<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * The note before lies from this note to that.
 */
final class FromWithin implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before
            && [] !== $asked->notes
            && $at->place->before >= min($asked->notes)
            && $at->place->before <= max($asked->notes);
    }
}
