<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Home cards for players without a device: a week of practice with boxes to tick, two on a page to be cut apart.
 * Lengths are in units, a hundred to the millimetre.
 */
final class CardPages
{
    private const EACH = 2;
    private const MARGIN = 1300;
    private const BOX = 380;

    /**
     * @param non-empty-list<array{name: string, says: string, days: list<array{day: string, items: list<string>}>,
     *  care: string}> $cards
     *
     * @return non-empty-list<Page>
     */
    public static function of(array $cards, Paper $paper): array
    {
        $height = $paper->height() / self::EACH;
        $pages = [];
        foreach (array_chunk($cards, self::EACH) as $some) {
            $body = Svg::stroke(\sprintf('M0 %.0f H%d', $height, $paper->width()), Ink::RULE, 10, '120 120');
            foreach ($some as $k => $card) {
                $body .= Svg::at(
                    self::MARGIN,
                    $k * $height,
                    self::card($card, $paper->width() - 2 * self::MARGIN, $height),
                );
            }
            $pages[] = Svg::page($paper, $body);
        }

        return $pages;
    }

    /**
     * @param array{name: string, says: string, days: list<array{day: string, items: list<string>}>, care: string} $card
     */
    private static function card(array $card, float $width, float $height): string
    {
        $svg = Svg::text(0, 1900, 720, $card['name'], weight: 700, face: Svg::SERIF)
            .Svg::text(0, 2450, 330, $card['says'], fill: Ink::QUIET)
            .Svg::text(
                $width,
                1900,
                330,
                'tick what you played clean, and write how fast',
                fill: Ink::QUIET,
                anchor: 'end',
            );
        $top = 2850.0;
        $row = ($height - $top - 1900) / 7;
        foreach (\array_slice($card['days'], 0, 7) as $k => $day) {
            $y = $top + $k * $row;
            $svg .= Svg::stroke(\sprintf('M0 %.0f H%.0f', $y, $width), Ink::RULE, 10);
            $svg .= Svg::text(0, $y + $row / 2 + 130, 380, $day['day'], weight: 700);
            $items = \array_slice($day['items'], 0, 4);
            foreach ($items as $i => $item) {
                $x = 3300 + ($i % 2) * ($width - 3300) / 2;
                $line = $y + $row * (\count($items) > 2 ? (0.34 + 0.42 * intdiv($i, 2)) : 0.5);
                $svg .= Svg::stroke(
                    \sprintf('M%1$.0f %2$.0f h%3$d v%3$d h-%3$d z', $x, $line - self::BOX / 2, self::BOX),
                    Ink::INK,
                    22,
                );
                $svg .= Svg::text(
                    $x + self::BOX + 160,
                    $line + 110,
                    self::size($item, ($width - 3300) / 2 - self::BOX - 1500),
                    $item,
                );
                $svg .= Svg::stroke(
                    \sprintf('M%.0f %.0f h1000', $x + ($width - 3300) / 2 - 1200, $line + 130),
                    Ink::QUIET,
                    12,
                );
            }
        }
        $svg .= Svg::stroke(\sprintf('M0 %.0f H%.0f', $top + 7 * $row, $width), Ink::RULE, 10);
        $svg .= Svg::text(0, $height - 1350, 290, $card['care'], fill: Ink::QUIET);

        return $svg.Svg::text(
            0,
            $height - 900,
            290,
            'Pain, numbness, trouble with hearing: tell your teacher, and see a licensed health professional.',
            fill: Ink::QUIET,
        );
    }

    /** The size at which words find room. */
    private static function size(string $words, float $room): float
    {
        return min(330.0, 330.0 * $room / max(1.0, Ink::width($words, 330)));
    }
}
