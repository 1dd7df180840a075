<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use Doctrine\DBAL\Exception as DatabaseError;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Removing that can be undone: what is removed is kept as it stood for thirty days.
 */
final class Trash
{
    public const KEPT = '30 days';

    public function __construct(private readonly EntityManagerInterface $entities, private readonly Audit $audit)
    {
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
        $rows = array_map($this->row(...), [$entity, ...$with]);
        $removed = new Removed(mb_substr($says, 0, 200), $rows);
        $this->entities->wrapInTransaction(function () use ($entity, $with, $removed): void {
            $this->entities->persist($removed);
            foreach ([...$with, $entity] as $one) {
                $this->entities->remove($one);
            }
            $this->entities->getConnection()->executeStatement('DELETE FROM removed WHERE removed_at < now() - INTERVAL \''.self::KEPT.'\'');
        });

        $this->audit->note(strtr($this->entities->getClassMetadata($entity::class)->getTableName(), '_', ' ').' removed', $id);

        return $removed->getId();
    }

    /** What was removed; null where it has been brought back, is too old, or the database cannot be asked. */
    public function one(string $id): ?Removed
    {
        try {
            return Uuid::isValid($id) ? $this->entities->find(Removed::class, $id) : null;
        } catch (DatabaseError) {
            return null;
        }
    }

    /** Puts it back as it stood; what stands there again by now is left. */
    public function restore(Removed $removed): void
    {
        $this->entities->wrapInTransaction(function () use ($removed): void {
            $connection = $this->entities->getConnection();
            foreach ($removed->getRows() as ['table' => $table, 'row' => $row]) {
                $name = $connection->quoteIdentifier($this->known($table));
                $connection->executeStatement(\sprintf('INSERT INTO %1$s SELECT * FROM jsonb_populate_record(NULL::%1$s, CAST(:row AS jsonb)) ON CONFLICT DO NOTHING', $name), ['row' => $row]);
            }
            $this->entities->remove($removed);
        });
        $this->audit->note('brought back', $removed->getId());
    }

    /** @return array{table: string, row: string} */
    private function row(object $entity): array
    {
        $table = $this->entities->getClassMetadata($entity::class)->getTableName();
        $id = $this->entities->getUnitOfWork()->getSingleIdentifierValue($entity);
        $connection = $this->entities->getConnection();
        $row = $connection->fetchOne(\sprintf('SELECT to_jsonb(t) FROM %s t WHERE id = :id', $connection->quoteIdentifier($table)), ['id' => $id]);

        return ['table' => $table, 'row' => \is_string($row) ? $row : throw new \LogicException('What is removed is not there.')];
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
