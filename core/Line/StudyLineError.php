<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A study line that cannot be read: where, what stood there, what could stand there.
 */
final class StudyLineError extends \InvalidArgumentException implements Mistake
{
    /**
     * @param int          $column   counted in characters from 1
     * @param string       $read     what stood there; nothing at the end of the line
     * @param list<string> $expected what could stand there
     * @param string       $nearest  the known word that is most like it, or nothing
     * @param list<string> $readings lines that may be meant, where there is a choice
     */
    private function __construct(
        string $message,
        public readonly int $column,
        public readonly string $read,
        public readonly array $expected,
        public readonly string $nearest,
        public readonly array $readings = [],
    ) {
        parent::__construct($message);
    }

    /** @param list<string> $expected */
    public static function unexpected(
        int $column,
        string $read,
        array $expected,
        string $nearest,
        string $example,
    ): self {
        $what = '' === $read ? 'the line ends' : Wording::of('study-line-error.not-understood', [
            'read' => self::shorten($read),
        ]);
        $list = implode(', ', \array_slice($expected, 0, 8)).(\count($expected) > 8 ? ', …' : '');
        $meant = '' === $nearest ? '' : Wording::of('hint.did-you-mean', ['nearest' => $nearest]);

        return new self(
            Wording::of('study-line-error.column-expected-example', [
                'column' => $column,
                'what' => $what,
                'list' => $list,
                'meant' => '' === $meant ? '.' : $meant,
                'example' => $example,
            ]),
            $column,
            $read,
            $expected,
            $nearest,
        );
    }

    /** @param non-empty-list<string> $readings lines that may be meant */
    public static function ambiguous(int $column, string $read, array $readings): self
    {
        return new self(
            Wording::of('study-line-error.ambiguous', [
                'column' => $column,
                'read' => self::shorten($read),
                'readings' => implode('" or "', $readings),
            ]),
            $column,
            $read,
            $readings,
            '',
            $readings,
        );
    }

    public static function saidTwice(int $column, string $read, ClauseKind $kind, string $before): self
    {
        return new self(
            Wording::of('study-line-error.said-twice', [
                'column' => $column,
                'read' => self::shorten($read),
                'kind' => $kind->value,
                'before' => $before,
            ]),
            $column,
            $read,
            [],
            '',
        );
    }

    public static function outOfBounds(
        int $column,
        string $read,
        string $what,
        int $least,
        int $most,
        string $example,
    ): self {
        return new self(
            Wording::of('study-line-error.column-read-expected', [
                'column' => $column,
                'read' => self::shorten($read),
                'what' => $what,
                'least' => $least,
                'most' => $most,
                'example' => $example,
            ]),
            $column,
            $read,
            [Wording::of('study-line-error.to', ['least' => $least, 'most' => $most])],
            '',
        );
    }

    public static function wrong(int $column, string $read, string $why): self
    {
        return new self(
            Wording::of('study-line-error.wrong', [
                'column' => $column,
                'read' => self::shorten($read),
                'why' => $why,
            ]),
            $column,
            $read,
            [],
            '',
        );
    }

    public static function turnsAlready(Clause $direction, string $order): self
    {
        return self::wrong($direction->column, $direction->text, Wording::of('study-line-error.turns-already', [
            'order' => $order,
            'direction' => $direction->text,
        ]));
    }

    public static function noModes(Clause $keys, string $material): self
    {
        return self::wrong(
            $keys->column,
            $keys->text,
            Wording::of('study-line-error.no-modes', ['material' => $material]),
        );
    }

    public static function noMinors(Clause $keys, string $material): self
    {
        return self::wrong(
            $keys->column,
            $keys->text,
            Wording::of('study-line-error.no-minors', ['material' => $material]),
        );
    }

    public static function noMinorKeys(Clause $extent, string $order): self
    {
        return self::wrong(
            $extent->column,
            $extent->text,
            Wording::of('study-line-error.no-minor-keys', ['order' => $order]),
        );
    }

    public static function empty(): self
    {
        return new self(
            Wording::of('study-line-error.empty'),
            1,
            '',
            ['a key'],
            '',
        );
    }

    public static function tooLong(int $length, int $limit): self
    {
        return new self(
            Wording::of('study-line-error.too-long', ['length' => $length, 'limit' => $limit]),
            $limit + 1,
            '',
            [],
            '',
        );
    }

    public static function notText(): self
    {
        return new self(
            Wording::of('study-line-error.not-text'),
            1,
            '',
            [],
            '',
        );
    }

    /** The same at another column: a clause that was read by itself. */
    public function at(int $column): self
    {
        return new self(
            (string) preg_replace('/^Column \d+/', 'Column '.$column, $this->getMessage()),
            $column,
            $this->read,
            $this->expected,
            $this->nearest,
            $this->readings,
        );
    }

    private static function shorten(string $read): string
    {
        return mb_strlen($read) > 40 ? mb_substr($read, 0, 39).'…' : $read;
    }
}
