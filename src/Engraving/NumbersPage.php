<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;

/**
 * The study as its key and the numbers of its degrees, bar by bar: for players who should think the notes. Lengths are in
 * units, a hundred to the millimetre.
 */
final class NumbersPage
{
    private const LINE = 1250;
    private const COLUMN = 850;

    /** @return list<array{string, int}> lines of numbers and their heights */
    public static function lines(Part $part, int $width): array
    {
        $study = $part->study;
        $bars = [];
        foreach ($study->notes as $i => $note) {
            $bars[$study->isUntimed() ? intdiv($i, 8) : $note->bar][] = $i;
        }
        $lines = [];
        $line = [];
        $columns = 0;
        $most = intdiv($width - 700, self::COLUMN);
        foreach ($bars as $number => $members) {
            if ($columns > 0 && $columns + \count($members) > $most) {
                $lines[] = $line;
                [$line, $columns] = [[], 0];
            }
            $line[$number] = $members;
            $columns += \count($members);
        }
        $lines[] = $line;

        return array_map(static fn (array $bars): array => [self::line($part, $bars, $width), self::LINE], $lines);
    }

    /** @param array<int, list<int>> $bars indexes of notes by bar */
    private static function line(Part $part, array $bars, int $width): string
    {
        $count = max(1, array_sum(array_map(count(...), $bars)));
        $column = min(1500.0, ($width - 700) / $count);
        $size = min(560, (int) ($column * 0.62));
        $svg = '';
        $x = 350.0;
        foreach ($bars as $number => $members) {
            $svg .= \sprintf('<text x="%.0f" y="250" font-size="240" fill="#6d6677">%s</text>', $x, $part->study->isUntimed() ? '' : $number);
            foreach ($members as $i) {
                $tone = $part->study->notes[$i]->tone;
                $degree = strtr(KeyNames::pageDegree($tone->degree, $tone->number), ['8 (1)' => '8']);
                $svg .= \sprintf('<text x="%.0f" y="830" font-size="%d" font-weight="700" text-anchor="middle">%s</text>', $x + $column / 2, $size, Signs::text($degree));
                if ($tone->number > 8 || $tone->number < 1) {
                    // A stroke above or below tells the octave, where the number alone does not.
                    $svg .= \sprintf('<path d="M%.0f %d h%.0f" stroke="currentColor" stroke-width="40"/>', $x + $column / 2 - 110, $tone->number > 8 ? 330 : 930, 220);
                }
                $x += $column;
            }
            $svg .= \sprintf('<path d="M%.0f 380 V900" stroke="currentColor" stroke-width="20"/>', $x);
        }

        return $svg;
    }
}
