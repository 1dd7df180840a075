<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<WrittenAnswer>
 */
final class WrittenAnswerRepository extends ServiceEntityRepository
{
    /** Answers that are looked at for what comes back: some weeks of them. */
    public const LATEST = 200;

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, WrittenAnswer::class);
    }

    public function own(string $id, Chair $chair): ?WrittenAnswer
    {
        return Uuid::isValid($id) ? $this->findOneBy(['id' => $id, 'chair' => $chair]) : null;
    }

    /** @return list<WrittenAnswer> from early to late */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['madeAt' => 'ASC', 'id' => 'ASC']);
    }

    /** @return list<WrittenAnswer> the latest, from early to late */
    public function latest(Chair $chair): array
    {
        return array_reverse($this->findBy(['chair' => $chair], ['madeAt' => 'DESC', 'id' => 'DESC'], self::LATEST));
    }
}
