<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * Lengths and places in time are whole ticks, 480 to the quarter note, so that triplets and sixteenths stay exact.
 */
final class Length
{
    public const WHOLE = 1920;
    public const HALF = 960;
    public const QUARTER = 480;
    public const EIGHTH = 240;
    public const TRIPLET_EIGHTH = 160;
    public const SIXTEENTH = 120;

    /** An exact fraction of a whole note: "1/8", "3/4", "2", "0". */
    public static function fraction(int $ticks): string
    {
        if (0 === $ticks) {
            return '0';
        }
        [$a, $b] = [$ticks, self::WHOLE];
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }
        $under = intdiv(self::WHOLE, $a);

        return 1 === $under ? (string) intdiv($ticks, $a) : intdiv($ticks, $a).'/'.$under;
    }
}
