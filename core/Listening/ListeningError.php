<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * Something that cannot be listened to.
 */
final class ListeningError extends \InvalidArgumentException implements Mistake
{
    private const EXAMPLE = '{"rate": 100, "frames": [[0, 233.1, 0.97, -21.5], [10, 233.0, 0.98, -21.2]]}';

    public static function notFrames(string $read): self
    {
        return new self(Wording::of('listening-error.not-frames', ['read' => $read, 'example' => self::EXAMPLE]));
    }

    public static function notPlays(): self
    {
        return new self(
            Wording::of('listening-error.not-plays'),
        );
    }

    public static function notAFault(string $read): self
    {
        return new self(Wording::of('listening-error.not-a-fault', ['read' => mb_substr($read, 0, 60)]));
    }

    public static function noSuchNote(int $read, int $count): self
    {
        return new self(Wording::of('listening-error.no-such-note', [
            'read' => $read,
            'count' => $count,
            'count_2' => (int) min(2, $count),
        ]));
    }

    public static function notANumber(string $name, string $read, string $expected, string $example): self
    {
        return new self(Wording::of('listening-error.not-a-number', [
            'name' => $name,
            'read' => mb_substr($read, 0, 40),
            'expected' => $expected,
            'example' => $example,
        ]));
    }
}
