<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * Written work, marked.
 */
final readonly class WrittenMark
{
    public bool $isRight;

    /**
     * @param list<WrittenMistake> $mistakes in the order of the answer
     * @param string               $wanted   an answer that is right
     */
    public function __construct(public array $mistakes, public string $wanted)
    {
        $this->isRight = [] === $mistakes;
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        return [
            'version' => 1,
            'right' => $this->isRight,
            'mistakes' => array_map(static fn (WrittenMistake $one): array => $one->data(), $this->mistakes),
            'wanted' => $this->wanted,
        ];
    }
}
