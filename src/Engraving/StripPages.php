<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Score\Layout\SystemBreaks;
use SwiftReed\Score\Part;

/**
 * Say and finger on paper: the names of a line and its fingerings, large, bar after bar and without a staff. Lengths are in
 * units, a hundred to the millimetre.
 */
final class StripPages
{
    private const TOP = 1400;
    private const FOOT = 1600;
    /** Height of a fingering: fifteen millimetres are read on the floor beside a chair. */
    private const TALL = 1500;
    private const LARGEST = 2.2;
    /** Notes of a last row that looks forgotten. */
    private const SCRAP = 2;
    /** How much larger still, the largest first. */
    private const SIZES = [1.8, 1.5, 1.25, 1.0];
    private const NAME = 720;
    private const NAME_ROOM = 1150;
    private const BETWEEN_ROWS = 700;
    private const BETWEEN = 350;
    /** A field is not wider than this, so that few notes stand together. */
    private const WIDEST = 2400;

    /** @return non-empty-list<Page> */
    public static function of(Part $part, string $title, Paper $paper, string $foot): array
    {
        $left = intdiv($paper->width() - $paper->room(), 2);
        $drawings = self::drawings($part);
        [$under, $lower] = PageFrame::under(
            PageFrame::said($part->instrument->name, $part->lineToRead()),
            $left,
            self::TOP + 1200,
            340,
        );
        $body = Svg::text($left, self::TOP + 600, 800, $title, weight: 700, face: Svg::SERIF).$under;
        $y = self::TOP + 1700 + $lower;
        [$legend, $legendTall] = self::legend($part);
        if ($legendTall > 0) {
            $body .= Svg::at($left, $y - 200, $legend);
            $y += $legendTall + 200;
        }
        $bottom = $paper->height() - self::FOOT;
        // As large as lets the line stand on one page; a longer one goes on overleaf at the smallest size.
        foreach (self::SIZES as $size) {
            [$scale, $field, $tall, $rows] = self::laidOut($part, $drawings, $size, $paper->room());
            $height = $size * self::NAME_ROOM + $tall + self::BETWEEN_ROWS;
            if ($y + \count($rows) * $height <= $bottom && self::isWhole($part, $rows)) {
                break;
            }
        }
        $pages = [];
        foreach ($rows as $row) {
            if ($y + $height > $bottom) {
                $pages[] = $body;
                [$body, $y] = ['', self::TOP];
            }
            foreach ($row as $k => $i) {
                $note = $part->study->notes[$i];
                $middle = $left + $field * ($k + 0.5);
                if ($i < 1 || $part->study->notes[$i - 1]->bar !== $note->bar) {
                    $x = $left + $field * $k;
                    $body .= Svg::stroke(\sprintf('M%.0f %.0f v%.0f', $x, $y, $height - 400), Ink::QUIET, 16)
                        .($note->bar > 0 ? Svg::text($x + 60, $y + 230, 260, $note->bar, fill: Ink::QUIET) : '');
                }
                $name = $note->pitch()->name()->sign();
                $letters = (int) ($size * self::NAME);
                $body .= Svg::text(
                    $middle,
                    $y + $size * 800,
                    $letters,
                    $name,
                    weight: 700,
                    anchor: 'middle',
                    face: Svg::SERIF,
                );
                if (isset($drawings[$i])) {
                    $body .= Svg::at($middle, $y + $size * self::NAME_ROOM, $drawings[$i]->svg, $scale);
                }
            }
            $y += $height;
        }
        $pages[] = $body;

        return PageFrame::pages($paper, $pages, $foot);
    }

    /**
     * How the line lies at a size.
     *
     * @param array<int, Drawing> $drawings
     *
     * @return array{float, float, float, list<non-empty-list<int>>} scale of the drawings, width of a field, height of the
     *  tallest drawing, notes of each row
     */
    private static function laidOut(Part $part, array $drawings, float $size, int $room): array
    {
        $tall = max([1.0, ...array_map(static fn (Drawing $one): float => $one->height, $drawings)]);
        $scale = $size * min(self::LARGEST, self::TALL / $tall);
        $reach = max([0.0, ...array_map(
            static fn (Drawing $one): float => max(-$one->left, $one->right),
            $drawings,
        )]);
        $field = max($size * self::NAME * 1.6, 2 * $reach * $scale) + self::BETWEEN;
        $perRow = max(1, (int) floor($room / $field));

        return [
            $scale,
            min($size * self::WIDEST, $room / $perRow),
            [] === $drawings ? 0.0 : $tall * $scale,
            self::rows($part, $perRow),
        ];
    }

    /**
     * Whether no bar is cut and no note or two stand alone on the last row.
     *
     * @param list<non-empty-list<int>> $rows
     */
    private static function isWhole(Part $part, array $rows): bool
    {
        $notes = $part->study->notes;
        foreach ($rows as $k => $row) {
            $isCut = $k > 0 && $notes[$row[0]]->bar === $notes[$row[0] - 1]->bar;
            if ($isCut || ($k > 0 && $k === \count($rows) - 1 && \count($row) <= self::SCRAP)) {
                return false;
            }
        }

        return true;
    }

    /** @return array<int, Drawing> by note; none where nothing is fingered */
    private static function drawings(Part $part): array
    {
        if (MechanismKind::None === $part->instrument->mechanism()->kind()) {
            return [];
        }
        $drawings = [];
        foreach ($part->plan->notes as $i => $note) {
            $drawings[$i] = Diagram::planned($part->instrument, $note, $part->plan->notes[$i - 1] ?? null);
        }

        return $drawings;
    }

    /** @return array{string, int} */
    private static function legend(Part $part): array
    {
        return MechanismKind::None === $part->instrument->mechanism()->kind()
            ? ['', 0]
            : Legend::line(Legend::signs($part->instrument, $part->plan->notes, true), PageMaker::WIDTH);
    }

    /**
     * Whole bars on a row where they find room, as on a line of music.
     *
     * @param int<1, max> $perRow
     *
     * @return list<non-empty-list<int>> notes of each row
     */
    private static function rows(Part $part, int $perRow): array
    {
        $bars = [];
        foreach ($part->study->notes as $i => $note) {
            $bars[$note->bar][] = $i;
        }
        // A bar that is longer than a row is cut.
        $pieces = array_merge(...array_map(
            static fn (array $bar): array => array_chunk($bar, $perRow),
            array_values($bars),
        ));
        $begins = SystemBreaks::of(array_map(count(...), $pieces), $perRow - 1, \count($pieces));
        $rows = [];
        $row = [];
        foreach ($pieces as $k => $piece) {
            if ([] !== $row && ($begins[$k] || \count($row) + \count($piece) > $perRow)) {
                $rows[] = $row;
                $row = [];
            }
            array_push($row, ...$piece);
        }

        return [...$rows, $row];
    }
}
