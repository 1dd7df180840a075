<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use App\Shared\Sweeps;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Removing that can be undone: what is removed is kept as it stood for thirty days. All of it comes back or nothing;
 * what stands in the way is said, and until then it stays where it is.
 */
final class Trash implements Sweeps
{
    public const KEPT = '30 days';
    /**
     * What may be there once in a band: the table, the column that says it is the same, and the column with the name.
     */
    private const NAMED = ['player' => ['name_key', 'name'], 'own_pattern' => ['name', 'name']];
    /** Signs of a name at the most, by the table. */
    private const LONGEST = ['player' => Player::NAME, 'own_pattern' => OwnPattern::NAME];

    private readonly Connection $database;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Audit $audit,
        private readonly OpenBand $open,
    ) {
        $this->database = $entities->getConnection();
    }

    /**
     * Removes something, and what hangs on it.
     *
     * @param string       $says what it is, for the person who removes it
     * @param list<object> $with what goes with it and comes back with it
     *
     * @return string an id by which it can be brought back
     */
    public function remove(object $entity, string $says, array $with = []): string
    {
        $id = (string) $this->entities->getUnitOfWork()->getSingleIdentifierValue($entity);
        $table = $this->entities->getClassMetadata($entity::class)->getTableName();
        $removed = new Removed(mb_substr($says, 0, 200), array_map($this->row(...), [$entity, ...$with]));
        $this->entities->persist($removed);
        foreach ([...$with, $entity] as $one) {
            $this->entities->remove($one);
        }
        $this->entities->flush();
        $this->audit->note(strtr($table, '_', ' ').' removed', $id);

        return $removed->getId();
    }

    /** What was removed; null where it has been brought back, is too old, or the database cannot be asked. */
    public function one(string $id): ?Removed
    {
        try {
            $removed = Uuid::isValid($id) ? $this->entities->find(Removed::class, $id) : null;

            return null === $removed || $removed->getRemovedAt() < new \DateTimeImmutable('-'.self::KEPT)
                ? null
                : $removed;
        } catch (DatabaseError) {
            return null;
        }
    }

    /**
     * Puts it back as it stood.
     *
     * @param string|null $as    a name to come back under, where its own is taken
     * @param bool        $first whether what it belongs to is brought back before it, where that is in the bin too
     *
     * @throws NotBack when something stands in the way; then nothing has changed
     */
    public function restore(Removed $removed, ?string $as = null, bool $first = false): void
    {
        $rows = [];
        foreach ($removed->getRows() as ['table' => $table, 'row' => $json]) {
            $rows[] = [$this->known($table), (array) json_decode($json, flags: \JSON_THROW_ON_ERROR)];
        }
        foreach ($rows as $k => [$table, $row]) {
            $this->mayStand($table, $row, $rows, $first);
            $rows[$k][1] = $this->named($table, $this->free($table, $row), 0 === $k ? $as : null);
        }
        foreach ($rows as [$table, $row]) {
            $this->insert($table, $row);
        }
        $this->entities->remove($removed);
        $this->entities->flush();
        $id = $rows[0][1]['id'] ?? null;
        $this->audit->note('brought back', \is_string($id) ? $id : null);
    }

    public function sweep(): void
    {
        $this->database->executeStatement("DELETE FROM removed WHERE removed_at < now() - INTERVAL '".self::KEPT."'");
    }

    /**
     * Whether what a row belongs to is there, or comes back with it.
     *
     * @param array<mixed>                      $row
     * @param list<array{string, array<mixed>}> $with
     *
     * @throws NotBack
     */
    private function mayStand(string $table, array $row, array $with, bool $first): void
    {
        foreach (['chair_id' => 'chair', 'player_id' => 'player'] as $column => $parent) {
            $id = $row[$column] ?? null;
            $isWith = [] !== array_filter(
                $with,
                static fn (array $one): bool => $one[0] === $parent && ($one[1]['id'] ?? null) === $id,
            );
            if (!\is_string($id) || $isWith || $this->isThere($parent, $id)) {
                continue;
            }
            $bin = $this->withRow($id);
            if (null === $bin) {
                throw NotBack::orphan();
            }
            $first ? $this->restore($bin) : throw NotBack::after($bin);
        }
    }

    /**
     * The row without what somebody else has by now, and what is given anew: a way in.
     *
     * @param array<mixed> $row
     *
     * @return array<mixed>
     */
    private function free(string $table, array $row): array
    {
        if ('player' !== $table || !\is_string($row['sign_in_id'] ?? null)) {
            return $row;
        }
        $isThere = $this->isThere('player_sign_in', $row['sign_in_id']);
        $isTaken = false !== $this->database->fetchOne(
            'SELECT 1 FROM player WHERE sign_in_id = :sign_in AND band_id = :band',
            ['sign_in' => $row['sign_in_id'], 'band' => $this->open->id()],
        );

        return $isThere && !$isTaken ? $row : ['sign_in_id' => null] + $row;
    }

    /**
     * The row under a name that nobody has.
     *
     * @param array<mixed> $row
     *
     * @return array<mixed>
     *
     * @throws NotBack
     */
    private function named(string $table, array $row, ?string $as): array
    {
        [$key, $name] = self::NAMED[$table] ?? ['', ''];
        if ('' === $key || !\is_string($row[$name])) {
            return $row;
        }
        if (null !== $as && '' !== trim($as)) {
            $row[$name] = mb_substr(trim($as), 0, self::LONGEST[$table]);
            $row[$key] = 'name_key' === $key ? Player::key($row[$name]) : $row[$name];
        }
        if (!$this->isTaken($table, $key, (string) $row[$key])) {
            return $row;
        }
        for ($n = 2;; ++$n) {
            $free = mb_substr($row[$name], 0, self::LONGEST[$table] - \strlen(' '.$n)).' '.$n;
            if (!$this->isTaken($table, $key, 'name_key' === $key ? Player::key($free) : $free)) {
                throw NotBack::named($row[$name], $free);
            }
        }
    }

    private function isTaken(string $table, string $column, string $value): bool
    {
        $sql = \sprintf('SELECT 1 FROM %s WHERE band_id = :band AND %s = :value', $table, $column);

        return false !== $this->database->fetchOne($sql, ['band' => $this->open->id(), 'value' => $value]);
    }

    private function isThere(string $table, string $id): bool
    {
        return false !== $this->database->fetchOne(\sprintf('SELECT 1 FROM %s WHERE id = :id', $table), ['id' => $id]);
    }

    /** What lies in the bin of the open band and has the row with this id. */
    private function withRow(string $id): ?Removed
    {
        $sql = "SELECT id FROM removed r, jsonb_array_elements(r.rows::jsonb) one WHERE r.band_id = :band AND (one->>'row')::jsonb->>'id' = :id LIMIT 1";
        $found = $this->database->fetchOne($sql, ['band' => $this->open->id(), 'id' => $id]);

        return \is_string($found) ? $this->one($found) : null;
    }

    /**
     * Columns that have come since it was removed have what a new row has.
     *
     * @param array<mixed> $row
     */
    private function insert(string $table, array $row): void
    {
        $columns = array_map($this->database->quoteSingleIdentifier(...), array_map(strval(...), array_keys($row)));
        $sql = 'INSERT INTO %1$s (%2$s) SELECT %2$s FROM jsonb_populate_record(NULL::%1$s, CAST(:row AS jsonb))';
        $this->database->executeStatement(
            \sprintf($sql, $this->database->quoteSingleIdentifier($table), implode(', ', $columns)),
            ['row' => json_encode($row, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION)],
        );
    }

    /** @return array{table: string, row: string} */
    private function row(object $entity): array
    {
        $table = $this->entities->getClassMetadata($entity::class)->getTableName();
        $id = $this->entities->getUnitOfWork()->getSingleIdentifierValue($entity);
        $row = $this->database->fetchOne(
            \sprintf(
                'SELECT to_jsonb(t) FROM %s t WHERE id = :id FOR UPDATE',
                $this->database->quoteSingleIdentifier($table),
            ),
            ['id' => $id],
        );

        return [
            'table' => $table,
            'row' => \is_string($row) ? $row : throw new \LogicException('What is removed is not there.'),
        ];
    }

    private function known(string $table): string
    {
        foreach ($this->entities->getMetadataFactory()->getAllMetadata() as $metadata) {
            if ($metadata->getTableName() === $table) {
                return $table;
            }
        }
        throw new \LogicException(\sprintf('There is no table "%s".', $table));
    }
}
