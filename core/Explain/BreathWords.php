<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Phrasing\Places;
use SwiftReed\Study\Study;
use SwiftReed\Words\Saying;

/**
 * Where to breathe, and why there: "breathe here, before the arpeggio; take it out of the long note".
 */
final class BreathWords
{
    /** Null where note i is not followed by a breath. */
    public static function after(Study $study, int $i): ?Saying
    {
        $note = $study->notes[$i];
        if (!$note->breathAfter || !isset($study->notes[$i + 1])) {
            return null;
        }
        $where = match ($note->breath) {
            BreathPlace::Seam => 'seam',
            BreathPlace::Part => 'part',
            BreathPlace::Fold => 'fold',
            BreathPlace::Turn => 'turn',
            BreathPlace::Cell, BreathPlace::Division => 'groups',
            BreathPlace::Leap => 'leap',
            BreathPlace::BarLine => 'bar-line',
            BreathPlace::Together => 'together',
            default => null,
        };
        $breathe = null === $where
            ? Saying::of('breath.here')
            : Saying::of('breath.where', ['place' => Saying::of('breath.'.$where)]);

        return Places::isLong($note->length, $study->time())
            ? Saying::of('breath.long', ['breathe' => $breathe])
            : $breathe;
    }
}
