<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<RecordEntry>
 */
final class RecordEntryRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, RecordEntry::class);
    }

    public function one(string $id): ?RecordEntry
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<RecordEntry> in the order in which they were made */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['madeAt' => 'ASC', 'id' => 'ASC']);
    }
}
