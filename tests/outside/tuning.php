<?php

declare(strict_types=1);

use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;

// Prints how every brass note lies and what is done for it, for another derivation to be held against.

require dirname(__DIR__, 2).'/vendor/autoload.php';

$instruments = new InstrumentLibrary(DataFolder::shipped());
$notes = [];
foreach ($instruments->ids() as $id) {
    foreach ([[], ...array_map(static fn (string $one): array => [$one], array_keys($instruments->setups($id)))] as $setup) {
        $instrument = $instruments->instrument($id, $setup);
        foreach ($instrument->range['full']->pitches() as $written) {
            foreach ($instrument->fingerings($written) as $fingering) {
                $tuning = $instrument->tuning($written, $fingering, $fingering->cents);
                if (!$fingering->isDerived()) {
                    continue;
                }
                $notes[] = [
                    'instrument' => $id,
                    'setup' => $setup,
                    'written' => $written->text(),
                    'sounding' => SwiftReed\Pitch\Pitch::plain($written->midi() - $instrument->transposition->halfSteps(), false)->text(),
                    'valves' => $fingering->valves,
                    'slide' => $fingering->slide?->position,
                    'side' => $fingering->side,
                    'partial' => $fingering->partial,
                    'cents' => $fingering->cents,
                    'act' => $tuning?->act?->value,
                    'mm' => $tuning?->mm,
                    'positions' => $tuning?->positions,
                ];
            }
        }
    }
}
echo json_encode($notes, \JSON_THROW_ON_ERROR);
