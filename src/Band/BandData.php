<?php

declare(strict_types=1);

namespace App\Band;

use App\Record\PaperEntry;
use App\Record\PaperEntryRepository;
use App\Record\RecordEntry;
use App\Record\RecordEntryRepository;
use App\Record\WrittenAnswer;
use App\Record\WrittenAnswerRepository;
use App\Stand\PracticeResult;
use App\Stand\PracticeResultRepository;

/**
 * What is kept of a player, as data to be given away: no more than the screens show.
 */
final class BandData
{
    /** @return array{name: string, left: bool, chairs: list<array<string, mixed>>} */
    public static function player(Player $player, PinnedFingeringRepository $pins, PracticeResultRepository $results, RecordEntryRepository $entries, WrittenAnswerRepository $written, PaperEntryRepository $papers): array
    {
        return ['name' => $player->getName(), 'left' => $player->hasLeft(), 'chairs' => array_map(static fn (Chair $chair): array => [
            'instrument' => $chair->getInstrument(),
            'setup' => '' === $chair->getSetup() ? [] : explode(',', $chair->getSetup()),
            'stage' => $chair->getStage(),
            'watched' => $chair->getWatched(),
            'limits' => '' === $chair->getLimits() ? null : $chair->getLimits(),
            'section' => $chair->getSection(),
            'track' => $chair->getTrack(),
            'style' => $chair->getStyle(),
            'closed' => $chair->isClosed(),
            'pins' => array_map(static fn (PinnedFingering $pin): array => ['line' => $pin->getLine(), 'pin' => $pin->getPin()], $pins->ofChair($chair)),
            'practised' => array_map(static fn (PracticeResult $one): array => $one->data(), $results->ofChair($chair)),
            'record' => array_map(static fn (RecordEntry $one): array => $one->data(), $entries->ofChair($chair)),
            'papers' => array_map(static fn (PaperEntry $one): array => $one->data(), $papers->ofChair($chair)),
            'written' => array_map(static fn (WrittenAnswer $one): array => $one->data(), $written->ofChair($chair)),
        ], [...$player->chairs(), ...$player->closedChairs()])];
    }
}
