<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * Leaps an octave down inside the line and back on the way down: 1 2 3 4, then 5 6 7 8 an octave lower. A line of more
 * than one octave is folded in its top octave.
 */
final class Fold
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $after the last degree of the octave that stays
     *
     * @return non-empty-list<Tone>
     */
    public static function tones(array $tones, int $after): array
    {
        $top = max(array_map(static fn (Tone $tone): int => $tone->number, $tones));
        $last = 7 * (max(1, intdiv($top - 1, 7)) - 1) + $after;

        return array_map(static fn (Tone $tone): Tone => $tone->number > $last ? $tone->moved(-1) : $tone, $tones);
    }
}
