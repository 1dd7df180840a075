<?php

declare(strict_types=1);

namespace App\Desk;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\ORM\Query\Parameter;
use Doctrine\ORM\QueryBuilder;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<SavedStudy>
 */
final class SavedStudyRepository extends ServiceEntityRepository
{
    /** Deleted studies can be brought back for this long. */
    private const KEPT = '-30 days';
    /** What is kept again within this time is kept once. */
    private const TWICE = '-10 seconds';
    /** Studies on one page of the folder. */
    public const PAGE = 50;

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, SavedStudy::class);
    }

    /**
     * A page of the studies in the user's order; every word of the search must stand in name, line or instrument.
     *
     * @param int $page from 1
     *
     * @return list<SavedStudy>
     */
    public function search(string $words, int $page = 1): array
    {
        /** @var list<SavedStudy> $found */
        $found = $this->ofWords($words)
            ->orderBy('s.position')
            ->addOrderBy('s.id')
            ->setFirstResult(self::PAGE * (max(1, $page) - 1))
            ->setMaxResults(self::PAGE)
            ->getQuery()
            ->getResult();

        return $found;
    }

    /** How many studies a search finds. */
    public function found(string $words): int
    {
        return (int) $this->ofWords($words)->select('COUNT(s.id)')->getQuery()->getSingleScalarResult();
    }

    private function ofWords(string $words): QueryBuilder
    {
        $query = $this->createQueryBuilder('s')->where('s.deletedAt IS NULL');
        $split = preg_split('/\s+/', trim($words), -1, \PREG_SPLIT_NO_EMPTY);
        foreach (\array_slice(false === $split ? [] : $split, 0, 10) as $i => $word) {
            $query->andWhere(\sprintf('LOWER(CONCAT(s.name, \' \', s.line, \' \', s.instrument)) LIKE :word%d', $i))
                ->setParameter('word'.$i, '%'.addcslashes(mb_strtolower($word), '%_\\').'%');
        }

        return $query;
    }

    public function one(string $id): ?SavedStudy
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    public function count(array $criteria = []): int
    {
        return parent::count($criteria + ['deletedAt' => null]);
    }

    /** The same study kept a moment ago: a form that was sent twice. */
    public function justKept(string $name, string $line, string $instrument): ?SavedStudy
    {
        $found = $this->findBy(
            ['name' => $name, 'line' => $line, 'instrument' => $instrument, 'deletedAt' => null],
            ['changedAt' => 'DESC'],
            1,
        )[0]
            ?? null;

        return null !== $found && $found->getChangedAt() > new \DateTimeImmutable(self::TWICE) ? $found : null;
    }

    public function lastPosition(): int
    {
        return (int) $this->createQueryBuilder('s')->select('MAX(s.position)')->getQuery()->getSingleScalarResult();
    }

    /** The study before (-1) or after (1) this one in the user's order. */
    public function neighbour(SavedStudy $study, int $direction): ?SavedStudy
    {
        $way = $direction < 0 ? ['<', 'DESC'] : ['>', 'ASC'];
        /** @var list<SavedStudy> $found */
        $found = $this->ofWords('')
            ->andWhere(\sprintf('s.position %1$s :position OR (s.position = :position AND s.id %1$s :id)', $way[0]))
            ->setParameter('position', $study->getPosition())
            ->setParameter('id', $study->getId())
            ->orderBy('s.position', $way[1])
            ->addOrderBy('s.id', $way[1])
            ->setMaxResults(1)
            ->getQuery()
            ->getResult();

        return $found[0] ?? null;
    }

    /** Two studies change places. Their versions stay: an order is no change to a study that someone may be editing. */
    public function swap(SavedStudy $one, SavedStudy $other): void
    {
        $this->getEntityManager()->wrapInTransaction(function () use ($one, $other): void {
            if ($one->getPosition() === $other->getPosition()) {
                // Kept at the same moment they have the same place: all get places of their own first.
                $this->getEntityManager()
                    ->getConnection()
                    ->executeStatement(
                        'UPDATE saved_study s SET position = o.place FROM (SELECT id, ROW_NUMBER() OVER (ORDER BY position, id) AS place FROM saved_study WHERE band_id = :band) o WHERE o.id = s.id',
                        ['band' => $one->getBand()?->getId()],
                    );
                $this->getEntityManager()->refresh($one);
                $this->getEntityManager()->refresh($other);
            }
            foreach ([[$one, $other->getPosition()], [$other, $one->getPosition()]] as [$study, $position]) {
                $this->createQueryBuilder('s')
                    ->update()
                    ->set('s.position', ':position')
                    ->where('s.id = :id')
                    ->setParameters(
                        new ArrayCollection([
                            new Parameter('position', $position),
                            new Parameter('id', $study->getId()),
                        ]),
                    )
                    ->getQuery()
                    ->execute();
            }
        });
    }

    public function forgetLongDeleted(): void
    {
        $this->createQueryBuilder('s')
            ->delete()
            ->where('s.deletedAt < :limit')
            ->setParameter('limit', new \DateTimeImmutable(self::KEPT))
            ->getQuery()
            ->execute();
    }
}
