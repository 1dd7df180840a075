<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * So many notes a second: the faster of the changes into and out of the note.
 */
final class Speed implements Asks
{
    public function holds(Condition $asked, At $at): bool
    {
        return $at->place->speed >= $asked->number - 1e-6;
    }
}
