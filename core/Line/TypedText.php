<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * A text as it was typed and as it is read, with what stands where in both, so that a mistake is shown in what was typed.
 */
final readonly class TypedText
{
    /**
     * @param list<array{int, int, int, int}> $changes what was replaced: where in the typed text and how long, where in
     *  the read text and how long, in characters from 0
     */
    private function __construct(public string $typed, public string $read, private array $changes)
    {
    }

    public static function same(string $text): self
    {
        return new self($text, $text, []);
    }

    /**
     * @param non-empty-string                            $pattern
     * @param \Closure(array<array-key, string>): string $with    what is read instead of what was found
     */
    public static function replaced(string $text, string $pattern, \Closure $with): self
    {
        preg_match_all($pattern, $text, $all, \PREG_SET_ORDER | \PREG_OFFSET_CAPTURE);
        $read = '';
        $changes = [];
        $from = 0;
        foreach ($all as $found) {
            [$word, $at] = $found[0];
            $read .= substr($text, $from, $at - $from);
            $instead = $with(array_map(static fn (array $one): string => $one[0], $found));
            $changes[] = [
                mb_strlen(substr($text, 0, $at)), mb_strlen($word), mb_strlen($read), mb_strlen($instead),
            ];
            $read .= $instead;
            $from = $at + \strlen($word);
        }

        return new self($text, $read.substr($text, $from), $changes);
    }

    /** This, and another after it. */
    public function and(self $other): self
    {
        [$typed, $read] = [mb_strlen($this->typed), mb_strlen($this->read)];

        return new self($this->typed.$other->typed, $this->read.$other->read, [
            ...$this->changes,
            ...array_map(
                static fn (array $one): array => [$one[0] + $typed, $one[1], $one[2] + $read, $one[3]],
                $other->changes,
            ),
        ]);
    }

    /** The column of the typed text where a column of the read one comes from, both from 1. */
    public function column(int $column): int
    {
        $place = $column - 1;
        $shift = 0;
        foreach ($this->changes as [$typed, $typedLength, $read, $readLength]) {
            if ($place < $read) {
                break;
            }
            if ($place < $read + $readLength) {
                return $typed + 1;
            }
            $shift = $typed + $typedLength - $read - $readLength;
        }

        return $place + $shift + 1;
    }

    /** What was typed for a piece of the read text. @param int $column where it begins, from 1 */
    public function piece(int $column, int $length): string
    {
        $from = $this->column($column);

        return mb_substr($this->typed, $from - 1, $this->column($column + $length) - $from);
    }
}
