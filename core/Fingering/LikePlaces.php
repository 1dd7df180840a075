<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * The same note in the same surroundings takes the same fingering throughout a line. What a line is worth is counted in
 * three: its slides, the groups of like places that are not alike, its cost, compared in that order. The line is
 * planned freely; then each group that came out unlike is tried with each of its candidates, alone and together with
 * each candidate of each group that stands beside it, and what makes the line worth more is held, until nothing does.
 * On a short line everything is tried.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 2.
 */
final class LikePlaces
{
    /** Rounds after which it is left as it is; two have been enough for every line tried. */
    private const ROUNDS = 6;
    /** Notes up to which all ways to hold the groups are tried. */
    private const SHORT = 8;
    /** Ways that are tried at the most on a short line; eight notes have at most four groups of two. */
    private const WAYS = 2500;

    /**
     * @var array<string, non-empty-list<int>> places by what they share; of more than one candidate, and at least two
     */
    private readonly array $groups;
    /** @var array<string, array<string, true>>|null the groups that stand beside a group; found when first asked for */
    private ?array $beside = null;
    /** @var array<string, int> how many candidates a group has */
    private readonly array $sizes;

    /** @param non-empty-list<Place> $places */
    private function __construct(private readonly array $places, private readonly Paths $paths)
    {
        $groups = [];
        foreach ($places as $i => $place) {
            if (\count($place->candidates) > 1) {
                $groups[$place->likeness][] = $i;
            }
        }
        $this->groups = array_filter($groups, static fn (array $group): bool => \count($group) > 1);
        $this->sizes = array_map(
            static fn (array $group): int => \count($places[$group[0]]->candidates),
            $this->groups,
        );
    }

    /** @return array<string, array<string, true>> */
    private function beside(): array
    {
        $beside = [];
        foreach ($this->places as $i => $place) {
            $other = $this->places[$i + 1]->likeness ?? '';
            if ($place->likeness !== $other && isset($this->groups[$place->likeness], $this->groups[$other])) {
                $beside[$place->likeness][$other] = true;
                $beside[$other][$place->likeness] = true;
            }
        }

        return $beside;
    }

    /** @param non-empty-list<Place> $places */
    public static function settled(array $places, Paths $paths): Route
    {
        $like = new self($places, $paths);
        $free = $paths->best();
        if ([] === $like->unlike($free)) {
            return $free;
        }

        return \count($places) <= self::SHORT && $like->ways() <= self::WAYS
            ? $like->bestOfAll($free)
            : $like->climbed($free);
    }

    private function ways(): int
    {
        return (int) array_product(array_map(static fn (int $size): int => $size + 1, $this->sizes));
    }

    /** Every group free, or held to one of its candidates, with every other. */
    private function bestOfAll(Route $best): Route
    {
        $ways = [[]];
        foreach ($this->sizes as $name => $size) {
            $more = [];
            foreach ($ways as $way) {
                for ($j = 0; $j < $size; ++$j) {
                    $more[] = [$name => $j] + $way;
                }
            }
            array_push($ways, ...$more);
        }
        foreach ($ways as $way) {
            $best = $this->better($this->held($way), $best) ?? $best;
        }

        return $best;
    }

    private function climbed(Route $best): Route
    {
        $fixed = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $changed = false;
            foreach ($this->unlike($best) as $name) {
                $found = null;
                foreach ($this->tries($name) as $try) {
                    $route = $this->better($this->held($try + $fixed), $best);
                    if (null !== $route) {
                        [$best, $found] = [$route, $try];
                    }
                }
                if (null !== $found) {
                    $fixed = $found + $fixed;
                    $changed = true;
                }
            }
            if (!$changed) {
                break;
            }
        }

        return $best;
    }

    /** @return iterable<array<string, int>> each candidate of a group, alone and with each of each group beside it */
    private function tries(string $name): iterable
    {
        $this->beside ??= $this->beside();
        for ($j = 0; $j < $this->sizes[$name]; ++$j) {
            yield [$name => $j];
            foreach ($this->beside[$name] ?? [] as $other => $unused) {
                for ($k = 0; $k < $this->sizes[$other]; ++$k) {
                    yield [$name => $j, $other => $k];
                }
            }
        }
    }

    /** The route, when it is worth more than the best so far. */
    private function better(?Route $route, Route $best): ?Route
    {
        if (null === $route) {
            return null;
        }
        if ($route->slides !== $best->slides) {
            return $route->slides < $best->slides ? $route : null;
        }
        $unlike = \count($this->unlike($route)) <=> \count($this->unlike($best));

        return $unlike < 0 || (0 === $unlike && $route->cost < $best->cost - 1e-9) ? $route : null;
    }

    /** @return list<string> groups whose places are not fingered alike */
    private function unlike(Route $route): array
    {
        $unlike = [];
        foreach ($this->groups as $name => $group) {
            foreach ($group as $i) {
                if ($route->fingerings[$i] !== $route->fingerings[$group[0]]) {
                    $unlike[] = $name;
                    break;
                }
            }
        }

        return $unlike;
    }

    /** @param array<string, int> $fixed candidates by the name of the group */
    private function held(array $fixed): ?Route
    {
        $only = [];
        foreach ($fixed as $name => $candidate) {
            foreach ($this->groups[$name] as $i) {
                $only[$i] = $candidate;
            }
        }

        return $this->paths->bestHolding($only);
    }
}
