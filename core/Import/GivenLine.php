<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * A line of notes that came from outside.
 */
final readonly class GivenLine
{
    /** Notes that are taken. */
    public const MOST = 200;

    /**
     * @param non-empty-list<GivenNote> $notes
     * @param string                    $time      "4/4" and the like; nothing when none is known
     * @param list<string>              $remarks   sentences about what was left out
     */
    public function __construct(public array $notes, public string $time, public array $remarks)
    {
    }
}
