<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * The partials of an open tube.
 *
 * Source: the harmonic series; a partial n lies 1200·log2(n) cents above the fundamental.
 */
final class Partials
{
    /** Too far out of tune to be used. */
    public const UNUSED = [11, 13, 14];
    public const HIGHEST = 16;
    /** So flat that slurs leave it out: 6 and 8 are neighbours. */
    public const FLAT = 7;

    /** Cents above the fundamental. */
    public static function cents(int $partial): float
    {
        return 1200 * log($partial, 2);
    }

    /** The half step nearest to the partial, above the fundamental. */
    public static function halfSteps(int $partial): int
    {
        return (int) round(self::cents($partial) / 100);
    }

    /** How far the partial itself lies from that half step, in cents. */
    public static function error(int $partial): float
    {
        return self::cents($partial) - 100 * self::halfSteps($partial);
    }

    /**
     * @param bool $withPedal whether the fundamental itself counts
     *
     * @return list<int>
     */
    public static function usable(bool $withPedal = false): array
    {
        return array_values(array_diff(range($withPedal ? 1 : 2, self::HIGHEST), self::UNUSED));
    }
}
