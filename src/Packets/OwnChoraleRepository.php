<?php

declare(strict_types=1);

namespace App\Packets;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<OwnChorale>
 */
final class OwnChoraleRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, OwnChorale::class);
    }

    public function one(string $id): ?OwnChorale
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<OwnChorale> */
    public function inOrder(): array
    {
        return $this->findBy([], ['name' => 'ASC', 'id' => 'ASC'], 100);
    }
}
