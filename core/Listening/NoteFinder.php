<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * Notes from frames: what is steady is a note, what is short is the way to it; a note that is tongued again begins
 * again.
 *
 * Source: the handbook, chapter 9, "Notes from frames".
 */
final readonly class NoteFinder
{
    /** Decibels below a note's own level where it has not begun yet, or is over. */
    private const BELOW = 10.0;
    /** Share of its rise at which a note has begun. */
    private const RISEN = 0.35;
    /**
     * Share of a note's frames at its beginning and its end that say nothing of its pitch: it settles, and it is left.
     */
    private const EDGE = 0.2;
    /** Frames by which the pitch of the moment is told. */
    private const MOMENT = 5;

    public function __construct(private ListeningFigures $figures)
    {
    }

    /**
     * @param float $lowest    half steps above C-1 under which nothing of this instrument sounds
     * @param float $highest   and above which nothing does
     * @param float $reference hertz of A4
     *
     * @return list<HeardNote>
     */
    public function notes(Frames $frames, float $lowest, float $highest, float $reference = 440.0): array
    {
        $ms = $levels = $pitches = $faint = [];
        [$least, $loud, $clear] = array_map($this->figures->number(...), ['faint', 'loud', 'clarity']);
        foreach ($frames->frames as $frame) {
            $ms[] = $frame->ms;
            $levels[] = $frame->level;
            $pitch = $frame->hz > 0 && $frame->clarity >= $least && $frame->level > $loud
                ? 69 + 12 * log($frame->hz / $reference, 2)
                : null;
            $faint[] = $pitch;
            $pitches[] = null !== $pitch
                && $frame->clarity >= $clear
                && $pitch >= $lowest
                && $pitch <= $highest
                ? $pitch
                : null;
        }
        if (\count($ms) < 2) {
            return [];
        }
        $step = self::step($ms);
        [$pitches, $slips] = $this->inOneOctave($pitches);
        $levels = self::withoutSpikes($this->withoutStray($levels, $faint, $pitches));
        $notes = [];
        $before = null;
        foreach ($this->split(
            $this->joined($this->steady($ms, $pitches, $step), $ms, $levels, $pitches, $step),
            $ms,
            $levels,
            $step,
        ) as [$first, $last, $crossing]) {
            $voiced = array_filter(
                \array_slice($pitches, $first, $last - $first + 1, true),
                static fn (?float $one): bool => null !== $one,
            );
            if ([] === $voiced) {
                continue;
            }
            $cut = (int) floor(self::EDGE * \count($voiced));
            $level = self::median(\array_slice($levels, $first, $last - $first + 1));
            $pitch = self::median(\array_slice(array_values($voiced), $cut, \count($voiced) - 2 * $cut));
            $begin = $this->breath($first, $before, $pitch, $ms, $faint);
            [$onset, $dip, $hole] = null !== $crossing
                ? [$crossing, $this->figures->number('repeat-dip'), 0.0]
                : $this->begin($begin, $before, $level, $ms, $levels, $step);
            $moved = array_sum(\array_slice($slips, $first, $last - $first + 1)); // a frame without pitch never is
            $sure = $moved / \count($voiced) <= $this->figures->number('uncertain-octave');
            $notes[] = new HeardNote(round($onset, 1), round($ms[$last] + $step / 2, 1), $pitch, $sure, $dip, $hole);
            $before = $last;
        }

        return $notes;
    }

    /**
     * A frame with a pitch of its own that is none of those around it says nothing of the level either.
     *
     * @param non-empty-list<float> $levels
     * @param list<float|null>      $faint   pitches, however unclear
     * @param list<float|null>      $pitches
     *
     * @return non-empty-list<float>
     */
    private function withoutStray(array $levels, array $faint, array $pitches): array
    {
        $same = $this->figures->number('same-note');
        $reach = $this->figures->count('slip-neighbours');
        foreach ($faint as $k => $pitch) {
            if (null === $pitch || 0 === $k) {
                continue;
            }
            for (
                $i = max(0, $k - $reach), $isStray = true; $isStray
                && $i <= $k + $reach
                && $i < \count($pitches); ++$i
            ) {
                $isStray = $i === $k
                    || null === $pitches[$i]
                    || abs(fmod(abs($pitches[$i] - $pitch) + 6, 12) - 6) > $same;
            }
            $levels[$k] = $isStray ? $levels[$k - 1] : $levels[$k];
        }

        return array_values($levels);
    }

    /**
     * What one frame alone says of the level is the tracker's and not the tongue's.
     *
     * @param non-empty-list<float> $levels
     *
     * @return non-empty-list<float>
     */
    private static function withoutSpikes(array $levels): array
    {
        $smooth = $levels;
        for ($k = 1; $k < \count($levels) - 1; ++$k) {
            [$before, $after] = [$levels[$k - 1], $levels[$k + 1]];
            $smooth[$k] = max(min($before, $after), min($levels[$k], max($before, $after)));
        }

        return array_values($smooth);
    }

    /**
     * The time from frame to frame.
     *
     * @param list<float> $ms
     */
    public static function step(array $ms): float
    {
        $steps = [];
        for ($k = 1; $k < \count($ms); ++$k) {
            $steps[] = $ms[$k] - $ms[$k - 1];
        }

        return [] === $steps ? 10.0 : max(1.0, self::median($steps));
    }

    /** @param list<float> $values */
    public static function median(array $values): float
    {
        if ([] === $values) {
            return 0.0;
        }
        sort($values);
        $count = \count($values);

        return 0 === $count % 2
            ? ($values[intdiv($count, 2) - 1] + $values[intdiv($count, 2)]) / 2
            : $values[intdiv($count, 2)];
    }

    /**
     * Single frames that the tracker heard in another octave than those around them stand where those do.
     *
     * @param list<float|null> $pitches
     *
     * @return array{list<float|null>, list<int>} and for each frame whether it was moved
     */
    private function inOneOctave(array $pitches): array
    {
        $reach = $this->figures->count('slip-neighbours');
        $last = \count($pitches) - 1;
        $moved = $pitches;
        $slips = array_fill(0, \count($pitches), 0);
        foreach ($pitches as $k => $pitch) {
            if (null === $pitch) {
                continue;
            }
            $around = [];
            for ($i = max(0, $k - $reach), $end = min($k + $reach, $last); $i <= $end; ++$i) {
                if (null !== $pitches[$i]) {
                    $around[] = $pitches[$i];
                }
            }
            if ([] === $around || max($around) - min($around) < 6) {
                continue; // nothing of these is an octave away
            }
            sort($around);
            $middle = $around[intdiv(\count($around), 2)];
            $octaves = (int) round(($pitch - $middle) / 12);
            if (0 !== $octaves && abs($pitch - $middle - 12 * $octaves) <= $this->figures->number('same-note')) {
                $moved[$k] = $pitch - 12 * $octaves;
                $slips[$k] = 1;
            }
        }

        return [array_values($moved), array_values($slips)];
    }

    /**
     * Stretches of frames of one pitch, the short ones left out.
     *
     * @param list<float>      $ms
     * @param list<float|null> $pitches
     *
     * @return list<array{int, int}> first and last frame
     */
    private function steady(array $ms, array $pitches, float $step): array
    {
        $same = $this->figures->number('same-note');
        $bridge = $this->figures->number('bridge') + $step;
        $stretches = [];
        $first = $last = null;
        $lately = [];
        foreach ($pitches as $k => $pitch) {
            if (null === $pitch) {
                continue;
            }
            if (null !== $last && $ms[$k] - $ms[$last] <= $bridge && abs($pitch - self::median($lately)) <= $same) {
                $last = $k;
                $lately[] = $pitch;
                if (\count($lately) > self::MOMENT) {
                    array_shift($lately);
                }
                continue;
            }
            if (null !== $first && null !== $last) {
                $stretches[] = [$first, $last];
            }
            $first = $last = $k;
            $lately = [$pitch];
        }
        if (null !== $first && null !== $last) {
            $stretches[] = [$first, $last];
        }

        return array_values(array_filter(
            $stretches,
            fn (array $one): bool => $ms[$one[1]] - $ms[$one[0]] + $step >= $this->figures->number(
                'shortest-note',
            ) - 0.5,
        ));
    }

    /**
     * Stretches of one pitch that a slip of the tracker divided are one again.
     *
     * @param list<array{int, int}> $stretches
     * @param list<float>           $ms
     * @param list<float>           $levels
     * @param list<float|null>      $pitches
     *
     * @return list<array{int, int}>
     */
    private function joined(array $stretches, array $ms, array $levels, array $pitches, float $step): array
    {
        $joined = [];
        foreach ($stretches as [$first, $last]) {
            $before = $joined[\count($joined) - 1] ?? null;
            if (null !== $before
                && $ms[$first] - $ms[$before[1]] <= $this->figures->number(
                    'shortest-note',
                ) + $this->figures->number('bridge') + $step
                && abs(self::pitch(
                    $pitches,
                    $first,
                    $last,
                ) - self::pitch($pitches, ...$before)) <= $this->figures->number('same-note')
                && min($levels[$before[1]], ...\array_slice($levels, $before[1], $first - $before[1] + 1)) > min(self::median(\array_slice($levels, $before[0], $before[1] - $before[0] + 1)), self::median(\array_slice($levels, $first, $last - $first + 1))) - $this->figures->number('repeat-dip')) {
                $joined[\count($joined) - 1][1] = $last;
                continue;
            }
            $joined[] = [$first, $last];
        }

        return array_values($joined);
    }

    /** @param list<float|null> $pitches */
    private static function pitch(array $pitches, int $first, int $last): float
    {
        return self::median(array_values(array_filter(
            \array_slice($pitches, $first, $last - $first + 1),
            static fn (?float $one): bool => null !== $one,
        )));
    }

    /**
     * A note that is tongued again is two.
     *
     * @param list<array{int, int}> $stretches
     * @param list<float>           $ms
     * @param list<float>           $levels
     *
     * @return list<array{int, int, float|null}> and the moment at which it begins again
     */
    private function split(array $stretches, array $ms, array $levels, float $step): array
    {
        $dip = $this->figures->number('repeat-dip');
        $shortest = $this->figures->number('shortest-note');
        $notes = [];
        foreach ($stretches as [$first, $last]) {
            $peak = $trough = $levels[$first];
            $at = $first;
            $crossing = null;
            for ($k = $first; $k <= $last; ++$k) {
                if ($levels[$k] < $trough) {
                    [$trough, $at] = [$levels[$k], $k];
                }
                if ($peak - $trough < $dip && $levels[$k] > $peak) {
                    [$peak, $trough, $at] = [$levels[$k], $levels[$k], $k];
                } elseif (
                    $peak - $trough >= $dip
                    && $levels[$k] - $trough >= $dip
                    && $ms[$at] - $ms[$first] >= $shortest - $step
                    && $ms[$last] - $ms[$at] >= $shortest - $step
                ) {
                    $notes[] = [$first, max($first, $at - 1), $crossing];
                    $crossing = self::crossing($at, $last, $trough + $dip, $ms, $levels);
                    [$first, $peak, $trough] = [$at, $levels[$k], $levels[$k]];
                    $at = $k;
                }
            }
            $notes[] = [$first, $last, $crossing];
        }

        return $notes;
    }

    /**
     * Where the breath before a tone begins that has its pitch already; one frame in it may say anything.
     *
     * @param list<float>      $ms
     * @param list<float|null> $faint
     */
    private function breath(int $first, ?int $before, float $pitch, array $ms, array $faint): int
    {
        $isIts = fn (int $k): bool => $k > ($before ?? -1) && $ms[$first] - $ms[$k] <= $this->figures->number(
            'breath-before',
        ) && null !== $faint[$k] && abs(
            $faint[$k] - $pitch,
        ) <= $this->figures->number('same-note');
        for ($k = $first; $k > 0 && ($isIts($k - 1) || ($k > 1 && $isIts($k - 2)));) {
            $k -= $isIts($k - 1) ? 1 : 2;
        }

        return $k;
    }

    /**
     * When a note begins: where the pitch changes, or where the level rises before it.
     *
     * @param int|null    $before last frame of the note before
     * @param list<float> $ms
     * @param list<float> $levels
     *
     * @return array{float, float, float} milliseconds; decibels by which the level fell before; milliseconds of silence
     *  before
     */
    private function begin(int $first, ?int $before, float $level, array $ms, array $levels, float $step): array
    {
        $from = $first;
        $limit = $ms[$first] - $this->figures->number('breath-before');
        while ($from > 0 && $from - 1 > ($before ?? -1) && $ms[$from - 1] >= $limit) {
            --$from;
        }
        $from = max(0, null !== $before && $from === $before + 1 ? $before : $from - 1);
        $trough = $levels[$first];
        $at = $first;
        for ($k = $first; $k >= $from; --$k) {
            if ($levels[$k] < $trough) {
                [$trough, $at] = [$levels[$k], $k];
            }
        }
        $dip = $level - $trough;
        if ($dip < $this->figures->number('tongue-dip')) {
            // Slurred: half way from the last frame of one note to the first of the other.
            return [
                null === $before || $ms[$first] - $ms[$before] > $this->figures->number('breath-before')
                    ? $ms[$first]
                    : ($ms[$before] + $ms[$first]) / 2,
                max(0.0, $dip),
                0.0,
            ];
        }
        $silent = 0;
        for ($k = $before ?? $first; $k < $first; ++$k) {
            $silent += $levels[$k] < $level - self::BELOW ? 1 : 0;
        }

        return [
            self::crossing($at, $first, $trough + self::RISEN * $dip, $ms, $levels),
            $dip,
            null === $before ? 0.0 : $silent * $step,
        ];
    }

    /**
     * When the level rises through a value, between two frames.
     *
     * @param list<float> $ms
     * @param list<float> $levels
     */
    private static function crossing(int $from, int $to, float $level, array $ms, array $levels): float
    {
        for ($k = $from + 1; $k <= $to; ++$k) {
            if ($levels[$k] >= $level) {
                $rise = $levels[$k] - $levels[$k - 1];

                return $ms[$k - 1]
                    + (
                        $rise > 0 ? max(0.0, min(1.0, ($level - $levels[$k - 1]) / $rise)) : 1.0
                    ) * ($ms[$k] - $ms[$k - 1]);
            }
        }

        return $ms[$to];
    }
}
