<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Study\Study;

/**
 * Where to breathe, and why there: "Breathe here, before the arpeggio; take it out of the long note.".
 */
final class BreathWords
{
    /** Beats from which a note is long enough to give up part of its time. */
    private const LONG_BEATS = 2;
    /** Half steps from which a leap up asks for air: a sixth. */
    private const SIXTH = 8;

    /** Nothing where note i is not followed by a breath. */
    public static function after(Study $study, int $i): string
    {
        $note = $study->notes[$i];
        $next = $study->notes[$i + 1] ?? null;
        if (!$note->breathAfter || null === $next) {
            return '';
        }
        [$tone, $following] = [$note->tone, $next->tone];
        $where = match (true) {
            $tone->isSeam => 'where the pair starts again',
            $following->inSequel && !$tone->inSequel => 'before the arpeggio',
            $following->octaves > $tone->octaves => 'before the leap up an octave',
            $tone->isTurn && $i > 0 => 'where the line turns',
            null !== $tone->cell && $tone->cell !== $following->cell => 'between the groups',
            $next->pitch()->midi() - $note->pitch()->midi() >= self::SIXTH => 'before the leap up',
            $next->bar !== $note->bar => 'at the bar line',
            default => '',
        };
        $isLong = $note->length >= self::LONG_BEATS * $study->time()->beatTicks();

        return 'Breathe here'.('' === $where ? '' : ', '.$where).($isLong ? '; take it out of the long note.' : '.');
    }
}
