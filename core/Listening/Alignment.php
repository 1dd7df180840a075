<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * What was heard laid against what was written, by dynamic programming: notes in their places, left out, too many,
 * begun again.
 *
 * Source: the handbook, chapter 9, "Alignment".
 */
final readonly class Alignment
{
    private const MATCH = 'm';
    private const MISSING = 'd';
    private const EXTRA = 'e';
    private const RESTART = 'r';
    /** A wrong note weighs no more for lying further away than an octave. */
    private const FURTHEST = 12.0;

    /**
     * @param array<int, array{heard: int, run: int}> $matched by the expected note,
     *  from 0: which heard one stands for it, and in which run
     * @param list<int> $extra heard notes that stand for none, between the first and the last that do
     * @param list<int>                                       $around   those before and behind
     * @param list<array{after: int|null, to: int}> $restarts the expected note after which the player began again,
     *  and where
     * @param int                                             $reached  expected notes up to the last that was heard
     */
    private function __construct(
        public array $matched,
        public array $extra,
        public array $around,
        public array $restarts,
        public int $reached,
    ) {
    }

    /**
     * @param non-empty-list<ExpectedNote> $expected
     * @param non-empty-list<HeardNote>    $heard
     * @param float                        $tuning  half steps by which the whole take is sharp
     * @param float|null                   $quarter milliseconds of a quarter note; null where time says nothing
     * @param int                          $shift   half steps by which the line is taken to be higher
     */
    public static function of(
        array $expected,
        array $heard,
        ListeningFigures $figures,
        float $tuning = 0.0,
        ?float $quarter = null,
        int $shift = 0,
    ): self {
        $n = \count($expected);
        $m = \count($heard);
        [$missing, $extra, $around, $restart, $time] = array_map(
            $figures->number(...),
            ['cost-missing', 'cost-extra', 'cost-around', 'cost-restart', 'cost-time'],
        );
        [$offNote, $wrong, $octave] = array_map($figures->number(...), ['off-note', 'cost-wrong', 'cost-octave']);
        $column = [0.0];
        for ($i = 1; $i <= $n; ++$i) {
            $column[$i] = $column[$i - 1] + $missing;
        }
        $ops = [str_repeat(self::MISSING, $n + 1)];
        $from = [];
        $pitches = array_map(static fn (ExpectedNote $one): float => $one->midi + $shift + $tuning, $expected);
        $steps = [0.0];
        for ($i = 1; $i < $n; ++$i) {
            $steps[$i] = null === $quarter ? 0.0 : $quarter * ($expected[$i]->at - $expected[$i - 1]->at);
        }
        for ($j = 1; $j <= $m; ++$j) {
            $note = $heard[$j - 1];
            $came = $j > 1 ? $note->onset - $heard[$j - 2]->onset : 0.0;
            $next = [$column[0] + $around];
            $row = self::EXTRA;
            for ($i = 1; $i <= $n; ++$i) {
                $off = abs($note->midi - $pitches[$i - 1]);
                if ($off <= $offNote) {
                    $cost = 0.2 * $off;
                } else {
                    $fromOctave = abs($off - 12 * max(1, round($off / 12)));
                    $cost = $fromOctave <= $offNote ? $octave : $wrong + min($off, self::FURTHEST) / 24;
                }
                if (null !== $quarter && $i > 1 && $j > 1 && $steps[$i - 1] > 0 && $came > 0) {
                    $cost += $time * min(1.0, abs(log($came / $steps[$i - 1], 2)));
                }
                $best = $column[$i - 1] + $cost;
                $op = self::MATCH;
                $other = $column[$i] + ($i === $n ? $around : $extra);
                if ($other < $best) {
                    [$best, $op] = [$other, self::EXTRA];
                }
                $other = $next[$i - 1] + $missing;
                if ($other < $best) {
                    [$best, $op] = [$other, self::MISSING];
                }
                $next[$i] = $best;
                $row .= $op;
            }
            if ($j < $m) {
                $least = \INF;
                $at = $n;
                for ($i = $n; $i >= 0; --$i) {
                    if ($least + $restart < $next[$i]) {
                        $next[$i] = $least + $restart;
                        $row[$i] = self::RESTART;
                        $from[$j][$i] = $at;
                    } elseif ($next[$i] < $least) {
                        [$least, $at] = [$next[$i], $i];
                    }
                }
            }
            $column = $next;
            $ops[$j] = $row;
        }

        return self::traced(array_values($ops), $from, $n, $m);
    }

    /**
     * @param list<string>                  $ops
     * @param array<int, array<int, int>>   $from
     */
    private static function traced(array $ops, array $from, int $n, int $m): self
    {
        $path = [];
        for ([$i, $j] = [$n, $m]; $i > 0 || $j > 0;) {
            $op = $ops[$j][$i];
            $path[] = [$op, $i, $j];
            if (self::RESTART === $op) {
                $i = $from[$j][$i];
                // The way to the place from which one began again is not itself a beginning again.
                continue;
            }
            $i -= self::EXTRA === $op ? 0 : 1;
            $j -= self::MISSING === $op ? 0 : 1;
        }
        $path = array_reverse($path);
        $last = 0;
        foreach ($path as $k => [$op]) {
            $last = self::MATCH === $op ? $k : $last;
        }
        $matched = $extra = $around = $restarts = [];
        $run = 0;
        $reached = $latest = null;
        foreach ($path as $k => [$op, $i, $j]) {
            if (self::RESTART === $op) {
                ++$run;
                $restarts[] = ['after' => $latest, 'to' => $i];
            } elseif (self::MATCH === $op) {
                $matched[$i - 1] = ['heard' => $j - 1, 'run' => $run];
                $latest = $i - 1;
                $reached = max($reached ?? 0, $i);
            } elseif (self::EXTRA === $op) {
                [] === $matched || $k > $last ? $around[] = $j - 1 : $extra[] = $j - 1;
            } elseif ($k < $last) {
                unset($matched[$i - 1]); // left out on the way through that counts
            }
        }
        ksort($matched);

        return new self($matched, $extra, $around, $restarts, $reached ?? 0);
    }
}
