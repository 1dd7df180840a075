<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<PaperEntry>
 */
final class PaperEntryRepository extends ServiceEntityRepository
{
    /** Entries that the list of stacks looks at: a term of a large band. */
    private const LATEST = 2000;

    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, PaperEntry::class);
    }

    public function one(string $id): ?PaperEntry
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<PaperEntry> in the order in which they were made */
    public function ofChair(Chair $chair): array
    {
        return $this->findBy(['chair' => $chair], ['madeAt' => 'ASC', 'id' => 'ASC']);
    }

    /**
     * Stacks as they were entered, newest first; what was withdrawn is not among them.
     *
     * @return list<array{kind: string, title: string, at: \DateTimeImmutable, by: string|null,
     *  entries: non-empty-list<PaperEntry>}>
     */
    public function stacks(): array
    {
        $stacks = [];
        foreach ($this->findBy(['withdrawnAt' => null], ['madeAt' => 'DESC', 'id' => 'ASC'], self::LATEST) as $one) {
            $key = $one->getMadeAt()->format('U.u').'|'.$one->getById().'|'.$one->getKind().'|'.$one->getTitle();
            $stacks[$key] ??= [
                'kind' => $one->getKind(), 'title' => $one->getTitle(), 'at' => $one->getMadeAt(),
                'by' => $one->getById(), 'entries' => [$one],
            ];
            if ($stacks[$key]['entries'][0] !== $one) {
                $stacks[$key]['entries'][] = $one;
            }
        }

        return array_values($stacks);
    }
}
