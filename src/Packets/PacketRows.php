<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Packet\SheetBuilder;

/**
 * The rows of a packet: study lines with numbers that are given once and kept, and titles, which have none.
 */
final class PacketRows
{
    /**
     * @param list<string> $rows as they are kept
     *
     * @return list<array{number: int|null, line: string}> a title begins with #
     */
    public static function read(array $rows): array
    {
        $read = [];
        $last = 0;
        foreach ($rows as $row) {
            if (str_starts_with($row, SheetBuilder::TITLE)) {
                $read[] = ['number' => null, 'line' => $row];
                continue;
            }
            ++$last;
            if (1 === preg_match(SheetBuilder::NUMBERED, $row, $found)) {
                $last = (int) $found[1];
                $row = $found[2];
            }
            if ('' !== $row) {
                $read[] = ['number' => $last, 'line' => $row];
            }
        }

        return $read;
    }

    /**
     * From the fields of the editor: what has a number keeps it, what is new gets the next that was never given.
     *
     * @param list<string> $lines
     * @param list<string> $numbers
     * @param int          $given  the highest number that has been given so far
     *
     * @return list<string>
     */
    public static function kept(array $lines, array $numbers, int $given): array
    {
        $highest = max(0, $given, ...array_map(intval(...), $numbers));
        $taken = [];
        $rows = [];
        foreach ($lines as $i => $line) {
            $line = trim((string) preg_replace('/[\p{C}\s]+/u', ' ', mb_scrub($line)));
            if ('' === $line) {
                continue;
            }
            if (str_starts_with($line, SheetBuilder::TITLE)) {
                $rows[] = $line;
                continue;
            }
            $number = (int) ($numbers[$i] ?? 0);
            if ($number < 1 || $number > 999 || isset($taken[$number])) {
                $number = ++$highest;
            }
            $taken[$number] = true;
            $rows[] = $number.': '.$line;
        }

        return $rows;
    }

    /** @param list<string> $rows */
    public static function highest(array $rows): int
    {
        return max([0, ...array_map(static fn (array $row): int => $row['number'] ?? 0, self::read($rows))]);
    }
}
