<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\TrillWords;
use SwiftReed\Fingering\Trill;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Catalogue;

/**
 * The trills of an instrument from low to top: for each note the half and the whole step above it, each one drawing.
 * Steps that have no good trill are named together.
 */
final class TrillSheet
{
    /** How much larger than nine millimetres the drawings stand on paper: as large as lets them all stand on a page. */
    private const LARGEST = 2.2;
    private const SMALLEST = 1.3;
    private const MARGIN = 1500;
    private const TOP = 3300;

    /**
     * The trills of each note of the range, and the steps that have none.
     *
     * @return array{rows: list<array{low: Pitch, half: array{high: Pitch, svg: string, says: string}|null,
     *  whole: array{high: Pitch, svg: string, says: string}|null}>, none: list<string>}
     */
    public static function book(Instrument $instrument): array
    {
        $rows = [];
        $none = [];
        foreach ((new TrillBook($instrument))->steps() as ['low' => $low, 'high' => $high, 'trills' => $trills]) {
            $width = $high->midi() - $low->midi();
            $rows[$low->midi()] ??= ['low' => $low, 'half' => null, 'whole' => null];
            if ([] === $trills) {
                $none[] = $low->sign().'–'.$high->sign();
                continue;
            }
            $rows[$low->midi()][1 === $width ? 'half' : 'whole'] = self::cell($instrument, $low, $high, $trills[0]);
        }

        return ['rows' => array_values($rows), 'none' => $none];
    }

    /** @return array{high: Pitch, svg: string, says: string} */
    private static function cell(
        Instrument $instrument,
        Pitch $low,
        Pitch $high,
        Trill $trill,
    ): array {
        $label = \sprintf(
            '%s to %s: %s',
            $low->spoken(),
            $high->spoken(),
            Catalogue::english()->sentences((new TrillWords($instrument))->says($trill)),
        );

        return [
            'high' => $high,
            'svg' => Diagram::trill($instrument, $trill)->alone('', $label),
            'says' => Catalogue::english()->sentence((new TrillWords($instrument))->moves($trill)),
        ];
    }

    /** @return non-empty-list<Page> pages of paper with the trills that there are, and those that there are not named */
    public static function print(Instrument $instrument, Paper $paper = Paper::A4): array
    {
        $drawn = [];
        $none = [];
        foreach ((new TrillBook($instrument))->steps() as ['low' => $low, 'high' => $high, 'trills' => $trills]) {
            $name = $low->sign().'–'.$high->sign();
            if ([] === $trills) {
                $none[] = $name;
            } else {
                $drawn[] = [$name, Diagram::trill($instrument, $trills[0])];
            }
        }
        $room = $paper->width() - 2 * self::MARGIN;
        $widest = max([900.0, ...array_map(static fn (array $one): float => $one[1]->right - $one[1]->left, $drawn)]);
        $scale = self::LARGEST;
        do {
            $perRow = (int) floor($room / max(1900.0, $scale * $widest + 320));
            $height = (int) ($scale * Diagram::height($instrument)) + 900;
            $perPage = max(1, intdiv($paper->height() - self::TOP - 2600, $height)) * $perRow;
            $scale -= 0.1;
        } while ($perPage < \count($drawn) && $scale >= self::SMALLEST);
        $scale += 0.1;
        $step = $room / $perRow;
        $pages = [];
        $chunks = [] === $drawn ? [[]] : array_chunk($drawn, max(1, $perPage));
        foreach ($chunks as $n => $chunk) {
            $body = self::head($instrument, $n);
            foreach ($chunk as $k => [$name, $drawing]) {
                $x = (int) (self::MARGIN + ($k % $perRow + 0.5) * $step);
                $y = self::TOP + intdiv($k, $perRow) * $height;
                $body .= Svg::text($x, $y, 380, $name, weight: 700, anchor: 'middle', face: Svg::SERIF)
                    .Svg::at($x, $y + 160, $drawing->svg, $scale);
            }
            if ($n === \count($chunks) - 1 && [] !== $none) {
                $rows = (int) ceil(\count($chunk) / $perRow);
                $body .= self::missing($none, self::TOP + $rows * $height, $room);
            }
            $body .= PageFrame::foot($paper, $instrument->name.', trills', $n, \count($chunks));
            $pages[] = Svg::page($paper, $body);
        }

        return $pages;
    }

    private static function head(Instrument $instrument, int $page): string
    {
        $setup = '';
        $lines = Ink::lines($instrument->setupSays, PageMaker::WIDTH - 9000, 320);
        foreach ($lines as $k => $line) {
            $y = 1900 - 400 * (\count($lines) - 1 - $k);
            $setup .= Svg::text(self::MARGIN + 9000, $y, 320, $line, fill: Ink::QUIET);
        }
        [$legend] = Legend::line(Legend::ofTrills($instrument), PageMaker::WIDTH);

        return Svg::text(self::MARGIN, 1900, 800, $instrument->name.', trills', weight: 700, face: Svg::SERIF)
            .(0 === $page ? Svg::at(self::MARGIN, 2150, $legend) : '')
            .$setup;
    }

    /** @param list<string> $none */
    private static function missing(array $none, int $y, int $room): string
    {
        $body = '';
        foreach (Ink::lines('No good trill: '.implode(' · ', $none), $room, 290) as $k => $line) {
            $body .= Svg::text(self::MARGIN, $y + 400 * $k, 290, $line, fill: Ink::QUIET);
        }

        return $body;
    }
}
