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
    public static function sheet(array $lines, string $title, string $instrument, Paper $paper): Page
    {
        $left = 1500;
        $width = $paper->width() - 2 * $left;
        $columns = \count($lines[0]->letters);
        $column = min(1500.0, ($width - 6200) / max(1, $columns));
        $row = ($paper->height() - 6200) / \count($lines);
        $svg = Svg::text($left, 2300, 800, $title, weight: 700, face: Svg::SERIF)
            .Svg::text($left, 2950, 430, $instrument.': the letters of every key, and the notes that carry a sign');
        $svg .= Svg::text(
            $left + 900,
            3900,
            300,
            'concert',
            fill: Ink::QUIET,
            anchor: 'middle',
        ).Svg::text($left + 2200, 3900, 300, 'yours', fill: Ink::QUIET, anchor: 'middle');
        for ($i = 0; $i < $columns; ++$i) {
            $svg .= Svg::text(
                $left + 3100 + $column * ($i + 0.5),
                3900,
                300,
                (string) ($i + 1),
                fill: Ink::QUIET,
                anchor: 'middle',
            );
        }
        foreach ($lines as $k => $line) {
            $y = 3900 + $row * ($k + 0.75);
            $svg .= Svg::stroke(
                \sprintf('M%d %.0f H%d', $left, 3900 + $row * ($k + 1) + 60, $left + $width),
                Ink::RULE,
                10,
            );
            $svg .= Svg::text($left, $y, 300, (string) $line->number, fill: Ink::QUIET)
                .Svg::text($left + 900, $y, 430, $line->concert->tonic->sign(), anchor: 'middle')
                .Svg::text(
                    $left + 2200,
                    $y,
                    560,
                    $line->written->tonic->sign(),
                    weight: 700,
                    anchor: 'middle',
                    face: Svg::SERIF,
                );
            foreach ($line->letters as $i => $letter) {
                $x = $left + 3100 + $column * ($i + 0.5);
                if (0 !== $letter->alter) {
                    $svg .= Svg::tag(
                        'rect',
                        [
                            'x' => $x - $column * 0.44, 'y' => $y - 540, 'width' => $column * 0.88, 'height' => 720,
                            'rx' => 120, 'fill' => 'none', 'stroke' => Ink::INK, 'stroke-width' => 24,
                        ],
                    );
                }
                $svg .= Svg::text(
                    $x,
                    $y,
                    $column < 1000 ? 380 : 500,
                    $letter->sign(),
                    weight: 700,
                    anchor: 'middle',
                    face: Svg::SERIF,
                );
            }
            $says = explode("\n", wordwrap($line->spoken(), 16));
            foreach ($says as $i => $words) {
                $svg .= Svg::text(
                    $left + 3100 + $column * $columns + 250,
                    $y + 320 * ($i - (\count($says) - 1) / 2),
                    270,
                    $words,
                    fill: Ink::QUIET,
                );
            }
        }

        return Svg::page($paper, $svg);
    }
}
