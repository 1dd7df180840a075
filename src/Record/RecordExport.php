<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Audit;
use SwiftReed\Practice\Day;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\Standing;

/**
 * The record as tables that are given away; the audit says so.
 */
final class RecordExport
{
    public function __construct(
        private readonly RecordBook $book,
        private readonly RecordEntryRepository $entries,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /**
     * How everybody stands in a list: a row for each player, a column for each requirement.
     *
     * @return non-empty-list<list<string>>
     */
    public function grid(OwnList $list): array
    {
        $requirements = $this->book->requirements($list);
        $chairs = $this->book->chairs();
        $keys = array_map(static fn (Requirement $one): string => $one->key(), $requirements);
        $rows = [['name', 'instrument', ...$keys]];
        foreach ($this->book->cells($requirements, $chairs) as $id => $cells) {
            $chair = $chairs[$id];
            $rows[] = [$chair->getName(), $chair->getInstrument(), ...array_map(self::cell(...), $cells)];
        }
        $this->audit->note('record exported', $list->getId());

        return $rows;
    }

    /**
     * All that was heard, a row for each entry.
     *
     * @return non-empty-list<list<string>>
     */
    public function entries(): array
    {
        $rows = [['name', 'instrument', 'line', 'result', 'memory', 'date', 'by', 'remark', 'mark']];
        foreach ($this->book->chairs() as $chair) {
            foreach ($this->entries->ofChair($chair) as $one) {
                if (!$one->isWithdrawn()) {
                    $rows[] = $this->row($chair, $one);
                }
            }
        }
        $this->audit->note('record exported');

        return $rows;
    }

    /** Pages for a list are printed, for the players or their parents. */
    public function printed(OwnList $list): void
    {
        $this->audit->note('record printed', $list->getId());
    }

    /** @return list<string> */
    private function row(Chair $chair, RecordEntry $one): array
    {
        return [
            $chair->getName(),
            $chair->getInstrument(),
            $one->getLine(),
            $one->getResult(),
            $one->isFromMemory() ? 'yes' : 'no',
            Day::at($one->getMadeAt(), $this->open->zone())->text(),
            $one->getByName(),
            $one->getRemark(),
            null === $one->getMark() ? '' : (string) $one->getMark(),
        ];
    }

    private static function cell(RecordCell $cell): string
    {
        if (Standing::Nothing === $cell->standing) {
            return '';
        }

        return trim($cell->standing->value.' '.($cell->tempo ?? '').' '.($cell->by?->day->text() ?? ''));
    }
}
