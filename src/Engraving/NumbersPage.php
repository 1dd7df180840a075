<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Time\Length;

/**
 * The study as its key and the numbers of its degrees, bar by bar: for players who should think the notes. Strokes tell the
 * octave, a small note the value where it changes, a dash goes on holding. Lengths are in units, a hundred to the millimetre.
 */
final class NumbersPage
{
    private const LINE = 1450;
    private const COLUMN = 850;
    /** Room for the time signature at the beginning. */
    private const TIME = 700;

    /** What the numbers and strokes mean. */
    public static function means(): string
    {
        return 'The numbers are degrees. A stroke above a number: the octave above; below it: the octave below.';
    }

    /** What the page shows, and where the line begins. */
    public static function says(Part $part, bool $withStart): string
    {
        return ($withStart ? 'From '.$part->study->notes[0]->pitch()->sign().'. ' : '').self::means().' A small note tells the value until another does; a dash goes on holding.';
    }

    /**
     * @param bool $fromRoot whether numbers are counted from the root of each cell
     *
     * @return list<array{string, int}> lines of numbers and their heights
     */
    public static function lines(Part $part, int $width, bool $fromRoot = false): array
    {
        $study = $part->study;
        $bars = [];
        foreach (BarLayout::bars($study) as $bar) {
            foreach ($study->isUntimed() ? array_chunk($bar->items, 8) : [$bar->items] as $items) {
                $bars[] = [$bar->number, $items];
            }
        }
        $most = intdiv($width - self::TIME, self::COLUMN);
        $lines = [];
        $line = [];
        $columns = 0;
        foreach ($bars as $bar) {
            if ($columns > 0 && $columns + \count($bar[1]) > $most) {
                $lines[] = $line;
                [$line, $columns] = [[], 0];
            }
            $line[] = $bar;
            $columns += \count($bar[1]);
        }
        $lines[] = $line;
        // Columns are alike on every line, so that the last is not spread out.
        $widest = max(array_map(static fn (array $line): int => array_sum(array_map(static fn (array $bar): int => \count($bar[1]), $line)), $lines));
        $column = min(1500.0, ($width - self::TIME) / max(1, $widest));
        $drawn = [];
        $value = 0;
        foreach ($lines as $k => $line) {
            $drawn[] = [self::line($part, $line, $column, 0 === $k, $fromRoot, $value), self::LINE];
        }

        return $drawn;
    }

    /** @param list<array{int, list<BarItem>}> $bars number and items of each */
    private static function line(Part $part, array $bars, float $column, bool $isFirst, bool $fromRoot, int &$value): string
    {
        $study = $part->study;
        $size = min(560, (int) ($column * 0.62));
        $moves = self::moves($part);
        $svg = '';
        if ($isFirst && !$study->isUntimed()) {
            foreach ([$study->time()->beats(), $study->time()->beatType()] as $k => $digit) {
                $svg .= \sprintf('<text x="250" y="%d" font-size="480" font-weight="700" text-anchor="middle">%d</text>', 760 + 420 * $k, $digit);
            }
        }
        $x = (float) self::TIME;
        foreach ($bars as [$number, $items]) {
            $svg .= \sprintf('<text x="%.0f" y="250" font-size="240" fill="%s">%s</text>', $x, Ink::QUIET, $study->isUntimed() || $number < 1 ? '' : $number);
            foreach ($items as $item) {
                $middle = $x + $column / 2;
                if (!$study->isUntimed() && $item->writtenTicks() !== $value) {
                    $value = $item->writtenTicks();
                    $svg .= self::value($middle, $value, $item->isTriplet);
                }
                $begins = $item->begins();
                $svg .= null === $begins
                    ? \sprintf('<text x="%.0f" y="1000" font-size="%d" text-anchor="middle">%s</text>', $middle, $size, $item->isRest() ? '·' : '–')
                    : self::number($part, $begins, $middle, $size, $fromRoot, $moves[$begins] ?? 0);
                $x += $column;
            }
            $svg .= \sprintf('<path d="M%.0f 520 V1080" stroke="currentColor" stroke-width="20"/>', $x);
        }

        return $svg;
    }

    /** The numbers of one line of music with their strokes, each under its note, on a base line at 0. */
    public static function under(Part $part, EngravedSystem $system): string
    {
        $moves = self::moves($part);
        $svg = \sprintf('<text x="0" y="1000" font-size="260" font-style="italic" fill="%s">degree</text>', Ink::QUIET);
        foreach ($system->heads as $i => $head) {
            $svg .= self::number($part, $i, $head->middle(), 400, false, 0);
            if (0 !== $move = $moves[$i] ?? 0) {
                $svg .= \sprintf('<g transform="translate(-120 590)">%s</g>', self::move($head->middle(), $move));
            }
        }

        return \sprintf('<g transform="translate(0 -1000)">%s</g>', $svg);
    }

    /** @return array<int, int> octaves by which the line moves, by the note from which on it does */
    private static function moves(Part $part): array
    {
        $moves = [];
        foreach ($part->study->moves as $k => $move) {
            $moves[$move->at] = $move->octaves - ($part->study->moves[$k - 1]->octaves ?? 0);
        }

        return $moves;
    }

    private static function number(Part $part, int $i, float $x, int $size, bool $fromRoot, int $move): string
    {
        $tone = $part->study->notes[$i]->tone;
        $text = strtr($part->degree($i, $fromRoot), ['8 (1)' => '8'] + ($fromRoot ? [] : [',' => '']));
        $svg = \sprintf('<text x="%.0f" y="1000" font-size="%d" font-weight="700" text-anchor="middle" class="number">%s</text>', $x, $size, Signs::text($text));
        $octave = $fromRoot && !$part->study->recipe->pattern->isStraight() ? 0 : ($tone->number > 8 ? intdiv($tone->number - 2, 7) : ($tone->number < 1 ? -intdiv(7 - $tone->number, 7) : 0));
        for ($k = 0; $k < abs($octave); ++$k) {
            // A stroke above or below tells the octave, where the number alone does not.
            $svg .= \sprintf('<path d="M%.0f %d h220" stroke="currentColor" stroke-width="40"/>', $x - 110, $octave > 0 ? 940 - $size - 80 * $k : 1100 + 80 * $k);
        }
        if (0 !== $move) {
            $svg .= self::move($x, $move);
        }

        return $svg;
    }

    /** An arrow before a number from which on the line lies an octave higher or lower than its plain place. */
    private static function move(float $x, int $move): string
    {
        return \sprintf('<g fill="%s"><path d="M%.0f %d l75 %d h-150 z"/><text x="%.0f" y="420" font-size="260" font-weight="700">8</text></g>', Signs::ACCENT, $x - 300, $move < 0 ? 420 : 270, $move < 0 ? -150 : 150, $x - 210);
    }

    /** A small note of this value, with a 3 where it stands in a triplet. */
    private static function value(float $x, int $ticks, bool $isTriplet): string
    {
        $isOpen = $ticks >= Length::HALF;
        $dot = \in_array($ticks, [1440, 720, 360, 180], true) ? \sprintf('<circle cx="%.0f" cy="330" r="24" fill="currentColor"/>', $x + 120) : '';
        $stem = $ticks < Length::WHOLE ? \sprintf('<path d="M%.0f 320 V90" stroke="currentColor" stroke-width="18"/>', $x + 62) : '';
        $flags = '';
        for ($k = 0, $least = Length::QUARTER; $ticks < $least && $k < 3; ++$k, $least = intdiv($least, 2)) {
            $flags .= \sprintf('<path d="M%.0f %d q20 70 90 90" fill="none" stroke="currentColor" stroke-width="20"/>', $x + 62, 90 + 70 * $k);
        }

        return \sprintf('<g><ellipse cx="%.0f" cy="330" rx="68" ry="48" transform="rotate(-18 %1$.0f 330)" fill="%s" stroke="currentColor" stroke-width="16"/>%s%s%s%s</g>', $x, $isOpen ? 'none' : 'currentColor', $stem, $flags, $dot, $isTriplet ? \sprintf('<text x="%.0f" y="180" font-size="200" font-style="italic">3</text>', $x + 150) : '');
    }
}
