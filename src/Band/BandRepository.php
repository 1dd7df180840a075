<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\PlayerSignIn;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Band>
 */
final class BandRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Band::class);
    }

    /** @return list<Band> those that a teacher leads, by name; removed ones left out */
    public function ledBy(Account $account): array
    {
        return $this->createQueryBuilder('b')
            ->leftJoin('b.assistants', 'a')
            ->where('b.owner = :account OR a = :account')
            ->andWhere('b.removedAt IS NULL')
            ->setParameter('account', $account)
                ->orderBy('b.name')
                ->addOrderBy('b.id')
                ->distinct()
                ->getQuery()
                ->getResult();
    }

    /** A removed band of this director, as long as it can be brought back. */
    public function removed(string $id, Account $owner): ?Band
    {
        $band = Uuid::isValid($id) ? $this->find($id) : null;

        return null !== $band && $band->isRemoved() && $band->isOwnedBy($owner) ? $band : null;
    }

    /** @return list<Band> removed ones of this director */
    public function removedOf(Account $owner): array
    {
        return $this->createQueryBuilder('b')
            ->where('b.owner = :owner')
            ->andWhere('b.removedAt IS NOT NULL')
            ->setParameter('owner', $owner)
            ->orderBy('b.name')
            ->getQuery()
            ->getResult();
    }

    /** @return list<Band> in which a player has a place, by name */
    public function playedIn(PlayerSignIn $signIn): array
    {
        // In plain SQL: the filter of bands stands between a player and the bands that are not open yet.
        $ids = $this->getEntityManager()
            ->getConnection()
            ->fetchFirstColumn(
                'SELECT DISTINCT band_id FROM player WHERE sign_in_id = :who AND left_at IS NULL',
                ['who' => $signIn->getId()],
            );

        return [] === $ids ? [] : $this->findBy(['id' => $ids, 'removedAt' => null], ['name' => 'ASC', 'id' => 'ASC']);
    }

    /** Once a day is enough to know that a band is in use. */
    public function markUsed(Band $band): void
    {
        if ($band->usedOn() < new \DateTimeImmutable('today')) {
            $this->getEntityManager()
                ->getConnection()
                ->executeStatement(
                    'UPDATE band SET used_on = CURRENT_DATE WHERE id = :id AND used_on < CURRENT_DATE',
                    ['id' => $band->getId()],
                );
        }
    }
}
