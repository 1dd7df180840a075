<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * Lengths and places in time are whole ticks, 3360 to the quarter note: a beat divided by any number up to eight, and
 * its sixty-fourths, stay exact.
 */
final class Length
{
    public const QUARTER = 3360;
    public const WHOLE = 4 * self::QUARTER;
    public const HALF = 2 * self::QUARTER;
    public const EIGHTH = self::QUARTER / 2;
    public const TRIPLET_EIGHTH = self::QUARTER / 3;
    public const SIXTEENTH = self::QUARTER / 4;
    public const THIRTY_SECOND = self::QUARTER / 8;
    public const SIXTY_FOURTH = self::QUARTER / 16;

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
