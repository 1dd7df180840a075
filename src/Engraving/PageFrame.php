<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * What stands at the foot of every printed page, in one place and one order: what it is and whose at the left, "page x of
 * y" at the right. Lengths are in units, a hundred to the millimetre.
 */
final class PageFrame
{
    /** From the edge of the paper to the words of the foot: a printer reaches them. */
    public const FOOT_LINE = 900;
    public const SIZE = 300;
    /** Between what it is and the number of the page. */
    private const BETWEEN = 600;

    /** What it is, whose, of which edition and day: what is not known is left out. */
    public static function said(string ...$parts): string
    {
        return implode(' · ', array_filter($parts, static fn (string $one): bool => '' !== trim($one)));
    }

    /**
     * What stands under a title, in as many lines as it needs.
     *
     * @return array{string, int} drawing, and how much lower what follows begins than under one line
     */
    public static function under(string $text, int $left, int $y, int $size): array
    {
        $svg = '';
        $lines = Ink::lines($text, PageMaker::WIDTH, $size);
        foreach ($lines as $k => $line) {
            $svg .= Svg::text($left, $y + (int) (1.25 * $size) * $k, $size, $line, fill: Ink::QUIET);
        }

        return [$svg, (int) (1.25 * $size) * (\count($lines) - 1)];
    }

    /**
     * Pages of one print, each with its foot.
     *
     * @param non-empty-list<string> $bodies drawings of the pages
     * @param string                 $glyphs symbols that they use
     *
     * @return non-empty-list<Page>
     */
    public static function pages(Paper $paper, array $bodies, string $says, string $glyphs = ''): array
    {
        $pages = [];
        foreach ($bodies as $k => $body) {
            $pages[] = Svg::page($paper, $body.self::foot($paper, $says, $k, \count($bodies)), $glyphs);
        }

        return $pages;
    }

    /**
     * @param int      $page      from 0
     * @param float    $words     how much larger than usual, in large print
     * @param int      $line      from the edge of the paper
     * @param int|null $right     where the foot ends, where a corner is torn off; else at the margin of music
     */
    public static function foot(
        Paper $paper,
        string $says,
        int $page,
        int $of,
        float $words = 1.0,
        int $line = self::FOOT_LINE,
        ?int $right = null,
    ): string {
        $left = intdiv($paper->width() - $paper->room(), 2);
        $right ??= $left + $paper->room();
        $size = (int) (self::SIZE * $words);
        $number = \sprintf('page %d of %d', $page + 1, $of);
        $y = $paper->height() - $line;
        $svg = Svg::text($right, $y, $size, $number, fill: Ink::QUIET, anchor: 'end');
        $lines = Ink::lines($says, $right - $left - Ink::width($number, $size) - self::BETWEEN, $size);
        foreach ($lines as $k => $one) {
            $above = (int) (1.25 * $size * (\count($lines) - 1 - $k));
            $svg .= Svg::text($left, $y - $above, $size, $one, fill: Ink::QUIET);
        }

        return $svg;
    }
}
