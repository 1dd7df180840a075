<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;
use SwiftReed\Time\Tempo;

/**
 * Where the player breathes: always before the line leaps up an octave back to its place, and at the seams of a drill;
 * elsewhere only where a phrase would be longer than a breath, at the latest of the places that are good for one: the
 * turn, before the arpeggio, before a leap up, before the last long note, the end of a cell. Where there is none,
 * between two tongued notes: half way to the next good place, if another breath takes the player there, else as late as
 * can be. Nobody breathes inside a slur.
 *
 * Source: the handbook, chapter 4, "Breath and hard spots" (common practice).
 */
final class Breaths
{
    /** Half steps from which a skip is a leap: a sixth. Source: the handbook, chapter 3. */
    private const LEAP = 8;

    /**
     * @param non-empty-list<Tone>                $tones
     * @param non-empty-list<int>                 $lengths ticks
     * @param non-empty-list<array{Attack, Slur}> $marks
     * @param float                               $phrase  seconds that a breath lasts
     *
     * @return list<bool> whether the player breathes after the note
     */
    public static function after(
        array $tones,
        array $lengths,
        array $marks,
        Tempo $tempo,
        bool $isUntimed,
        float $phrase,
    ): array {
        $last = \count($tones) - 1;
        $most = Length::QUARTER * $tempo->quarters() / 60 * $phrase;
        $breaths = array_fill(0, $last + 1, false);
        $ends = [];
        $sum = 0;
        foreach ($lengths as $length) {
            $ends[] = $sum += $length;
        }
        $begins = 0; // ticks at which the phrase began
        $from = 0;
        for ($i = 0; $i < $last; ++$i) {
            if (!$isUntimed && $ends[$i + 1] - $begins > $most * 1.02) {
                // The phrase cannot take the next note too: breathe at the latest good place, else on the way to the
                // next one.
                $at = self::latest($tones, $lengths, $marks, $from, $i);
                if (null !== $at && !self::isGood($tones, $lengths, $at)) {
                    $at = self::shared($tones, $lengths, $marks, $ends, $begins, $from, $i, $most * 1.02) ?? $at;
                }
                if (null !== $at) {
                    $breaths[$at] = true;
                    $begins = $ends[$at];
                    $from = $at + 1;
                }
            }
            if (self::always($tones, $marks, $i) || $tones[$i + 1]->rests > 0) {
                $breaths[$i] = self::always($tones, $marks, $i);
                $begins = $ends[$i];
                $from = $i + 1;
            }
        }

        return array_values($breaths);
    }

    /**
     * @param non-empty-list<Tone>                $tones
     * @param non-empty-list<array{Attack, Slur}> $marks
     */
    private static function always(array $tones, array $marks, int $i): bool
    {
        return self::isPossible($marks, $i)
            && ($tones[$i]->isSeam
                || (isset($tones[$i + 1]) && $tones[$i + 1]->octaves > $tones[$i]->octaves && $tones[$i + 1]->rests < 1));
    }

    /** @param non-empty-list<array{Attack, Slur}> $marks */
    private static function isPossible(array $marks, int $i): bool
    {
        return isset($marks[$i]) && !\in_array($marks[$i][1], [Slur::Start, Slur::Continue], true);
    }

    /**
     * Where no good place is in reach but the next one lies within another breath, the way to it is shared out evenly,
     * so that nobody breathes twice in a row. Common practice, no source.
     *
     * @param non-empty-list<Tone>                $tones
     * @param non-empty-list<int>                 $lengths
     * @param non-empty-list<array{Attack, Slur}> $marks
     * @param list<int>                           $ends    ticks at which each note ends
     */
    private static function shared(
        array $tones,
        array $lengths,
        array $marks,
        array $ends,
        int $begins,
        int $from,
        int $to,
        float $most,
    ): ?int {
        $good = $to + 1;
        while (
            $good < \count($tones) - 1
            && !(self::isPossible($marks, $good)
                && !self::isInsidePair($tones, $good)
                && self::isGood($tones, $lengths, $good))
        ) {
            if ($ends[$good] - $ends[$to] > $most || $tones[$good + 1]->rests > 0) {
                return null;
            }
            ++$good;
        }
        if ($good >= \count($tones) - 1) {
            return null;
        }
        $best = null;
        for ($i = $from; $i <= $to; ++$i) {
            if (!self::isPossible($marks, $i) || self::isInsidePair($tones, $i) || $ends[$good] - $ends[$i] > $most) {
                continue;
            }
            $off = abs(2 * $ends[$i] - $begins - $ends[$good]);
            if (null === $best || $off <= $best[1]) {
                $best = [$i, $off];
            }
        }

        return $best[0] ?? null;
    }

    /**
     * @param non-empty-list<Tone>                $tones
     * @param non-empty-list<int>                 $lengths
     * @param non-empty-list<array{Attack, Slur}> $marks
     */
    private static function latest(array $tones, array $lengths, array $marks, int $from, int $to): ?int
    {
        $possible = null;
        for ($i = $to; $i >= $from; --$i) {
            if (!self::isPossible($marks, $i) || self::isInsidePair($tones, $i)) {
                continue;
            }
            if (self::isGood($tones, $lengths, $i)) {
                return $i;
            }
            $possible ??= $i;
        }

        return $possible;
    }

    /** @param non-empty-list<Tone> $tones */
    private static function isInsidePair(array $tones, int $i): bool
    {
        return isset($tones[$i + 1]) && $tones[$i + 1]->isSeam;
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<int>  $lengths
     */
    private static function isGood(array $tones, array $lengths, int $i): bool
    {
        $last = \count($tones) - 1;
        $tone = $tones[$i];
        $next = $tones[$i + 1] ?? null;
        if (null === $next) {
            return false;
        }
        $endsCell = $tone->cell !== $next->cell || $tone->group !== $next->group;

        return ($tone->isTurn && $i > 0) || ($next->inSequel && !$tone->inSequel) || $endsCell
            || ($next->pitch->midi() - $tone->pitch->midi() >= self::LEAP && null === $tone->cell)
            || ($i + 1 === $last && $lengths[$last] >= 2 * $lengths[$i]);
    }
}
