<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Elements of a drawing, written in one place: escaped, their numbers to a tenth, what is null left out. On paper a
 * unit is a hundredth of a millimetre.
 */
final class Svg
{
    /** The faces that ship with the product; sharps and flats come from the third. */
    public const SANS = 'Figtree, Noto Sans Math, sans-serif';
    public const SERIF = 'Alegreya, Noto Sans Math, serif';
    public const SIGNS = 'Noto Sans Math';

    /** @param array<string, string|float|int|null> $attributes */
    public static function tag(string $name, array $attributes, string $body = ''): string
    {
        $open = '<'.$name;
        foreach ($attributes as $key => $value) {
            if (null !== $value) {
                // Most values are plain: only what could end the attribute is escaped.
                $text = \is_string($value)
                    ? (false === strpbrk($value, '&<>"\'') ? $value : self::escape($value))
                    : (\is_int($value) ? (string) $value : self::number($value));
                $open .= ' '.$key.'="'.$text.'"';
            }
        }

        return '' === $body && 'text' !== $name && 'g' !== $name && 'svg' !== $name
            ? $open.'/>'
            : $open.'>'.$body.'</'.$name.'>';
    }

    /**
     * One line of words, its base line at y.
     *
     * @param float      $size   units
     * @param string     $anchor "start", "middle" or "end": what of it stands at x
     * @param string|null $face  where it is not that of the drawing
     */
    public static function text(
        float $x,
        float $y,
        float $size,
        string|int $text,
        ?string $fill = Ink::INK,
        ?int $weight = null,
        string $anchor = 'start',
        ?string $face = null,
        bool $isItalic = false,
        ?string $class = null,
    ): string {
        return self::tag('text', [
            'x' => $x,
            'y' => $y,
            'font-size' => $size,
            'font-weight' => $weight,
            'font-style' => $isItalic ? 'italic' : null,
            'font-family' => $face,
            'text-anchor' => 'start' === $anchor ? null : $anchor,
            'fill' => $fill,
            'class' => $class,
        ], self::words((string) $text));
    }

    /** Words for a drawing, sharps and flats from the face that has them. */
    public static function words(string $text): string
    {
        $escaped = self::escape($text);

        return preg_replace('/[♭♯♮]+/u', '<tspan font-family="'.self::SIGNS.'" font-weight="400">$0</tspan>', $escaped)
            ?? $escaped;
    }

    /** A stroke along a path. */
    public static function stroke(
        string $d,
        string $colour,
        float $width,
        ?string $dashes = null,
        ?string $cap = null,
    ): string {
        return self::tag(
            'path',
            [
                'd' => $d, 'fill' => 'none', 'stroke' => $colour, 'stroke-width' => $width,
                'stroke-dasharray' => $dashes, 'stroke-linecap' => $cap, 'stroke-linejoin' => $cap,
            ],
        );
    }

    public static function scaled(float $scale, string $body): string
    {
        return self::tag('g', ['transform' => 'scale('.round($scale, 4).')'], $body);
    }

    /** A drawing moved, and made larger or smaller where it stands. */
    public static function at(float $x, float $y, string $body, float $scale = 1.0, bool $isSilent = false): string
    {
        $transform = \sprintf(
            'translate(%s %s)',
            self::number($x),
            self::number($y),
        ).(1.0 === $scale ? '' : ' scale('.round($scale, 4).')');

        return self::tag('g', ['transform' => $transform, 'aria-hidden' => $isSilent ? 'true' : null], $body);
    }

    /** A whole page of paper. */
    public static function page(Paper $paper, string $body, string $glyphs = ''): Page
    {
        [$width, $height] = [$paper->width(), $paper->height()];
        $svg = self::tag('svg', [
            'xmlns' => 'http://www.w3.org/2000/svg',
            'width' => \sprintf('%.1fmm', $width / 100),
            'height' => \sprintf('%.1fmm', $height / 100),
            'viewBox' => \sprintf('0 0 %d %d', $width, $height),
            'color' => Ink::INK,
            'font-family' => self::SANS,
        ], ('' === $glyphs ? '' : '<defs>'.$glyphs.'</defs>').$body);

        return new Page($svg, $width, $height);
    }

    /**
     * A drawing for a web page.
     *
     * @param string $role "img" for one that is looked at as a whole,
     *  "group" for one whose parts are visited; none where it only adorns
     * @param string $label what it shows, for a screen reader
     * @param bool   $keepsLeft whether it stands at the left of a wider place
     */
    public static function drawing(
        float $left,
        float $top,
        float $width,
        float $height,
        string $class,
        string $body,
        ?string $role = null,
        ?string $label = null,
        string $glyphs = '',
        bool $keepsLeft = false,
    ): string {
        return self::tag('svg', [
            'xmlns' => 'http://www.w3.org/2000/svg',
            'viewBox' => implode(' ', array_map(self::number(...), [$left, $top, $width, $height])),
            'preserveAspectRatio' => $keepsLeft ? 'xMinYMin meet' : null,
            'class' => $class,
            'role' => $role,
            'aria-label' => $label,
            'aria-hidden' => null === $role ? 'true' : null,
            'color' => Ink::INK,
            'font-family' => self::SANS,
        ], ('' === $glyphs ? '' : '<defs>'.$glyphs.'</defs>').$body);
    }

    public static function escape(string $text): string
    {
        // Signs that XML does not have stop a whole page: they are left out.
        $known = preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F]|\xEF\xBF[\xBE\xBF]/', $text) > 0
            ? (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F]|\xEF\xBF[\xBE\xBF]/', '', $text)
            : $text;

        return htmlspecialchars($known, \ENT_QUOTES | \ENT_XML1 | \ENT_SUBSTITUTE);
    }

    /** To a tenth, without a sign before nought. */
    public static function number(float|int $number): string
    {
        return (string) (round($number, 1) + 0);
    }
}
