<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * One pass of a line, or a tempo that a teacher or a card says was passed.
 */
final readonly class Played
{
    /**
     * @param string $line     what was played: a study line without its tempo and goal ({@see PlanLine::key()})
     * @param float  $quarters quarter notes a minute
     * @param bool $counts whether it stands for as many clean passes as are needed, as what a card or a file says does
     * @param bool   $isTaken  whether a teacher says that the key is passed, whatever the days
     * @param float  $seconds  that it took; 0 when nobody knows
     */
    public function __construct(
        public Day $day,
        public string $line,
        public float $quarters,
        public bool $isClean,
        public bool $counts = false,
        public bool $isTaken = false,
        public float $seconds = 0.0,
    ) {
    }
}
