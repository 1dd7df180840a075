<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;

/**
 * Whoever reads the part, as far as the notes depend on it: transposition, ranges, spelling. It knows no fingerings.
 */
final readonly class Player
{
    /** Half steps that limits of comfort leave at least. */
    private const LEAST = 12;
    /** The written notes that a brass instrument's tube has, be they never so uncommon. */
    public const REACH = 'reach';

    /**
     * @param string                 $name     as it is said in messages: "the clarinet in B♭"
     * @param array<string, Range> $range  by the stage's value, "well": where a line lies well, and
     *  on brass "reach": as far as his own limits may extend it
     * @param string $id     of the instrument, and the family it belongs to: whose voice is played
     * @param Lungs $lungs how long a breath lasts at this stage on this instrument
     * @param \Closure(Pitch, bool): list<list<array{Pitch, int}>> $tubes for a note of a brass instrument, the length
     *  of tube of its usual fingering (or the open one) and each that is a half step longer: the notes on it, rising,
     *  each with the number of its partial
     */
    public function __construct(
        public string $name,
        public Transposition $transposition,
        public array $range,
        public PlayerSettings $settings,
        public \Closure $tubes,
        public Lungs $lungs,
        public string $id = '',
        public string $family = '',
    ) {
    }

    /** The range from which his notes come at a stage: his own limits, where he has some, at every stage. */
    public function range(Stage $stage): Range
    {
        return $this->own() ?? $this->range[$stage->value];
    }

    /** @return non-empty-list<Range> the ranges to try in turn: what lies well, then what the stage allows */
    public function preferredRanges(): array
    {
        return null !== $this->own()
            ? [$this->own()]
            : (
                Stage::Full === $this->stage()
                    ? [$this->range['well'], $this->range(Stage::Developing), $this->range(Stage::Full)]
                    : [$this->range($this->stage())]
            );
    }

    /** The range beyond which this player does not go. */
    public function limit(): Range
    {
        return $this->range($this->stage());
    }

    public function stage(): Stage
    {
        return $this->settings->stage;
    }

    /** @throws PlayerError when his limits leave too little */
    private function own(): ?Range
    {
        $limits = $this->settings->limits;
        if (null === $limits) {
            return null;
        }
        $full = $this->range[Stage::Full->value];
        $reach = $this->range[self::REACH] ?? $full;
        $low = $limits->lowest->isHigherThan($reach->lowest) ? $limits->lowest : $reach->lowest;
        $high = $reach->highest->isHigherThan($limits->highest) ? $limits->highest : $reach->highest;
        if ($high->midi() - $low->midi() < self::LEAST) {
            throw PlayerError::limitsTooNarrow($limits, $this->name, $full);
        }

        return $full->between($low, $high);
    }
}
