<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * An order in which scales are taught.
 */
final readonly class TeachingOrder
{
    /**
     * @param string       $says  for whom and in which order, a sentence
     * @param list<string> $for   tracks of players who begin with it
     * @param int          $goal  beats a minute
     * @param list<string> $lines study lines
     */
    public function __construct(
        public string $name,
        public string $says,
        public array $for,
        public int $goal,
        public array $lines,
    ) {
    }
}
