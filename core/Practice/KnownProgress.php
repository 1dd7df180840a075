<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * Remembers how far each line has come: from day to day of a forecast most lines stay as they were.
 */
final class KnownProgress
{
    /**
     * @var array<string, array{int, Played|null, KeyProgress}> by the line: how much of it was played,
     *  the last of that, and what came of it
     */
    private array $known = [];

    /**
     * @param list<Played>            $played of this line, from early to late
     * @param \Closure(): KeyProgress $work   works it out
     */
    public function of(string $line, array $played, \Closure $work): KeyProgress
    {
        $count = \count($played);
        $last = $played[$count - 1] ?? null;
        $known = $this->known[$line] ?? null;
        if (null === $known || $known[0] !== $count || $known[1] !== $last) {
            $known = $this->known[$line] = [$count, $last, $work()];
        }

        return $known[2];
    }
}
