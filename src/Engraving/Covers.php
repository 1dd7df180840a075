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
            $right = isset($groups[$k + 1]) ? $system->heads[$groups[$k + 1][0]]->left - self::BEFORE - self::BETWEEN : $width - self::BETWEEN;
            $bar = $part->study->notes[$notes[0]]->bar;
            $name = match (true) {
                $part->study->isUntimed() => \sprintf('Notes %d to %d', $notes[0] + 1, $notes[\count($notes) - 1] + 1),
                $bar < 1 => 'Pick-up',
                default => 'Bar '.$bar,
            };
            $numbers = implode(' ', array_map(static fn (int $i): string => $part->degree($i), $notes));
            $spoken = implode(', ', array_map(static fn (int $i): string => $part->study->notes[$i]->pitch()->spoken(), $notes));
            $svg .= \sprintf('<g class="cover" role="button" tabindex="0" aria-pressed="false" aria-label="%1$s, covered: %2$s" data-covered="%1$s, covered: %2$s" data-open="%1$s: %3$s"><rect x="%4$.0f" y="60" width="%5$.0f" height="%6$d" rx="140"/><text x="%7$.0f" y="%8$.0f" font-size="330" text-anchor="middle">%9$s</text></g>', self::escape($name), self::escape($numbers), self::escape($spoken), $left, $right - $left, $system->height + 20, ($left + $right) / 2, ($system->top + $system->bottom) / 2 + 110, self::escape(lcfirst($name)));
        }

        return $svg;
    }

    private static function escape(string $text): string
    {
        return htmlspecialchars($text, \ENT_QUOTES | \ENT_XML1);
    }
}
