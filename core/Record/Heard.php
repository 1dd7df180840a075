<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Practice\Day;

/**
 * One entry of a record: what was heard, or what a player says that he played.
 */
final readonly class Heard
{
    /**
     * @param string $line   study line as it was played, with its tempo
     * @param bool   $passed whether a teacher passed it
     * @param bool   $byPlayer whether it is the player's own word
     */
    public function __construct(
        public string $id,
        public string $line,
        public bool $inMemory,
        public bool $passed,
        public bool $byPlayer,
        public Day $day,
        public string $by,
    ) {
    }
}
