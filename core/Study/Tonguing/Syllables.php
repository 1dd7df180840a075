<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Study\Study;

/**
 * What the tongue says in multiple tonguing: "ta ka", "ta ta ka", anew with each beat that it fills, else with each
 * phrase. Notes that are slurred into have no syllable.
 *
 * Source: common practice, no source; others say "ta ka ta" in threes.
 */
final class Syllables
{
    private const OF = ['double tongued' => ['ta', 'ka'], 'triple tongued' => ['ta', 'ta', 'ka']];

    /** @return list<string>|null one for each note; null where the line asks for none */
    public static function of(Study $study): ?array
    {
        $said = self::OF[$study->recipe->line->phrase(ClauseKind::Marks, '')] ?? null;
        if (null === $said) {
            return null;
        }
        $perBeat = $study->recipe->timing->notesInBeat($study->time());
        $fillsBeat = abs($perBeat / \count($said) - round($perBeat / \count($said))) < 1e-9 && $perBeat > 0;
        $syllables = [];
        $count = 0;
        $before = null;
        $end = 0;
        foreach ($study->notes as $note) {
            $place = $note->onset + $study->lead();
            $beat = intdiv($place, $study->bars->time($place)->beatTicks());
            $isAnew = $note->onset > $end || ($fillsBeat && $beat !== $before);
            $count = $isAnew ? 0 : $count;
            $syllables[] = Attack::None === $note->attack ? '' : $said[$count % \count($said)];
            $count = $note->breathAfter ? 0 : $count + 1;
            $before = $beat;
            $end = $note->onset + $note->length;
        }

        return $syllables;
    }

    /** The element of MusicXML 4.0 for the tonguing that a line asks for; null for none. */
    public static function musicXml(Study $study): ?string
    {
        return match ($study->recipe->line->phrase(ClauseKind::Marks, '')) {
            'double tongued' => 'double-tongue', 'triple tongued' => 'triple-tongue', default => null,
        };
    }
}
