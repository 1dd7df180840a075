<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Study\Fit\RangeMove;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Rhythm\Rhythm;

/**
 * The notes of a study for one reader, without fingerings.
 */
final readonly class Study
{
    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<RangeMove>           $moves
     * @param list<string>              $warnings sentences for the person who made the study
     * @param int                       $comesOutAfter rounds until the line begins on a beat again
     */
    public function __construct(
        public Recipe $recipe,
        public Key $concertKey,
        public WrittenKey $writtenKey,
        public KeySignature $signature,
        public KeySignature $concertSignature,
        public array $notes,
        public RangePolicy $policy,
        public array $moves,
        public array $warnings,
        public int $comesOutAfter = 1,
    ) {
    }

    /** @param list<StudyNote> $notes as many as before */
    public function withNotes(array $notes): self
    {
        \assert([] !== $notes);

        return new self($this->recipe, $this->concertKey, $this->writtenKey, $this->signature, $this->concertSignature, $notes, $this->policy, $this->moves, $this->warnings, $this->comesOutAfter);
    }

    /** Ticks by which bar lines lie earlier than they would without a pick-up: to be added to onsets. */
    public function lead(): int
    {
        return $this->recipe->pickUp > 0 ? $this->recipe->time->barTicks() - $this->recipe->pickUp : 0;
    }

    public function isUntimed(): bool
    {
        return Rhythm::Untimed === $this->recipe->rhythm;
    }
}
