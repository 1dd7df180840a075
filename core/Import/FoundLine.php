<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * The study line that plays what was given.
 */
final readonly class FoundLine
{
    /**
     * @param string       $line       in the player's own key, where the notes stand
     * @param string       $bandLine   in concert pitch and without its place, for every instrument
     * @param bool $recognised whether it is a scale,
     *  an arpeggio or a pattern of the library; else the notes are spelled out as a cell
     * @param list<string> $remarks    sentences: chromatic runs, what was left out
     * @param list<string> $lines      all lines of a sheet that came back as it was written
     */
    public function __construct(
        public string $line,
        public string $bandLine,
        public bool $recognised,
        public array $remarks,
        public array $lines = [],
    ) {
    }
}
