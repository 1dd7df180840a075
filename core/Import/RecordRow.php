<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Practice\Day;

/**
 * How one row of a record is understood.
 */
final readonly class RecordRow
{
    /**
     * @param string      $instrument as it was written; empty where it was not
     * @param string|null $line       study line with its tempo; null where none was understood
     * @param bool|null   $isPassed   null where neither was understood
     * @param string|null $doubt      what is not understood, in words; null where everything is
     */
    public function __construct(
        public string $name,
        public string $instrument,
        public ?string $line,
        public ?bool $isPassed,
        public bool $inMemory,
        public ?Day $day,
        public string $remark,
        public ?string $doubt,
    ) {
    }

    public function doubted(string $doubt): self
    {
        return new self(
            $this->name,
            $this->instrument,
            $this->line,
            $this->isPassed,
            $this->inMemory,
            $this->day,
            $this->remark,
            null === $this->doubt ? $doubt : $this->doubt.'; '.$doubt,
        );
    }
}
