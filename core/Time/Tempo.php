<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * Beats a minute, what the beat is, and which beats click.
 */
final readonly class Tempo
{
    /**
     * @param int    $bpm     beats a minute
     * @param string $unit    the beat as a fraction of a whole note, "1/4"
     * @param bool   $printed whether the line says a tempo
     * @param int|null $goal  beats a minute to work up to, if it is said
     * @param string $click   "every" or "2 and 4"
     */
    public function __construct(
        public int $bpm,
        public string $unit,
        public bool $printed,
        public ?int $goal,
        public string $click,
    ) {
    }

    /** Quarter notes a minute. */
    public function quarters(): float
    {
        [$over, $under] = array_map(intval(...), explode('/', $this->unit));

        return $this->bpm * 4 * $over / $under;
    }

    /** Quarter notes a minute at which fingerings are planned: the goal's, where one is said. */
    public function plannedQuarters(): float
    {
        return null !== $this->goal ? $this->quarters() * $this->goal / $this->bpm : $this->quarters();
    }
}
