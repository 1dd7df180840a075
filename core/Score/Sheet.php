<?php

declare(strict_types=1);

namespace SwiftReed\Score;

/**
 * Numbered studies on one page or several: one line in many keys, or several lines in one.
 */
final readonly class Sheet
{
    /**
     * @param non-empty-list<Part>   $parts   in order; their numbers count from 1
     * @param non-empty-list<string> $numbers what stands before each: "1", or "2 a" where a line goes through several keys
     */
    public function __construct(public array $parts, public array $numbers)
    {
    }
}
