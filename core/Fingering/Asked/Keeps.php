<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * Both neighbours hold these touches in their usual fingerings.
 */
final class Keeps implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return null !== $at->place->before
            && null !== $at->place->after
            && $at->line->usuallyHolds($at->place->before, $asked->touches, true)
            && $at->line->usuallyHolds($at->place->after, $asked->touches, true);
    }
}
