<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

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
        return self::at($column, $read, Wording::of('progression-error.not-a-chord', [
            'read' => '' === $read ? 'the chords end' : '"'.$read.'" was read among chords',
        ]));
    }

    public static function majorOrMinor(int $column, string $read): self
    {
        $root = (string) preg_replace('/M.*$/', '', $read);

        return self::at($column, $read, Wording::of('progression-error.major-or-minor', [
            'read' => $read,
            'root' => $root,
            'root_2' => $root,
        ]));
    }

    public static function noChordBefore(int $column, string $read): self
    {
        return self::at($column, $read, Wording::of('progression-error.no-chord-before', ['read' => $read]));
    }

    public static function sharesBar(int $column, string $read): self
    {
        return self::at(
            $column,
            $read,
            Wording::of('progression-error.shares-bar', ['read' => $read]),
        );
    }

    public static function tooManyInBar(int $column, int $chords): self
    {
        return self::at(
            $column,
            (string) $chords,
            Wording::of('progression-error.too-many-in-bar', [
                'chords' => $chords,
                'most_in_bar' => Progression::MOST_IN_BAR,
            ]),
        );
    }

    public static function tooLong(int $column, int $bars): self
    {
        return self::at(
            $column,
            (string) $bars,
            Wording::of('progression-error.too-long', ['bars' => $bars, 'most_bars' => Progression::MOST_BARS]),
        );
    }

    private static function at(int $column, string $read, string $says): self
    {
        return new self(
            Wording::of('progression-error.at', [
                'column' => $column,
                'says' => $says,
                'example' => self::EXAMPLE,
            ]),
            $column,
            $read,
        );
    }
}
