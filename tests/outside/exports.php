<?php

declare(strict_types=1);

// Writes exports of every kind into a folder, with a list of what each must sound like: for readers.test.mjs.

use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorales;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\FingeringText;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$folder = $argv[1] ?? throw new InvalidArgumentException('Say the folder.');
$parts = PartBuilder::shipped();
$instruments = new InstrumentLibrary(DataFolder::shipped());
$lines = [
    'concert Bb major, 2 octaves, eighths, quarter = 72',
    'concert F major, diatonic sevenths, slurred, triplets',
    'concert Ab harmonic minor, then arpeggio, long ends',
    'concert C major, then arpeggio, one long in the bar',
    'concert E whole tone, triplets, 3/4, pick-up 1 beat',
    'concert C chromatic, untimed',
    'concert F major, 5 notes, keys by fourths',
    'concert D melodic minor, five-and-back with approach, eighths, tongue cells',
    'concert B major, tetra, sixteenths, legato',
    'concert G dominant seventh arpeggio, quarters, long last, 6/8',
    'concert Bb triad pair C, eighths',
    'concert Eb blues, sixteenths, slur 2 tongue 2, half = 50',
    'concert C major, cell 1 r 3*2 5 / 5 3*2 1, eighths, 3/4',
    'concert F major, dotted, 2/2',
    'concert G major, gallop, 9/8, slurred',
    'concert Bb major, quintuplets, then arpeggio',
    'concert D major, quarter triplets, quarter = 96',
    'concert Eb major, rhythm 1+1+1+1+1+1+1, long last',
    'concert A major, rhythm 2+1+1 | 1+1+2, 3/4, pick-up 1 beat',
    'concert C harmonic minor, eighths, 7/8 as 3+2+2',
    'concert F major, syncopated, 6/4',
    'concert Ab major, off-beats, 5/4 as 2+3',
    'concert Bb major, rhythm 1+1+1~ | 2+1, slurred',
    'concert Db major, rhythm 1+1 over 3 beats, 3/4',
    'concert C major, 5 notes, each value',
    'concert G major, rhythm 3+1, 12/8, dotted quarter = 50',
    'concert E major, thirty-seconds, 2/2, long last',
    'concert F major, thirds, eighths, 3/8',
    'concert Bb major, rhythm 1+1 | 2+1, 6/8',
    'concert C major, sextuplets, 3 times',
    'concert G major, dotted on each note, 2/4',
    'concert D major, rhythm 5+3 | r1+7, 7/8',
];
$list = [];
$choices = [FingeringText::Short, FingeringText::Lines, FingeringText::None];
$asked = [];
foreach ($instruments->ids() as $k => $id) {
    foreach ([0, 1, 2] as $more) {
        $asked[] = [$lines[(3 * $k + $more + intdiv($k, 5)) % count($lines)], $id, $k, $more];
    }
}
/** @var array<string, string> $kinds */
$kinds = require __DIR__.'/kinds.php';
foreach (array_values($kinds) as $k => $line) {
    $asked[] = [$line, $instruments->ids()[(5 * $k) % count($instruments->ids())], $k, $k % 3];
}
foreach ($asked as [$line, $id, $k, $more]) {
    $stage = 0 === ($k + $more) % 4 ? Stage::Developing : Stage::Full;
    $sheet = (new SheetBuilder($parts))->read([$line], $instruments->instrument($id), new PlayerSettings($stage));
    $file = sprintf('%03d', count($list));
    file_put_contents(
        "$folder/$file.musicxml",
        (new MusicXmlWriter())->of($sheet, new ExportChoices($choices[$more], counts: 1 === $more, chords: true)),
    );
    $notes = [];
    $at = 0;
    foreach ($sheet->parts as $part) {
        $study = $part->study;
        // Between repeat signs it is played as often as they say.
        for ($time = 0; $time < $study->repeats(); ++$time) {
            foreach ($study->notes as $note) {
                foreach ($note->tone->soundingGraces() as $grace) {
                    $notes[] = [$grace->midi(), null]; // where it stands is up to whoever plays
                }
                $notes[] = [$note->sounding->midi(), ($at + $time * $study->period() + $note->onset) / 3360];
            }
        }
        $last = $study->notes[count($study->notes) - 1];
        $end = $last->onset + $last->length + $study->lead();
        $at += $study->isUntimed() || 0 === $study->bars->inBar($end)
            ? $last->onset + $last->length
            : $study->bars->nextLine($end) - $study->lead();
    }
    $list[] = [
        'file' => $file,
        'line' => $line,
        'instrument' => $id,
        'fingerings' => $choices[$more]->value,
        'notes' => $notes,
        'written' => array_sum(array_map(static fn ($part): int => count($part->study->notes), $sheet->parts)),
        'touches' => $sheet->parts[0]->plan->notes[0]->fingering->text,
    ];
}
// Scores of a whole band: written and in concert pitch, with several studies, a pick-up, and a chorale in four voices.
$scores = [];
$band = array_map(
    static fn (string $id): BandPlayer => new BandPlayer($id, $instruments->instrument($id)),
    ['flute', 'clarinet-bb', 'alto-sax', 'horn-f', 'trombone', 'tuba-bbb', 'xylophone'],
);
foreach ([
    ['concert Eb major, thirds, eighths', 'concert G harmonic minor, triplets'],
    ['concert C major, quarters, pick up 1 beat', 'concert F major, fold, long ends'],
    ['chorale evening in concert Ab'],
] as $lines) {
    $sheets = (new ScoreBuilder($parts, new Chorales($parts, Chorales::shipped(DataFolder::shipped())), $band))->scores(
        $lines,
        $band,
    )->sheets;
    foreach (['written', 'concert'] as $how) {
        $file = 'score'.count($scores);
        $shown = 'concert' === $how ? array_map(static fn (Sheet $one): Sheet => $one->inConcert(), $sheets) : $sheets;
        file_put_contents(
            "$folder/$file.musicxml",
            MusicXmlWriter::score($shown, new ExportChoices(FingeringText::None, chords: false)),
        );
        file_put_contents("$folder/$file.mid", MidiWriter::score($sheets));
        $scores[] = [
            'file' => $file,
            'lines' => $lines,
            'parts' => array_map(
                static fn (Sheet $one): array => array_merge(
                    ...array_map(
                        static fn ($part): array => array_map(
                            static fn ($note): int => $note->sounding->midi(),
                            $part->study->notes,
                        ),
                        $one->parts,
                    ),
                ),
                array_values($sheets),
            ),
        ];
    }
}
file_put_contents("$folder/scores.json", json_encode($scores, \JSON_THROW_ON_ERROR));
file_put_contents("$folder/list.json", json_encode($list, \JSON_THROW_ON_ERROR));
