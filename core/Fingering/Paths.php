<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;

/**
 * The best ways through the places of a line: the fewest slides, and among those the least cost; the best of all, and
 * the best with a given fingering in a given place, by a pass forward and a pass backward. On a trombone, turning round
 * costs something too, so a state is a candidate and the way in which the slide came to it.
 *
 * The time it takes is linear in the number of notes.
 */
final class Paths
{
    /**
     * What a slide weighs in a pass: more than all the cost of the longest line, which stays under half of it, so that
     * fewer slides always go before less cost, and both can be told from the sum.
     */
    private const SLIDE = 1_000_000.0;

    /** @var list<list<list<float>>> cost of the change into place i, by the candidate there, then the one before */
    private readonly array $steps;
    /** @var list<array<int, float>> */
    private array $reach = [];
    /** @var list<array<int, int>> */
    private array $from = [];
    /** @var list<array<int, float>> */
    private array $rest = [];
    /** @var list<array<int, int>> */
    private array $to = [];
    /** @var array<int, array<int, Condition>> what a candidate asks of both neighbours, by place and candidate */
    private array $between = [];
    /** @var array{list<array<int, float>>, list<array<int, int>>}|null the pass forward over all candidates */
    private ?array $free = null;

    /**
     * @param non-empty-list<Place> $places
     */
    public function __construct(
        private readonly array $places,
        private readonly Changes $changes,
        private readonly Weights $weights,
        private readonly bool $hasSlide,
    ) {
        foreach ($places as $i => $place) {
            foreach ($place->occasions as $j => $occasion) {
                $between = $occasion?->condition(ConditionKind::Between)
                    ?? $occasion?->condition(ConditionKind::ThrowOf);
                if (null !== $between) {
                    $this->between[$i][$j] = $between;
                }
            }
        }
        $this->steps = $this->allSteps();
    }

    /** @return list<list<list<float>>> */
    private function allSteps(): array
    {
        $steps = [[]];
        foreach ($this->places as $i => $place) {
            if (0 === $i) {
                continue;
            }
            $before = $this->places[$i - 1];
            $rows = [];
            foreach ($place->candidates as $j => $fingering) {
                $row = [];
                foreach ($before->candidates as $k => $from) {
                    $row[] = [] === $this->between
                        || ($this->allows($i - 1, $k, $fingering) && $this->allows($i, $j, $from))
                        ? $this->step($before, $place, $from, $fingering)
                        : \INF;
                }
                $rows[] = $row;
            }
            $steps[] = $rows;
        }

        return $steps;
    }

    /**
     * Whether a candidate may stand next to this fingering: one that belongs only between notes that hold some touch, or
     * an outer position, which is there only where both neighbouring throws are shorter.
     */
    private function allows(int $i, int $candidate, Fingering $neighbour): bool
    {
        $between = $this->between[$i][$candidate] ?? null;
        if (ConditionKind::ThrowOf === $between?->kind) {
            $throw = abs($this->places[$i]->candidates[$candidate]->onSlide()->out - $neighbour->onSlide()->out);

            return $throw < $between->number - 1e-6;
        }

        return null === $between || [] === array_diff($between->touches, $neighbour->touches);
    }

    /**
     * What the change from one place into the next weighs; what is unclean costs whatever time there is, after a breath
     * half. A note that is repeated keeps its fingering: to exchange it under one sound is as bad as what is never
     * clean. Common practice, no source.
     */
    private function step(Place $from, Place $to, Fingering $before, Fingering $after): float
    {
        if ($from->surroundings->midi === $to->surroundings->midi && $before !== $after) {
            return self::SLIDE + $this->weights->unclean;
        }
        $change = $this->changes->between($from->note->tone->pitch, $before, $to->note->tone->pitch, $after);
        $cost = $to->weight * $change->moves;
        $slides = 0 === $change->slides ? 0 : $this->slides($to, $change);
        if (0 === $slides && 0 !== $change->slides) {
            return $cost; // a long way, for which there is time
        }

        return $cost
            + ($to->isFresh ? $this->weights->afterBreath : 1.0) * $change->unclean
            + self::SLIDE * $slides;
    }

    /** Slides of a change: a long throw is one only where there is no time for it. */
    private function slides(Place $to, Change $change): int
    {
        return $this->hasSlide && $to->speed < $this->weights->throwSpeed - 1e-6 ? 0 : $change->slides;
    }

    /** Whether the change into place i is clean between two fingerings. */
    public function isClean(int $i, Fingering $before, Fingering $after): bool
    {
        return $this->step($this->places[$i - 1], $this->places[$i], $before, $after) < self::SLIDE / 2;
    }

    /** How many slides a sum holds. */
    private static function slidesOf(float $sum): int
    {
        return \INF === $sum ? \PHP_INT_MAX : (int) round($sum / self::SLIDE);
    }

    /** What a sum costs beside its slides. */
    private static function costOf(float $sum): float
    {
        return \INF === $sum ? \INF : $sum - self::SLIDE * self::slidesOf($sum);
    }

    /**
     * The best route.
     *
     * @param array<int, int> $only  the only candidate allowed, by the index of the place
     * @param int|null        $clean the place into which the change must be clean
     *
     * @return Route|null null when there is none
     */
    private function find(array $only, ?int $clean): ?Route
    {
        [$reach, $back] = [] === $only && null === $clean
            ? $this->free ??= $this->forward([], null)
            : $this->forward($only, $clean);
        $last = \count($this->places) - 1;
        $ends = $reach[$last];
        $best = null;
        foreach ($ends as $state => $cost) {
            if (null === $best || $cost < $ends[$best] - 1e-9) {
                $best = $state;
            }
        }
        if (null === $best || \INF === $ends[$best]) {
            return null;
        }
        $fingerings = [];
        $at = (int) $best;
        for ($i = $last; $i >= 0; --$i) {
            $fingerings[$i] = $this->places[$i]->candidates[intdiv($at, 3)];
            $at = $back[$i][$at] ?? 0;
        }
        ksort($fingerings);

        return new Route(array_values($fingerings), self::slidesOf($ends[$best]), self::costOf($ends[$best]));
    }

    /** The best route. */
    public function best(): Route
    {
        return $this->find([], null) ?? throw new \LogicException('No fingering may stand beside the next.');
    }

    /**
     * The best route in which some places hold what is given; null when that cannot stand beside the others.
     *
     * @param array<int, int> $only the only candidate allowed, by the index of the place
     */
    public function bestHolding(array $only): ?Route
    {
        return $this->find($only, null);
    }

    /** The best route in which the change into place i is clean; null when there is none. */
    public function bestWithClean(int $i): ?Route
    {
        return $this->find([], $i);
    }

    /**
     * Makes both passes over all candidates, so that best lines through one fingering can be asked for.
     *
     * @return float the cost of the best line
     */
    public function prepare(): float
    {
        [$this->reach, $this->from] = $this->free ??= $this->forward([], null);
        $this->backward();
        $ends = $this->reach[\count($this->places) - 1];

        return [] === $ends ? \INF : self::costOf(min($ends));
    }

    /**
     * @param array<int, int> $only
     *
     * @return array{list<array<int, float>>, list<array<int, int>>} what each state is reached with, and from where
     */
    private function forward(array $only, ?int $clean): array
    {
        $reach = [];
        /** @var list<array<int, int>> $from */
        $from = [];
        foreach ($this->places as $i => $place) {
            $reached = [];
            /** @var array<int, int> $back */
            $back = [];
            foreach ($place->candidates as $j => $fingering) {
                if (isset($only[$i]) && $only[$i] !== $j) {
                    continue;
                }
                $here = $place->own[$j];
                if (0 === $i) {
                    $reached[3 * $j + 1] = $here;
                    continue;
                }
                $row = $this->steps[$i][$j];
                foreach ($reach[$i - 1] as $state => $sum) {
                    $k = intdiv((int) $state, 3);
                    if ($i === $clean && $row[$k] >= self::SLIDE / 2) {
                        continue;
                    }
                    $arrived = 3 * $j + 1;
                    $cost = $sum + $row[$k] + $here;
                    if ($this->hasSlide) {
                        [$arrived, $turn] = $this->turned(
                            $state % 3 - 1,
                            $this->places[$i - 1]->candidates[$k],
                            $fingering,
                            $j,
                        );
                        $cost += $place->weight * $turn;
                    }
                    if (!isset($reached[$arrived]) || $cost < $reached[$arrived] - 1e-9) {
                        $reached[$arrived] = $cost;
                        $back[$arrived] = (int) $state;
                    }
                }
            }
            $reach[] = $reached;
            $from[] = $back;
        }

        return [$reach, $from];
    }

    private function backward(): void
    {
        $last = \count($this->places) - 1;
        $rest = [];
        $to = [];
        for ($i = $last; $i >= 0; --$i) {
            foreach ($this->places[$i]->candidates as $j => $fingering) {
                foreach ($this->hasSlide ? [-1, 0, 1] : [0] as $way) {
                    $state = 3 * $j + 1 + $way;
                    [$rest[$i][$state], $to[$i][$state]] = $i === $last
                        ? [0.0, 0]
                        : $this->onward($i, $fingering, $way, $rest[$i + 1], $j);
                }
            }
        }
        ksort($rest);
        ksort($to);
        $this->rest = array_values($rest);
        $this->to = array_values($to);
    }

    /**
     * The cheapest way on from a fingering in place i.
     *
     * @param int               $way       in which the slide came: -1 in, 1 out, 0 not yet moved
     * @param array<int, float> $rest      from each state of the next place to the end
     * @param int|null          $candidate its index in the place; null for a fingering that is no candidate there
     *
     * @return array{float, int} cost, and the state it goes to
     */
    private function onward(int $i, Fingering $fingering, int $way, array $rest, ?int $candidate): array
    {
        $best = [\INF, 0];
        $next = $this->places[$i + 1];
        foreach ($next->candidates as $j => $after) {
            $step = null !== $candidate
                ? $this->steps[$i + 1][$j][$candidate]
                : (
                    $this->allows($i + 1, $j, $fingering)
                        ? $this->step($this->places[$i], $next, $fingering, $after)
                        : \INF
                );
            [$arrived, $turn] = $this->hasSlide ? $this->turned($way, $fingering, $after, $j) : [3 * $j + 1, 0.0];
            $cost = $step + $next->weight * $turn + $next->own[$j] + ($rest[$arrived] ?? \INF);
            if ($cost < $best[0] - 1e-9) {
                $best = [$cost, $arrived];
            }
        }

        return $best;
    }

    /** @return array{int, float} the state that is reached, and what turning the slide costs */
    private function turned(int $way, Fingering $before, Fingering $after, int $candidate): array
    {
        $moves = $after->onSlide()->out <=> $before->onSlide()->out;

        return [
            3 * $candidate + 1 + (0 === $moves ? $way : $moves),
            0 !== $way && $moves === -$way ? $this->weights->turn : 0.0,
        ];
    }

    /**
     * Where the best line that has a fingering in place i differs from a route: the stretch around i, up to where both
     * meet again. The fingering need be no candidate there. prepare() comes first.
     *
     * @param float $own what the fingering costs by itself
     *
     * @return non-empty-array<int, Fingering> by the index of the place, rising
     */
    public function stretchWith(int $i, Fingering $fingering, float $own, Route $route): array
    {
        [, $state, $next] = $this->through($i, $fingering, $own);
        $fingerings = [$i => $fingering];
        for ($k = $i - 1; $k >= 0; --$k) {
            $there = $this->places[$k]->candidates[intdiv($state, 3)];
            if ($there === $route->fingerings[$k]) {
                break;
            }
            $fingerings = [$k => $there] + $fingerings;
            $state = $this->from[$k][$state] ?? 0;
        }
        for ($k = $i + 1, $count = \count($this->places); $k < $count; ++$k) {
            $there = $this->places[$k]->candidates[intdiv($next, 3)];
            if ($there === $route->fingerings[$k]) {
                break;
            }
            $fingerings[$k] = $there;
            $next = $this->to[$k][$next] ?? 0;
        }

        return $fingerings;
    }

    /** The cost of the best line with a fingering in place i. */
    public function costWith(int $i, Fingering $fingering, float $own): float
    {
        return self::costOf($this->through($i, $fingering, $own)[0]);
    }

    /** @return array{float, int, int} cost, the state before, the state after */
    private function through(int $i, Fingering $fingering, float $own): array
    {
        $last = \count($this->places) - 1;
        $candidate = $this->places[$i]->indexOf($fingering);
        // What belongs only between certain notes is asked for here whatever stands beside it.
        $candidate = isset($this->between[$i][$candidate ?? -1]) ? null : $candidate;
        $ways = [];
        if ($i <= 0) {
            $ways[0] = [$own, 0];
        } else {
            foreach ($this->reach[$i - 1] as $state => $sum) {
                $k = intdiv($state, 3);
                $before = $this->places[$i - 1]->candidates[$k];
                $way = 0;
                $cost = $sum + $own + (
                    null !== $candidate
                        ? $this->steps[$i][$candidate][$k]
                        : (
                            $this->allows($i - 1, $k, $fingering)
                                ? $this->step($this->places[$i - 1], $this->places[$i], $before, $fingering)
                                : \INF
                        )
                );
                if ($this->hasSlide) {
                    [$arrived, $turn] = $this->turned($state % 3 - 1, $before, $fingering, 0);
                    $way = $arrived - 1;
                    $cost += $this->places[$i]->weight * $turn;
                }
                if (!isset($ways[$way]) || $cost < $ways[$way][0] - 1e-9) {
                    $ways[$way] = [$cost, $state];
                }
            }
        }
        $best = [\INF, 0, 0];
        foreach ($ways as $way => [$cost, $state]) {
            [$onward, $next] = $i === $last
                ? [0.0, 0]
                : $this->onward($i, $fingering, $way, $this->rest[$i + 1], $candidate);
            if ($cost + $onward < $best[0] - 1e-9) {
                $best = [$cost + $onward, $state, $next];
            }
        }

        return $best;
    }
}
