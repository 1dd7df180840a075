<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Interval;

/**
 * A line of notes that came from outside.
 */
final readonly class GivenLine
{
    /** Notes that are taken. */
    public const MOST = 2000;
    /** Notes that are spelled out in one line when they are no known study. */
    public const SPELLED_OUT = 200;

    /**
     * @param non-empty-list<GivenNote>         $notes
     * @param string                            $time    "4/4" and the like; nothing when none is known
     * @param list<string>                      $remarks sentences about what was left out
     * @param Interval|null $writtenAboveSounding how the file transposes; null where its notes are written for whoever reads them
     * @param int                               $pickUp  ticks before the first bar line
     * @param array{unit: string, bpm: int}|null $tempo  as a clause says it: "quarter", "dotted quarter"
     * @param string|null $loudness "mf", where it stands at the beginning
     */
    public function __construct(
        public array $notes,
        public string $time,
        public array $remarks,
        public ?Interval $writtenAboveSounding = null,
        public int $pickUp = 0,
        public ?array $tempo = null,
        public ?string $loudness = null,
    ) {
    }

    /**
     * The same written for another player: what sounds stays, and what is written follows his transposition.
     *
     * @param Interval $writtenAboveSounding of the player
     */
    public function writtenFor(Interval $writtenAboveSounding): self
    {
        if (null === $this->writtenAboveSounding) {
            return $this;
        }
        $by = Interval::of(
            $writtenAboveSounding->letters - $this->writtenAboveSounding->letters,
            $writtenAboveSounding->halfSteps - $this->writtenAboveSounding->halfSteps,
        );

        return 0 === $by->halfSteps && 0 === $by->letters
            ? $this
            : $this->with(array_map(static fn (GivenNote $note): GivenNote => $note->transpose($by), $this->notes));
    }

    /** The whole line so many octaves higher. */
    public function octaves(int $octaves): self
    {
        return 0 === $octaves
            ? $this
            : $this->with(array_map(static fn (GivenNote $note): GivenNote => $note->octaves($octaves), $this->notes));
    }

    /** @param non-empty-list<GivenNote> $notes */
    public function with(array $notes): self
    {
        return new self(
            $notes,
            $this->time,
            $this->remarks,
            $this->writtenAboveSounding,
            $this->pickUp,
            $this->tempo,
            $this->loudness,
        );
    }
}
