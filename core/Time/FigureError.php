<?php

declare(strict_types=1);

namespace SwiftReed\Time;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

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
        return self::at($column, $read, Wording::of('figure-error.unexpected', [
            'read' => '' === $read ? 'the rhythm ends' : '"'.$read.'" was read in a rhythm',
            'expected' => $expected,
        ]));
    }

    public static function tooManyShares(int $column, int $shares): self
    {
        return self::at($column, (string) $shares, Wording::of('figure-error.too-many-shares', [
            'shares' => $shares,
            'most_shares' => Figure::MOST_SHARES,
        ]));
    }

    public static function tooManyGroups(int $column, int $groups): self
    {
        return self::at($column, (string) $groups, Wording::of('figure-error.too-many-groups', [
            'groups' => $groups,
            'most_groups' => Figure::MOST_GROUPS,
        ]));
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
        return new self(Wording::of('figure-error.at', ['column' => $column, 'says' => $says]), $column, $read);
    }
}
