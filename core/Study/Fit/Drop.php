<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Study\Tone;

/**
 * A pattern that runs out of notes: the group that would be too high starts from the same root an octave lower, and so
 * does the next root, as long as that octave has it; so the skip into the next root is kept. What would be too low is
 * raised likewise.
 *
 * Source: the handbook, chapter 3, "Range" (common practice).
 */
final readonly class Drop implements Policy
{
    public function lines(Ground $ground, int $octaves, Range $range): array
    {
        $high = $ground->highest($range);
        $fitting = [];
        foreach ($ground->lines($octaves, $range) as $by => $line) {
            $tonic = $line->tonic->midi() + 12 * $by;
            if ($tonic < $range->lowest->midi() || $tonic > $high) {
                continue;
            }
            $groups = Groups::of($line->tones);
            $shifts = self::shifts($groups, $range->lowest->midi() - 12 * $by, $high - 12 * $by);
            if (null !== $shifts) {
                $moved = $line->inOctave($by);
                $fitting[] = $moved->with(self::moved(Groups::of($moved->tones), $shifts));
            }
        }

        return $fitting;
    }

    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line
    {
        $groups = Groups::of($line->tones);
        $shifts = self::shifts($groups, $range->lowest->midi(), $ground->highest($range));

        return null === $shifts ? $line : $line->with(self::moved($groups, $shifts));
    }

    public function name(): RangePolicy
    {
        return RangePolicy::Drop;
    }

    /**
     * Octaves by which each group is moved.
     *
     * @param non-empty-list<non-empty-list<Tone>> $groups
     * @param int                                  $low    MIDI number of the lowest written note
     * @param int                                  $high   MIDI number of the highest written note
     *
     * @return list<int>|null none when a group has no place at all
     */
    private static function shifts(array $groups, int $low, int $high): ?array
    {
        $shifts = [];
        $octaves = 0;
        foreach ($groups as $group) {
            [$bottom, $top] = [127, 0];
            foreach ($group as $tone) {
                $bottom = min($bottom, $tone->lowest()->midi());
                $top = max($top, $tone->highest()->midi());
            }
            if ($bottom + 12 * $octaves < $low || $top + 12 * $octaves > $high) {
                $octaves = 0;
                while ($top + 12 * $octaves > $high) {
                    --$octaves;
                }
                while ($bottom + 12 * $octaves < $low) {
                    ++$octaves;
                }
                if ($top + 12 * $octaves > $high) {
                    return null;
                }
            }
            $shifts[] = $octaves;
        }

        return $shifts;
    }

    /**
     * @param non-empty-list<non-empty-list<Tone>> $groups
     * @param list<int>                            $shifts
     *
     * @return non-empty-list<Tone>
     */
    private static function moved(array $groups, array $shifts): array
    {
        $tones = [];
        foreach ($groups as $g => $group) {
            foreach ($group as $tone) {
                $tones[] = $tone->transplanted($shifts[$g] ?? 0);
            }
        }

        return $tones;
    }
}
