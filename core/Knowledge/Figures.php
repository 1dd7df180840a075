<?php

declare(strict_types=1);

namespace SwiftReed\Knowledge;

/**
 * Figures that decide something; each stands in one file of data/ with what it means in playing.
 */
abstract readonly class Figures
{
    /** @param array<string, int|float|list<int>> $figures */
    final private function __construct(private array $figures)
    {
    }

    /** Name of the file. */
    abstract protected static function file(): string;

    /** @throws DataError */
    public static function read(DataFolder $data): static
    {
        $figures = [];
        foreach ($data->read(static::file()) as $name => $entry) {
            $is = \is_array($entry) ? $entry['is'] ?? null : null;
            if (!\is_array($entry) || !\is_string($entry['says'] ?? null)) {
                throw DataError::entry(static::file(), $name, 'expected "says" with a sentence');
            }
            $figures[$name] = match (true) {
                \is_int($is), \is_float($is) => $is,
                \is_array($is)
                    && array_is_list($is)
                    && [] === array_filter(
                        $is,
                        static fn (mixed $one): bool => !\is_int($one),
                    ) => array_values(array_filter($is, is_int(...))),
                default => throw DataError::entry(
                    static::file(),
                    $name,
                    'expected "is" with a number or a list of whole numbers',
                ),
            };
        }

        return new static($figures);
    }

    public static function shipped(): static
    {
        return static::read(DataFolder::shipped());
    }

    public function number(string $name): float
    {
        $is = $this->figures[$name] ?? null;

        return \is_int($is) || \is_float($is)
            ? (float) $is
            : throw DataError::entry(static::file(), $name, 'expected a number');
    }

    public function count(string $name): int
    {
        return (int) $this->number($name);
    }

    /** @return non-empty-list<int> */
    public function counts(string $name): array
    {
        $is = $this->figures[$name] ?? null;

        return \is_array($is) && [] !== $is
            ? $is
            : throw DataError::entry(static::file(), $name, 'expected a list of whole numbers');
    }
}
