<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * Tempo, drift and evenness of a take, and the changes that are slow: fitted so that single late notes and stops do not
 * move the rest.
 *
 * Source: the handbook, chapter 9, "time".
 */
final readonly class Timing
{
    /** Half the width of a normal spread in median absolute deviations. */
    private const SPREAD = 1.4826;
    /** Tukey's biweight: residuals beyond so many spreads have no weight. */
    private const BIWEIGHT = 4.685;
    private const ROUNDS = 8;
    /** Share of a slow change by which its note itself is late. */
    private const ARRIVES = 0.4;
    /** Pairs of notes that are compared for a first tempo. */
    private const PAIRS = 20_000;

    /**
     * @param float $quarter milliseconds of a quarter note, on the average
     * @param float $drift percent by which the end is faster than the beginning
     * @param bool $isDrifting whether that is more than frames can tell
     * @param float|null $evenness percent of a note's own value; null where too few notes tell
     * @param array<int, float> $late milliseconds, by the place in what was given
     * @param list<array{from: int, to: int, ms: float}>                           $slow    changes, the worst first
     * @param list<int> $stops notes before which the player stopped
     */
    private function __construct(
        public float $quarter,
        public float $drift,
        public bool $isDrifting,
        public ?float $evenness,
        public array $late,
        public array $slow,
        public array $stops,
    ) {
    }

    /**
     * @param list<array{at: float, ms: float, quarters: float, isFree: bool, isNext: bool}> $notes quarter notes from
     *  the beginning; onset; value; whether a
     * breath or a leap stands before it; whether it follows the one before in the line
     * @param float $beat  quarter notes of a beat
     * @param float $floor milliseconds under which nothing is uneven
     *
     * @return self|null null where too few notes were heard to tell
     */
    public static function of(array $notes, float $beat, float $floor, ListeningFigures $figures): ?self
    {
        $n = \count($notes);
        if ($n < $figures->count('least-onsets')) {
            return null;
        }
        $at = array_column($notes, 'at');
        $ms = array_column($notes, 'ms');
        $quarter = self::firstTempo($at, $ms);
        if ($quarter <= 0) {
            return null;
        }
        [$even] = self::withoutStops($notes, $at, $ms, $quarter, $beat, $floor, $figures);
        // A stop moves the first tempo too: once more with what is found without it.
        $quarter = self::firstTempo($at, $even);
        [$even, $stops, $waited] = self::withoutStops($notes, $at, $ms, $quarter, $beat, $floor, $figures);
        [$a, $b, $c, $middle] = self::fitted($at, $even, $quarter, $floor);
        $late = [];
        $share = [];
        foreach ($notes as $k => $note) {
            $q = $at[$k] - $middle;
            $late[$k] = $even[$k] - ($a + $b * $q + $c * $q * $q);
            if (!$note['isFree']) {
                $share[$k] = 100 * $late[$k] / ($note['quarters'] * max(1.0, $b + 2 * $c * $q));
            }
        }
        $beatMs = $beat * $b;
        $x = [];
        foreach ($notes as $k => $note) {
            if ($k > 0 && $note['isNext'] && !$note['isFree']) {
                $x[$k] = $late[$k] - $late[$k - 1] + ($waited[$k] ?? 0.0);
            }
        }
        $least = max(
            2.5 * $floor,
            $figures->number('slow-share') * $beatMs,
            $figures->number('slow-spread') * self::spread(array_values($x)),
        );
        $slow = [];
        foreach ($x as $k => $by) {
            // After a note that came early the next one is in time again, and no slow change.
            if ($by > $least && $late[$k] + ($waited[$k] ?? 0.0) > self::ARRIVES * $by) {
                $slow[] = ['from' => $k - 1, 'to' => $k, 'ms' => $by];
                unset($share[$k]);
            }
        }
        usort($slow, static fn (array $one, array $other): int => $other['ms'] <=> $one['ms']);
        foreach ($waited as $k => $by) {
            $late[$k] += $by;
        }
        $first = $b + 2 * $c * ($at[0] - $middle);
        $last = $b + 2 * $c * ($at[$n - 1] - $middle);
        $mean = ($first + $last) / 2;

        $half = ($at[$n - 1] - $at[0]) / 2;

        return new self(
            $mean,
            $last > 0 ? 100 * ($first / $last - 1) : 0.0,
            abs($c) * $half * $half > $floor,
            self::evenness(array_values($share), $figures),
            $late,
            $slow,
            $stops,
        );
    }

    /**
     * The middle of the tempi between all pairs of notes.
     *
     * @param list<float> $at
     * @param list<float> $ms
     */
    private static function firstTempo(array $at, array $ms): float
    {
        $n = \count($at);
        $slopes = [];
        $stride = max(1, intdiv($n * $n, 2 * self::PAIRS));
        for ($i = 0; $i < $n; ++$i) {
            for ($k = $i + 1; $k < $n; $k += $stride) {
                if ($at[$k] > $at[$i]) {
                    $slopes[] = ($ms[$k] - $ms[$i]) / ($at[$k] - $at[$i]);
                }
            }
        }

        return NoteFinder::median($slopes);
    }

    /**
     * The onsets as if the player had not stopped: what was waited and not made up for is taken away from there on.
     *
     * @param list<array{at: float, ms: float, quarters: float, isFree: bool, isNext: bool}> $notes
     * @param list<float> $at
     * @param list<float> $ms
     *
     * @return array{list<float>, list<int>, array<int, float>} onsets; notes before which the player stopped;
     *  milliseconds waited before notes that
     *                                                                    are judged
     */
    private static function withoutStops(
        array $notes,
        array $at,
        array $ms,
        float $quarter,
        float $beat,
        float $floor,
        ListeningFigures $figures,
    ): array {
        $n = \count($notes);
        $over = [0.0];
        for ($k = 1; $k < $n; ++$k) {
            $over[$k] = $ms[$k] - $ms[$k - 1] - $quarter * ($at[$k] - $at[$k - 1]);
        }
        $least = max(
            $figures->number('step-share') * $beat * $quarter,
            $figures->number('slow-spread') * self::spread(\array_slice($over, 1)),
            2 * $floor,
        );
        $even = [$ms[0]];
        $away = 0.0;
        $stops = [];
        $waited = [];
        for ($k = 1; $k < $n; ++$k) {
            // Made up for by the note after it, it was one late note; by the note before, one early one.
            $isKept = ($k + 1 >= $n || $over[$k] + $over[$k + 1] > 0.5 * $over[$k])
                && $over[$k] + $over[$k - 1] > 0.5 * $over[$k];
            if ($over[$k] > $least && $isKept) {
                $away += $over[$k];
                if ($notes[$k]['isFree'] || !$notes[$k]['isNext']) {
                    $even[$k] = $ms[$k] - $away;
                    continue;
                }
                $stops[] = $k;
                $waited[$k] = $over[$k];
            }
            $even[$k] = $ms[$k] - $away;
        }

        return [array_values($even), $stops, $waited];
    }

    /**
     * A curve of the second degree through the onsets, with little weight on those far from it.
     *
     * @param list<float> $at
     * @param list<float> $ms
     *
     * @return array{float, float, float, float} ms = a + b (at - middle) + c (at - middle)²
     */
    private static function fitted(array $at, array $ms, float $quarter, float $floor): array
    {
        $n = \count($at);
        $middle = ($at[0] + $at[$n - 1]) / 2;
        $q = array_map(static fn (float $one): float => $one - $middle, $at);
        $begin = NoteFinder::median(array_map(static fn (float $x, float $y): float => $y - $quarter * $x, $q, $ms));
        [$a, $b, $c] = [$begin, $quarter, 0.0];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $residuals = array_map(
                static fn (float $x, float $y): float => $y - ($a + $b * $x + $c * $x * $x),
                $q,
                $ms,
            );
            $width = self::BIWEIGHT * max(
                $floor / 5,
                self::SPREAD * NoteFinder::median(array_map(abs(...), $residuals)),
            ) * (0 === $round ? 2 : 1);
            $s = array_fill(0, 5, 0.0);
            $t = array_fill(0, 3, 0.0);
            foreach ($q as $k => $x) {
                $u = $residuals[$k] / $width;
                $w = abs($u) >= 1 ? 0.0 : (1 - $u * $u) ** 2;
                for ($p = 0; $p < 5; ++$p) {
                    $s[$p] += $w * $x ** $p;
                }
                for ($p = 0; $p < 3; ++$p) {
                    $t[$p] += $w * $ms[$k] * $x ** $p;
                }
            }
            $solved = self::solve([
                [$s[0], $s[1], $s[2], $t[0]],
                [$s[1], $s[2], $s[3], $t[1]],
                [$s[2], $s[3], $s[4], $t[2]],
            ]);
            if (null === $solved || $solved[1] <= 0) {
                break;
            }
            [$a, $b, $c] = $solved;
        }

        return [$a, $b, $c, $middle];
    }

    /**
     * Three equations, by elimination.
     *
     * @param array<int, array<int, float>> $rows
     *
     * @return array{float, float, float}|null null where they do not tell
     */
    private static function solve(array $rows): ?array
    {
        for ($k = 0; $k < 3; ++$k) {
            $best = $k;
            for ($i = $k + 1; $i < 3; ++$i) {
                $best = abs($rows[$i][$k]) > abs($rows[$best][$k]) ? $i : $best;
            }
            [$rows[$k], $rows[$best]] = [$rows[$best], $rows[$k]];
            if (abs($rows[$k][$k]) < 1e-9) {
                return null;
            }
            for ($i = 0; $i < 3; ++$i) {
                if ($i !== $k) {
                    $factor = $rows[$i][$k] / $rows[$k][$k];
                    for ($j = $k; $j < 4; ++$j) {
                        $rows[$i][$j] -= $factor * $rows[$k][$j];
                    }
                }
            }
        }

        return [$rows[0][3] / $rows[0][0], $rows[1][3] / $rows[1][1], $rows[2][3] / $rows[2][2]];
    }

    /**
     * The spread of lateness without what lies far outside; three notes' worth of it went into the fit.
     *
     * @param list<float> $share percent
     */
    private static function evenness(array $share, ListeningFigures $figures): ?float
    {
        $least = $figures->count('least-onsets');
        if (\count($share) < $least) {
            return null;
        }
        $spread = self::SPREAD * NoteFinder::median(array_map(abs(...), $share));
        $near = array_values(array_filter(
            $share,
            static fn (float $one): bool => abs($one) <= max(1.0, 3.5 * $spread),
        ));
        $n = \count($near);

        return $n < $least - 1
            ? $spread
            : sqrt(array_sum(array_map(static fn (float $one): float => $one * $one, $near)) / max(1, $n - 3));
    }

    /** @param list<float> $values */
    private static function spread(array $values): float
    {
        $middle = NoteFinder::median($values);

        return self::SPREAD * NoteFinder::median(array_map(
            static fn (float $one): float => abs($one - $middle),
            $values,
        ));
    }
}
