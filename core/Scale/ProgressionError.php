<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\Mistake;

/**
 * Chords that cannot be read: where, what stood there, what was expected.
 */
final class ProgressionError extends \InvalidArgumentException implements Mistake
{
    private const EXAMPLE = 'over Dm7 | G7 | Cmaj7';

    private function __construct(
        string $message,
        /** Counted in characters from 1. */
        public readonly int $column,
        public readonly string $read,
    ) {
        parent::__construct($message);
    }

    public static function notAChord(int $column, string $read): self
    {
        return self::at($column, $read, \sprintf(
            '%s; expected a chord such as "Dm7" or "ii", a scale for the chord before it, or "2 bars"',
            '' === $read ? 'the chords end' : '"'.$read.'" was read among chords',
        ));
    }

    public static function majorOrMinor(int $column, string $read): self
    {
        $root = (string) preg_replace('/M.*$/', '', $read);

        return self::at($column, $read, \sprintf(
            '"%s" may be a major or a minor chord, since case does not matter here; expected "%smaj7" or "%sm7"',
            $read,
            $root,
            $root,
        ));
    }

    public static function noChordBefore(int $column, string $read): self
    {
        return self::at($column, $read, \sprintf('"%s" stands before any chord; expected a chord', $read));
    }

    public static function sharesBar(int $column, string $read): self
    {
        return self::at(
            $column,
            $read,
            \sprintf('"%s" was read in a bar that chords share; expected one chord between two bar lines', $read),
        );
    }

    public static function tooManyInBar(int $column, int $chords): self
    {
        return self::at(
            $column,
            (string) $chords,
            \sprintf('%d chords share a bar; expected %d at most', $chords, Progression::MOST_IN_BAR),
        );
    }

    public static function tooLong(int $column, int $bars): self
    {
        return self::at(
            $column,
            (string) $bars,
            \sprintf('the chords last %d bars; expected %d at most', $bars, Progression::MOST_BARS),
        );
    }

    private static function at(int $column, string $read, string $says): self
    {
        return new self(
            \sprintf('Column %d: %s, for example "%s".', $column, $says, self::EXAMPLE),
            $column,
            $read,
        );
    }
}
