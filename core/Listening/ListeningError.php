<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Knowledge\Mistake;

/**
 * Something that cannot be listened to.
 */
final class ListeningError extends \InvalidArgumentException implements Mistake
{
    private const EXAMPLE = '{"rate": 100, "frames": [[0, 233.1, 0.97, -21.5], [10, 233.0, 0.98, -21.2]]}';

    public static function notFrames(string $read): self
    {
        return new self(\sprintf(
            '%s; expected frames of milliseconds, hertz, clarity from 0 to 1, and decibels, for example %s.',
            $read,
            self::EXAMPLE,
        ));
    }

    public static function notPlays(): self
    {
        return new self(
            'What is played is not understood; expected notes of the line with their onsets and lengths in ticks, for example [[0, 0, 240], [1, 240, 240]].',
        );
    }

    public static function notAFault(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a fault that can be played; expected some of tempo, drift, late, wrong, missing, flat, uneven, restart, breathy, octave-slips, noise, for example "tempo 96; late 5 120; wrong 4 D5; flat 7 30".',
            mb_substr($read, 0, 60),
        ));
    }

    public static function noSuchNote(int $read, int $count): self
    {
        return new self(\sprintf(
            'Note %d was asked for and the line has %d; expected one of them, counted from 1, for example "late %d 120".',
            $read,
            $count,
            min(2, $count),
        ));
    }

    public static function notANumber(string $name, string $read, string $expected, string $example): self
    {
        return new self(\sprintf(
            '%s: "%s" was read; expected %s, for example %s.',
            $name,
            mb_substr($read, 0, 40),
            $expected,
            $example,
        ));
    }
}
