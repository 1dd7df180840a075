<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Explain\Speech;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Score\Told;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\Tonguing\Syllables;

/**
 * Writes a part as plain text: a line of heading, then a bar to a block with notes, degrees and fingerings in columns.
 */
final readonly class TextWriter implements Format
{
    public function name(): string
    {
        return 'text';
    }

    public function ending(): string
    {
        return 'txt';
    }

    public function mediaType(): string
    {
        return 'text/plain; charset=UTF-8';
    }

    public function of(Sheet $sheet, ExportChoices $choices): string
    {
        $title = null === $sheet->title ? '' : $sheet->title."\n\n";
        if ($sheet->isSingle()) {
            return $title.self::write($sheet->parts[0], $choices);
        }

        return $title.implode(
            "\n",
            array_map(
                static fn (Part $part, string $number): string => $number.'. '.self::write($part, $choices),
                $sheet->parts,
                $sheet->numbers,
            ),
        );
    }

    public static function write(Part $part, ExportChoices $choices = new ExportChoices()): string
    {
        $study = $part->study;
        $text = \sprintf(
            "%s\n%s: %s, %s (concert %s)\n",
            $part->line(),
            $part->instrument->name,
            $part->writtenTitle(),
            $study->signature->spoken(),
            $part->concertTitle(),
        );
        if ($choices->chords && [] !== $chords = Chords::of($study)) {
            $text .= 'Chords: '.implode(
                ' ',
                array_map(static fn (ChordAt $chord): string => $chord->written->sign(), $chords),
            )."\n";
        }
        $counts = Counts::of($study);
        $syllables = Syllables::of($study);
        $bars = [];
        foreach ($study->notes as $i => $note) {
            $bars[$note->bar][] = $i;
        }
        foreach ($bars as $number => $members) {
            $text .= 0 === $number ? "\nPick-up\n" : \sprintf("\nBar %d\n", $number);
            $rows = ['note' => []]
                + ($choices->degrees ? ['degree' => []] : [])
                + (FingeringText::None === $choices->fingerings ? [] : ['fingering' => []])
                + (null === $syllables ? [] : ['tongue' => []])
                + ($choices->counts ? ['count' => []] : []);
            foreach ($members as $i) {
                $note = $study->notes[$i];
                $rows['note'][] = $note->pitch()->sign();
                foreach ([
                    'degree' => $part->degree($i, $choices->fromRoot),
                    'fingering' => $part->plan->notes[$i]->fingering->text,
                    'tongue' => $syllables[$i] ?? '',
                    'count' => $counts[$i],
                ] as $row => $cell) {
                    if (isset($rows[$row])) {
                        $rows[$row][] = $cell;
                    }
                }
            }
            foreach ($rows as $name => $cells) {
                $line = str_pad($name, 10);
                foreach ($cells as $k => $cell) {
                    $width = max(array_map(static fn (array $row): int => mb_strlen($row[$k]), $rows)) + 2;
                    $line .= $cell.str_repeat(' ', $width - mb_strlen($cell));
                }
                $text .= rtrim($line)."\n";
            }
        }
        if ([] !== $part->plan->hardSpots) {
            $told = Told::english($part);
            $text .= "\nHard spots\n";
            foreach (HardSpots::grouped($part->plan->hardSpots) as ['spot' => $spot, 'at' => $at]) {
                $bars = array_values(array_unique(array_map(
                    static fn (int $from): int => $study->notes[$from]->bar,
                    $at,
                )));
                $text .= \sprintf(
                    "  %s %s, %s to %s%s: %s\n",
                    1 === \count($bars) ? 'bar' : 'bars',
                    Speech::listed(array_map(strval(...), $bars)),
                    $study->notes[$spot->from]->pitch()->sign(),
                    $study->notes[$spot->to]->pitch()->sign(),
                    $spot->goesBack ? ' and back' : '',
                    $told->hard($spot),
                );
            }
        }
        foreach ($study->warnings as $warning) {
            $text .= "\n".$warning."\n";
        }

        return $text;
    }
}
