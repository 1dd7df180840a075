<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;

/**
 * @extends ServiceEntityRepository<PracticeResult>
 */
final class PracticeResultRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PracticeResult::class);
    }

    /** @return list<PracticeResult> in the order in which they were played, by the corrected clock */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['playedAt' => 'ASC', 'id' => 'ASC']);
    }
}
