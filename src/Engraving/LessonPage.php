<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * The next lesson on one page, read across a room thirty seconds before the door opens: facts in large letters, and each
 * section's hardest change under them. Lengths are in units, a hundred to the millimetre.
 */
final class LessonPage
{
    private const TOP = 1400;
    private const LABEL = 320;
    private const REASON = 380;
    /** Letters of a fact that is a word or a number, and of one that is a name or a sentence. */
    private const HUGE = 1500;
    private const LARGE = 640;
    /** Lines of a fact in large letters, names one under the other. */
    private const LINES = 4;
    private const FACT = 5200;
    private const BETWEEN = 700;
    private const ROW = 400;
    /** Widths of the section and of its key; the rest is its hardest change. */
    private const SECTION = 4200;
    private const KEY = 3300;
    private const GAP = 250;

    /**
     * @param list<array{label: string, says: string, because: string}> $facts    two beside each other, in order; what
     *  is said may have lines
     * @param list<array{section: string, key: string, change: string}> $sections
     */
    public static function of(
        array $facts,
        string $heading,
        array $sections,
        Paper $paper,
        string $foot,
    ): Page {
        $left = intdiv($paper->width() - PageMaker::WIDTH, 2);
        $width = intdiv(PageMaker::WIDTH - self::BETWEEN, 2);
        $svg = '';
        foreach ($facts as $k => $fact) {
            $svg .= Svg::at(
                $left + ($k % 2) * ($width + self::BETWEEN),
                self::TOP + intdiv($k, 2) * self::FACT,
                self::fact($fact, $width),
            );
        }
        $y = self::TOP + (int) ceil(\count($facts) / 2) * self::FACT + 500;
        $svg .= Svg::text($left, $y, 520, $heading, weight: 700, face: Svg::SERIF);
        $y += 250;
        $bottom = $paper->height() - 1700;
        foreach ($sections as $one) {
            $columns = [
                [0, self::SECTION, $one['section'], 700],
                [self::SECTION, self::KEY, $one['key'], null],
                [self::SECTION + self::KEY, PageMaker::WIDTH - self::SECTION - self::KEY, $one['change'], null],
            ];
            $columns = array_map(
                static fn (array $column): array => [
                    $column[0],
                    Ink::lines($column[2], $column[1] - self::GAP, self::ROW),
                    $column[3],
                ],
                $columns,
            );
            $height = 530 * max(1, ...array_map(static fn (array $column): int => \count($column[1]), $columns)) + 120;
            if ($y + $height > $bottom) {
                break; // a band with more sections than a page holds sees the first of them, in score order
            }
            $svg .= Svg::stroke(\sprintf('M%d %d h%d', $left, $y, PageMaker::WIDTH), Ink::RULE, 10);
            foreach ($columns as [$x, $lines, $weight]) {
                foreach ($lines as $k => $line) {
                    $svg .= Svg::text($left + $x, $y + 460 + 530 * $k, self::ROW, $line, weight: $weight);
                }
            }
            $y += $height;
        }

        return Svg::page($paper, $svg.PageFrame::foot($paper, $foot, 0, 1));
    }

    /** @param array{label: string, says: string, because: string} $fact */
    private static function fact(array $fact, int $width): string
    {
        $svg = Svg::stroke(\sprintf('M0 0 H%d', $width), Ink::INK, 24)
            .Svg::text(0, 520, self::LABEL, $fact['label'], fill: Ink::QUIET);
        $isHuge = !str_contains($fact['says'], "\n") && Ink::width($fact['says'], self::HUGE) <= $width;
        $size = $isHuge ? self::HUGE : self::LARGE;
        $y = 620;
        $lines = array_merge(...array_map(
            static fn (string $line): array => Ink::lines($line, $width, $size),
            explode("\n", $fact['says']),
        ));
        foreach (\array_slice($lines, 0, self::LINES) as $line) {
            $y += (int) (($isHuge ? 0.95 : 1.2) * $size);
            $svg .= Svg::text(0, $y, $size, $line, weight: 700, face: Svg::SERIF);
        }
        foreach (Ink::lines($fact['because'], $width, self::REASON) as $line) {
            $y += 540;
            if ($y < self::FACT - 200) {
                $svg .= Svg::text(0, $y, self::REASON, $line);
            }
        }

        return $svg;
    }
}
