<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

/**
 * Small pieces of English.
 */
final class Speech
{
    private const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
    private const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'];

    public static function number(int $number): string
    {
        return self::NUMBERS[$number] ?? (string) $number;
    }

    public static function ordinal(int $number): string
    {
        return self::ORDINALS[$number] ?? (string) $number;
    }

    /**
     * "a, b and c".
     *
     * @param list<string> $words
     */
    public static function listed(array $words, string $and = 'and'): string
    {
        $last = array_pop($words);

        return null === $last ? '' : ([] === $words ? $last : implode(', ', $words).' '.$and.' '.$last);
    }

    /** The first letter large, everything else as it is: names of notes keep theirs. */
    public static function sentence(string $text): string
    {
        return '' === $text
            ? ''
            : mb_strtoupper(mb_substr($text, 0, 1)).mb_substr($text, 1).(preg_match('/[.!?]$/', $text) ? '' : '.');
    }

    /** A length of slide as a part of a position; a position is about a half step. */
    public static function partOfAPosition(float $cents): string
    {
        $cents = abs($cents);

        return match (true) {
            $cents < 15 => 'about an eighth of a position',
            $cents < 22 => 'about a fifth of a position',
            $cents < 29 => 'about a quarter of a position',
            $cents < 42 => 'about a third of a position',
            $cents < 58 => 'about half a position',
            default => 'more than half a position',
        };
    }
}
