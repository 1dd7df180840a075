<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Part;

/**
 * Covers over the notes of a line of music, a bar each, so that a player thinks them from the key, the numbers and the
 * counts, and looks afterwards. Lengths are in units, a hundred to the millimetre.
 */
final class Covers
{
    /** Notes under one cover where there are no bars. */
    private const UNTIMED = 4;
    /** Room before a head for its accidental, and from a cover to the next. */
    private const BEFORE = 290;
    private const BETWEEN = 90;

    /** A cover for every bar of this line of music, each a button that says what stands under it once it is open. */
    public static function over(Part $part, EngravedSystem $system, int $width): string
    {
        $groups = [];
        foreach (array_keys($system->heads) as $k => $i) {
            $groups[$part->study->isUntimed() ? intdiv($k, self::UNTIMED) : $part->study->notes[$i]->bar][] = $i;
        }
        $groups = array_values($groups);
        $svg = '';
        foreach ($groups as $k => $notes) {
            $left = $system->heads[$notes[0]]->left - self::BEFORE;
            $right = isset($groups[$k + 1])
                ? $system->heads[$groups[$k + 1][0]]->left - self::BEFORE - self::BETWEEN
                : $width - self::BETWEEN;
            $bar = $part->study->notes[$notes[0]]->bar;
            $name = match (true) {
                $part->study->isUntimed() => \sprintf('Notes %d to %d', $notes[0] + 1, $notes[\count($notes) - 1] + 1),
                $bar < 1 => 'Pick-up',
                default => 'Bar '.$bar,
            };
            $numbers = implode(' ', array_map(static fn (int $i): string => $part->degree($i), $notes));
            $spoken = implode(
                ', ',
                array_map(static fn (int $i): string => $part->study->notes[$i]->pitch()->spoken(), $notes),
            );
            $covered = $name.', covered: '.$numbers;
            $card = Svg::tag(
                'rect',
                ['x' => $left, 'y' => 60, 'width' => $right - $left, 'height' => $system->height + 20, 'rx' => 140],
            )
                .Svg::text(
                    ($left + $right) / 2,
                    ($system->top + $system->bottom) / 2 + 110,
                    330,
                    lcfirst($name),
                    fill: null,
                    anchor: 'middle',
                );
            $svg .= Svg::tag(
                'g',
                [
                    'class' => 'cover', 'role' => 'button', 'tabindex' => 0, 'aria-pressed' => 'false',
                    'aria-label' => $covered, 'data-covered' => $covered, 'data-open' => $name.': '.$spoken,
                ],
                $card,
            );
        }

        return $svg;
    }
}
