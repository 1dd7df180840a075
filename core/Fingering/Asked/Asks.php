<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;

/**
 * One kind of thing that an occasion asks of a place: whether it holds there. A class for each.
 */
interface Asks
{
    /** @param Condition $asked the notes, touches or number that the chart says with it */
    public function holds(Condition $asked, At $at): bool;
}
