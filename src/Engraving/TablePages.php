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
    /** Room for what the columns are called and for a heading over its first row. */
    private const HEADING = 1600;

    /** A player's half page ends so far above the line along which it is cut. */
    private const ABOVE_CUT = 1150;
    /** From the cut, and from the edge of the paper, to the words of its foot: a printer reaches them. */
    private const FOOT_OF_HALF = 700;

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
        $pages = self::drawn($title, $says, $columns, $sections, $paper);

        return PageFrame::pages($paper, array_map(static fn (array $page): string => $page[0], $pages), $foot);
    }

    /**
     * A sheet for each of many, two on a page to be cut apart where half a page is enough.
     *
     * @param non-empty-list<array{string, string, list<array{string, list<list<string>>}>}> $each title, what is said
     *  under it, and its sections
     * @param array<string, float|int>                                                       $columns
     *
     * @return non-empty-list<Page>
     */
    public static function halves(array $each, array $columns, Paper $paper, string $foot): array
    {
        $half = intdiv($paper->height(), 2);
        $left = intdiv($paper->width() - PageMaker::WIDTH, 2);
        $whole = [];
        $halves = [];
        foreach ($each as [$title, $says, $sections]) {
            $pages = self::drawn($title, $says, $columns, $sections, $paper);
            if (1 === \count($pages) && $pages[0][1] <= $half - self::ABOVE_CUT) {
                $halves[] = $pages[0][0]
                    .Svg::text($left, $half - self::FOOT_OF_HALF, PageFrame::SIZE, $foot, fill: Ink::QUIET);
            } else {
                array_push($whole, ...self::of($title, $says, $columns, $sections, $paper, $foot));
            }
        }
        $made = [];
        foreach (array_chunk($halves, 2) as $pair) {
            $cut = Svg::stroke(\sprintf('M0 %d H%d', $half, $paper->width()), Ink::RULE, 10, '120 120');
            $made[] = Svg::page($paper, $cut.$pair[0].(isset($pair[1]) ? Svg::at(0, $half, $pair[1]) : ''));
        }
        $all = [...$made, ...$whole];
        \assert([] !== $all);

        return $all;
    }

    /**
     * Pages without their foot.
     *
     * @param list<array{string, list<list<string>>}> $sections
     * @param array<string, float|int>                $columns
     *
     * @return non-empty-list<array{string, float}> the drawing, and how far down it reaches
     */
    private static function drawn(
        string $title,
        string $says,
        array $columns,
        array $sections,
        Paper $paper,
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
        $isHeaded = false;
        foreach ($sections as [$heading, $rows]) {
            foreach ($rows as $k => $row) {
                $cells = [];
                foreach (array_values($widths) as $c => $room) {
                    $cells[] = Ink::lines($row[$c] ?? '', $room - self::PADDING, self::SIZE);
                }
                $height = self::LINE * max(1, ...array_map(count(...), $cells)) + self::PADDING;
                $above = 0 === $k ? self::HEADING : 0;
                if ($y + $above + $height > $bottom) {
                    $pages[] = [$svg, $y];
                    $svg = '';
                    $y = self::TOP;
                    $above = self::HEADING;
                    $isHeaded = false;
                }
                if ($above > 0 && !$isHeaded) {
                    // What the columns are called stands once on a page.
                    $y += 700;
                    $svg .= $head($y);
                    $isHeaded = true;
                }
                if ($above > 0) {
                    $y += '' === $heading ? 0 : 700;
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
                    $y += 160;
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
        $pages[] = [$svg, $y];

        return $pages;
    }
}
