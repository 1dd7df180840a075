<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Chair>
 */
final class ChairRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Chair::class);
    }

    public function one(string $id): ?Chair
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<Chair> the open ones at an instrument, by the names of the players */
    public function of(string $instrument): array
    {
        return $this->createQueryBuilder('c')
            ->addSelect('p')
            ->join('c.player', 'p')
            ->where('c.instrument = :instrument')
            ->andWhere('c.closedAt IS NULL')
            ->andWhere('p.leftAt IS NULL')
            ->setParameter('instrument', $instrument)->orderBy('p.name')->addOrderBy('c.id')->getQuery()->getResult();
    }

    /** @return list<string> ids of the instruments that somebody plays now */
    public function instruments(): array
    {
        return array_column(
            $this->createQueryBuilder('c')
                ->select('DISTINCT c.instrument')
                ->join('c.player', 'p')
                ->where('c.closedAt IS NULL')
                ->andWhere('p.leftAt IS NULL')
                ->getQuery()
                ->getScalarResult(),
            'instrument',
        );
    }
}
