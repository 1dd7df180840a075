<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * The click of a take, where the device is calibrated: without that nobody knows how late its sound comes out and goes
 * in.
 */
final readonly class Click
{
    /** Milliseconds of delay that a device may have; more is no calibration. */
    private const MOST = 1000.0;

    /**
     * @param float $first   milliseconds in the take at which the first note is due
     * @param float $quarter milliseconds of a quarter note
     * @param float $delay   milliseconds by which a tap in time was heard late
     */
    public function __construct(public float $first, public float $quarter, public float $delay)
    {
    }

    /**
     * @param mixed $given {"first": ms, "delay": ms}
     */
    public static function read(mixed $given, float $quarter): ?self
    {
        $first = \is_array($given) ? $given['first'] ?? null : null;
        $delay = \is_array($given) ? $given['delay'] ?? null : null;

        return (\is_int($first) || \is_float($first))
            && (\is_int($delay) || \is_float($delay))
            && abs($delay) <= self::MOST
            && abs($first) < 600_000
            ? new self((float) $first, $quarter, (float) $delay)
            : null;
    }
}
