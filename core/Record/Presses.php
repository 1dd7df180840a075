<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * What a teacher pressed while somebody played.
 */
final readonly class Presses
{
    /**
     * @param int $notes        of the line
     * @param int $wrong        notes that were wrong
     * @param int $cracked      notes that cracked
     * @param int $outOfTune    notes out of tune
     * @param int $uneven       times that it was uneven
     * @param int $stopped      times that it stopped
     * @param int $articulation times that the tongue did something else
     *
     * @throws RecordError
     */
    public function __construct(
        public int $notes,
        public int $wrong = 0,
        public int $cracked = 0,
        public int $outOfTune = 0,
        public int $uneven = 0,
        public int $stopped = 0,
        public int $articulation = 0,
    ) {
        if ($notes < 1) {
            throw RecordError::notACount('notes', $notes, 1);
        }
        foreach ([
            'wrong' => $wrong,
            'cracked' => $cracked,
            'outOfTune' => $outOfTune,
            'uneven' => $uneven,
            'stopped' => $stopped,
            'articulation' => $articulation,
        ] as $what => $count) {
            if ($count < 0) {
                throw RecordError::notACount($what, $count, 0);
            }
        }
        if ($wrong > $notes) {
            throw RecordError::moreThanNotes($wrong, $notes);
        }
    }
}
