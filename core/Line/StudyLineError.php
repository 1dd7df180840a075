<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Mistake;

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
        $what = '' === $read ? 'the line ends' : \sprintf('"%s" is not understood', self::shorten($read));
        $list = implode(', ', \array_slice($expected, 0, 8)).(\count($expected) > 8 ? ', …' : '');
        $meant = '' === $nearest ? '' : \sprintf('; did you mean "%s"?', $nearest);

        return new self(
            \sprintf(
                'Column %d: %s; expected %s%s Example: "%s".',
                $column,
                $what,
                $list,
                '' === $meant ? '.' : $meant,
                $example,
            ),
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
            \sprintf(
                'Column %d: "%s" leaves a choice; expected one of these: "%s".',
                $column,
                self::shorten($read),
                implode('" or "', $readings),
            ),
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
            \sprintf(
                'Column %d: "%s" says the %s again; "%s" already says it. Leave one of the two out, for example "concert F major, 2 octaves, eighths".',
                $column,
                self::shorten($read),
                $kind->value,
                $before,
            ),
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
            \sprintf(
                'Column %d: read "%s"; expected %s from %d to %d, for example "%s".',
                $column,
                self::shorten($read),
                $what,
                $least,
                $most,
                $example,
            ),
            $column,
            $read,
            [\sprintf('%d to %d', $least, $most)],
            '',
        );
    }

    public static function wrong(int $column, string $read, string $why): self
    {
        return new self(
            \sprintf('Column %d: read "%s". %s', $column, self::shorten($read), $why),
            $column,
            $read,
            [],
            '',
        );
    }

    public static function turnsAlready(Clause $direction, string $order): self
    {
        return self::wrong($direction->column, $direction->text, \sprintf(
            '"%s" says the direction of each key already; leave "%s" out, for example "concert C major, keys by fourths up and down in turn".',
            $order,
            $direction->text,
        ));
    }

    public static function noModes(Clause $keys, string $material): self
    {
        return self::wrong(
            $keys->column,
            $keys->text,
            \sprintf(
                '"%s" is not one of the seven modes; expected one of them, for example "concert C major, keys by modes".',
                $material,
            ),
        );
    }

    public static function noMinors(Clause $keys, string $material): self
    {
        return self::wrong(
            $keys->column,
            $keys->text,
            \sprintf(
                '"%s" has no minor beside it; expected what has one, for example "concert C major, keys with minors".',
                $material,
            ),
        );
    }

    public static function noMinorKeys(Clause $extent, string $order): self
    {
        return self::wrong(
            $extent->column,
            $extent->text,
            \sprintf(
                '"%s" has no minor keys; expected an order that has them, for example "concert C major, minors 2 octaves, keys with minors".',
                $order,
            ),
        );
    }

    public static function empty(): self
    {
        return new self(
            'The line is empty; expected a key, for example "concert F major, 2 octaves".',
            1,
            '',
            ['a key'],
            '',
        );
    }

    public static function tooLong(int $length, int $limit): self
    {
        return new self(
            \sprintf(
                'The line has %d characters; expected at most %d, for example "concert F major, 2 octaves".',
                $length,
                $limit,
            ),
            $limit + 1,
            '',
            [],
            '',
        );
    }

    public static function notText(): self
    {
        return new self(
            'The line is not readable text (UTF-8); expected something like "concert F major, 2 octaves".',
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
