<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * Whether a change that slides must: by trying everything that the chart admits for its two notes, and by planning the
 * whole line again with this change clean.
 *
 * Source: the handbook, chapter 4, "No other way".
 */
final class Proof
{
    /** @var array<int, Route|null> the best line with this change clean, by the place that it comes to */
    private array $clean = [];

    /**
     * @param non-empty-list<Place> $places with all that is admitted to take a slide away, pins aside
     * @param Paths                 $paths  through them
     * @param Route                 $route  as it was planned
     */
    public function __construct(
        private readonly array $places,
        private readonly Paths $paths,
        private readonly Route $route,
    ) {
    }

    /** Whether the change into place i slides, and no fingerings of its two notes leave it clean. */
    public function isNoOtherWay(int $i): bool
    {
        if (!$this->slides($i)) {
            return false;
        }
        foreach ($this->places[$i - 1]->candidates as $before) {
            foreach ($this->places[$i]->candidates as $after) {
                if ($this->paths->isClean($i, $before, $after)) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * Where something else would slide for it, if the change into place i were clean.
     *
     * @return int|null index of the note that is slid to; null where the change is clean, or cannot be
     */
    public function elsewhere(int $i): ?int
    {
        $other = $this->slides($i) ? $this->cleanAt($i) : null;
        if (null === $other) {
            return null;
        }
        $found = null;
        for ($k = 1, $count = \count($this->places); $k < $count; ++$k) {
            if ($k === $i || $this->isCleanIn($other, $k) || !$this->isCleanIn($this->route, $k)) {
                continue;
            }
            if (null === $found || abs($k - $i) < abs($found - $i)) {
                $found = $k;
            }
        }

        return $found;
    }

    private function slides(int $i): bool
    {
        return !$this->isCleanIn($this->route, $i);
    }

    private function isCleanIn(Route $route, int $i): bool
    {
        return $this->paths->isClean($i, $route->fingerings[$i - 1], $route->fingerings[$i]);
    }

    private function cleanAt(int $i): ?Route
    {
        if (!\array_key_exists($i, $this->clean)) {
            $this->clean[$i] = $this->paths->bestWithClean($i);
        }

        return $this->clean[$i];
    }
}
