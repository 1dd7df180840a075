<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The figures that decide how a line is learnt and the days are planned; each stands in data/practice.yaml with what it means in playing.
 */
final readonly class PracticeFigures
{
    /** @param array<string, int|float|list<int>> $figures */
    private function __construct(private array $figures)
    {
    }

    /** @throws DataError */
    public static function read(DataFolder $data): self
    {
        $figures = [];
        foreach ($data->read('practice') as $name => $entry) {
            $is = \is_array($entry) ? $entry['is'] ?? null : null;
            if (!\is_array($entry) || !\is_string($entry['says'] ?? null)) {
                throw DataError::entry('practice', $name, 'expected "says" with a sentence');
            }
            $figures[$name] = match (true) {
                \is_int($is), \is_float($is) => $is,
                \is_array($is) && array_is_list($is) && [] === array_filter($is, static fn (mixed $one): bool => !\is_int($one)) => array_values(array_filter($is, is_int(...))),
                default => throw DataError::entry('practice', $name, 'expected "is" with a number or a list of whole numbers'),
            };
        }

        return new self($figures);
    }

    public static function shipped(): self
    {
        return self::read(DataFolder::shipped());
    }

    public function number(string $name): float
    {
        $is = $this->figures[$name] ?? null;

        return \is_int($is) || \is_float($is) ? (float) $is : throw DataError::entry('practice', $name, 'expected a number');
    }

    public function count(string $name): int
    {
        return (int) $this->number($name);
    }

    /** @return non-empty-list<int> */
    public function counts(string $name): array
    {
        $is = $this->figures[$name] ?? null;

        return \is_array($is) && [] !== $is ? $is : throw DataError::entry('practice', $name, 'expected a list of whole numbers');
    }
}
