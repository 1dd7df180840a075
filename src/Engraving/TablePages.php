<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Tables on paper: headings, rows whose cells are wrapped, and the head of the table again on every page. Lengths are
 * in units, a hundred to the millimetre.
 */
final class TablePages
{
    private const TOP = 1500;
    private const FOOT = 1500;
    private const SIZE = 300;
    private const LINE = 400;
    private const PADDING = 170;

    /**
     * @param list<array{string, list<list<string>>}> $sections heading, and rows with a cell for each column
     * @param array<string, float|int>                $columns  names, and shares of the width
     *
     * @return non-empty-list<Page>
     */
    public static function of(
        string $title,
        string $says,
        array $columns,
        array $sections,
        Paper $paper,
        string $foot = '',
    ): array {
        $width = PageMaker::WIDTH;
        $left = intdiv($paper->width() - $width, 2);
        $bottom = $paper->height() - self::FOOT;
        $widths = array_map(static fn (float $share): float => $share * $width / array_sum($columns), $columns);
        $pages = [];
        $svg = Svg::text($left, self::TOP + 600, 800, $title, weight: 700, face: Svg::SERIF);
        $y = self::TOP + 900.0;
        foreach (Ink::lines($says, $width, 340) as $line) {
            $y += 450;
            $svg .= Svg::text($left, $y, 340, $line, fill: Ink::QUIET);
        }
        $head = static function (float $y) use ($widths, $left): string {
            $svg = '';
            $x = $left;
            foreach ($widths as $name => $room) {
                $svg .= Svg::text($x, $y, self::SIZE, $name, fill: Ink::QUIET);
                $x += $room;
            }

            return $svg;
        };
        foreach ($sections as [$heading, $rows]) {
            foreach ($rows as $k => $row) {
                $cells = [];
                foreach (array_values($widths) as $c => $room) {
                    $cells[] = Ink::lines($row[$c] ?? '', $room - self::PADDING, self::SIZE);
                }
                $height = self::LINE * max(1, ...array_map(count(...), $cells)) + self::PADDING;
                $above = 0 === $k ? 1700 : 0;
                if ($y + $above + $height > $bottom) {
                    $pages[] = $svg;
                    $svg = '';
                    $y = self::TOP;
                    $above = 1700;
                }
                if ($above > 0) {
                    $y += 850;
                    $svg .= '' === $heading
                        ? ''
                        : Svg::text(
                            $left,
                            $y,
                            460,
                            $heading.($k > 0 ? ' (further)' : ''),
                            weight: 700,
                            face: Svg::SERIF,
                        );
                    $y += 550;
                    $svg .= $head($y);
                    $y += 120;
                }
                $svg .= Svg::stroke(\sprintf('M%d %.0f H%d', $left, $y, $left + $width), Ink::RULE, 10);
                $x = $left;
                foreach (array_values($widths) as $c => $room) {
                    foreach ($cells[$c] as $i => $line) {
                        $svg .= Svg::text(
                            $x,
                            $y + self::LINE * ($i + 0.8),
                            self::SIZE,
                            $line,
                            weight: 0 === $c ? 700 : null,
                        );
                    }
                    $x += $room;
                }
                $y += $height;
            }
        }
        $pages[] = $svg;
        $made = [];
        foreach ($pages as $i => $drawing) {
            $made[] = Svg::page($paper, $drawing.PageFrame::foot($paper, $foot, $i, \count($pages)));
        }

        return $made;
    }
}
