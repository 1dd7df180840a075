<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;

/**
 * Writes a part as plain text: a line of heading, then a bar to a block with notes, degrees and fingerings in columns.
 */
final class TextWriter
{
    /**
     * Several numbered studies, one after the other.
     *
     * @param list<Part>   $parts
     * @param list<string> $numbers
     */
    public static function sheet(array $parts, array $numbers): string
    {
        return implode("\n", array_map(static fn (Part $part, string $number): string => $number.'. '.self::write($part), $parts, $numbers));
    }

    public static function write(Part $part): string
    {
        $study = $part->study;
        $text = \sprintf("%s\n%s: %s, %s (concert %s)\n", $part->line(), $part->instrument->name, $part->writtenTitle(), $study->signature->spoken(), $part->concertTitle());
        $bars = [];
        foreach ($study->notes as $i => $note) {
            $bars[$note->bar][] = $i;
        }
        foreach ($bars as $number => $members) {
            $text .= 0 === $number ? "\nPick-up\n" : \sprintf("\nBar %d\n", $number);
            $rows = ['note' => [], 'degree' => [], 'fingering' => []];
            foreach ($members as $i) {
                $note = $study->notes[$i];
                $rows['note'][] = $note->pitch()->sign();
                $rows['degree'][] = KeyNames::pageDegree($note->tone->degree, $note->tone->number);
                $rows['fingering'][] = $part->plan->notes[$i]->fingering->text;
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
            $text .= "\nHard spots\n";
            foreach ($part->plan->hardSpots as $spot) {
                $text .= \sprintf("  bar %d, %s to %s: %s\n", $study->notes[$spot->from]->bar, $study->notes[$spot->from]->pitch()->sign(), $study->notes[$spot->to]->pitch()->sign(), $part->hard($spot));
            }
        }
        foreach ($study->warnings as $warning) {
            $text .= "\n".$warning."\n";
        }

        return $text;
    }
}
