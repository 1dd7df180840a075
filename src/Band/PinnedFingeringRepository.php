<?php

declare(strict_types=1);

namespace App\Band;

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

    /** @return list<PinnedFingering> what is kept for one chair alone */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['madeAt' => 'ASC']);
    }

    /**
     * The pins of single notes that say the same as a habit, of the section or of one player.
     *
     * @return list<PinnedFingering> oldest first
     */
    public function same(string $instrument, string $habit, string $player): array
    {
        $found = $this->findBy(['instrument' => $instrument, 'habit' => $habit], ['madeAt' => 'ASC']);

        return array_values(array_filter(
            $found,
            static fn (PinnedFingering $one): bool => ($one->getChair()?->getId() ?? '') === $player,
        ));
    }

    /**
     * @param string $player the player's id; nothing for the section
     *
     * @return list<PinnedFingering> the section's before the player's; habits before those of this line; each in the
     *  order in which they were made
     */
    public function inForce(string $instrument, string $line, string $player): array
    {
        $pins = $this->createQueryBuilder('p')
            ->where('p.instrument = :instrument')
            ->andWhere("p.line = '' OR p.line = :line")
            ->andWhere('p.chair IS NULL'.(Uuid::isValid($player) ? ' OR p.chair = :player' : ''))
            ->setParameter('instrument', $instrument)->setParameter('line', $line)
            ->orderBy('p.line')->addOrderBy('p.madeAt')->addOrderBy('p.id');
        if (Uuid::isValid($player)) {
            $pins->setParameter('player', $player);
        }
        /** @var list<PinnedFingering> $found */
        $found = $pins->getQuery()->getResult();
        usort(
            $found,
            static fn (
                PinnedFingering $a,
                PinnedFingering $b,
            ): int => (null === $a->getChair() ? 0 : 1) <=> (null === $b->getChair() ? 0 : 1),
        );

        return $found;
    }

    /** A note has one pin of a section or a chair: a new one takes the place of the one before. */
    public function forgetOnNote(string $instrument, string $line, int $note, ?Chair $chair): void
    {
        foreach ($this->findBy(['instrument' => $instrument, 'line' => $line, 'chair' => $chair]) as $one) {
            if (str_starts_with($one->getPin(), ($note + 1).' =')) {
                $this->getEntityManager()->remove($one);
            }
        }
    }
}
