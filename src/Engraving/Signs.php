<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Study\Rhythm\Swing;
use SwiftReed\Time\Length;

/**
 * Small drawings that stand among the music: reminder accidentals and the note of a metronome mark. Lengths are in
 * units, a hundred to the millimetre.
 */
final class Signs
{
    /** How large a reminder is drawn, and how small where little room is left; half its width with the brackets. */
    private const REMINDER = 0.78;
    private const SMALL_REMINDER = 0.4;
    private const REACH = 135;
    /** Between a reminder and what stands beside it. */
    private const APART = 35;

    /**
     * A reminder, smaller than a true accidental and in brackets, so that it is none on a copy either.
     *
     * @param float $x    left edge of the note before which it stands, at the height y
     * @param float $room what is free to the left of the note
     */
    public static function reminder(Accidental $sign, float $x, float $y, float $room): string
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
        if ('' === $drawing) {
            return '';
        }
        $wider = 'bb' === $sign->besideNote() ? 45 : 0;
        $reach = self::REACH + $wider;
        $scale = max(self::SMALL_REMINDER, min(self::REMINDER, ($room - 2 * self::APART) / (2 * $reach)));
        $brackets = \sprintf('<path d="M-%1$d -185 q-60 140 0 300 M%1$d -185 q60 140 0 300"/>', $reach - 30);

        return Svg::at(
            $x - self::APART - $reach * $scale,
            $y,
            Svg::tag(
                'g',
                [
                    'class' => 'reminder', 'fill' => 'none', 'stroke' => Ink::ACCENT, 'stroke-width' => 24,
                    'stroke-linecap' => 'round',
                ],
                $drawing.$brackets,
            ),
            $scale,
        );
    }

    /**
     * How two like notes swing: two beamed, "=", a long and a short one under the number of their tuplet; its baseline
     * at x, y.
     */
    public static function swing(Swing $swing, float $x, float $y): string
    {
        $isLight = 3 === $swing->first;
        $beams = Length::SIXTEENTH === $swing->unit ? 2 : 1;
        $svg = self::smallNote(0).self::smallNote(230);
        for ($k = 0; $k < $beams; ++$k) {
            $svg .= Svg::stroke(\sprintf('M58 %d H288', -255 + 80 * $k), Ink::INK, 50);
        }
        $svg .= Svg::text(400, 0, 340, '=');
        $svg .= self::smallNote(720).self::smallNote(950, 2 - (1 === $beams ? 1 : 0));
        if ($isLight) {
            $svg .= Svg::tag('circle', ['cx' => 810, 'cy' => -45, 'r' => 22, 'fill' => Ink::INK]);
        } elseif (2 === $beams) {
            $svg .= self::flag(720, 1);
        }

        return Svg::at($x + 70, $y, $svg.Svg::text(900, -310, 190, $isLight ? 5 : 3, isItalic: true, anchor: 'middle'));
    }

    private static function smallNote(float $x, int $flags = 0): string
    {
        $head = Svg::tag(
            'ellipse',
            [
                'cx' => $x, 'cy' => -45, 'rx' => 66, 'ry' => 45, 'fill' => Ink::INK,
                'transform' => \sprintf('rotate(-22 %.0f -45)', $x),
            ],
        );

        return $head.Svg::stroke(\sprintf('M%.0f -60 V-270', $x + 58), Ink::INK, 18).self::flag($x, $flags);
    }

    private static function flag(float $x, int $flags): string
    {
        $svg = '';
        for ($k = 0; $k < $flags; ++$k) {
            $svg .= Svg::stroke(\sprintf('M%.0f %d q15 70 85 100', $x + 58, -270 + 75 * $k), Ink::INK, 30);
        }

        return $svg;
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
