<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The named patterns of data/patterns.yaml.
 */
final class PatternLibrary
{
    /** @var array<string, array<string, mixed>> */
    private array $entries = [];
    /** @var array<string, string> every understood name to the one that is printed */
    private array $names = [];
    /** @var array<string, Pattern> */
    private array $made = [];

    public function __construct(DataFolder $data)
    {
        foreach ($data->read('patterns') as $name => $entry) {
            if (!\is_array($entry)) {
                throw DataError::entry('patterns', $name, 'expected a cell');
            }
            /** @var array<string, mixed> $entry */
            $this->entries[$name] = $entry;
            $also = $entry['also'] ?? [];
            foreach ([$name, ...(\is_array($also) ? $also : [])] as $understood) {
                $understood = \is_string($understood)
                    ? strtr($understood, '-', ' ')
                    : throw DataError::entry('patterns', $name, 'a name in "also" is not text');
                if (isset($this->names[$understood])) {
                    throw DataError::entry(
                        'patterns',
                        $name,
                        \sprintf('the name "%s" is taken by "%s"', $understood, $this->names[$understood]),
                    );
                }
                $this->names[$understood] = $name;
            }
        }
    }

    /** @return list<string> printed names, in the order of the file */
    public function names(): array
    {
        return array_keys($this->entries);
    }

    /** @return array<string, string> every understood name, without hyphens, to the printed one */
    public function understood(): array
    {
        return $this->names;
    }

    /** The cell of a named pattern, in the pattern language; nothing for one that is no cell. */
    public function cell(string $name): string
    {
        return $this->field($name, 'cell');
    }

    /** @throws DataError when its entry is wrong */
    public function pattern(string $name): Pattern
    {
        return $this->made[$name] ??= $this->make($name);
    }

    private function make(string $name): Pattern
    {
        if (!isset($this->entries[$name])) {
            throw DataError::entry('patterns', $name, 'no pattern has this name');
        }
        $lip = match ($this->entries[$name]['lip'] ?? null) {
            null => null,
            'all' => LipShape::allPartials(),
            default => LipShape::neighbours(LipShape::FEWEST),
        };
        try {
            return PatternParser::parse(null === $lip ? $this->cell($name) : '1')->named(
                $name,
                $this->field($name, 'rhythm'),
                $this->field($name, 'says'),
                $lip,
            );
        } catch (PatternError $error) {
            throw DataError::entry('patterns', $name, $error->getMessage());
        }
    }

    private function field(string $name, string $field): string
    {
        $value = $this->entries[$name][$field] ?? '';

        return \is_string($value) || \is_int($value)
            ? (string) $value
            : throw DataError::entry('patterns', $name, \sprintf('"%s" is not text', $field));
    }
}
