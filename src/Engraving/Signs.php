<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\Accidental;

/**
 * Small drawings that stand among the music: reminder accidentals and the note of a metronome mark. Lengths are in
 * units, a hundred to the millimetre.
 */
final class Signs
{
    /** A reminder, smaller than a true accidental, its middle at x, y. */
    public static function reminder(Accidental $sign, float $x, float $y): string
    {
        $flat = '<path d="M-45 -175 V75 M-45 -20 C-10 -70 60 -60 45 0 C35 40 -15 60 -45 75"/>';
        $sharp = '<path d="M-25 -115 V125 M30 -130 V110 M-70 -30 L75 -65 M-70 55 L75 20"/>';
        $natural = '<path d="M-38 -150 V70 L42 45 M38 150 V-70 L-42 -45"/>';
        $drawing = match ($sign->besideNote()) {
            '#' => $sharp,
            'b' => $flat,
            'natural' => $natural,
            'bb' => '<g transform="translate(-45)">'.$flat.'</g><g transform="translate(55)">'.$flat.'</g>',
            '##' => '<path d="M-55 -55 L55 55 M-55 55 L55 -55"/>',
            default => '',
        };

        return '' === $drawing
            ? ''
            : Svg::at(
                $x,
                $y,
                Svg::tag(
                    'g',
                    [
                        'class' => 'reminder', 'fill' => 'none', 'stroke' => Ink::ACCENT, 'stroke-width' => 24,
                        'stroke-linecap' => 'round',
                    ],
                    $drawing,
                ),
                0.92,
            );
    }

    /** "♩ = 72", its baseline at x, y. */
    public static function metronome(string $unit, int $bpm, float $x, float $y): string
    {
        [$over, $under] = array_map(intval(...), explode('/', $unit));
        $dotted = 3 === $over;
        $value = $dotted ? intdiv($under, 2) : $under;
        $open = $value <= 2;
        $head = Svg::tag(
            'ellipse',
            [
                'cx' => 0, 'cy' => -55, 'rx' => 82, 'ry' => 56, 'transform' => 'rotate(-22 0 -55)',
                'fill' => $open ? 'none' : Ink::INK, 'stroke' => Ink::INK, 'stroke-width' => 22,
            ],
        );
        $stem = $value > 1 ? Svg::stroke('M78 -80 V-430', Ink::INK, 22) : '';
        $flag = $value >= 8
            ? Svg::tag(
                'path',
                ['d' => 'M78 -470 C100 -370 210 -330 170 -200 C170 -290 110 -320 78 -340 z', 'fill' => Ink::INK],
            )
            : '';
        $dot = $dotted ? Svg::tag('circle', ['cx' => 150, 'cy' => -55, 'r' => 26, 'fill' => Ink::INK]) : '';

        return Svg::at(
            $x + 90,
            $y,
            $head.$stem.$flag.$dot.Svg::text($dotted ? 260 : ($value >= 8 ? 240 : 190), 0, 380, '= '.$bpm),
        );
    }
}
