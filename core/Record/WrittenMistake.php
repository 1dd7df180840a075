<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * One thing that is wrong in written work, named.
 */
final readonly class WrittenMistake
{
    /**
     * @param int    $at     which note or entry, counted from 1
     * @param string $given  as it was written; nothing where something is missing
     * @param string $wanted what belongs there; nothing where there is too much
     * @param string $says   a sentence for whoever wrote it
     */
    public function __construct(
        public int $at,
        public string $given,
        public string $wanted,
        public MistakeKind $kind,
        public string $says,
    ) {
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        return [
            'at' => $this->at, 'given' => $this->given, 'wanted' => $this->wanted, 'kind' => $this->kind->value,
            'says' => $this->says,
        ];
    }
}
