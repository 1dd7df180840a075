<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\ORM\Query\Parameter;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<RecordEntry>
 */
final class RecordEntryRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, RecordEntry::class);
    }

    public function one(string $id): ?RecordEntry
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /**
     * What one teacher entered at one go, and has not withdrawn.
     *
     * @param string $ids the first and the last, divided by ~
     *
     * @return list<RecordEntry>
     */
    public function together(string $ids, string $teacher): array
    {
        [$first, $last] = explode('~', $ids.'~');
        if (!Uuid::isValid($first) || !Uuid::isValid($last)) {
            return [];
        }
        $found = $this->createQueryBuilder('e')
            ->where('e.byId = :teacher AND e.id >= :first AND e.id <= :last AND e.withdrawnAt IS NULL')
            ->setParameters(
                new ArrayCollection([
                    new Parameter('teacher', $teacher),
                    new Parameter('first', $first),
                    new Parameter('last', $last),
                ]),
            )
            ->orderBy('e.id')
            ->getQuery()
            ->getResult();
        $found = \is_array($found)
            ? array_values(array_filter($found, static fn (mixed $one): bool => $one instanceof RecordEntry))
            : [];

        return array_values(array_filter(
            $found,
            static fn (RecordEntry $one): bool => $one->getLine() === $found[0]->getLine(),
        ));
    }

    /**
     * @return list<RecordEntry> of the band, heard with their notes since a moment,
     *  in the order in which they were made; what was withdrawn is not among them
     */
    public function withNotesSince(\DateTimeImmutable $moment): array
    {
        $found = $this->createQueryBuilder('e')
            ->addSelect('c', 'p')
            ->join('e.chair', 'c')
            ->join('c.player', 'p')
            ->where('e.madeAt >= :moment AND e.pressed IS NOT NULL AND e.withdrawnAt IS NULL')
            ->setParameter('moment', $moment)
            ->orderBy('e.madeAt')
            ->addOrderBy('e.id')
            ->getQuery()
            ->getResult();

        return \is_array($found)
            ? array_values(array_filter($found, static fn (mixed $one): bool => $one instanceof RecordEntry))
            : [];
    }

    /** @return list<RecordEntry> in the order in which they were made */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['madeAt' => 'ASC', 'id' => 'ASC']);
    }
}
