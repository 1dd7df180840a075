<?php

declare(strict_types=1);

namespace SwiftReed\Time;

use SwiftReed\Knowledge\Mistake;

/**
 * A figure that cannot be read: where, what stood there, what was expected.
 */
final class FigureError extends \InvalidArgumentException implements Mistake
{
    private function __construct(
        string $message,
        /** Counted in characters from 1. */
        public readonly int $column,
        public readonly string $read,
    ) {
        parent::__construct($message);
    }

    public static function unexpected(int $column, string $read, string $expected): self
    {
        return self::at($column, $read, \sprintf(
            '%s; expected %s',
            '' === $read ? 'the rhythm ends' : '"'.$read.'" was read in a rhythm',
            $expected,
        ));
    }

    public static function tooManyShares(int $column, int $shares): self
    {
        return self::at($column, (string) $shares, \sprintf(
            'the numbers of one beat add up to %d; expected %d at most',
            $shares,
            Figure::MOST_SHARES,
        ));
    }

    public static function tooManyGroups(int $column, int $groups): self
    {
        return self::at($column, (string) $groups, \sprintf(
            'the rhythm has %d beats or groups; expected %d at most',
            $groups,
            Figure::MOST_GROUPS,
        ));
    }

    public static function nothingBegins(int $column): self
    {
        return self::at($column, '', 'no note begins in this rhythm; expected one that is no rest and not tied to the note before');
    }

    public static function tiedToRest(int $column): self
    {
        return self::at($column, '~', '"~" ties a note to a rest; expected a note after it');
    }

    private static function at(int $column, string $read, string $says): self
    {
        return new self(\sprintf('Column %d: %s, for example "rhythm 3+1".', $column, $says), $column, $read);
    }
}
