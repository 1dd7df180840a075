<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;

/**
 * Where on the instrument a line is asked to lie, with the written notes that are named in "from … (to …)".
 */
final readonly class Placing
{
    /** @param list<Pitch> $pitches written; at most two */
    private function __construct(public Place $place, public array $pitches)
    {
    }

    public static function of(StudyLine $line): self
    {
        $pitches = [];
        $clause = $line->says(ClauseKind::Place) ? $line->clause(ClauseKind::Place) : null;
        foreach (['from', 'to'] as $gap) {
            if (isset($clause->values[$gap])) {
                $pitches[] = Pitch::parse($clause->word($gap));
            }
        }

        return new self(Place::from($line->phrase(ClauseKind::Place, '')), $pitches);
    }

    /** Whether it names a higher note and then a lower. */
    public function falls(): bool
    {
        return 2 === \count($this->pitches) && $this->pitches[0]->isHigherThan($this->pitches[1]);
    }
}
