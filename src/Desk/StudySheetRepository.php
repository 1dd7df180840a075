<?php

declare(strict_types=1);

namespace App\Desk;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<StudySheet>
 */
final class StudySheetRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, StudySheet::class);
    }

    public function one(string $id): ?StudySheet
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<StudySheet> the newest first */
    public function newestFirst(): array
    {
        return $this->findBy([], ['changedAt' => 'DESC', 'id' => 'DESC']);
    }
}
