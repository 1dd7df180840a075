<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * One word, number or sign of a study line and the column (counted in characters from 1) where it begins.
 */
final readonly class Token
{
    public const COMMA = ',';
    private const NUMBERS = [
        'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7, 'eight' => 8,
        'nine' => 9, 'ten' => 10, 'eleven' => 11, 'twelve' => 12,
    ];

    public function __construct(public string $text, public int $column)
    {
    }

    public function lower(): string
    {
        return mb_strtolower($this->text);
    }

    public function isComma(): bool
    {
        return self::COMMA === $this->text;
    }

    /** The whole number in digits or as a word up to twelve; -1 when it is neither. */
    public function number(): int
    {
        if (1 === preg_match('/^\d{1,4}$/', $this->text)) {
            return (int) $this->text;
        }

        return self::NUMBERS[$this->lower()] ?? -1;
    }

    /** The word so that "12" and "twelve" are one: numbers in digits, everything in small letters. */
    public function plain(): string
    {
        $number = $this->number();

        return $number < 0 ? $this->lower() : (string) $number;
    }
}
