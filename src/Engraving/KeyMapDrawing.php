<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingerWords;
use SwiftReed\Explain\TubeWords;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\KeySpot;
use SwiftReed\Words\Catalogue;

/**
 * The key map of an instrument: the same drawing as under the notes, large, with every key in its place, its letter,
 * and a number that leads to its name, its finger and where it lies.
 */
final class KeyMapDrawing
{
    /** Units of the small drawing become so many here. */
    private const SCALE = 6.0;
    /** A letter at most, its number in parts of it, and what lies between them. */
    private const LETTER = 270;
    private const SMALL = 0.74;
    private const APART = 40;

    /**
     * Every touch with its number, letter, name, what works it, and where it lies among its neighbours.
     *
     * @return list<array{number: int, id: string, label: string, says: string, finger: string, place: string}>
     */
    public static function keys(Instrument $instrument): array
    {
        if (null === $instrument->map) {
            return self::tube($instrument);
        }
        $keys = [];
        $touches = $instrument->mechanism()->touches();
        foreach ($instrument->map->groups as $group) {
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

    /**
     * The same of brass: valves and triggers with what they do to the tube, then the positions of a slide.
     *
     * @return list<array{number: int, id: string, label: string, says: string, finger: string, place: string}>
     */
    private static function tube(Instrument $instrument): array
    {
        $keys = [];
        $say = Catalogue::english()->say(...);
        $words = new FingerWords($instrument);
        foreach ($instrument->mechanism()->touches() as $touch) {
            $keys[] = [
                'number' => \count($keys) + 1,
                'id' => $touch->id,
                'label' => $touch->label,
                'says' => $touch->says,
                'finger' => $say($words->bareFinger($touch->finger)),
                'place' => $say((new TubeWords($instrument))->does($touch)),
            ];
        }
        foreach ((new TubeWords($instrument))->positions() as $position => ['says' => $says, 'does' => $does]) {
            $keys[] = [
                'number' => \count($keys) + 1,
                'id' => 'position-'.$position,
                'label' => (string) $position,
                'says' => $say($says),
                'finger' => '',
                'place' => $say($does),
            ];
        }

        return $keys;
    }

    /** @return Page the drawing alone */
    public static function drawing(Instrument $instrument): Page
    {
        $drawing = self::drawn($instrument);
        $left = $drawing->left - 80;
        $width = $drawing->right - $left + 80;

        return new Page(
            Svg::drawing(
                $left,
                -60,
                $width,
                $drawing->height + 120,
                'key-map',
                $drawing->svg,
                'img',
                \sprintf('Key map of %s; the list beside it names every key', $instrument->article),
            ),
            (int) $width,
            $drawing->height + 120,
        );
    }

    /** What is drawn, with the box of each part; valves and slides in their places on the instrument. */
    public static function drawn(Instrument $instrument): Drawing
    {
        if (null === $instrument->map) {
            return LargeDrawing::map($instrument);
        }
        $touches = $instrument->mechanism()->touches();
        $ink = new Ink();
        $number = 0;
        $lowest = 0.0;
        foreach ($instrument->map->groups as $group) {
            foreach (array_intersect_key($group->spots, $touches) as $id => $spot) {
                ++$number;
                if ('half' !== $spot->shape) {
                    self::key($ink, $spot, $id, $touches[$id]->label, (string) $number);
                    $lowest = max($lowest, $spot->y + $spot->height / 2);
                }
            }
        }

        return $ink->drawing((int) (self::SCALE * ($lowest + 30)));
    }

    /** A key with its letter large and the number of the list small beside it: both as large as it has room for. */
    private static function key(Ink $ink, KeySpot $spot, string $id, string $letter, string $number): void
    {
        [$x, $y] = [self::SCALE * $spot->x, self::SCALE * $spot->y];
        [$width, $height] = [self::SCALE * $spot->width, self::SCALE * $spot->height];
        $key = Svg::tag('rect', [
            'x' => $x - $width / 2, 'y' => $y - $height / 2, 'width' => $width, 'height' => $height,
            'rx' => 'key' === $spot->shape ? 100 : min($width, $height) / 2,
            'fill' => Ink::PAPER, 'stroke' => Ink::INK, 'stroke-width' => 24,
        ]);
        $ink->add('<g class="map-key" data-touch="'.Svg::escape($id).'">'.$key);
        // What is round has less room at its ends.
        $room = $width - ('key' === $spot->shape ? 90 : 0.18 * $width);
        $large = min(self::LETTER, 0.66 * $height);
        $both = Ink::width($letter, (int) $large) + self::APART + Ink::width($number, (int) (self::SMALL * $large));
        $size = (int) ($large * min(1.0, $room / $both));
        $small = (int) (self::SMALL * $size);
        $ink->letter($x - $room / 2, $y + 0.36 * $size, $letter, 'start', $size);
        $ink->letter($x + $room / 2, $y + 0.36 * $size, $number, 'end', $small, Ink::QUIET, 400);
        $ink->add('</g>');
    }

    /** @return non-empty-list<Page> a page of paper: the drawing above, the list below */
    public static function print(Instrument $instrument, Paper $paper = Paper::A4): array
    {
        $drawing = self::drawn($instrument);
        $room = 12500;
        $half = max(-$drawing->left, $drawing->right);
        $scale = min(null === $instrument->map ? 8 : 1.9, ($paper->width() - 3200) / 2 / $half, $room / $drawing->height);
        $left = 1500;
        $setup = '' === $instrument->setupSays ? '' : ' · '.$instrument->setupSays;
        $says = null === $instrument->map
            ? 'What is pressed, by which finger, and what it does'
            : 'Left hand on the left, right hand on the right, as you look at your own hands';
        [$under, $lower] = PageFrame::under($says.$setup, $left, 2560, 340);
        $body = Svg::text($left, 2000, 800, $instrument->name.', key map', weight: 700, face: Svg::SERIF).$under;
        $body .= Svg::at($paper->width() / 2, 2900 + $lower, $drawing->svg, $scale);
        $y = (int) (3300 + $lower + $scale * $drawing->height);
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
                    Svg::words((null === $instrument->map ? '' : $key['number'].'  ').$key['label']),
                ).'  '.Svg::words(implode(' · ', array_filter([$key['says'], $key['finger']]))),
            );
            foreach (explode("\n", wordwrap($key['place'], 76, "\n")) as $n => $line) {
                $body .= $n > 1 ? '' : Svg::text($x + 500, $at + 270 * ($n + 1), 230, $line, fill: Ink::QUIET);
            }
        }

        return [Svg::page($paper, $body.PageFrame::foot($paper, $instrument->name.', key map', 0, 1))];
    }
}
