<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<OwnPattern>
 */
final class OwnPatternRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, OwnPattern::class);
    }

    public function one(string $id): ?OwnPattern
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    public function named(string $name): ?OwnPattern
    {
        return $this->findOneBy(['name' => $name]);
    }

    /** @return list<OwnPattern> by name */
    public function inOrder(): array
    {
        return $this->findBy([], ['name' => 'ASC']);
    }
}
