<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingeringWords;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\KeyMap;

/**
 * The key map of an instrument: the same drawing as under the notes, large, with every key in its place, its letter, and a
 * number that leads to its name, its finger and where it lies.
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
                $keys[] = ['number' => \count($keys) + 1, 'id' => $id, 'label' => $touch->label, 'says' => $touch->says, 'finger' => preg_replace('/^the /', '', FingeringWords::worker($touch)) ?? '', 'place' => $touch->place];
            }
        }

        return $keys;
    }

    /** @return Sheet the drawing alone */
    public static function drawing(Instrument $instrument, KeyMap $map): Sheet
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
                $svg .= \sprintf('<rect x="%.0f" y="%.0f" width="%.0f" height="%.0f" rx="%.0f" fill="#fffdf7" stroke="%s" stroke-width="24"/>', $x - $width / 2, $y - $height / 2, $width, $height, $rx, Ink::INK);
                $size = (int) min(270, $height * 0.66, 0.5 * $width);
                $label = Signs::text($touches[$id]->label);
                // The letter large, the number of the list small beside it.
                $svg .= \sprintf('<text x="%.0f" y="%.0f" font-size="%d" font-weight="700" fill="%s">%s</text><text x="%.0f" y="%.0f" font-size="190" text-anchor="end" fill="%s">%d</text>', $x - $width / 2 + ('key' === $spot->shape ? 45 : 0.17 * $width), $y + 0.36 * $size, $size, Ink::INK, $label, $x + $width / 2 - ('key' === $spot->shape ? 45 : 0.17 * $width), $y + 68, Ink::QUIET, $number);
            }
        }
        $lowest = 0.0;
        foreach ($map->spots() as $id => $spot) {
            $lowest = isset($touches[$id]) ? max($lowest, $spot->y + $spot->height / 2) : $lowest;
        }
        $height = (int) (self::SCALE * ($lowest + 30));
        $half = max(-$left, $right) + 200;

        return new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="%.0f -60 %.0f %d" class="key-map" role="img" aria-label="Key map of %s; the list beside it names every key" font-family="Figtree, Noto Sans Math, sans-serif">%s</svg>', -$half, 2 * $half, $height + 120, htmlspecialchars($instrument->article), $svg), (int) (2 * $half), $height + 120);
    }

    /** @return non-empty-list<Sheet> a page of paper: the drawing above, the list below */
    public static function print(Instrument $instrument, KeyMap $map, Paper $paper = Paper::A4): array
    {
        $drawing = self::drawing($instrument, $map);
        $room = 12500;
        $scale = min(1.9, ($paper->width() - 3000) / $drawing->width, $room / $drawing->height);
        $left = 1500;
        $setup = [] === $instrument->setup ? '' : ' · '.implode(', ', $instrument->setup);
        $body = \sprintf('<text x="%d" y="2000" font-size="800" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text>', $left, Ink::INK, Signs::text($instrument->name.', key map'))
            .\sprintf('<text x="%d" y="2560" font-size="340" fill="%s">%s</text>', $left, Ink::QUIET, Signs::text('Left hand on the left, right hand on the right, as you look at your own hands'.$setup));
        $inner = preg_replace('/^<svg[^>]*>|<\/svg>$/', '', $drawing->svg) ?? '';
        $body .= \sprintf('<g transform="translate(%.0f 2900) scale(%.4f)">%s</g>', $paper->width() / 2, $scale, $inner);
        $y = (int) (3300 + $scale * $drawing->height);
        $keys = self::keys($instrument);
        $perColumn = (int) ceil(\count($keys) / 2);
        $step = min(900, (int) (($paper->height() - 1400 - $y) / max(1, $perColumn)));
        foreach ($keys as $k => $key) {
            $x = $left + ($k >= $perColumn ? intdiv($paper->width() - 3000, 2) + 200 : 0);
            $at = $y + ($k % $perColumn) * $step;
            $body .= \sprintf('<text x="%d" y="%d" font-size="280" fill="%s"><tspan font-weight="700">%d  %s</tspan>  %s</text>', $x, $at, Ink::INK, $key['number'], Signs::text($key['label']), Signs::text($key['says'].' · '.$key['finger']));
            foreach (explode("\n", wordwrap($key['place'], 76, "\n")) as $n => $line) {
                $body .= $n > 1 ? '' : \sprintf('<text x="%d" y="%d" font-size="230" fill="%s">%s</text>', $x + 500, $at + 270 * ($n + 1), Ink::QUIET, Signs::text($line));
            }
        }

        return [new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%.1fmm" height="%.1fmm" viewBox="0 0 %d %d" color="%s" font-family="Figtree, Noto Sans Math, sans-serif">%s</svg>', $paper->width() / 100, $paper->height() / 100, $paper->width(), $paper->height(), Ink::INK, $body), $paper->width(), $paper->height())];
    }
}
