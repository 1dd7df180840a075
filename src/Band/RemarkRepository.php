<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Remark>
 */
final class RemarkRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Remark::class);
    }

    public function one(string $id): ?Remark
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<Remark> in the order of the notes, those on the page first */
    public function onPage(string $instrument, string $line): array
    {
        return $this->createQueryBuilder('r')->where('r.instrument = :instrument')->andWhere('r.line = :line')
            ->setParameter('instrument', $instrument)->setParameter('line', $line)
            ->orderBy('r.note')->addOrderBy('r.id')->getQuery()->getResult();
    }
}
