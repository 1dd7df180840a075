<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Sixteenths with long ones among them, so that a line fills its bars: 15 notes have 16 places in a bar of 4/4, so one
 * note is an eighth; 29 notes have 32 places, so three are.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class OneLong
{
    private const PLACE = Length::SIXTEENTH;

    /**
     * Lengths of one time through, in ticks.
     *
     * @param int $count notes
     * @param int $shift beats by which the long notes have moved on
     *
     * @return list<int>
     */
    public static function moving(int $count, TimeSignature $time, int $shift): array
    {
        $beatPlaces = intdiv($time->beatTicks(), self::PLACE);
        $barPlaces = intdiv($time->barTicks(), self::PLACE);
        $bars = (int) ceil($count / $barPlaces);
        $beats = $bars * intdiv($barPlaces, $beatPlaces);
        $spare = $bars * $barPlaces - $count;
        $long = [];
        for ($i = 0; $i < min($spare, $beats); ++$i) {
            $long[(intdiv($i * $beats, min($spare, $beats)) + $shift) % $beats] = true;
        }
        $lengths = [];
        $at = 0;
        for ($i = 0; $i < $count; ++$i) {
            $isLong = 0 === $at % $beatPlaces && isset($long[intdiv($at, $beatPlaces)]);
            $places = $isLong ? 2 : 1;
            if ($i === $count - 1) {
                $places = max(1, $bars * $barPlaces - $at);
            }
            $lengths[] = $places * self::PLACE;
            $at += $places;
        }

        return $lengths;
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
