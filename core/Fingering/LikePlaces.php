<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * The same note in the same surroundings takes the same fingering throughout a line. The line is planned freely; then
 * each group of like places that came out unlike takes the candidate with which the line is cheapest, by first
 * appearance, until no exchange in one group is cheaper.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 2.
 */
final class LikePlaces
{
    /** Rounds after which it is left as it is; two have been enough for every line tried. */
    private const ROUNDS = 6;

    /** @param non-empty-list<Place> $places */
    public static function settled(array $places, Paths $paths): Route
    {
        $groups = [];
        foreach ($places as $i => $place) {
            if (\count($place->candidates) > 1) {
                $groups[$place->likeness][] = $i;
            }
        }
        $groups = array_filter($groups, static fn (array $group): bool => \count($group) > 1);
        $fixed = [];
        $route = $paths->best();
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $changed = false;
            foreach ($groups as $name => $group) {
                if (!isset($fixed[$name]) && self::isAlike($group, $route)) {
                    continue;
                }
                $before = $fixed[$name] ?? null;
                $best = null;
                $chosen = 0;
                foreach ($places[$group[0]]->candidates as $j => $unused) {
                    $tried = $paths->best(self::only($groups, [$name => $j] + $fixed));
                    if (null === $best || $tried->cost < $best->cost - 1e-9) {
                        $best = $tried;
                        $chosen = $j;
                    }
                }
                $fixed[$name] = $chosen;
                $changed = $changed || $chosen !== $before;
                $route = $best;
            }
            if (!$changed) {
                break;
            }
        }

        return $route;
    }

    /** @param list<int> $group */
    private static function isAlike(array $group, Route $route): bool
    {
        foreach ($group as $i) {
            if ($route->fingerings[$i] !== $route->fingerings[$group[0]]) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param array<string, list<int>> $groups
     * @param array<string, int>       $fixed  candidates by the name of the group
     *
     * @return array<int, int> the only candidate allowed, by the index of the place
     */
    private static function only(array $groups, array $fixed): array
    {
        $only = [];
        foreach ($fixed as $name => $candidate) {
            foreach ($groups[$name] as $i) {
                $only[$i] = $candidate;
            }
        }

        return $only;
    }
}
