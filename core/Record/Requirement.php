<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Practice\Day;

/**
 * One thing that is asked for: a line of one key with the least tempo, from memory or not, by when.
 */
final readonly class Requirement
{
    /** By which it is told from others: the line with its tempo, and whether it is from memory. */
    private string $key;
    public string $text;
    /** What is practised towards it: the line without its tempo. */
    public string $exercise;

    public function __construct(public StudyLine $line, public bool $inMemory, public ?Day $due)
    {
        $this->text = $line->text();
        $this->key = $this->text.($inMemory ? '; from memory' : '');
        $this->exercise = $line->without(ClauseKind::Tempo, ClauseKind::Goal, ClauseKind::Click)->text();
    }

    public function key(): string
    {
        return $this->key;
    }
}
