<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Player>
 */
final class PlayerRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Player::class);
    }

    public function one(string $id): ?Player
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    public function named(string $name): ?Player
    {
        return $this->findOneBy(['nameKey' => Player::key($name)]);
    }

    /** @return list<Player> with their chairs, by name; those who left last */
    public function inOrder(): array
    {
        return $this->createQueryBuilder('p')
            ->addSelect('c')
            ->leftJoin('p.chairs', 'c')
            ->orderBy('p.leftAt', 'ASC')
            ->addOrderBy('p.nameKey')
            ->addOrderBy('c.position')
            ->addOrderBy('c.id')
            ->getQuery()
            ->getResult();
    }
}
