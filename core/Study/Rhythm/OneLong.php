<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Sixteenths with a long one in each bar: 15 notes have 16 places in a bar of 4/4, so one note is an eighth; 11 have 12
 * in 3/4, 7 have 8 in 2/4. Two octaves, 29 notes in 32 places with three long ones, are the one exception.
 *
 * Source: the handbook, chapter 3, "One long in the bar".
 */
final class OneLong
{
    private const PLACE = Length::SIXTEENTH;
    private const TWO_OCTAVES = 29;
    /** Which time a line takes of itself: the first whose bars it fills. */
    private const TIMES = ['4/4', '3/4', '2/4'];

    /** The time whose bars so many notes fill, where one does. */
    public static function time(int $count, ?TimeSignature $said): ?TimeSignature
    {
        foreach (null === $said ? array_map(TimeSignature::of(...), self::TIMES) : [$said] as $time) {
            if (0 === $count % self::notesInBar($time) || self::isTwoOctaves($count, $time)) {
                return $time;
            }
        }

        return null;
    }

    private static function isTwoOctaves(int $count, TimeSignature $time): bool
    {
        return self::TWO_OCTAVES === $count && TimeSignature::fourFour() === $time;
    }

    /**
     * Lengths of one time through, in ticks.
     *
     * @param int $count notes, such as {@see time()} takes
     * @param int $shift beats by which the long notes have moved on
     *
     * @return list<int>
     */
    public static function moving(int $count, TimeSignature $time, int $shift): array
    {
        $beatPlaces = intdiv($time->beatTicks(), self::PLACE);
        $barPlaces = intdiv($time->barTicks(), self::PLACE);
        $beats = intdiv($barPlaces, $beatPlaces);
        $long = self::isTwoOctaves($count, $time) ? self::threeLong($beats, $shift) : null;
        $lengths = [];
        $at = 0;
        for ($i = 0; $i < $count; ++$i) {
            $beat = intdiv($at, $beatPlaces);
            $isLong = 0 === $at % $beatPlaces
                && (null === $long ? $shift % $beats === $beat % $beats : \in_array($beat, $long, true));
            $lengths[] = ($isLong ? 2 : 1) * self::PLACE;
            $at += $isLong ? 2 : 1;
        }

        return $lengths;
    }

    /** @return list<int> beats of the two bars, spread over them and moved on together */
    private static function threeLong(int $beats, int $shift): array
    {
        return array_map(static fn (int $k): int => (intdiv($k * 2 * $beats, 3) + $shift) % (2 * $beats), [0, 1, 2]);
    }

    /**
     * Lengths where the long note stays on one beat of every bar.
     *
     * @param int $beat   counted from 1
     * @param int $pickUp ticks that stand before the first bar
     *
     * @return list<int>
     */
    public static function onBeat(int $count, TimeSignature $time, int $beat, int $pickUp = 0): array
    {
        $lengths = [];
        $at = $pickUp > 0 ? $time->barTicks() - $pickUp : 0;
        for ($i = 0; $i < $count; ++$i) {
            $length = $at % $time->barTicks() === ($beat - 1) * $time->beatTicks() ? 2 * self::PLACE : self::PLACE;
            $lengths[] = $length;
            $at += $length;
        }

        return $lengths;
    }

    /** Notes in a bar when one of them is long. */
    public static function notesInBar(TimeSignature $time): int
    {
        return intdiv($time->barTicks(), self::PLACE) - 1;
    }
}
