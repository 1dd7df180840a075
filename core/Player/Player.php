<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Study\StudyError;

/**
 * Whoever reads the part, as far as the notes depend on it: transposition, ranges, spelling. It knows no fingerings.
 */
final readonly class Player
{
    /** Half steps that limits of comfort leave at least. */
    private const LEAST = 12;

    /**
     * @param string                 $name     as it is said in messages: "the clarinet in B♭"
     * @param array<string, Range> $range  by the stage's value, and "well": where a line lies well
     * @param float $phrase seconds that a breath lasts at this stage on this instrument
     * @param \Closure(Pitch): list<array{Pitch, int}> $nextPartial the next note above on the same fingering and how many partials higher it lies, where an instrument has partials
     */
    public function __construct(
        public string $name,
        public Transposition $transposition,
        public array $range,
        public Stage $stage,
        public SpellingPreference $spelling,
        public \Closure $nextPartial,
        public float $phrase = 12.0,
    ) {
    }

    /**
     * The same player within limits of comfort of his own.
     *
     * @param list<Range> $limits one, or none
     */
    public function within(array $limits): self
    {
        if ([] === $limits) {
            return $this;
        }
        $low = max($limits[0]->lowest->midi(), $this->range(Stage::Full)->lowest->midi());
        $high = min($limits[0]->highest->midi(), $this->range(Stage::Full)->highest->midi());
        if ($high - $low < self::LEAST) {
            throw StudyError::limitsTooNarrow($limits[0], $this->name, $this->range(Stage::Full));
        }
        $own = Range::of($low === $limits[0]->lowest->midi() ? $limits[0]->lowest : $this->range(Stage::Full)->lowest, $high === $limits[0]->highest->midi() ? $limits[0]->highest : $this->range(Stage::Full)->highest);

        return new self($this->name, $this->transposition, array_map(static fn (Range $unused): Range => $own, $this->range), $this->stage, $this->spelling, $this->nextPartial, $this->phrase);
    }

    public function range(Stage $stage): Range
    {
        return $this->range[$stage->value];
    }

    /** @return non-empty-list<Range> the ranges to try in turn: what lies well, then what the stage allows */
    public function preferredRanges(): array
    {
        return Stage::Full === $this->stage ? [$this->range['well'], $this->range(Stage::Developing), $this->range(Stage::Full)] : [$this->range($this->stage)];
    }

    /** The range beyond which this player does not go. */
    public function limit(): Range
    {
        return $this->range($this->stage);
    }
}
