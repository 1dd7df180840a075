<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\OpenBand;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * A teacher takes back what he entered himself; it stays readable as withdrawn.
 */
final class WithdrawPass
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /** @throws UnprocessableEntityHttpException when somebody else entered it */
    public function one(RecordEntry $entry): void
    {
        if ($entry->getById() !== $this->open->teacher()?->getId()) {
            throw new UnprocessableEntityHttpException('refusal.not_own_entry');
        }
        $entry->withdraw();
        $this->entities->flush();
        $before = ['result' => $entry->getResult(), 'line' => $entry->getLine()];
        $this->audit->note('entry withdrawn', $entry->getId(), $before);
    }

    /** @param list<RecordEntry> $entries that one entered together */
    public function together(array $entries): void
    {
        array_walk($entries, static fn (RecordEntry $one) => $one->withdraw());
        $this->entities->flush();
        $this->audit->note('entries withdrawn', null, ['entries' => \count($entries)]);
    }

    /**
     * @param list<PaperEntry> $stack papers that one entered together
     * @param string           $by    id of one of them
     */
    public function papers(array $stack, string $by): void
    {
        array_walk($stack, static fn (PaperEntry $one) => $one->withdraw());
        $this->entities->flush();
        $this->audit->note('papers withdrawn', $by, ['entries' => \count($stack)]);
    }
}
