<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Words\Wording;

/**
 * How the tempo of an exercise is raised: only from clean, one place at a time, and back by a little after a miss.
 *
 * Places are the rungs below the goal, the goal, and the start. So many clean passes in a row raise by a place. A
 * missed pass goes to the tempo ten below or to the place below, whichever is higher, never under the lowest place; one
 * climbs back through every tempo one fell through. A second miss running at the lowest place sends to the hard change,
 * then again.
 *
 * Source: the handbook, chapter 7, "The ladder" (common practice).
 */
final readonly class Ladder
{
    public const MOST_CLEAN = 4;

    /**
     * @param non-empty-list<int> $places rising, the last is the goal; beats a minute
     * @param int                 $clean  clean passes in a row that raise
     * @param int                 $down   beats a minute that a missed pass falls at the most
     */
    private function __construct(
        public array $places,
        public int $start,
        public int $goal,
        public int $clean,
        private int $down,
    ) {
    }

    /**
     * @param int|null $goal beats a minute; the last rung when none is set
     *
     * @throws PracticeError when the start lies above the goal
     */
    public static function of(
        Rungs $rungs,
        int $start,
        ?int $goal = null,
        ?int $clean = null,
        ?PracticeFigures $figures = null,
    ): self {
        $figures ??= PracticeFigures::shipped();
        $goal ??= $rungs->last();
        $clean ??= $figures->count('clean');
        Rungs::check('start', $start);
        Rungs::check('goal', $goal);
        if ($start > $goal) {
            throw PracticeError::beyondTheGoal($start, $goal);
        }
        if ($clean < 1 || $clean > self::MOST_CLEAN) {
            throw PracticeError::notClean($clean);
        }
        $places = array_values(array_unique([
            ...array_filter($rungs->tempos, static fn (int $rung): bool => $rung < $goal),
            $start,
            $goal,
        ]));
        sort($places);

        return new self($places, $start, $goal, $clean, $figures->count('step-down'));
    }

    /**
     * Where an exercise is begun today: one place under the highest that was passed, else at the first tempo; one place
     * lower after some days away.
     *
     * @param int      $first   beats a minute: the first tempo of this line for this player
     * @param int|null $highest the fastest that was passed before
     */
    public static function begin(Rungs $rungs, int $goal, int $first, ?int $highest, bool $wasAway = false): int
    {
        if (null === $highest) {
            return min($first, $goal);
        }
        $places = [...array_filter($rungs->tempos, static fn (int $rung): bool => $rung < $goal), $goal];
        $under = static fn (int $tempo): int => max([
            min($places),
            ...array_filter($places, static fn (int $place): bool => $place < $tempo),
        ]);
        $start = min($highest, $under(min($highest, $goal)));

        return $wasAway ? min($start, $under($start)) : $start;
    }

    public function first(): LadderState
    {
        return new LadderState($this->start, $this->start, 0, 0, LadderStanding::Climbing);
    }

    public function after(LadderState $state, bool $isClean): LadderState
    {
        return match (true) {
            LadderStanding::Done === $state->standing => $state,
            $isClean => $this->raised($state),
            default => $this->fallen($state),
        };
    }

    private function raised(LadderState $state): LadderState
    {
        if ($state->clean + 1 < $this->clean) {
            return new LadderState($state->tempo, $state->from, $state->clean + 1, 0, LadderStanding::Climbing);
        }
        if ($state->tempo === $this->goal) {
            return new LadderState($this->goal, $this->goal, 0, 0, LadderStanding::Done);
        }
        if ($state->from === $state->tempo) {
            $next = min([
                $this->goal,
                ...array_filter($this->places, static fn (int $place): bool => $place > $state->tempo),
            ]);

            return new LadderState($next, $next, 0, 0, LadderStanding::Climbing);
        }
        $back = $state->from;
        while ($this->below($back) !== $state->tempo) {
            $back = $this->below($back);
        }

        return new LadderState($back, $state->from, 0, 0, LadderStanding::Climbing);
    }

    private function fallen(LadderState $state): LadderState
    {
        if ($state->tempo > $this->places[0]) {
            return new LadderState($this->below($state->tempo), $state->from, 0, 0, LadderStanding::Climbing);
        }

        return 1 === $state->missed
            ? new LadderState($state->tempo, $state->from, 0, 0, LadderStanding::HardChange)
            : new LadderState($state->tempo, $state->from, 0, 1, LadderStanding::Climbing);
    }

    /** The tempo to which one falls; the lowest place stays. */
    private function below(int $tempo): int
    {
        $lower = array_filter($this->places, static fn (int $place): bool => $place < $tempo);

        return [] === $lower ? $tempo : max($tempo - $this->down, max($lower));
    }

    /**
     * The state after results in turn, with the tempo of each pass and, while there is one, of the next.
     *
     * @param list<bool> $results whether each pass was clean; those after the goal was reached are not needed
     *
     * @return array{list<int>, LadderState} beats a minute in turn; where it ends
     */
    public function climb(array $results): array
    {
        $state = $this->first();
        $tempos = [$state->tempo];
        foreach ($results as $isClean) {
            $state = $this->after($state, $isClean);
            if (LadderStanding::Done === $state->standing) {
                break;
            }
            $tempos[] = $state->tempo;
        }

        return [$tempos, $state];
    }

    /**
     * "mcc": a letter a pass.
     *
     * @return list<bool>
     *
     * @throws PracticeError
     */
    public static function results(string $text): array
    {
        $results = [];
        foreach (mb_str_split(mb_strtolower((string) preg_replace('/[\s,]+/', '', $text))) as $i => $letter) {
            $results[] = match ($letter) {
                'c' => true, 'm' => false, default => throw PracticeError::notAResult($letter, $i + 1),
            };
        }

        return $results;
    }

    /** Everything that can happen, so that it can be followed without asking again. */
    public function table(): LadderTable
    {
        return LadderTable::of($this);
    }

    /** What is said when a pass took one from a state to the next. */
    public function words(LadderState $before, bool $isClean, LadderState $after): string
    {
        return match (true) {
            LadderStanding::Done === $after->standing => Wording::of('ladder.reached-clean-enough', ['goal' => $this->goal]),
            LadderStanding::HardChange === $after->standing => Wording::of('ladder.twice-not-yet', [
                'tempo' => $after->tempo,
            ]),
            $isClean && $after->tempo === $before->tempo => 1 === $this->clean - $after->clean
                ? Wording::of('ladder.clean-once-more', ['tempo' => $after->tempo])
                : Wording::of('ladder.clean-more', [
                    'clean' => $this->clean - $after->clean,
                    'tempo' => $after->tempo,
                ]),
            $isClean => Wording::of('ladder.clean-now', ['tempo' => $before->tempo, 'tempo_2' => $after->tempo]),
            $after->tempo === $before->tempo => Wording::of('ladder.not-yet-again', ['tempo' => $after->tempo]),
            default => Wording::of('ladder.not-yet-back', ['tempo' => $after->tempo]),
        };
    }
}
