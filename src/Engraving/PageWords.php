<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Words on a page in lines that find room. Lengths are in units, a hundred to the millimetre.
 */
final class PageWords
{
    /**
     * Words that belong together stay together; what finds no room on the first line goes to the next.
     *
     * @param array<string> $parts
     * @param float         $first room on the first line
     *
     * @return non-empty-list<string>
     */
    public static function inLines(
        array $parts,
        int $size,
        float $first,
        string $between = ' · ',
        float $others = PageMaker::WIDTH,
    ): array {
        $lines = [''];
        foreach ($parts as $part) {
            $last = \count($lines) - 1;
            $longer = '' === $lines[$last] ? $part : $lines[$last].$between.$part;
            if (Ink::width($longer, $size) <= (0 === $last ? $first : $others)) {
                $lines[$last] = $longer;
            } else {
                // Longer than a line: word by word.
                $lines[] = '';
                foreach (explode(' ', $part) as $word) {
                    $last = \count($lines) - 1;
                    $longer = trim($lines[$last].' '.$word);
                    if ('' === $lines[$last] || Ink::width($longer, $size) <= $others) {
                        $lines[$last] = $longer;
                    } else {
                        $lines[] = $word;
                    }
                }
            }
        }

        return $lines;
    }

    /** @return list<string> */
    public static function wrapped(string $text, int $letters): array
    {
        return array_values(array_filter(
            explode("\n", self::wordwrap($text, $letters)),
            static fn (string $line): bool => '' !== $line,
        ));
    }

    private static function wordwrap(string $text, int $letters): string
    {
        $lines = [''];
        foreach (explode(' ', $text) as $word) {
            $line = $lines[\count($lines) - 1];
            if ('' !== $line && mb_strlen($line.' '.$word) > $letters) {
                $lines[] = $word;
            } else {
                $lines[\count($lines) - 1] = '' === $line ? $word : $line.' '.$word;
            }
        }

        return implode("\n", $lines);
    }
}
