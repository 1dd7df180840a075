<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<SchoolOfHabits>
 */
final class SchoolOfHabitsRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, SchoolOfHabits::class);
    }

    public function one(string $id): ?SchoolOfHabits
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<SchoolOfHabits> by name */
    public function of(string $instrument): array
    {
        return $this->findBy(['instrument' => $instrument], ['name' => 'ASC']);
    }
}
