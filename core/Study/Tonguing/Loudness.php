<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

/**
 * How loud each dynamic is, as MIDI has velocities: steps that are heard as steps. From memory of what players of
 * exercises expect of a machine; common practice, no source.
 */
final class Loudness
{
    /** Where nothing is said: as mf. */
    public const USUAL = 84;
    private const LEVELS = ['pp' => 44, 'p' => 56, 'mp' => 70, 'mf' => self::USUAL, 'f' => 100, 'ff' => 116];
    /** From where to where a hairpin goes when no level is said. */
    private const SOFT = 56;
    private const LOUD = 104;

    /** @return list<string> from soft to loud */
    public static function levels(): array
    {
        return array_keys(self::LEVELS);
    }

    public static function of(string $level): int
    {
        return self::LEVELS[$level];
    }

    /** @param float $share of the way up, 0 to 1 */
    public static function between(float $share): int
    {
        return (int) round(self::SOFT + $share * (self::LOUD - self::SOFT));
    }
}
