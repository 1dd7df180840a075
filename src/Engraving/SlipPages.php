<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Slips to cut out, eight on a page: a name, and an address to type or to photograph. Lengths are in units, a hundred
 * to the millimetre.
 */
final class SlipPages
{
    private const COLUMNS = 2;
    private const ROWS = 4;
    private const MARGIN = 1000;
    /** Side of the code, with the quiet zone that cameras want around it. */
    private const CODE = 3600;

    /**
     * @param non-empty-list<array{name: string, says: string, address: string}> $slips
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    public static function of(array $slips, Paper $paper): array
    {
        $width = ($paper->width() - 2 * self::MARGIN) / self::COLUMNS;
        $height = ($paper->height() - 2 * self::MARGIN) / self::ROWS;
        $pages = [];
        foreach (array_chunk($slips, self::COLUMNS * self::ROWS) as $some) {
            $body = '';
            foreach ($some as $i => $slip) {
                $body .= Svg::at(
                    self::MARGIN + $width * ($i % self::COLUMNS),
                    self::MARGIN + $height * intdiv($i, self::COLUMNS),
                    self::slip($slip, $width, $height),
                );
            }
            $pages[] = Svg::page($paper, $body);
        }

        return $pages;
    }

    /** @param array{name: string, says: string, address: string} $slip */
    private static function slip(array $slip, float $width, float $height): string
    {
        $size = min(620.0, ($width - self::CODE - 900) / (0.52 * max(1, mb_strlen($slip['name']))));
        $address = str_split($slip['address'], 36);
        $svg = Svg::stroke(\sprintf('M0 0 H%1$.0f V%2$.0f H0 Z', $width, $height), Ink::RULE, 10, '80 80')
            .Svg::at($width - self::CODE - 300, 400, QrCode::drawing($slip['address'], self::CODE))
            .Svg::text(450, 1150, $size, $slip['name'], weight: 700, face: Svg::SERIF);
        $y = 1700;
        foreach (explode("\n", wordwrap($slip['says'], 24, "\n", true)) as $line) {
            $svg .= Svg::text(450, $y, 340, $line, fill: Ink::QUIET);
            $y += 430;
        }
        $svg .= Svg::text(450, $y + 500, 330, 'Your own way in.');
        $svg .= Svg::text(450, $y + 940, 330, 'Keep it to yourself.');
        foreach ($address as $k => $line) {
            $svg .= Svg::text(450, $height - 420 - 340 * (\count($address) - 1 - $k), 270, $line);
        }

        return $svg;
    }
}
