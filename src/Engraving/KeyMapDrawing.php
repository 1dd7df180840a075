<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingerWords;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\KeyMap;
use SwiftReed\Words\Catalogue;

/**
 * The key map of an instrument: the same drawing as under the notes, large, with every key in its place, its letter,
 * and a number that leads to its name, its finger and where it lies.
 */
final class KeyMapDrawing
{
    /** Units of the small drawing become so many here. */
    private const SCALE = 6.0;

    /**
     * Every touch with its number, letter, name, what works it, and where it lies among its neighbours.
     *
     * @return list<array{number: int, id: string, label: string, says: string, finger: string, place: string}>
     */
    public static function keys(Instrument $instrument): array
    {
        $keys = [];
        $touches = $instrument->mechanism()->touches();
        foreach ($instrument->map->groups ?? [] as $group) {
            foreach (array_intersect_key($group->spots, $touches) as $id => $spot) {
                $touch = $touches[$id];
                $keys[] = [
                    'number' => \count($keys) + 1,
                    'id' => $id,
                    'label' => $touch->label,
                    'says' => $touch->says,
                    'finger' => preg_replace(
                        '/^the /',
                        '',
                        Catalogue::english()->say((new FingerWords($instrument))->worker($touch)),
                    ) ?? '',
                    'place' => $touch->place,
                ];
            }
        }

        return $keys;
    }

    /** @return Page the drawing alone */
    public static function drawing(Instrument $instrument, KeyMap $map): Page
    {
        $touches = $instrument->mechanism()->touches();
        $svg = '';
        $left = 0.0;
        $right = 0.0;
        $number = 0;
        foreach ($map->groups as $group) {
            foreach (array_intersect_key($group->spots, $touches) as $id => $spot) {
                ++$number;
                $x = self::SCALE * $spot->x;
                $y = self::SCALE * $spot->y;
                $width = self::SCALE * $spot->width;
                $height = self::SCALE * $spot->height;
                $left = min($left, $x - $width / 2);
                $right = max($right, $x + $width / 2);
                if ('half' === $spot->shape) {
                    continue;
                }
                $rx = 'key' === $spot->shape ? 100 : min($width, $height) / 2;
                $key = Svg::tag(
                    'rect',
                    [
                        'x' => $x - $width / 2, 'y' => $y - $height / 2, 'width' => $width, 'height' => $height,
                        'rx' => $rx, 'fill' => Ink::PAPER, 'stroke' => Ink::INK, 'stroke-width' => 24,
                    ],
                );
                $size = (int) min(270, $height * 0.66, 0.5 * $width);
                // The letter large, the number of the list small beside it.
                $margin = 'key' === $spot->shape ? 45 : 0.17 * $width;
                $svg .= Svg::tag('g', ['class' => 'map-key', 'data-touch' => $id], $key.Svg::text(
                    $x - $width / 2 + $margin,
                    $y + 0.36 * $size,
                    $size,
                    $touches[$id]->label,
                    weight: 700,
                )
                    .Svg::text($x + $width / 2 - $margin, $y + 68, 190, $number, fill: Ink::QUIET, anchor: 'end'));
            }
        }
        $lowest = 0.0;
        foreach ($map->spots() as $id => $spot) {
            $lowest = isset($touches[$id]) ? max($lowest, $spot->y + $spot->height / 2) : $lowest;
        }
        $height = (int) (self::SCALE * ($lowest + 30));
        $half = max(-$left, $right) + 200;

        return new Page(
            Svg::drawing(
                -$half,
                -60,
                2 * $half,
                $height + 120,
                'key-map',
                $svg,
                'img',
                \sprintf('Key map of %s; the list beside it names every key', $instrument->article),
            ),
            (int) (2 * $half),
            $height + 120,
        );
    }

    /** @return non-empty-list<Page> a page of paper: the drawing above, the list below */
    public static function print(Instrument $instrument, KeyMap $map, Paper $paper = Paper::A4): array
    {
        $drawing = self::drawing($instrument, $map);
        $room = 12500;
        $scale = min(1.9, ($paper->width() - 3000) / $drawing->width, $room / $drawing->height);
        $left = 1500;
        $setup = [] === $instrument->setup ? '' : ' · '.implode(', ', $instrument->setup);
        $body = Svg::text($left, 2000, 800, $instrument->name.', key map', weight: 700, face: Svg::SERIF)
            .Svg::text(
                $left,
                2560,
                340,
                'Left hand on the left, right hand on the right, as you look at your own hands'.$setup,
                fill: Ink::QUIET,
            );
        $inner = preg_replace('/^<svg[^>]*>|<\/svg>$/', '', $drawing->svg) ?? '';
        $body .= Svg::at($paper->width() / 2, 2900, $inner, $scale);
        $y = (int) (3300 + $scale * $drawing->height);
        $keys = self::keys($instrument);
        $perColumn = (int) ceil(\count($keys) / 2);
        $step = min(900, (int) (($paper->height() - 1400 - $y) / max(1, $perColumn)));
        foreach ($keys as $k => $key) {
            $x = $left + ($k >= $perColumn ? intdiv($paper->width() - 3000, 2) + 200 : 0);
            $at = $y + ($k % $perColumn) * $step;
            $body .= Svg::tag(
                'text',
                ['x' => $x, 'y' => $at, 'font-size' => 280, 'fill' => Ink::INK],
                Svg::tag(
                    'tspan',
                    ['font-weight' => 700],
                    Svg::words($key['number'].'  '.$key['label']),
                ).'  '.Svg::words($key['says'].' · '.$key['finger']),
            );
            foreach (explode("\n", wordwrap($key['place'], 76, "\n")) as $n => $line) {
                $body .= $n > 1 ? '' : Svg::text($x + 500, $at + 270 * ($n + 1), 230, $line, fill: Ink::QUIET);
            }
        }

        return [Svg::page($paper, $body)];
    }
}
