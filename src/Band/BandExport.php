<?php

declare(strict_types=1);

namespace App\Band;

use App\Folder\OwnPattern;
use App\Folder\OwnPatternRepository;
use App\Folder\SavedStudy;
use App\Folder\SavedStudyRepository;
use App\Folder\StudySheet;
use App\Folder\StudySheetRepository;
use App\Packets\BandChorales;
use App\Packets\Packet;
use App\Packets\PacketRepository;
use App\Record\OwnList;
use App\Record\OwnListRepository;
use App\Record\PaperEntryRepository;
use App\Record\RecordEntryRepository;
use App\Record\WrittenAnswerRepository;
use App\Stand\Plan;
use App\Stand\PlanRepository;
use App\Stand\PracticeResultRepository;
use SwiftReed\Packet\Chorale;

/**
 * Everything that is kept of the open band, as data.
 */
final class BandExport
{
    public function __construct(private readonly PlayerRepository $players, private readonly PinnedFingeringRepository $pins, private readonly RemarkRepository $remarks, private readonly SchoolOfHabitsRepository $schools, private readonly SavedStudyRepository $studies, private readonly StudySheetRepository $sheets, private readonly OwnPatternRepository $patterns, private readonly PacketRepository $packets, private readonly BandChorales $chorales, private readonly PracticeResultRepository $results, private readonly PlanRepository $plans, private readonly RecordEntryRepository $entries, private readonly OwnListRepository $lists, private readonly WrittenAnswerRepository $written, private readonly PaperEntryRepository $papers)
    {
    }

    /** @return array<string, mixed> */
    public function of(Band $band): array
    {
        $usual = $band->usual();

        return [
            'version' => 1,
            'name' => $band->getName(),
            'usual' => ['key_order' => $usual->keyOrder, 'paper' => $usual->paper, 'reminders' => $usual->reminders, 'tempo' => $usual->tempo, 'speaks' => $usual->speaksOwn ? 'own' : 'concert'],
            'rubric' => $band->getRubric(),
            'players' => array_map(fn (Player $one): array => BandData::player($one, $this->pins, $this->results, $this->entries, $this->written, $this->papers), $this->players->inOrder()),
            'studies' => array_map(static fn (SavedStudy $one): array => ['name' => $one->getName(), 'line' => $one->getLine(), 'instrument' => $one->getInstrument()], $this->studies->findBy(['deletedAt' => null], ['position' => 'ASC'])),
            'sheets' => array_map(static fn (StudySheet $one): array => ['name' => $one->getName(), 'lines' => explode("\n", $one->getLines())], $this->sheets->newestFirst()),
            'packets' => array_map(static fn (Packet $one): array => ['title' => $one->getTitle(), 'studies' => Packet::rows($one->getStudies()), 'edition' => $one->getEdition()] + array_diff_key($one->settings()->toArray(), ['except' => 1]), $this->packets->newestFirst()),
            'chorales' => array_map(static fn (Chorale $one): array => $one->toArray(), array_values($this->chorales->given())),
            'plans' => array_map(static fn (Plan $one): array => ['title' => $one->getTitle(), 'for' => $one->getChair()?->getName() ?? $one->getSection(), 'lines' => $one->rows(), 'since' => $one->begin()->text()] + array_diff_key($one->choices()->toArray(), ['copied' => 1]), $this->plans->all()),
            'requirements' => array_map(static fn (OwnList $one): array => ['name' => $one->getName(), 'rows' => $one->rows()], $this->lists->newestFirst()),
            'patterns' => array_map(static fn (OwnPattern $one): array => ['name' => $one->getName(), 'cell' => $one->getCell()], $this->patterns->inOrder()),
            'habits' => array_map(static fn (PinnedFingering $one): array => ['instrument' => $one->getInstrument(), 'line' => $one->getLine(), 'pin' => $one->getPin()], $this->pins->findBy(['chair' => null], ['madeAt' => 'ASC'])),
            'remarks' => array_map(static fn (Remark $one): array => ['instrument' => $one->getInstrument(), 'line' => $one->getLine(), 'note' => $one->getNote(), 'text' => $one->getText()], $this->remarks->findBy([], ['id' => 'ASC'])),
            'schools' => array_map(static fn (SchoolOfHabits $one): array => ['name' => $one->getName(), 'instrument' => $one->getInstrument(), 'habits' => $one->school()->habits], $this->schools->findBy([], ['name' => 'ASC'])),
        ];
    }
}
