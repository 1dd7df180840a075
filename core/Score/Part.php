<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * A study as one instrument's printed part: notes, fingerings, and what is said about them.
 */
final readonly class Part
{
    /** @param list<Tendency> $tendencies the player's own */
    public function __construct(public Instrument $instrument, public Study $study, public FingeringPlan $plan, public array $tendencies = [])
    {
    }

    /**
     * Some of its notes as a part of their own, from the beginning of a bar.
     *
     * @param int $from first note; @param int $to last note
     */
    public function excerpt(int $from, int $to): self
    {
        $notes = \array_slice($this->study->notes, $from, $to - $from + 1);
        $begin = $notes[0]->onset ?? 0;

        return new self($this->instrument, $this->study->withNotes(array_map(static fn (StudyNote $note): StudyNote => $note->at($note->onset - $begin), $notes)), new FingeringPlan(\array_slice($this->plan->notes, $from, $to - $from + 1), [], 0.0), $this->tendencies);
    }

    /** How note i lies, in cents from equal temperament: by the model, or as the player says of his own note. */
    public function cents(int $i): float
    {
        $fingering = $this->plan->notes[$i]->fingering;
        $own = UseOf::Default === $fingering->use ? Planner::tendency($this->tendencies, $this->study->notes[$i]->pitch()->midi()) : 0;

        return 0 === $own ? $fingering->cents : (float) $own;
    }

    /** The canonical study line. */
    public function line(): string
    {
        return $this->study->recipe->line->text();
    }

    /** @return list<Pitch> the notes you will need: each written pitch once, from low to high */
    public function notesNeeded(): array
    {
        $needed = [];
        foreach ($this->study->notes as $note) {
            $needed[$note->pitch()->midi()] ??= $note->pitch();
        }
        ksort($needed);

        return array_values($needed);
    }

    /** "A major", with printed signs: what the player reads. */
    public function writtenTitle(): string
    {
        return KeyNames::title($this->study->writtenKey->key->tonic, $this->study->recipe->material);
    }

    /** "G major", with printed signs: what the director says. */
    public function concertTitle(): string
    {
        return KeyNames::title($this->study->concertKey->tonic, $this->study->recipe->material);
    }
}
