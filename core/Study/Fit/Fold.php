<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\Tone;

/**
 * Leaps an octave down inside the line and back on the way down: 1 2 3 4, then 5 6 7 8 an octave lower. A line of more
 * than one octave is folded in its top octave. In a pattern, whole cells leap: those whose root lies above the fold.
 */
final class Fold
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $after the last degree of the octave that stays
     * @param int                  $top   number of the highest degree that is a root, 8 for one octave
     *
     * @return non-empty-list<Tone>
     */
    public static function tones(array $tones, int $after, int $top): array
    {
        $last = 7 * (max(1, intdiv($top - 1, 7)) - 1) + $after;
        $folded = [];
        foreach (Drop::groups($tones) as $group) {
            $root = $group[0];
            foreach ($group as $tone) {
                if ($tone->isRoot) {
                    $root = $tone;
                    break;
                }
            }
            foreach ($group as $tone) {
                $folded[] = $root->number > $last ? $tone->moved(-1) : $tone;
            }
        }
        \assert([] !== $folded);

        return $folded;
    }
}
