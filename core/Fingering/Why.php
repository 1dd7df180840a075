<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Touch;

/**
 * Finds reasons by asking what would happen otherwise: the line is planned again with the other fingering in that
 * place, and the hard event that then appears, wherever in the line, is the reason.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 3.
 */
final class Why
{
    /** @var array<int, FingerPattern>|null by the index of each note; worked out when the first is asked for */
    private ?array $patterns = null;

    /**
     * @param non-empty-list<Place> $places
     * @param array<string, Touch>  $touches of the instrument
     */
    public function __construct(
        private readonly array $places,
        private readonly Paths $paths,
        private readonly Changes $changes,
        private readonly Weights $weights,
        private readonly array $touches,
    ) {
    }

    /** Why the fingering in place i is not the chart's default. */
    public function reason(int $i, Route $route): Reason
    {
        $place = $this->places[$i];
        $usual = $place->all[0];
        $index = $place->indexOf($route->fingerings[$i]);
        if ($place->isPinned) {
            return Reason::pinned($usual);
        }
        $occasion = null === $index ? null : $place->occasions[$index] ?? null;
        if (null === $occasion) {
            return Reason::tendency($usual);
        }
        $event = $occasion->isHabit() ? null : $this->spared($i, $usual, $this->ownOf($i, $usual), $route);

        if (null === $event && $occasion->asks(ConditionKind::Needed)) {
            $like = $this->whereItIsNeeded($i, $route);
            if (null !== $like) {
                return Reason::alike($usual, $like);
            }
        }

        if (null !== $event && $occasion->asks(ConditionKind::Needed) && isset($this->patterns($route)[$i])) {
            $pattern = $this->patterns($route)[$i];

            return Reason::pattern($usual, $pattern, $this->toldAt($pattern, $route), $i);
        }

        return null === $event
            ? Reason::occasion($usual, $occasion)
            : Reason::avoids($usual, $event[0], $event[1], $event[2], $event[3], $occasion);
    }

    /** @return array<int, FingerPattern> */
    private function patterns(Route $route): array
    {
        return $this->patterns ??= array_filter(
            FingerPattern::ofLine($this->places, $route, $this->touches),
            fn (FingerPattern $pattern): bool => $this->isClean($pattern, $route),
        );
    }

    private function isClean(FingerPattern $pattern, Route $route): bool
    {
        for ($k = $pattern->from + 1; $k <= $pattern->to; ++$k) {
            if ($this->changes->between(
                $this->places[$k - 1]->note->pitch(),
                $route->fingerings[$k - 1],
                $this->places[$k]->note->pitch(),
                $route->fingerings[$k],
            )->hasUnclean) {
                return false;
            }
        }

        return true;
    }

    /** The first note of a pattern that has not its usual fingering to spare a slide: there the pattern is told. */
    private function toldAt(FingerPattern $pattern, Route $route): int
    {
        for ($k = $pattern->from; $k <= $pattern->to; ++$k) {
            $index = $this->places[$k]->indexOf($route->fingerings[$k]);
            $occasion = null === $index ? null : $this->places[$k]->occasions[$index] ?? null;
            if (
                FingeringUse::Default !== $route->fingerings[$k]->use
                && true === $occasion?->asks(ConditionKind::Needed)
                && ($this->patterns($route)[$k] ?? null) === $pattern
                && null !== $this->spared($k, $this->places[$k]->all[0], $this->ownOf($k, $this->places[$k]->all[0]), $route)
            ) {
                return $k;
            }
        }

        return $pattern->from;
    }

    /**
     * Why another fingering is not the one in place i.
     *
     * @param non-empty-array<int, Fingering> $stretch where the best line with it differs from the route
     */
    public function whyNot(int $i, Fingering $other, array $stretch, Route $route): Reason
    {
        $event = $this->appears($stretch, $route, false);
        $chosen = $route->fingerings[$i];

        return match (true) {
            null !== $event => Reason::avoids($other, $event[0], $event[1], $event[2], $event[3], null),
            abs($other->centsAsPlayed()) > $this->weights->outOfTune => Reason::outOfTune($other),
            !$other->use->mayBeChosen() => Reason::onlyPinned($other),
            // What may stand here is not told to belong elsewhere.
            null === $this->places[$i]->indexOf($other)
                && (null !== $other->when || [] !== $other->may || [] !== $other->always) => Reason::otherPurpose($other),
            $this->movesAround($i, $other, $route) > $this->movesAround(
                $i,
                $chosen,
                $route,
            ) => Reason::moreMoves($other),
            FingeringUse::Default === $chosen->use => Reason::usualKept($other),
            null !== $this->places[$i]->indexOf($other) => Reason::asGood($other),
            default => Reason::otherPurpose($other),
        };
    }

    /**
     * Another place, where the fingering spares what cannot be clean: of the same surroundings, or the same note beside
     * this one.
     */
    private function whereItIsNeeded(int $i, Route $route): ?int
    {
        $place = $this->places[$i];
        foreach ($this->places as $k => $other) {
            $isLike = $other->likeness === $place->likeness
                || (1 === abs($k - $i) && $other->surroundings->midi === $place->surroundings->midi);
            if ($k !== $i && $isLike && $route->fingerings[$k] === $route->fingerings[$i]) {
                $usual = $other->all[0];
                if (null !== $this->spared($k, $usual, $this->ownOf($k, $usual), $route)) {
                    return $k;
                }
            }
        }

        return null;
    }

    private function ownOf(int $i, Fingering $fingering): float
    {
        $index = $this->places[$i]->indexOf($fingering);

        return null === $index ? 0.0 : $this->places[$i]->own[$index];
    }

    private function movesAround(int $i, Fingering $fingering, Route $route): float
    {
        $sum = 0.0;
        if ($i > 0) {
            $sum += $this->changes->between(
                $this->places[$i - 1]->note->pitch(),
                $route->fingerings[$i - 1],
                $this->places[$i]->note->pitch(),
                $fingering,
            )->moves;
        }
        if (isset($this->places[$i + 1])) {
            $sum += $this->changes->between(
                $this->places[$i]->note->pitch(),
                $fingering,
                $this->places[$i + 1]->note->pitch(),
                $route->fingerings[$i + 1],
            )->moves;
        }

        return $sum;
    }

    /**
     * What cannot be played cleanly and comes of another fingering in place i: in the best line with it, or, where that
     * line spares it by leaving the usual fingering on other notes, in the line as it stands.
     *
     * @return array{Event, int, Fingering, Fingering}|null event, index of the note before it, the two fingerings
     */
    private function spared(int $i, Fingering $other, float $own, Route $route): ?array
    {
        return $this->appears($this->paths->stretchWith($i, $other, $own, $route), $route, true)
            ?? $this->appears([$i => $other], $route, true);
    }

    /**
     * The hard event that appears when another stretch is played instead of the route's.
     *
     * @param non-empty-array<int, Fingering> $instead     by the index of the place, rising
     * @param bool                            $onlyUnclean whether only what cannot be played cleanly counts
     *
     * @return array{Event, int, Fingering, Fingering}|null event, index of the note before it, the two fingerings
     */
    private function appears(array $instead, Route $route, bool $onlyUnclean): ?array
    {
        $first = max(1, array_key_first($instead));
        $last = min(array_key_last($instead) + 1, \count($this->places) - 1);
        $there = [];
        for ($k = $first; $k <= $last; ++$k) {
            $before = $instead[$k - 1] ?? $route->fingerings[$k - 1];
            $after = $instead[$k] ?? $route->fingerings[$k];
            $change = $this->changes->between(
                $this->places[$k - 1]->note->tone->pitch,
                $before,
                $this->places[$k]->note->tone->pitch,
                $after,
            );
            if ($onlyUnclean ? !$change->hasUnclean : !$change->hasHard) {
                continue;
            }
            foreach ($change->events as $event) {
                if ($event->isUnclean() || (!$onlyUnclean && $event->isHardByItself())) {
                    $there[] = [$event, $k - 1, $before, $after];
                }
            }
        }
        if ([] === $there) {
            return null;
        }
        $here = [];
        for ($k = $first; $k <= $last; ++$k) {
            foreach ($this->changes->between(
                $this->places[$k - 1]->note->tone->pitch,
                $route->fingerings[$k - 1],
                $this->places[$k]->note->tone->pitch,
                $route->fingerings[$k],
            )->events as $event) {
                $here[] = $event;
            }
        }
        // What holds of the line as it stands is no reason.
        $more = [];
        $keys = [];
        foreach ($here as $event) {
            $more[$event->kind->value] = ($more[$event->kind->value] ?? 0) - 1;
            $keys[$event->key()] = true;
        }
        foreach ($there as [$event]) {
            $more[$event->kind->value] = ($more[$event->kind->value] ?? 0) + 1;
        }
        usort($there, static fn (array $a, array $b): int => $b[0]->weight <=> $a[0]->weight);
        foreach ($there as $found) {
            if (($more[$found[0]->kind->value] ?? 0) > 0 && !isset($keys[$found[0]->key()])) {
                return $found;
            }
        }

        return null;
    }
}
