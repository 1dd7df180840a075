<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * A staff with its clef and nothing on it: to be written on with a pencil, or with a finger on the screen.
 */
final class BlankStaff
{
    /** Units from line to line. */
    public const SPACE = 250;
    private const LINES = 5;
    /** Ledger lines that have room above and below. */
    private const LEDGERS = 4;
    /** The lowest line, in steps above C0: E4 and G2. Source: common notation. */
    private const LOWEST = ['treble' => 30, 'bass' => 18];

    /** Five lines and the clef, the top line at y; lengths in units, "scale" of them to a unit of the drawing. */
    public static function lines(string $clef, float $x, float $y, float $width, float $scale): string
    {
        $space = self::SPACE * $scale;
        $svg = '';
        for ($line = 0; $line < self::LINES; ++$line) {
            $svg .= Svg::stroke(\sprintf('M%.0f %.0f h%.0f', $x, $y + $line * $space, $width), Ink::INK, 18 * $scale);
        }

        return $svg.Glyphs::at(
            'bass' === $clef ? 'bass' : 'treble',
            $x + 150 * $scale,
            $y + ('bass' === $clef ? 1 : 3) * $space,
            $scale,
        );
    }

    /** For the screen, with the signs that will be placed on it. */
    public static function drawing(string $clef, int $notes): string
    {
        $width = 1400 + 800 * $notes;
        $clef = isset(self::LOWEST[$clef]) ? $clef : 'treble';
        $signs = '';
        foreach (['head', 'flat', 'natural', 'sharp', 'double-sharp', 'double-flat'] as $name) {
            $signs .= Svg::tag('g', ['id' => 'staff-'.$name], Glyphs::at($name, 0, 0, 1));
        }
        $above = self::LEDGERS * self::SPACE;

        return \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" class="staff" viewBox="0 %d %d %d" data-space="%d" data-lowest="%d" data-first="1300" data-each="800" data-notes="%d" aria-hidden="true"><defs>%s</defs>%s<g class="staff-notes"></g></svg>',
            -$above,
            $width,
            2 * $above + (self::LINES - 1) * self::SPACE,
            self::SPACE,
            self::LOWEST[$clef],
            $notes,
            $signs,
            self::lines($clef, 0, 0, $width, 1),
        );
    }
}
