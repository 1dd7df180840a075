<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Phrasing\Places;
use SwiftReed\Study\Study;

/**
 * Where to breathe, and why there: "Breathe here, before the arpeggio; take it out of the long note.".
 */
final class BreathWords
{
    /** Nothing where note i is not followed by a breath. */
    public static function after(Study $study, int $i): string
    {
        $note = $study->notes[$i];
        $next = $study->notes[$i + 1] ?? null;
        if (!$note->breathAfter || null === $next) {
            return '';
        }
        $where = match ($note->breath) {
            BreathPlace::Seam => 'where the pair starts again',
            BreathPlace::Part => 'before the arpeggio',
            BreathPlace::Fold => 'before the leap up an octave',
            BreathPlace::Turn => 'where the line turns',
            BreathPlace::Cell, BreathPlace::Division => 'between the groups',
            BreathPlace::Leap => 'before the leap up',
            BreathPlace::BarLine => 'at the bar line',
            BreathPlace::Together => 'with the others',
            default => '',
        };
        $isLong = Places::isLong($note->length, $study->time());

        return 'Breathe here'.('' === $where ? '' : ', '.$where).($isLong ? '; take it out of the long note.' : '.');
    }
}
