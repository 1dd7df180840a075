<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Sheet;

/**
 * The notes that a sheet needs, each once, and which of them are new.
 */
final class NotesNeeded
{
    /** @return array<int, Pitch> written, by MIDI number, from low to high; nothing where there is no sheet */
    public static function of(Sheet|string $sheet): array
    {
        $notes = [];
        foreach ($sheet instanceof Sheet ? $sheet->parts : [] as $part) {
            foreach ($part->notesNeeded() as $pitch) {
                $notes[$pitch->midi()] ??= $pitch;
            }
        }
        ksort($notes);

        return $notes;
    }

    /** "Notes you will need: C D E♭. New today: E♭." */
    public static function spoken(Sheet|string $now, Sheet|string $before): string
    {
        $signs = static fn (array $notes): string => implode(
            ' ',
            array_map(static fn (Pitch $one): string => $one->sign(), $notes),
        );
        $notes = self::of($now);
        $met = self::of($before);
        $new = [] === $met ? [] : array_diff_key($notes, $met);

        return [] === $notes
            ? ''
            : 'Notes you will need: '.$signs($notes).'.'.([] === $new ? '' : ' New today: '.$signs($new).'.');
    }
}
