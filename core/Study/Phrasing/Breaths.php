<?php

declare(strict_types=1);

namespace SwiftReed\Study\Phrasing;

use SwiftReed\Player\Lungs;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;
use SwiftReed\Time\Tempo;
use SwiftReed\Time\TimeSignature;

/**
 * Where the player breathes: nowhere, if one breath is enough; else at the best places that keep every phrase within a
 * breath, as few as possible, and of equal ones those that make the phrases most even. At the seams of a drill always.
 *
 * Source: the handbook, chapter 10 (common practice).
 */
final class Breaths
{
    /** A phrase that is longer than a breath costs more than all breaths of the longest line together. */
    private const TOO_LONG = 1_000_000.0;
    /** Of equal places the even ones: less than any difference of places. */
    private const UNEVEN = 0.01;

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $lead    ticks of the first bar before the line begins
     * @param bool                 $byGroup whether each group of a cell is slurred by itself
     *
     * @return non-empty-list<BreathPlace|null> why the player breathes after each note; null where he does not
     */
    public static function after(
        array $tones,
        Laid $laid,
        TimeSignature $time,
        int $lead,
        Tempo $tempo,
        bool $isUntimed,
        Lungs $lungs,
        bool $byGroup,
    ): array {
        $breaths = array_fill(0, \count($tones), null);
        if (null === $lungs->seconds) {
            return $breaths;
        }
        $most = Length::QUARTER * $tempo->quarters() / 60 * $lungs->seconds;
        $places = Places::of($tones, $laid, $time, $lead, $most, $lungs->isBrass, $byGroup)->after;
        $from = 0;
        foreach ($tones as $i => $tone) {
            $isRest = ($laid->gaps[$i + 1] ?? 0) > 0;
            $isSeam = $tone->isSeam && isset($tones[$i + 1]);
            if (!$isRest && !$isSeam && isset($tones[$i + 1])) {
                continue;
            }
            foreach ($isUntimed ? [] : self::between($laid->lengths, $places, $from, $i, $most) as $at) {
                $breaths[$at] = $places[$at];
            }
            $breaths[$i] = $isSeam ? BreathPlace::Seam : null;
            $from = $i + 1;
        }

        return array_values($breaths);
    }

    /**
     * The places in a stretch that no rest interrupts: as few of those between parts and at the turns as are enough; else
     * all of them, and between them as few others as possible.
     *
     * @param non-empty-list<int>    $lengths
     * @param list<BreathPlace|null> $places
     *
     * @return list<int> indexes of the notes after which to breathe
     */
    private static function between(array $lengths, array $places, int $from, int $to, float $most): array
    {
        $costs = array_map(static fn (?BreathPlace $place): ?float => $place?->cost(), $places);
        $first = array_map(
            static fn (?BreathPlace $place): ?float => true === $place?->comesFirst() ? $place->cost() : null,
            $places,
        );
        $few = self::within($lengths, $first, $from, $to, $most);
        if (self::areEnough($few, $lengths, $from, $to, $most)) {
            return $few;
        }
        $all = [];
        $begin = $from;
        for ($i = $from; $i <= $to; ++$i) {
            if ($i < $to && null === $first[$i]) {
                continue;
            }
            array_push($all, ...self::within($lengths, $costs, $begin, $i, $most));
            if ($i < $to) {
                $all[] = $i;
            }
            $begin = $i + 1;
        }

        return $all;
    }

    /**
     * @param list<int>           $breaths
     * @param non-empty-list<int> $lengths
     */
    private static function areEnough(array $breaths, array $lengths, int $from, int $to, float $most): bool
    {
        $sum = 0;
        for ($i = $from; $i <= $to; ++$i) {
            $sum += $lengths[$i];
            if ($sum > $most + 1e-6) {
                return false;
            }
            $sum = \in_array($i, $breaths, true) ? 0 : $sum;
        }

        return true;
    }

    /**
     * The best places within a stretch.
     *
     * @param non-empty-list<int> $lengths
     * @param list<float|null>    $costs
     *
     * @return list<int> indexes of the notes after which to breathe
     */
    private static function within(array $lengths, array $costs, int $from, int $to, float $most): array
    {
        $ends = [$from - 1 => 0];
        for ($i = $from; $i <= $to; ++$i) {
            $ends[$i] = $ends[$i - 1] + $lengths[$i];
        }
        if ($ends[$to] <= $most + 1e-6) {
            return [];
        }
        // The best way to have breathed after each note: what it costs, and where the breath before it was.
        $best = [$from - 1 => 0.0];
        $before = [];
        for ($i = $from; $i <= $to; ++$i) {
            $cost = $i === $to ? 0.0 : $costs[$i];
            if (null === $cost) {
                continue;
            }
            for ($k = $i - 1; $k >= $from - 1; --$k) {
                if (!isset($best[$k])) {
                    continue;
                }
                $part = ($ends[$i] - $ends[$k]) / $most;
                $sum = $best[$k] + $cost + self::UNEVEN * $part ** 2
                    + ($part > 1 + 1e-9 ? self::TOO_LONG * ($part - 1) : 0.0);
                if (!isset($best[$i]) || $sum < $best[$i] - 1e-9) {
                    [$best[$i], $before[$i]] = [$sum, $k];
                }
                if ($part > 1 + 1e-9) {
                    break; // what begins earlier is longer still
                }
            }
        }
        $at = [];
        for ($i = $before[$to]; $i >= $from; $i = $before[$i]) {
            $at[] = $i;
        }

        return $at;
    }
}
