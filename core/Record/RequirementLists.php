<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Practice\Day;
use SwiftReed\Score\PartBuilder;

/**
 * Lists of requirements: those that ship, and what their rows say.
 */
final readonly class RequirementLists
{
    private const FILE = 'requirement-lists';
    /** Requirements of one list: five materials in twelve keys. */
    public const MOST = 120;

    public function __construct(private DataFolder $data, private PartBuilder $parts)
    {
    }

    /**
     * @return array<string, RequirementList> by id
     *
     * @throws DataError
     */
    public function shipped(): array
    {
        $lists = [];
        foreach ($this->data->read(self::FILE) as $id => $entry) {
            $entry = \is_array($entry) ? $entry : [];
            $text = static fn (string $key): string => \is_string(
                $entry[$key] ?? null,
            ) ? $entry[$key] : throw DataError::entry(
                self::FILE,
                $id,
                'expected "'.$key.'" with a text',
            );
            $rows = $entry['rows'] ?? null;
            $lists[$id] = new RequirementList(
                $text('name'),
                $text('says'),
                \is_array($rows)
                    ? array_values(array_filter($rows, is_string(...)))
                    : throw DataError::entry(self::FILE, $id, 'expected "rows" with a list'),
            );
        }

        return $lists;
    }

    /**
     * "concert F major, quarter = 80, keys by fourths; from memory; by 2027-03-01" as requirements of one key each.
     *
     * @param list<string> $rows as they are typed
     *
     * @return list<Requirement> each once
     *
     * @throws \SwiftReed\Knowledge\Mistake when a row is not understood
     */
    public function requirements(array $rows): array
    {
        $order = new KeyOrder($this->parts->scales);
        $requirements = [];
        foreach ($rows as $row) {
            $said = array_map(trim(...), explode(';', $row));
            $inMemory = false;
            $due = null;
            foreach (\array_slice($said, 1) as $more) {
                match (true) {
                    '' === $more => null,
                    1 === preg_match('/^(from )?memory$|^by heart$/i', $more) => $inMemory = true,
                    1 === preg_match('/^by\s+(\S+)$/i', $more, $read) => $due = Day::parse($read[1]),
                    default => throw RecordError::notARow($more),
                };
            }
            foreach ($order->lines($this->parts->reader->read($said[0])->line) as $line) {
                $this->parts->check($line);
                $one = new Requirement($line, $inMemory, $due);
                $requirements[$one->key()] ??= $one;
                if (\count($requirements) > self::MOST) {
                    throw RecordError::tooMany(\count($requirements), self::MOST);
                }
            }
        }

        return array_values($requirements);
    }
}
