<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * A study line as somebody said it, understood.
 */
final readonly class Understood
{
    /**
     * @param list<ReadAs> $readAs what was not said in the line's own words
     * @param string|null  $player id of the instrument that the line was meant for, where it said one
     */
    public function __construct(public StudyLine $line, public array $readAs = [], public ?string $player = null)
    {
    }
}
