<?php

declare(strict_types=1);

namespace App\Repository;

use App\Entity\PinnedFingering;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<PinnedFingering>
 */
final class PinnedFingeringRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PinnedFingering::class);
    }

    public function one(string $id): ?PinnedFingering
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<PinnedFingering> habits of the instrument first, then those of this line, each in the order in which they were made */
    public function inForce(string $instrument, string $line): array
    {
        return $this->createQueryBuilder('p')->where('p.instrument = :instrument')->andWhere("p.line = '' OR p.line = :line")
            ->setParameter('instrument', $instrument)->setParameter('line', $line)
            ->orderBy('p.line')->addOrderBy('p.madeAt')->addOrderBy('p.id')->getQuery()->getResult();
    }
}
