<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Corners to tear off, to be laid over the first pages of parts: a name, and the player's own way in. Lengths are in
 * units, a hundred to the millimetre.
 */
final class CornerPages
{
    /** The corner at the right below, which the pages keep free. */
    public const WIDTH = 7600;
    public const HEIGHT = 2900;
    /** Side of the code, with the quiet zone that cameras want around it. */
    private const CODE = 2200;

    /**
     * @param non-empty-list<array{name: string, says: string, address: string}> $slips
     *
     * @return non-empty-list<Page> one for each, empty but for its corner
     *
     * @throws EngravingError
     */
    public static function of(array $slips, Paper $paper): array
    {
        return array_map(
            static fn (array $slip): Page => Svg::page(
                $paper,
                Svg::at($paper->width() - self::WIDTH, $paper->height() - self::HEIGHT, self::corner($slip)),
            ),
            $slips,
        );
    }

    /** @param array{name: string, says: string, address: string} $slip */
    private static function corner(array $slip): string
    {
        $name = min(380.0, (self::WIDTH - self::CODE - 1300) / (0.55 * max(1, mb_strlen($slip['name']))));
        $svg = Svg::stroke(\sprintf('M0 %d V0 H%d', self::HEIGHT, self::WIDTH), Ink::RULE, 12, '90 90')
            .Svg::at(self::WIDTH - self::CODE - 600, 120, QrCode::drawing($slip['address'], self::CODE))
            .Svg::text(280, 560, $name, $slip['name'], weight: 700, face: Svg::SERIF)
            .Svg::text(280, 960, 250, $slip['says'], fill: Ink::QUIET);
        foreach (str_split($slip['address'], 34) as $k => $line) {
            $svg .= Svg::text(280, 1400 + 290 * $k, 230, $line);
        }

        return $svg;
    }
}
