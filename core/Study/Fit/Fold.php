<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Study\Tone;

/**
 * Leaps an octave down inside the line and back on the way down: 1 2 3 4, then 5 6 7 8 an octave lower. A line of more
 * than one octave is folded in its top octave. In a pattern, whole cells leap: those whose root lies above the fold.
 * Notes keep the numbers of the plain line.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final readonly class Fold implements Policy
{
    public function lines(Ground $ground, int $octaves, Range $range): array
    {
        $fitting = [];
        $shaped = [];
        foreach ($ground->lines($octaves, Range::of($range->lowest, $range->highest->octaves(1))) as $by => $line) {
            $folded = $shaped[spl_object_id($line)] ??= $this->shaped($ground, $line, $octaves, $range);
            if ($folded->fits($range, $by)) {
                $fitting[] = $folded->inOctave($by);
            }
        }

        return $fitting;
    }

    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line
    {
        $top = $ground->recipe->pattern->isStraight()
            ? max(array_map(static fn (Tone $tone): int => $tone->number, $line->tones))
            : 1 + 7 * $octaves;

        return $line->with(self::tones($line->tones, $ground->recipe->range->foldAfter, $top));
    }

    public function name(): RangePolicy
    {
        return RangePolicy::Fold;
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $after the last degree of the octave that stays
     * @param int                  $top   number of the highest degree that is a root, 8 for one octave
     *
     * @return non-empty-list<Tone>
     */
    private static function tones(array $tones, int $after, int $top): array
    {
        $last = 7 * (max(1, intdiv($top - 1, 7)) - 1) + $after;
        $folded = [];
        foreach (Groups::of($tones) as $group) {
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

        return $folded;
    }
}
