<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorale;

/**
 * A plan as a band file, so that a run is made of what was there when it began.
 */
final class PlanData
{
    /** @return array<string, mixed> what {@see BandFile::plan()} reads */
    public static function of(PacketPlan $plan): array
    {
        return [
            'name' => $plan->band,
            'title' => $plan->title,
            'players' => array_map(self::player(...), $plan->players),
            'studies' => $plan->studies,
            'words' => $plan->words,
            'date' => $plan->date,
            'editions' => $plan->editions,
            'fingerings' => $plan->fingered,
            'worksheets' => $plan->worksheets,
            'worked' => ['flats' => $plan->flats, 'sharps' => $plan->sharps],
            'names' => $plan->names,
            'paper' => $plan->paper,
            'sides' => $plan->sides,
            'for_copier' => $plan->isForCopier,
            'edition' => $plan->edition,
            'before' => $plan->before,
            'corners' => $plan->hasCorners,
            'breaths' => $plan->breathesTogether ? 'together' : 'own',
            'note_names' => $plan->noteNames->value,
            'chorales' => array_map(static fn (Chorale $one): array => $one->toArray(), $plan->chorales),
        ];
    }

    /** @return array<string, mixed> */
    private static function player(BandPlayer $one): array
    {
        $limits = $one->settings->limits;

        return [
            'name' => $one->name,
            'instrument' => $one->instrument->id,
            'setup' => $one->instrument->setup,
            'stage' => $one->settings->stage->value,
            'limits' => null === $limits ? '' : $limits->lowest->text().' to '.$limits->highest->text(),
            'breath' => null === $one->settings->breath ? '' : (string) $one->settings->breath,
            'reminders' => $one->settings->reminders->value,
            'watched' => $one->settings->watched?->text() ?? '',
            'habits' => [
                ...array_map(static fn (Pin $pin): string => $pin->text(), $one->own->pins),
                ...array_map(static fn (Tendency $tendency): string => $tendency->text(), $one->own->tendencies),
            ],
            'style' => $one->style,
            'section' => $one->section,
            'copies' => $one->copies,
            'note_names' => $one->noteNames->value ?? '',
        ];
    }
}
