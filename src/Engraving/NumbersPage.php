<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Layout\SystemBreaks;
use SwiftReed\Score\Part;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;
use SwiftReed\Time\Tuplet;

/**
 * The study as its key and the numbers of its degrees, bar by bar: for players who should think the notes. Strokes tell
 * the octave, a small note the value where it changes, a dash goes on holding. Lengths are in units, a hundred to the
 * millimetre.
 */
final class NumbersPage
{
    private const LINE = 1600;
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
        return (
            $withStart ? 'From '.$part->study->notes[0]->pitch()->sign().'. ' : ''
        ).self::means().' A small note tells the value until another does; a dash goes on holding.';
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
        $begins = SystemBreaks::of(
            array_map(static fn (array $bar): int => \count($bar[1]), $bars),
            $most,
            \count($bars),
        );
        foreach ($bars as $k => $bar) {
            $lines[$begins[$k] ? \count($lines) : \count($lines) - 1][] = $bar;
        }
        // Columns are alike on every line, so that the last is not spread out.
        $widest = max(1, ...array_map(
            static fn (array $line): int => array_sum(array_map(static fn (array $bar): int => \count($bar[1]), $line)),
            $lines,
        ));
        $column = min(1500.0, ($width - self::TIME) / max(1, $widest));
        $drawn = [];
        $value = 0;
        foreach ($lines as $k => $line) {
            $drawn[] = [self::line($part, $line, $column, 0 === $k, $fromRoot, $value), self::LINE];
        }

        return $drawn;
    }

    /** @param list<array{int, list<BarItem>}> $bars number and items of each */
    private static function line(
        Part $part,
        array $bars,
        float $column,
        bool $isFirst,
        bool $fromRoot,
        int &$value,
    ): string {
        $study = $part->study;
        $size = min(560, (int) ($column * 0.62));
        $moves = self::moves($part);
        $svg = '';
        if ($isFirst && !$study->isUntimed()) {
            foreach ([$study->time()->beats(), $study->time()->beatType()] as $k => $digit) {
                $svg .= Svg::text(250, 760 + 420 * $k, 480, $digit, fill: null, weight: 700, anchor: 'middle');
            }
        }
        $x = (float) self::TIME;
        foreach ($bars as [$number, $items]) {
            $svg .= Svg::text($x, 250, 240, $study->isUntimed() || $number < 1 ? '' : $number, fill: Ink::QUIET);
            foreach ($items as $item) {
                $middle = $x + $column / 2;
                if (!$study->isUntimed() && $item->writtenTicks() !== $value) {
                    $value = $item->writtenTicks();
                    $svg .= self::value($middle, $value, $item->tuplet);
                }
                $begins = $item->begins();
                $svg .= null !== $begins && $fromRoot ? self::root($part, $begins, $middle) : '';
                $svg .= null === $begins
                    ? Svg::text($middle, 1000, $size, $item->isRest() ? '·' : '–', fill: null, anchor: 'middle')
                    : self::number($part, $begins, $middle, $size, $fromRoot, $moves[$begins] ?? 0);
                $x += $column;
            }
            $svg .= Svg::stroke(\sprintf('M%.0f 520 V1080', $x), 'currentColor', 20);
        }

        return $svg;
    }

    /** The numbers of one line of music with their strokes, each under its note, on a base line at 0. */
    public static function under(Part $part, EngravedSystem $system): string
    {
        $moves = self::moves($part);
        $svg = Svg::text(0, 1000, 260, 'degree', fill: Ink::QUIET, isItalic: true);
        foreach ($system->heads as $i => $head) {
            $svg .= self::number($part, $i, $head->middle(), 400, false, 0);
            if (0 !== $move = $moves[$i] ?? 0) {
                $svg .= Svg::at(-120, 590, self::move($head->middle(), $move));
            }
        }

        return Svg::at(0, -1000, $svg);
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

    /** The root of the cell that begins here, by its own number: without it numbers from the root say no note. */
    private static function root(Part $part, int $i, float $x): string
    {
        $notes = $part->study->notes;
        $tone = $notes[$i]->tone;
        $before = $notes[max(0, $i - 1)]->tone;
        $isNew = null !== $tone->cell && (0 === $i || $before->cell !== $tone->cell);
        if (!$isNew || $part->study->recipe->pattern->isStraight()) {
            return '';
        }
        $name = null === $tone->rootName ? '' : $tone->rootName->sign();

        return Svg::text($x - 110, 1330, 300, 'on '.$name, fill: Ink::ACCENT, weight: 700, class: 'root');
    }

    private static function number(Part $part, int $i, float $x, int $size, bool $fromRoot, int $move): string
    {
        $tone = $part->study->notes[$i]->tone;
        $text = strtr($part->degree($i, $fromRoot), ['8 (1)' => '8'] + ($fromRoot ? [] : [',' => '']));
        $svg = Svg::text($x, 1000, $size, $text, fill: null, weight: 700, anchor: 'middle', class: 'number');
        $octave = $fromRoot && !$part->study->recipe->pattern->isStraight()
            ? 0
            : (
                $tone->number > 8
                    ? intdiv($tone->number - 2, 7)
                    : ($tone->number < 1 ? -intdiv(7 - $tone->number, 7) : 0)
            );
        for ($k = 0; $k < abs($octave); ++$k) {
            // A stroke above or below tells the octave, where the number alone does not.
            $svg .= Svg::stroke(
                \sprintf('M%.0f %d h220', $x - 110, $octave > 0 ? 940 - $size - 80 * $k : 1100 + 80 * $k),
                'currentColor',
                40,
            );
        }
        if (0 !== $move) {
            $svg .= self::move($x, $move);
        }

        return $svg;
    }

    /** An arrow before a number from which on the line lies an octave higher or lower than its plain place. */
    private static function move(float $x, int $move): string
    {
        return Svg::tag(
            'g',
            ['fill' => Ink::ACCENT],
            Svg::tag(
                'path',
                ['d' => \sprintf('M%.0f %d l75 %d h-150 z', $x - 300, $move < 0 ? 420 : 270, $move < 0 ? -150 : 150)],
            ).Svg::text($x - 210, 420, 260, 8, fill: null, weight: 700),
        );
    }

    /** A small note of this value, with the number of the tuplet in which it stands. */
    private static function value(float $x, int $ticks, ?Tuplet $tuplet): string
    {
        $isOpen = $ticks >= Length::HALF;
        $dot = NoteValues::of($ticks)[1] > 0
            ? Svg::tag('circle', ['cx' => $x + 120, 'cy' => 330, 'r' => 24, 'fill' => 'currentColor'])
            : '';
        $stem = $ticks < Length::WHOLE ? Svg::stroke(\sprintf('M%.0f 320 V90', $x + 62), 'currentColor', 18) : '';
        $flags = '';
        for ($k = 0, $least = Length::QUARTER; $ticks < $least && $k < 3; ++$k, $least = intdiv($least, 2)) {
            $flags .= Svg::stroke(\sprintf('M%.0f %d q20 70 90 90', $x + 62, 90 + 70 * $k), 'currentColor', 20);
        }

        return Svg::tag(
            'g',
            [],
            Svg::tag(
                'ellipse',
                [
                    'cx' => $x, 'cy' => 330, 'rx' => 68, 'ry' => 48,
                    'transform' => \sprintf('rotate(-18 %.0f 330)', $x), 'fill' => $isOpen ? 'none' : 'currentColor',
                    'stroke' => 'currentColor', 'stroke-width' => 16,
                ],
            ).$stem.$flags.$dot.(
                null === $tuplet ? '' : Svg::text($x + 150, 180, 200, $tuplet->actual, fill: null, isItalic: true)
            ),
        );
    }
}
