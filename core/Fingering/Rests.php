<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\Resting;

/**
 * Touches that stay or lie down without effect, by the rules of the chart.
 *
 * Source: the handbook, chapter 4: the right hand before the break, both little fingers on clarinet B4, the G sharp key
 * between two G sharps.
 */
final class Rests
{
    public function __construct(private readonly Instrument $instrument, private readonly bool $isFirstYear)
    {
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return list<array{list<string>, list<string>}> for each note: what is held, and what is only ready
     */
    public function of(array $places, Route $route): array
    {
        $mechanism = $this->instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return array_map(static fn (Place $place): array => [[], []], $places);
        }
        $resting = [];
        /** @var array<int, list<Resting>> $rules by the written MIDI number */
        $rules = [];
        foreach ($places as $i => $place) {
            $here = [];
            $held = [];
            $midi = $place->surroundings->midi;
            $rules[$midi] ??= array_values(array_filter(
                $mechanism->resting,
                static fn (Resting $rule): bool => $rule->isOn($midi),
            ));
            if ([] === $rules[$midi]) {
                $resting[] = [[], []];
                continue;
            }
            foreach ($rules[$midi] as $rule) {
                $touches = $route->fingerings[$i]->touches;
                if ([] === array_diff($rule->whileHeld, $touches)) {
                    foreach ($this->laidDown($rule, $places, $route, $i) as $touch) {
                        if (
                            !\in_array($touch, $touches, true)
                            && !\in_array($touch, $here, true)
                            && $this->isFree($touch, [...$touches, ...$here], $mechanism)
                        ) {
                            $here[] = $touch;
                            $rule->isHeld() && $held[] = $touch;
                        }
                    }
                }
            }
            $resting[] = [$held, array_values(array_diff($here, $held))];
        }

        return $resting;
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return list<string>
     */
    private function laidDown(Resting $rule, array $places, Route $route, int $i): array
    {
        return match ($rule->how) {
            'always' => $rule->touches,
            'ahead' => $this->isFirstYear && [] !== $rule->firstBefore
                ? $this->directly($rule, $places, $route, $i)
                : $this->next($rule, $places, $route, $i, 1),
            'bridge' => array_values(array_intersect(
                $this->next($rule, $places, $route, $i, 1),
                $this->next($rule, $places, $route, $i, -1),
            )),
            'beside' => array_values(array_unique([
                ...$this->heldAt($rule, $route, $i + 1),
                ...$this->heldAt($rule, $route, $i - 1),
            ])),
            'first' => $this->isFirstYear
                ? \array_slice([...$this->nextAnywhere($rule, $route, $i), ...$rule->touches], 0, 1)
                : \array_slice(
                    [...$this->heldAt($rule, $route, $i + 1), ...$this->heldAt($rule, $route, $i - 1)],
                    0,
                    1,
                ),
            default => [],
        };
    }

    /**
     * What the very next note holds, if it is one before which first-year players lay their fingers down.
     *
     * @param non-empty-list<Place> $places
     *
     * @return list<string>
     */
    private function directly(Resting $rule, array $places, Route $route, int $i): array
    {
        $next = $places[$i + 1] ?? null;

        return null !== $next && \in_array($next->surroundings->midi, $rule->firstBefore, true)
            ? $this->heldAt($rule, $route, $i + 1)
            : [];
    }

    /** @return list<string> touches of the rule that the chosen fingering of a note holds */
    private function heldAt(Resting $rule, Route $route, int $i): array
    {
        return array_values(array_intersect($rule->touches, ($route->fingerings[$i] ?? null)->touches ?? []));
    }

    /**
     * What the first note on the way that is none of the rule's notes holds.
     *
     * @param non-empty-list<Place> $places
     *
     * @return list<string>
     */
    private function next(Resting $rule, array $places, Route $route, int $i, int $way): array
    {
        for ($k = $i + $way; isset($places[$k]); $k += $way) {
            if (!$rule->isOn($places[$k]->surroundings->midi)) {
                return 'ahead' !== $rule->how
                    || $this->instrument->breakBetween($places[$i]->note->pitch(), $places[$k]->note->pitch()) > 1
                    ? $this->heldAt($rule, $route, $k)
                    : [];
            }
        }

        return [];
    }

    /** @return list<string> what the next note holds that holds any of the rule's touches */
    private function nextAnywhere(Resting $rule, Route $route, int $i): array
    {
        for ($k = $i + 1, $count = \count($route->fingerings); $k < $count; ++$k) {
            $held = $this->heldAt($rule, $route, $k);
            if ([] !== $held) {
                return $held;
            }
        }

        return [];
    }

    /** @param list<string> $held */
    private function isFree(string $touch, array $held, Keywork $mechanism): bool
    {
        $touches = $mechanism->touches();
        foreach ($held as $other) {
            if ($touches[$other]->finger !== $touches[$touch]->finger) {
                continue;
            }
            $isTogether = false;
            foreach ($mechanism->together as $group) {
                $isTogether = $isTogether || (\in_array($other, $group, true) && \in_array($touch, $group, true));
            }
            if (!$isTogether) {
                return false;
            }
        }

        return true;
    }
}
