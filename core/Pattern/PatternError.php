<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A cell that cannot be read: where, what stood there, what could stand there.
 */
final class PatternError extends \InvalidArgumentException implements Mistake
{
    /**
     * @param int          $column   counted in characters from 1
     * @param list<string> $expected
     */
    private function __construct(
        string $message,
        public readonly int $column,
        public readonly string $read,
        public readonly array $expected,
    ) {
        parent::__construct($message);
    }

    /** @param list<string> $expected */
    public static function unexpected(int $column, string $read, array $expected): self
    {
        return new self(
            Wording::of('pattern-error.unexpected', [
                'column' => $column,
                'read' => '' === $read ? 'the pattern ends' : '"'.$read.'" is not understood',
                'expected' => implode(', ', $expected),
            ]),
            $column,
            $read,
            $expected,
        );
    }

    public static function tooLong(int $column, int $count, int $most): self
    {
        return new self(
            Wording::of('pattern-error.too-long', ['column' => $column, 'count' => $count, 'most' => $most]),
            $column,
            (string) $count,
            [],
        );
    }
}
