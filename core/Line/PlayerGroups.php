<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * Who is meant when a line names players, by the ids of their instruments: data/groups.yaml.
 */
final class PlayerGroups
{
    /** @var array<string, list<string>> ids by the printed name */
    private array $groups = [];
    /** @var array<string, string> every understood name to the one that is printed */
    private array $names = [];
    /** @var list<string> families of instruments in the order of the score */
    public readonly array $sections;

    public function __construct(DataFolder $data)
    {
        $all = $data->read('groups');
        $this->sections = self::texts($all['sections'] ?? null, 'sections');
        $groups = $all['groups'] ?? null;
        if (!\is_array($groups)) {
            throw DataError::entry('groups', 'groups', 'expected named groups of instruments');
        }
        foreach ($groups as $name => $entry) {
            $name = (string) $name;
            $this->groups[$name] = self::texts(\is_array($entry) ? $entry['ids'] ?? null : null, $name);
            $also = \is_array($entry) && isset($entry['also']) ? self::texts($entry['also'], $name) : [];
            foreach ([$name, ...$also] as $understood) {
                if (isset($this->names[$understood])) {
                    throw DataError::entry('groups', $name, \sprintf('the name "%s" is taken', $understood));
                }
                $this->names[$understood] = $name;
            }
        }
    }

    public static function shipped(): self
    {
        return new self(DataFolder::shipped());
    }

    /** @return list<string> as they are printed */
    public function names(): array
    {
        return array_keys($this->groups);
    }

    /** @return list<string> all that are understood */
    public function understood(): array
    {
        return array_map(strval(...), array_keys($this->names));
    }

    /** The printed name of a group; null for none. */
    public function named(string $said): ?string
    {
        return $this->names[strtolower($said)] ?? null;
    }

    /**
     * A row of a sheet with whom it is for: "for brass: concert F major".
     *
     * @return array{string|null, string} the printed name of the group, null where it is everybody's, and the line
     */
    public function addressed(string $row): array
    {
        $isFor = 1 === preg_match('/^for (?:the )?([a-z ]+):\s*(.*)$/i', $row, $found);
        $group = $isFor ? $this->named(trim($found[1])) : null;

        return null === $group ? [null, $row] : [$group, $found[2]];
    }

    /** @return list<string> ids of the instruments of a group, by its printed name */
    public function ids(string $name): array
    {
        return $this->groups[$name] ?? [];
    }

    /** @return list<string> */
    private static function texts(mixed $list, string $where): array
    {
        $texts = [];
        foreach (\is_array($list) ? $list : throw DataError::entry('groups', $where, 'expected a list') as $one) {
            $texts[] = \is_string($one) ? $one : throw DataError::entry('groups', $where, 'expected a list of texts');
        }

        return $texts;
    }
}
