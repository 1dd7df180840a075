<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Scale\MaterialKind;
use SwiftReed\Study\Fit\RangeMove;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Harmony\Voice;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Time\Bars;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * The notes of a study for one reader, without fingerings.
 */
final readonly class Study
{
    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<RangeMove>           $moves
     * @param list<string>              $warnings sentences for the person who made the study
     * @param Bars                      $bars          where bar lines stand, counted from the first ({@see lead()})
     * @param Pitch                     $lowTonic      the written tonic from which the steps of the line are counted
     * @param int                       $fromStep      lowest step of the line's own walk, 0 the tonic
     * @param int                       $toStep        highest step
     * @param bool                      $isBeyondLimit whether it leaves the range of the player's stage
     * @param bool $signsEveryTime whether an altered note has its sign each time, and not once in the bar
     * @param int                       $comesOutAfter rounds until the line begins on a beat again
     * @param Voice|null                $voice         which voice of a line for a band it is
     * @param int                       $tail          ticks of rest after it, until the last voice has ended
     * @param string                    $piece         what is played that is no line: "Evening, alto"
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
        public Bars $bars,
        public Pitch $lowTonic,
        public int $fromStep,
        public int $toStep,
        public bool $isBeyondLimit = false,
        public bool $signsEveryTime = false,
        public int $comesOutAfter = 1,
        public string $piece = '',
        public ?Voice $voice = null,
        public int $tail = 0,
    ) {
    }

    /** @param list<StudyNote> $notes as many as before */
    public function withNotes(array $notes): self
    {
        \assert([] !== $notes);

        return new self(
            $this->recipe,
            $this->concertKey,
            $this->writtenKey,
            $this->signature,
            $this->concertSignature,
            $notes,
            $this->policy,
            $this->moves,
            $this->warnings,
            $this->bars,
            $this->lowTonic,
            $this->fromStep,
            $this->toStep,
            $this->isBeyondLimit,
            $this->signsEveryTime,
            $this->comesOutAfter,
            $this->piece,
            $this->voice,
            $this->tail,
        );
    }

    /**
     * The same study as it sounds, so many octaves higher on the page: for a score in which everybody's notes are
     * written in concert pitch.
     */
    public function inConcert(int $octaves): self
    {
        $notes = array_map(
            static fn (StudyNote $note): StudyNote => $note->read($note->sounding->octaves($octaves)),
            $this->notes,
        );

        return new self(
            $this->recipe,
            $this->concertKey,
            $this->writtenKey,
            $this->concertSignature,
            $this->concertSignature,
            $notes,
            $this->policy,
            $this->moves,
            $this->warnings,
            $this->bars,
            $this->lowTonic,
            $this->fromStep,
            $this->toStep,
            $this->isBeyondLimit,
            $this->signsEveryTime,
            $this->comesOutAfter,
            $this->piece,
            $this->voice,
            $this->tail,
        );
    }

    /** Ticks by which bar lines lie earlier than they would without a pick-up: to be added to onsets. */
    public function lead(): int
    {
        return $this->recipe->timing->pickUp > 0 ? $this->time()->barTicks() - $this->recipe->timing->pickUp : 0;
    }

    /** The time signature in which it begins. */
    public function time(): TimeSignature
    {
        return $this->bars->time(0);
    }

    /**
     * What is played in one breath: from rest or breath to rest or breath.
     *
     * @return non-empty-list<array{int, int}> first and last note of each phrase
     */
    public function phrases(): array
    {
        $phrases = [];
        $from = 0;
        $last = \count($this->notes) - 1;
        foreach ($this->notes as $i => $note) {
            $isEnd = $i === $last
                || $note->breathAfter
                || $this->notes[$i + 1]->onset > $note->onset + $note->length;
            if ($isEnd) {
                $phrases[] = [$from, $i];
                $from = $i + 1;
            }
        }
        \assert([] !== $phrases);

        return $phrases;
    }

    /** Seconds from the beginning of one note to the end of another, at the study's tempo. */
    public function seconds(int $from, int $to): float
    {
        $ticks = $this->notes[$to]->onset + $this->notes[$to]->length - $this->notes[$from]->onset;

        return $ticks / Length::QUARTER / $this->recipe->timing->tempo->quarters() * 60;
    }

    /** @return list<int> where the player breathes: the ends of notes, in ticks from the beginning */
    public function breaths(): array
    {
        $ends = [];
        foreach ($this->notes as $note) {
            if ($note->breathAfter) {
                $ends[] = $note->onset + $note->length;
            }
        }

        return $ends;
    }

    /** Octaves that are played, where the line says how many: fewer where not so many fit. */
    public function octaves(): ?int
    {
        $line = $this->recipe->line;
        $extent = $line->says(ClauseKind::Extent) ? $line->clause(ClauseKind::Extent) : null;
        $size = $this->recipe->material->size();
        if ('octaves' !== $extent?->says || $this->recipe->pattern->isLipSlurs()) {
            return null;
        }

        // A triad ends below its octave.
        $top = $this->toStep + (MaterialKind::Triad === $this->recipe->material->kind ? 1 : 0);

        return max(1, min($extent->number('n'), intdiv($top - $this->fromStep, $size)));
    }

    /** Notes of the line without the one on which it both ends and begins. */
    public function cycle(): int
    {
        $count = \count($this->notes);

        return $this->notes[0]->pitch()->equals($this->notes[$count - 1]->pitch()) ? $count - 1 : $count;
    }

    /** How often what is written is played, between repeat signs. */
    public function repeats(): int
    {
        return $this->recipe->timing->repeats;
    }

    /** Where the last note ends, in ticks from the beginning. */
    public function end(): int
    {
        $last = $this->notes[\count($this->notes) - 1];

        return $last->onset + $last->length;
    }

    /** Ticks from the beginning to the beginning of the next time through: whole bars. */
    public function period(): int
    {
        $bar = $this->time()->barTicks();
        $place = $this->lead() + $this->end();

        return 0 === $this->lead() && 0 !== $this->bars->inBar($place)
            ? $this->bars->nextLine($place)
            : (int) ceil($this->end() / $bar) * $bar;
    }

    /** Where the last bar begins, in ticks from the beginning. */
    public function lastBar(): int
    {
        $place = $this->lead() + $this->notes[\count($this->notes) - 1]->onset;

        return $place - $this->bars->inBar($place) - $this->lead();
    }

    public function isUntimed(): bool
    {
        return Rhythm::Untimed === $this->recipe->timing->rhythm;
    }
}
