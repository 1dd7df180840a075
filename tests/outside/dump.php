<?php

declare(strict_types=1);

use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\ChordQuality;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Harmony\Change;
use SwiftReed\Study\StudyNote;

// Prints what the core computes, for the outside references to be held against.

require dirname(__DIR__, 2).'/vendor/autoload.php';

$scales = new ScaleLibrary(DataFolder::shipped());
$instruments = new InstrumentLibrary(DataFolder::shipped());
$parts = PartBuilder::shipped();
$data = ['scales' => [], 'keys' => [], 'parts' => []];
for ($fifths = -7; $fifths <= 7; ++$fifths) {
    $tonic = NoteName::fromFifths($fifths);
    foreach ($scales->names() as $name) {
        $scale = $scales->material($name)->ascending($tonic->at(4));
        $data['scales'][] = [
            'tonic' => $tonic->text(),
            'name' => $name,
            'notes' => array_map(
                static fn (int $step): string => $scale->note($step)->pitch->text(),
                range(0, $scales->material($name)->size() - 1),
            ),
        ];
    }
    foreach ($instruments->ids() as $id) {
        $transposition = $instruments->instrument($id)->transposition;
        $major = $scales->material('major')->keyOn($tonic);
        $written = $transposition->writtenKey($major);
        $data['keys'][] = [
            'concert' => $tonic->text(),
            'instrument' => $id,
            'halfSteps' => $transposition->halfSteps(),
            'letters' => $transposition->writtenAboveSounding->letters,
            'written' => $written->key->tonic->text(),
            'fifths' => $written->key->fifths(),
            'respelled' => $written->respelled,
            'transposed' => $major->transpose($transposition->writtenAboveSounding)->tonic->text(),
        ];
    }
}
$lines = ['concert G major, 2 octaves, eighths, quarter = 72', 'concert Bb, then arpeggio, long ends', 'own C chromatic, triplets, 90', 'concert Eb harmonic minor, sixteenths, slur 2 tongue 2', 'concert F, 6/8, dotted quarter = 60', 'concert D blues, 3/4, long last', 'concert E, quarters, 6/8', 'concert Ab major pentatonic, long ends in eighths',
    'concert C, 5 notes, five-and-back with approach, eighths, tongue cells', 'concert D, tetra, sixteenths', 'concert F, triplets, long last', 'concert G, 5 notes, cell 1 r 3*2 5, triplets', 'concert Bb, long on 2, 3/4', 'concert Eb, one long in the bar', 'concert A, quarters, pick-up 1 beat', 'concert G, eighths, 6/8, pick-up 3 eighths', 'concert Bb triad pair C, triplets', 'concert C, 2 octaves, leave out, eighths', 'concert F, triplets, 2 times'];
foreach ($lines as $i => $line) {
    foreach (['clarinet-bb', 'alto-sax', 'horn-f', 'trombone', 'glockenspiel'] as $id) {
        $part = $parts->build($parts->parser->parse($line), $instruments->instrument($id));
        $data['parts'][] = [
            'line' => $line,
            'instrument' => $id,
            'bpm' => $part->study->recipe->timing->tempo->quarters(),
            'time' => $part->study->time()->name(),
            'notes' => array_map(
                static fn (StudyNote $note): array => [
                    'midi' => $note->sounding->midi(),
                    'written' => $note->pitch()->midi(),
                    'onset' => $note->onset,
                    'length' => $note->length,
                ],
                $part->study->notes,
            ),
            'midi' => base64_encode(MidiWriter::write($part)),
            'musicxml' => MusicXmlWriter::write($part),
        ];
    }
}
foreach (['clarinet-bb', 'trombone'] as $id) {
    $sheet = (new SheetBuilder($parts))->read(
        [
            'concert C, 5 notes, quarters, keys by fourths',
            'concert F blues, triplets, 120',
            'concert D, 3/4, pick-up 1 beat',
        ],
        $instruments->instrument($id),
    );
    $data['sheets'][] = [
        'instrument' => $id,
        'notes' => array_merge(
            ...array_map(
                static fn ($part): array => array_map(
                    static fn (StudyNote $note): int => $note->sounding->midi(),
                    $part->study->notes,
                ),
                $sheet->parts,
            ),
        ),
        'midi' => base64_encode((new MidiWriter())->of($sheet, new ExportChoices())),
        'musicxml' => (new MusicXmlWriter())->of($sheet, new ExportChoices()),
    ];
}
foreach ([
    ['C', 'D'], ['Bb', 'C'], ['F#', 'G'], ['C', 'Ebm'], ['E', 'Fdim'], ['Ab', 'Bbaug'], ['A', 'Cm'],
] as [$tonic, $other]) {
    try {
        $line = $parts->parser->parse("own $tonic triad pair $other");
    } catch (InvalidArgumentException $error) {
        $data['pairs'][] = ['tonic' => $tonic, 'other' => $other, 'shared' => true, 'notes' => []];
        continue;
    }
    $notes = $parts->read(
        $line->text().', straight, up, from '.$tonic.'4',
        $instruments->instrument('keyboard'),
    )->study->notes;
    $data['pairs'][] = [
        'tonic' => $tonic,
        'other' => $other,
        'shared' => false,
        'notes' => array_map(
            static fn (StudyNote $note): string => $note->pitch()->name()->text(),
            array_slice($notes, 0, 6),
        ),
    ];
}
foreach (ChordQuality::all() as $quality) {
    $data['qualities'][] = [
        'text' => $quality->text,
        'held' => array_map(static fn (int $halfSteps): int => $halfSteps % 12, $quality->held),
    ];
}
// The seventh chords of keys by their numerals, with the scale on each.
foreach (['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb'] as $tonic) {
    foreach (['major', 'natural minor'] as $mode) {
        $study = $parts->read("concert $tonic $mode, over I ii iii IV V vi vii", $instruments->instrument('keyboard'))
            ->study;
        $data['numerals'][] = ['tonic' => $tonic, 'mode' => $mode, 'chords' => array_map(
            static fn (Change $change): array => [
                'chord' => $change->chord->text(),
                'root' => $change->chord->root->text(),
                'scale' => array_map(
                    static fn (int $step): string => $change->scale->ascending($change->chord->root->at(4))->note($step)
                        ->pitch->name()->text(),
                    range(0, 6),
                ),
            ],
            $study->recipe->over?->changes->on($study->concertKey->tonic) ?? [],
        )];
    }
}
echo json_encode($data, \JSON_THROW_ON_ERROR);
