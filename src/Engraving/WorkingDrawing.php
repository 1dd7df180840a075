<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Study\Working;

/**
 * The working of a scale as drawings: its steps over a keyboard, and both keys on the circle.
 */
final class WorkingDrawing
{
    private const WHITE = [0 => 0, 2 => 1, 4 => 2, 5 => 3, 7 => 4, 9 => 5, 11 => 6];

    /** The scale on a keyboard of an octave and a bit, whole and half steps above it. */
    public static function keyboard(Working $working): string
    {
        $low = $working->notes[0]->midi();
        $begin = $low - (isset(self::WHITE[$low % 12]) ? 0 : 1);
        $end = $low + 12 + (isset(self::WHITE[$low % 12]) ? 0 : 1);
        $place = static fn (int $midi): float => 40.0 * (
            7 * intdiv($midi, 12) + (self::WHITE[$midi % 12] ?? self::WHITE[$midi % 12 - 1] + 0.5)
        );
        $left = $place($begin);
        $names = [];
        foreach ($working->notes as $note) {
            $names[$note->midi()] = $note->name()->sign();
        }
        $white = '';
        $black = '';
        for ($midi = $begin; $midi <= $end; ++$midi) {
            $x = $place($midi) - $left;
            $isWhite = isset(self::WHITE[$midi % 12]);
            $held = isset($names[$midi]);
            if ($isWhite) {
                $white .= Svg::tag(
                    'rect',
                    [
                        'x' => $x, 'y' => 46, 'width' => 40, 'height' => 120, 'fill' => Ink::PAPER,
                        'stroke' => Ink::QUIET, 'stroke-width' => 1.5,
                    ],
                );
            } else {
                $black .= Svg::tag(
                    'rect',
                    ['x' => $x + 8, 'y' => 46, 'width' => 24, 'height' => 74, 'fill' => Ink::INK],
                );
            }
            if ($held) {
                $dot = Svg::tag(
                    'circle',
                    [
                        'cx' => $x + 20, 'cy' => $isWhite ? 148 : 104, 'r' => 10,
                        'fill' => $isWhite ? Ink::INK : Ink::PAPER, 'stroke' => Ink::INK, 'stroke-width' => 2,
                    ],
                );
                $isWhite ? $white .= $dot : $black .= $dot;
                $black .= Svg::text($x + 20, $isWhite ? 184 : 42, 15, $names[$midi], weight: 700, anchor: 'middle');
            }
        }
        $steps = '';
        foreach ($working->halfSteps as $i => $halfSteps) {
            $from = $place($working->notes[$i]->midi()) - $left + 20;
            $to = $place($working->notes[$i + 1]->midi()) - $left + 20;
            $steps .= Svg::stroke(
                \sprintf('M%.0f 24 V16 H%.0f V24', $from + 3, $to - 3),
                Ink::INK,
                1 === $halfSteps ? 3.5 : 1.5,
            ).Svg::text(($from + $to) / 2, 12, 13, Working::step($halfSteps), weight: 700, anchor: 'middle');
        }
        $width = $place($end) - $left + 40;
        $label = 'On the keyboard: '.implode(
            ', ',
            array_map(
                static fn (int $i): string => $working->notes[$i]->name()->spoken().(
                    isset($working->halfSteps[$i])
                        ? ', '.strtr(
                            Working::step($working->halfSteps[$i]),
                            ['H' => 'half step', 'W' => 'whole step', '3' => '3 half steps', '4' => '4 half steps'],
                        )
                        : ''
                ),
                array_keys($working->notes),
            ),
        );

        return Svg::drawing(-4, -4, $width + 8, 196, 'working-keyboard', $steps.$white.$black, 'img', $label);
    }

    /** The twelve signatures in a ring, the concert key's with a ring, the written key's filled. */
    public static function circle(KeySignature $concert, KeySignature $written): string
    {
        $svg = '';
        for ($fifths = -5; $fifths <= 6; ++$fifths) {
            $angle = deg2rad(30 * $fifths - 90);
            [$x, $y] = [110 + 84 * cos($angle), 110 + 84 * sin($angle)];
            $isConcert = 0 === ($concert->fifths - $fifths) % 12;
            $isWritten = 0 === ($written->fifths - $fifths) % 12;
            $name = NoteName::fromFifths(
                $isWritten ? $written->fifths : ($isConcert ? $concert->fifths : $fifths),
            )->sign();
            if ($isWritten) {
                $svg .= Svg::tag('circle', ['cx' => $x, 'cy' => $y, 'r' => 19, 'fill' => Ink::INK]);
            }
            if ($isConcert) {
                $svg .= Svg::tag(
                    'circle',
                    [
                        'cx' => $x, 'cy' => $y, 'r' => 23, 'fill' => 'none', 'stroke' => Ink::INK,
                        'stroke-width' => 2.5, 'stroke-dasharray' => '5 3',
                    ],
                );
            }
            $svg .= Svg::text(
                $x,
                $y + 6,
                17,
                $name,
                fill: $isWritten ? Ink::PAPER : Ink::INK,
                weight: 700,
                anchor: 'middle',
            );
        }
        $label = \sprintf(
            'The circle of fifths: concert signature %s, written signature %s.',
            $concert->spoken(),
            $written->spoken(),
        );

        $ring = Svg::tag(
            'circle',
            ['cx' => 110, 'cy' => 110, 'r' => 56, 'fill' => 'none', 'stroke' => Ink::QUIET, 'stroke-width' => 1],
        )
            .Svg::text(110, 106, 12, 'fifths ↻', fill: Ink::QUIET, anchor: 'middle')
            .Svg::text(110, 124, 12, 'fourths ↺', fill: Ink::QUIET, anchor: 'middle');

        return Svg::drawing(0, 0, 220, 220, 'working-circle', $ring.$svg, 'img', $label);
    }
}
