<?php

declare(strict_types=1);

namespace App\Record;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<OwnList>
 */
final class OwnListRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, OwnList::class);
    }

    public function one(string $id): ?OwnList
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** The one that is asked for, else the newest; null where there is none. */
    public function chosen(string $id): ?OwnList
    {
        return $this->one($id) ?? $this->newestFirst()[0] ?? null;
    }

    /** @return list<OwnList> the newest first */
    public function newestFirst(): array
    {
        return $this->findBy([], ['id' => 'DESC']);
    }
}
