<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Collects the shapes of a small drawing, with the box that each takes up, so that a program can see whether two of
 * them overlap. Lengths are in units, a hundred to the millimetre.
 */
final class Ink
{
    public const INK = '#23202b';
    public const QUIET = '#6d6677';
    public const PAPER = '#fffdf7';
    /** What is pointed at: reminders, moves by an octave, the note that was looked for. */
    public const ACCENT = '#0d6160';
    /** Rules between the rows of a list. */
    public const RULE = '#d8cfbc';
    /** Keys of a keyboard beyond the range. */
    public const BEYOND = '#e4ddcd';
    public const BEYOND_BLACK = '#b9b2a4';
    /** Letters are at least six points high in print: 2.12 mm. */
    public const LETTER = 220;
    private const LINE = 13;
    /** A mark of movement is as high as a copier keeps: 1.2 mm; its width, and the width of its line. */
    private const MARK = 124;
    private const MARK_WIDTH = 62;
    private const MARK_LINE = 20;
    /** Width of the dot of what is ready, in parts of the ring's: at most a quarter, so that nobody takes it for half. */
    private const DOT = 0.25;
    /** Outline of what moves in a trill. */
    private const BOLD = 26;
    /** Height of the zigzag that says so. */
    private const ZIGZAG = 24;

    /** @var array<string, float> by sign, in parts of the size */
    private static array $widths = [];
    /**
     * @var array<string, string> holes and keys that have been drawn, by where and how they are: an instrument has few
     */
    private static array $touches = [];
    private string $svg = '';
    /** @var list<Box> */
    private array $boxes = [];

    /** A hole or key; solid is down, open is up, half is half a hole. */
    public function touch(
        float $x,
        float $y,
        float $width,
        float $height,
        string $shape,
        bool $down,
        bool $half = false,
        string $name = '',
    ): void {
        $this->boxes[] = new Box(
            $x - $width / 2,
            $y - $height / 2,
            $x + $width / 2,
            $y + $height / 2,
            '' === $name ? 'touch' : $name,
        );
        $this->svg .= self::$touches[$x.' '.$y.' '.$width.' '.$height.' '.$shape.' '.(int) $down.' '.(int) $half] ??= self::shape(
            $x,
            $y,
            $width,
            $height,
            $shape,
            $down,
            $half,
        );
    }

    /** A hole or key that is only ready: a ring with a dot, which is no half hole. */
    public function ready(float $x, float $y, float $width, float $height, string $shape, string $name): void
    {
        $this->touch($x, $y, $width, $height, $shape, false, name: $name);
        $this->svg .= Svg::tag('circle', [
            'cx' => $x,
            'cy' => $y,
            'r' => self::DOT * min($width, $height) / 2,
            'fill' => self::INK,
        ]);
    }

    private static function shape(
        float $x,
        float $y,
        float $width,
        float $height,
        string $shape,
        bool $down,
        bool $half,
    ): string {
        $radius = match ($shape) {
            'disc', 'oval' => min($width, $height) / 2, default => 16.0,
        };
        $svg = Svg::tag('rect', [
            'x' => $x - $width / 2 + self::LINE / 2,
            'y' => $y - $height / 2 + self::LINE / 2,
            'width' => $width - self::LINE,
            'height' => $height - self::LINE,
            'rx' => max(0.0, $radius - self::LINE / 2),
            'fill' => $down && !$half ? self::INK : self::PAPER,
            'stroke' => self::INK,
            'stroke-width' => self::LINE,
        ]);
        if (!$half) {
            return $svg;
        }
        $r = $width / 2 - self::LINE / 2;

        return $svg.Svg::tag(
            'path',
            [
                'd' => \sprintf('M%.0f %.0f A%.0f %.0f 0 0 0 %.0f %.0f Z', $x, $y - $r, $r, $r, $x, $y + $r),
                'fill' => self::INK,
            ],
        );
    }

    /** Strokes on both sides of a key that is only flicked. */
    public function flick(float $x, float $y, float $width, float $height): void
    {
        $over = $y - $height / 2;
        $this->boxes[] = new Box($x - $width / 2, $over - 46, $x + $width / 2, $over - 6, 'mark');
        $this->svg .= Svg::tag(
            'path',
            [
                'd' => \sprintf(
                    'M%.0f %.0f l-16 -30 M%.0f %.0f v-34 M%.0f %.0f l16 -30',
                    $x - 24,
                    $over - 12,
                    $x,
                    $over - 10,
                    $x + 24,
                    $over - 12,
                ),
                'stroke' => self::INK,
                'stroke-width' => 13,
                'stroke-linecap' => 'round',
                'fill' => 'none',
            ],
        );
    }

    /**
     * What moves since the note before, in three shapes that a bad copy keeps apart: an arrow down for what goes down, a
     * roof for what comes up, a lightning for a finger that changes its key.
     */
    public function mark(float $x, float $y, string $way): void
    {
        [$across, $along] = [self::MARK_WIDTH / 2, self::MARK / 2];
        $this->boxes[] = new Box($x - $across, $y - $along, $x + $across, $y + $along, 'mark');
        $reach = $along - self::MARK_LINE / 2;
        $side = $across - self::MARK_LINE / 2;
        $path = match ($way) {
            'down' => \sprintf('M%.0f %.0f v%.0f m%.0f -%.0f l%.0f %.0f l%.0f -%.0f', ...[
                $x, $y - $reach, 2 * $reach, -$side, $side + 12, $side, $side + 12, $side, $side + 12,
            ]),
            'up' => \sprintf('M%.0f %.0f l%.0f -%.0f l%.0f %.0f', ...[
                $x - $side, $y + 0.7 * $reach, $side, 1.4 * $reach, $side, 1.4 * $reach,
            ]),
            default => \sprintf('M%.0f %.0f h%.0f l-%.0f %.0f h%.0f', ...[
                $x - $side, $y - $reach, 2 * $side, 2 * $side, 2 * $reach, 2 * $side,
            ]),
        };
        $this->svg .= Svg::tag(
            'path',
            [
                'd' => $path, 'fill' => 'none', 'stroke' => self::INK, 'stroke-width' => self::MARK_LINE,
                'stroke-linecap' => 'round', 'stroke-linejoin' => 'round',
            ],
        );
    }

    /** A slide that is drawn out for a note's tuning: an arrow away from the caps. */
    public function drawnOut(float $x, float $y, bool $toTheRight): void
    {
        $this->box($x - 50, $y - 50, $x + 50, $y + 50, 'mark');
        $this->arrow($x, $y, 80, $toTheRight ? 1 : -1, 22);
    }

    /** An arrow along a line. @param int $way 1 to the right, -1 to the left */
    public function arrow(float $x, float $y, int $length, int $way, int $width): void
    {
        $this->path(\sprintf('M%.0f %.0f h%d m%d -38 l%d 38 l%d 38', ...[
            $x - $length / 2 * $way, $y, $length * $way, -38 * $way, 38 * $way, -38 * $way,
        ]), self::INK, $width);
    }

    /** What moves in a trill: the shape open and drawn bold, with a zigzag in it. */
    public function trilled(float $x, float $y, float $width, float $height, string $shape, string $name): void
    {
        $radius = match ($shape) {
            'disc', 'oval' => min($width, $height) / 2, default => 16.0,
        };
        $this->box($x - $width / 2, $y - $height / 2, $x + $width / 2, $y + $height / 2, $name);
        $bold = min(self::BOLD, 0.2 * $height);
        $this->svg .= Svg::tag(
            'rect',
            [
                'x' => $x - $width / 2 + $bold / 2,
                'y' => $y - $height / 2 + $bold / 2,
                'width' => $width - $bold,
                'height' => $height - $bold,
                'rx' => max(0.0, $radius - $bold / 2),
                'fill' => self::PAPER,
                'stroke' => self::INK,
                'stroke-width' => $bold,
            ],
        ).self::zigzag($x, $y, min(100.0, $width - 3 * $bold), min(self::ZIGZAG, 0.4 * ($height - 2 * $bold)));
    }

    /** A zigzag below a cap that has its digit inside. */
    public function wave(float $x, float $y): void
    {
        $this->box($x - 55, $y - 22, $x + 55, $y + 22, 'mark');
        $this->svg .= self::zigzag($x, $y, 110.0, 1.4 * self::ZIGZAG);
    }

    /** A short zigzag with its middle at a place. */
    private static function zigzag(float $x, float $y, float $width, float $height): string
    {
        $points = \sprintf('l%1$.1f -%2$.1f l%1$.1f %2$.1f l%1$.1f -%2$.1f l%1$.1f %2$.1f', $width / 4, $height);

        return Svg::tag(
            'path',
            [
                'd' => \sprintf('M%.1f %.1f %s', $x - $width / 2, $y + $height / 2, $points),
                'fill' => 'none', 'stroke' => self::INK, 'stroke-width' => 0.6 * $height,
                'stroke-linecap' => 'round', 'stroke-linejoin' => 'round',
            ],
        );
    }

    public function letter(
        float $x,
        float $y,
        string $text,
        string $anchor = 'middle',
        int $size = self::LETTER,
        string $colour = self::INK,
        int $weight = 700,
    ): void {
        $width = self::width($text, $size);
        $left = match ($anchor) {
            'start' => $x, 'end' => $x - $width, default => $x - $width / 2,
        };
        $this->boxes[] = new Box($left, $y - 0.74 * $size, $left + $width, $y + 0.04 * $size, 'text');
        $this->svg .= Svg::text($x, $y, $size, $text, fill: $colour, weight: $weight, anchor: $anchor);
    }

    /** A letter inside a shape, so that both are one thing. */
    public function inside(float $x, float $y, string $text, int $size, string $colour): void
    {
        $this->svg .= Svg::text($x, $y + 0.36 * $size, $size, $text, fill: $colour, weight: 700, anchor: 'middle');
    }

    /** Something drawn that takes no room of its own. */
    public function add(string $svg): void
    {
        $this->svg .= $svg;
    }

    public function path(string $d, string $colour, int $width): void
    {
        $this->svg .= Svg::stroke($d, $colour, $width);
    }

    public function box(float $left, float $top, float $right, float $bottom, string $kind): void
    {
        $this->boxes[] = new Box($left, $top, $right, $bottom, $kind);
    }

    /**
     * A text in lines that find room; none for none.
     *
     * @return list<string>
     */
    public static function lines(string $text, float $room, int $size): array
    {
        if ('' === $text) {
            return [];
        }
        $lines = [''];
        foreach (explode(' ', $text) as $word) {
            $last = \count($lines) - 1;
            $longer = trim($lines[$last].' '.$word);
            if ('' !== $lines[$last] && self::width($longer, $size) > $room) {
                $lines[] = $word;
            } else {
                $lines[$last] = $longer;
            }
        }

        return $lines;
    }

    /** How wide a text comes out in the face of the drawings, a little generously. */
    public static function width(string $text, int $size): float
    {
        $width = 0.0;
        foreach (mb_str_split($text) as $sign) {
            $width += self::$widths[$sign] ??= match (true) {
                1 === preg_match('/[\d▴▾½]/u', $sign) => 0.6,
                1 === preg_match('/[♭♯♮]/u', $sign) => 0.42,
                1 === preg_match('/[ilj.,:;\' |-]/u', $sign) => 0.3,
                1 === preg_match('/[MWmw]/u', $sign) => 0.9,
                1 === preg_match('/\p{Lu}/u', $sign) => 0.66,
                default => 0.55,
            };
        }

        return $width * $size;
    }

    /** @param float $left how far it reaches at least, to the left (negative) and to the right */
    public function drawing(int $height, float $left = 0.0, float $right = 0.0): Drawing
    {
        return new Drawing($this->svg, $height, $this->boxes, $left, $right);
    }
}
