<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\Keeps;
use App\Band\Player;

/**
 * What was heard, worked out and handed in; the lists of requirements.
 */
final class RecordKeeps implements Keeps
{
    public function __construct(
        private readonly RecordEntryRepository $entries,
        private readonly PaperEntryRepository $papers,
        private readonly WrittenAnswerRepository $written,
        private readonly OwnListRepository $lists,
    ) {
    }

    public function hangingOn(Chair $chair): array
    {
        return [
            ...$this->entries->ofChair($chair),
            ...$this->written->ofChair($chair),
            ...$this->papers->ofChair($chair),
        ];
    }

    public function ofChair(Chair $chair): array
    {
        return [
            'record' => array_map(static fn (RecordEntry $one): array => $one->data(), $this->entries->ofChair($chair)),
            'papers' => array_map(static fn (PaperEntry $one): array => $one->data(), $this->papers->ofChair($chair)),
            'written' => array_map(
                static fn (WrittenAnswer $one): array => $one->data(),
                $this->written->ofChair($chair),
            ),
        ];
    }

    public function ofBand(): array
    {
        $list = static fn (OwnList $one): array => ['name' => $one->getName(), 'rows' => $one->rows()];

        return ['requirements' => array_map($list, $this->lists->newestFirst())];
    }

    public function erase(Player $player): void
    {
    }
}
