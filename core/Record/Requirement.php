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
    public function __construct(public StudyLine $line, public bool $inMemory, public ?Day $due)
    {
    }

    /** By which entries of the record are told: the line with its tempo, and whether it is from memory. */
    public function key(): string
    {
        return $this->line->text().($this->inMemory ? '; from memory' : '');
    }

    /** What is practised towards it: the line without its tempo. */
    public function exercise(): string
    {
        return $this->line->without(ClauseKind::Tempo, ClauseKind::Goal, ClauseKind::Click)->text();
    }
}
