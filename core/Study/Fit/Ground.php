<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Player\Range;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Walk\LineWalk;

/**
 * What a range policy works with: who plays, what is asked for, and the plain line on any tonic. The line is walked
 * once and moved by octaves.
 */
final class Ground
{
    /** Octaves in which a tonic is looked for. */
    private const LOWEST = 0;
    private const HIGHEST = 8;
    /** The octave in which the line is walked. */
    private const WALKED = 4;

    /** @var array<int, Line> by octaves of extent */
    private array $walked = [];
    /** @var array<int, list<Line>> the lines around a named note */
    private array $around = [];

    public function __construct(
        public readonly Recipe $recipe,
        public readonly Player $player,
        public readonly Key $key,
        public readonly LineWalk $walk,
    ) {
    }

    /**
     * The plain line over so many octaves (or its extent in notes), and the octaves by which it may be moved so that it
     * meets a range at all. It is moved only where it is taken: a long line in nine octaves would be much work for
     * nothing.
     *
     * @return iterable<int, Line> octaves by which the line is to be moved, from low to high,
     *  and the line as it was walked
     *
     * @throws StudyError when there is no such line anywhere
     */
    public function lines(int $octaves, Range $range): iterable
    {
        if (null !== $this->recipe->pattern->newNote) {
            foreach ($this->around[$octaves] ??= $this->aroundNewNote($octaves) as $line) {
                if ($line->low->midi() <= $range->highest->midi() && $line->high->midi() >= $range->lowest->midi()) {
                    yield 0 => $line;
                }
            }

            return;
        }
        $walked = $this->walked[$octaves] ??= $this->walk($this->key->tonic->at(self::WALKED), $octaves);
        for ($octave = self::LOWEST; $octave <= self::HIGHEST; ++$octave) {
            $by = $octave - self::WALKED;
            if (
                $walked->low->midi() + 12 * $by <= $range->highest->midi()
                && $walked->high->midi() + 12 * $by >= $range->lowest->midi()
            ) {
                yield $by => $walked;
            }
        }
    }

    private function walk(Pitch $tonic, int $octaves): Line
    {
        $top = $this->recipe->course->extent->topStep($octaves);

        return Line::of($this->walk->tones($tonic, 0, $top), $tonic, 0, $top);
    }

    /**
     * A named note lies in one octave, so the lines around it differ from octave to octave.
     *
     * @return list<Line>
     *
     * @throws StudyError
     */
    private function aroundNewNote(int $octaves): array
    {
        $refused = null;
        $lines = [];
        for ($octave = self::LOWEST; $octave <= self::HIGHEST; ++$octave) {
            try {
                $line = $this->walk($this->key->tonic->at($octave), $octaves);
            } catch (StudyError $error) {
                $refused ??= $error;
                continue;
            }
            $lines[] = $line;
        }

        return [] === $lines && null !== $refused ? throw $refused : $lines;
    }

    /** The highest note that a pattern may reach, MIDI number. */
    public function highest(Range $range): int
    {
        $limit = $this->recipe->range->dropAbove;

        return null === $limit ? $range->highest->midi() : min($range->highest->midi(), $limit->midi());
    }

    public function nothingFits(): StudyError
    {
        return StudyError::nothingFits(
            RangePolicy::TurnRound === $this->recipe->range->policy,
            $this->recipe->course->extent->said,
            $this->key->tonic->sign().' '.$this->recipe->material->name,
            $this->player->name,
            $this->player->limit(),
        );
    }
}
