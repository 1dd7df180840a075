<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

use SwiftReed\Knowledge\Mistake;

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
            \sprintf(
                'Column %d: %s; expected %s, for example "cell 1 2 3 5".',
                $column,
                '' === $read ? 'the pattern ends' : '"'.$read.'" is not understood',
                implode(', ', $expected),
            ),
            $column,
            $read,
            $expected,
        );
    }

    public static function tooLong(int $column, int $count, int $most): self
    {
        return new self(
            \sprintf(
                'Column %d: the cell has %d notes; expected at most %d, for example "cell 1 2 3 5".',
                $column,
                $count,
                $most,
            ),
            $column,
            (string) $count,
            [],
        );
    }
}
