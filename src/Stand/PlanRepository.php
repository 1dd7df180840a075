<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Plan>
 */
final class PlanRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Plan::class);
    }

    /** @return list<Plan> those of the band first, then of sections, then of chairs; the newest first */
    public function all(): array
    {
        $plans = $this->findBy([], ['id' => 'DESC']);
        usort(
            $plans,
            static fn (Plan $a, Plan $b): int => [
                null !== $a->getChair(),
                $a->getSection(),
            ] <=> [null !== $b->getChair(), $b->getSection()],
        );

        return $plans;
    }

    public function one(string $id): ?Plan
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<Plan> */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['id' => 'DESC']);
    }
}
