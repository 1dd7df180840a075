<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * The study line that plays what was given.
 */
final readonly class FoundLine
{
    /**
     * @param string       $line       a study line in the player's own key
     * @param bool         $recognised whether it is a scale, an arpeggio or a pattern of the library; else the notes are spelled out as a cell
     * @param list<string> $remarks    sentences: chromatic runs, what was left out
     */
    public function __construct(public string $line, public bool $recognised, public array $remarks)
    {
    }
}
