<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * What it takes to get from one fingering to the next: a difficulty and the reasons for it, the weightiest first.
 * One is about the effort of moving one finger.
 */
final readonly class Change
{
    /**
     * @param list<string> $reasons in a teacher's words
     * @param list<string> $flags   "over the break", "little finger slides", "half hole", "long slide"
     */
    public function __construct(public float $difficulty, public array $reasons, public array $flags)
    {
    }
}
