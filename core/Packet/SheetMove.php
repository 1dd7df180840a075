<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;

/**
 * A whole sheet in another key. There are two different wishes: to move everything by one interval, so that A minor
 * beside C major becomes E minor beside G; or to put every line on the same tonic.
 *
 * Source: the handbook, chapter 3, "Order of keys".
 */
final class SheetMove
{
    /**
     * Everything by the interval from the first line's tonic to this one, by the nearer way.
     *
     * @param list<StudyLine> $lines
     *
     * @return list<StudyLine>
     */
    public static function together(array $lines, NoteName $tonic): array
    {
        if ([] === $lines) {
            return [];
        }
        $from = $lines[0]->tonic()->at(4);
        $to = $tonic->at(4);
        $away = $to->midi() - $from->midi();
        $interval = Interval::between($from, abs($away) > 6 ? $to->octaves($away > 0 ? -1 : 1) : $to);

        return array_map(static fn (StudyLine $line): StudyLine => $line->moved($interval), $lines);
    }

    /**
     * Every line onto the same tonic.
     *
     * @param list<StudyLine> $lines
     *
     * @return list<StudyLine>
     */
    public static function ontoOne(array $lines, NoteName $tonic): array
    {
        return array_map(static fn (StudyLine $line): StudyLine => $line->onTonic($tonic), $lines);
    }
}
