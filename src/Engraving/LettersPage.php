<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Packet\LetterLine;

/**
 * A chart of letters on one page of paper. Lengths are in units, a hundred to the millimetre.
 */
final class LettersPage
{
    /** @param non-empty-list<LetterLine> $lines */
    public static function sheet(array $lines, string $title, string $instrument, Paper $paper): Sheet
    {
        $left = 1500;
        $width = $paper->width() - 2 * $left;
        $columns = \count($lines[0]->letters);
        $column = min(1500.0, ($width - 6200) / max(1, $columns));
        $row = ($paper->height() - 6200) / \count($lines);
        $svg = self::text($left, 2300, 800, $title, 700, 'start', 'Alegreya, serif')
            .self::text($left, 2950, 430, $instrument.': the letters of every key, and the notes that carry a sign', 400, 'start');
        $svg .= self::text($left + 900, 3900, 300, 'concert', 400, 'middle', '', Ink::QUIET).self::text($left + 2200, 3900, 300, 'yours', 400, 'middle', '', Ink::QUIET);
        for ($i = 0; $i < $columns; ++$i) {
            $svg .= self::text($left + 3100 + $column * ($i + 0.5), 3900, 300, (string) ($i + 1), 400, 'middle', '', Ink::QUIET);
        }
        foreach ($lines as $k => $line) {
            $y = 3900 + $row * ($k + 0.75);
            $svg .= \sprintf('<path d="M%d %.0f H%d" stroke="#d8cfbc" stroke-width="10"/>', $left, 3900 + $row * ($k + 1) + 60, $left + $width);
            $svg .= self::text($left, $y, 300, (string) $line->number, 400, 'start', '', Ink::QUIET)
                .self::text($left + 900, $y, 430, $line->concert->tonic->sign(), 400, 'middle')
                .self::text($left + 2200, $y, 560, $line->written->tonic->sign(), 700, 'middle', 'Alegreya, Noto Sans Math, serif');
            foreach ($line->letters as $i => $letter) {
                $x = $left + 3100 + $column * ($i + 0.5);
                if (0 !== $letter->alter) {
                    $svg .= \sprintf('<rect x="%.0f" y="%.0f" width="%.0f" height="720" rx="120" fill="none" stroke="%s" stroke-width="24"/>', $x - $column * 0.44, $y - 540, $column * 0.88, Ink::INK);
                }
                $svg .= self::text($x, $y, $column < 1000 ? 380 : 500, $letter->sign(), 700, 'middle', 'Alegreya, Noto Sans Math, serif');
            }
            $says = explode("\n", wordwrap($line->spoken(), 16));
            foreach ($says as $i => $words) {
                $svg .= self::text($left + 3100 + $column * $columns + 250, $y + 320 * ($i - (\count($says) - 1) / 2), 270, $words, 400, 'start', '', Ink::QUIET);
            }
        }

        return new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%.1fmm" height="%.1fmm" viewBox="0 0 %d %d" font-family="Figtree, Noto Sans Math, sans-serif">%s</svg>', $paper->width() / 100, $paper->height() / 100, $paper->width(), $paper->height(), $svg), $paper->width(), $paper->height());
    }

    private static function text(float $x, float $y, int $size, string $text, int $weight, string $anchor, string $family = '', string $colour = Ink::INK): string
    {
        return \sprintf('<text x="%.0f" y="%.0f" font-size="%d" font-weight="%d" text-anchor="%s" fill="%s"%s>%s</text>', $x, $y, $size, $weight, $anchor, $colour, '' === $family ? '' : \sprintf(' font-family="%s"', $family), Signs::text($text));
    }
}
