<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\Tone;

/**
 * A pattern that runs out of notes at the top: the group that would be too high starts from the same root an octave
 * lower, and so does the next root. A group that would be too low is raised likewise. On the way down the line is back
 * in its place as soon as it fits.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class Drop
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $low   MIDI number of the lowest written note
     * @param int                  $high  MIDI number of the highest written note
     *
     * @return non-empty-list<Tone>
     */
    public static function tones(array $tones, int $low, int $high): array
    {
        $dropped = [];
        $octaves = 0;
        foreach (self::groups($tones) as $group) {
            $midi = array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $group);
            [$bottom, $top] = [min($midi), max($midi)];
            if (!$group[0]->ascending) {
                $octaves = 0;
            }
            while ($top + 12 * $octaves > $high) {
                --$octaves;
            }
            while ($bottom + 12 * $octaves < $low && $top + 12 * ($octaves + 1) <= $high) {
                ++$octaves;
            }
            foreach ($group as $tone) {
                $dropped[] = $tone->moved($octaves);
            }
        }
        \assert([] !== $dropped);

        return $dropped;
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return list<non-empty-list<Tone>> notes that move together
     */
    public static function groups(array $tones): array
    {
        $groups = [];
        $before = null;
        foreach ($tones as $tone) {
            if (null !== $before && $tone->cell >= 0 && $tone->cell === $before->cell && $tone->group === $before->group) {
                $groups[\count($groups) - 1][] = $tone;
            } else {
                $groups[] = [$tone];
            }
            $before = $tone;
        }

        return $groups;
    }
}
