<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Bars;

/**
 * How the notes are counted aloud: "1 e & a", "1 trip let", "1 2 3 4" under a held note, eighths one to six in 6/8,
 * one to seven in 7/8.
 *
 * Source: common practice, no published source.
 */
final class Counts
{
    /** @return list<string> one for each note; empty words in an untimed study */
    public static function of(Study $study): array
    {
        return array_map(
            static fn (StudyNote $note): string => $study->isUntimed() ? '' : self::count(
                $note->onset + $study->lead(),
                $note->length,
                $study->bars,
            ),
            $study->notes,
        );
    }

    private static function count(int $onset, int $length, Bars $bars): string
    {
        $unit = $bars->time($onset)->counted();
        $inBar = $bars->inBar($onset);
        $begin = $onset - $inBar;
        $words = [self::place($inBar, $unit)];
        for ($next = $begin + (intdiv($inBar, $unit) + 1) * $unit; $next < $onset + $length; $next += $unit) {
            $words[] = (string) (intdiv($bars->inBar($next), $unit) + 1);
        }

        return implode(' ', $words);
    }

    private static function place(int $inBar, int $unit): string
    {
        $off = $inBar % $unit;

        return match (true) {
            0 === $off => (string) (intdiv($inBar, $unit) + 1),
            $off * 2 === $unit => '&',
            $off * 4 === $unit => 'e',
            $off * 4 === 3 * $unit => 'a',
            $off * 3 === $unit => 'trip',
            $off * 3 === 2 * $unit => 'let',
            default => '·',
        };
    }
}
