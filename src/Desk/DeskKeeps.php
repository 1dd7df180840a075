<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Chair;
use App\Band\Keeps;
use App\Band\Player;

/**
 * Studies and sheets of the band.
 */
final class DeskKeeps implements Keeps
{
    public function __construct(
        private readonly SavedStudyRepository $studies,
        private readonly StudySheetRepository $sheets,
    ) {
    }

    public function hangingOn(Chair $chair): array
    {
        return [];
    }

    public function ofChair(Chair $chair): array
    {
        return [];
    }

    public function ofBand(): array
    {
        $studies = $this->studies->findBy(['deletedAt' => null], ['position' => 'ASC']);

        return [
            'studies' => array_map(
                static fn (SavedStudy $one): array => [
                    'name' => $one->getName(),
                    'line' => $one->getLine(),
                    'instrument' => $one->getInstrument(),
                ],
                $studies,
            ),
            'sheets' => array_map(
                static fn (StudySheet $one): array => [
                    'name' => $one->getName(),
                    'lines' => explode("\n", $one->getLines()),
                ],
                $this->sheets->newestFirst(),
            ),
        ];
    }

    public function erase(Player $player): void
    {
    }
}
