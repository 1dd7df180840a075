<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Import\RecordRow;

/**
 * The rows of a record that was kept elsewhere are entered.
 */
final class BringRecordIn
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /**
     * Enters what was understood.
     *
     * @param list<array{RecordRow, Chair|null}> $rows
     *
     * @return array{entered: int, left: list<RecordRow>}
     */
    public function __invoke(array $rows): array
    {
        $left = [];
        foreach ($rows as [$row, $chair]) {
            $entry = null === $row->doubt && null !== $chair ? $this->entry($row, $chair) : null;
            null === $entry ? $left[] = $row : $this->entities->persist($entry);
        }
        $this->entities->flush();
        $count = \count($rows) - \count($left);
        $this->audit->note('record brought in', null, ['entries' => $count]);

        return ['entered' => $count, 'left' => $left];
    }

    private function entry(RecordRow $row, Chair $chair): ?RecordEntry
    {
        if (null === $row->line || null === $row->isPassed) {
            return null;
        }
        $teacher = RecordPass::teacher($this->open);

        return new RecordEntry(
            $chair,
            $row->line,
            $row->inMemory,
            $row->isPassed ? RecordEntry::PASSED : RecordEntry::NOT_YET,
            $row->remark,
            $teacher->getId(),
            mb_substr($teacher->getName(), 0, RecordPass::NAME),
            null === $row->day ? null : new \DateTimeImmutable($row->day->text().' 12:00', $this->open->zone()),
        );
    }
}
