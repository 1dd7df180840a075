<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\Standing;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\StudyNote;

/**
 * Which notes of what comes next a player has not had yet: those of nothing that was passed.
 */
final class NewNotes
{
    public function __construct(private readonly PartBuilder $parts)
    {
    }

    /**
     * @param list<Requirement> $requirements of a list, in its order
     * @param list<RecordCell>  $cells        where the chair stands with each
     *
     * @return array{requirement: Requirement, notes: non-empty-list<Pitch>}|null from low to high, of the first that is not
     *  passed; null where it has none that are new, or nothing was passed yet to tell them by
     */
    public function of(Chair $chair, Instrument $instrument, array $requirements, array $cells): ?array
    {
        $known = [];
        $next = null;
        foreach ($requirements as $k => $requirement) {
            if (Standing::Passed === ($cells[$k] ?? null)?->standing) {
                $known += $this->notes($requirement, $instrument, $chair->settings());
            } else {
                $next ??= $requirement;
            }
        }
        if ([] === $known || null === $next) {
            return null;
        }
        $new = array_values(array_diff_key($this->notes($next, $instrument, $chair->settings()), $known));
        usort($new, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());

        return [] === $new ? null : ['requirement' => $next, 'notes' => $new];
    }

    /** @return array<int, Pitch> by their MIDI numbers; none where the line does not fit this player any more */
    private function notes(Requirement $requirement, Instrument $instrument, PlayerSettings $settings): array
    {
        try {
            $study = $this->parts->study($requirement->line, $instrument, $settings);
        } catch (Mistake) {
            return [];
        }
        $pitches = array_map(static fn (StudyNote $note): Pitch => $note->pitch(), $study->notes);

        return array_combine(array_map(static fn (Pitch $pitch): int => $pitch->midi(), $pitches), $pitches);
    }
}
