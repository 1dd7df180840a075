<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Study;

/**
 * The note before or after another, as it is fingered.
 */
final readonly class Neighbour
{
    private function __construct(public Pitch $pitch, public Fingering $fingering)
    {
    }

    /** Null beyond the ends of the line. */
    public static function at(Study $study, FingeringPlan $plan, int $i): ?self
    {
        $note = $study->notes[$i] ?? null;
        $planned = $plan->notes[$i] ?? null;

        return null === $note || null === $planned ? null : new self($note->pitch(), $planned->fingering);
    }
}
