<?php

declare(strict_types=1);

use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Weights;
use SwiftReed\Import\LineFinder;
use SwiftReed\Import\MusicXmlReader;
use SwiftReed\Import\TypedNotes;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ForgivingReader;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\StudyBuilder;

// Medians over repeated runs in one process.

require dirname(__DIR__).'/vendor/autoload.php';

/** @param callable(): mixed $work */
function median(int $runs, callable $work): float
{
    $times = [];
    for ($i = 0; $i < $runs; ++$i) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return $times[intdiv($runs, 2)];
}

function show(string $what, float $milliseconds, string $target): void
{
    printf("%-74s %9.2f ms   %s\n", $what, $milliseconds, $target);
}

$scales = new ScaleLibrary(DataFolder::shipped());
$instruments = new InstrumentLibrary(DataFolder::shipped());
$parts = PartBuilder::shipped();
$clarinet = $instruments->instrument('clarinet-bb');
$line = 'concert G major, 2 octaves, up and down, eighths, quarter = 72';

show(
    'a two-octave study built and fingered, planner kept',
    median(300, static fn () => $parts->build($parts->parser->parse($line), $clarinet)),
    'target 3 ms',
);
show(
    'the same with nothing kept but the data files',
    median(100, static fn () => PartBuilder::shipped()->read($line, $clarinet)),
    '',
);
$said = 'lets do bflat two octaves in thirds please, for the trumpets';
$forgiving = static fn (string $text): Closure => static function () use ($parts, $text): void {
    try {
        (new ForgivingReader($parts->parser, DataFolder::shipped()))->read($text);
    } catch (Mistake) {
        // A line that is asked back costs as much as one that is understood.
    }
};
show('a line in a director\'s own words understood, the phrases read anew', median(30, $forgiving($said)), '');
show(
    'the longest line in own words, 1,150 letters of single words',
    median(5, $forgiving('please '.str_repeat('a ', 571))),
    'bound 300 ms',
);
$whole = static function () use ($instruments): void {
    $parts = PartBuilder::shipped();
    foreach ($instruments->ids() as $id) {
        foreach (PacketTable::lines() as $tonic) {
            $parts->build(
                $parts->parser->parse('concert '.$tonic->text().' major, 2 octaves'),
                $instruments->instrument($id),
            );
        }
    }
};
show(
    sprintf('twelve keys x %d instruments, two octaves, built and fingered', count($instruments->ids())),
    median(7, $whole),
    sprintf('target 600 ms; peak memory %.0f MB, target 64', memory_get_peak_usage(true) / 1048576),
);

$long = Recipe::of($parts->parser->parse('own E chromatic, 3 octaves, sixteenths'), $scales, $parts->patterns);
$reader = $clarinet->player();
$study = (new StudyBuilder($scales))->build($long, $reader);
$notes = [];
while (count($notes) < 300) {
    array_push($notes, ...$study->notes);
}
$study = $study->withNotes(array_slice($notes, 0, 300));
$planner = new Planner($clarinet, Weights::shipped());
show(
    'the planner alone on 300 chromatic notes, all alternates, changes known',
    median(50, static fn () => $planner->plan($study)),
    'target 5 ms',
);
show(
    'the planner alone on 300 chromatic notes, changes worked out anew',
    median(30, static fn () => (new Planner($clarinet, Weights::shipped()))->plan($study)),
    '',
);
$part = $parts->build($parts->parser->parse($line), $clarinet);
show('MusicXML of a two-octave study', median(200, static fn () => MusicXmlWriter::write($part)), '');
$tetra = 'concert C major, tetra, eighths, keys by fourths';
$sheets = new SheetBuilder($parts);
$sheet = static function () use ($sheets, $tetra, $clarinet): string {
    $built = $sheets->read([$tetra], $clarinet);

    return (new MusicXmlWriter())->of($built, new ExportChoices());
};
show('a tetra sheet in twelve keys built, fingered and written as MusicXML', median(20, $sheet), 'target 60 ms');
$import = new LineFinder($scales, $parts->patterns, $parts->parser);
$given = MusicXmlReader::read(MusicXmlWriter::write($parts->build(
    $parts->parser->parse('own D major, five-and-back with approach'),
    $clarinet,
)));
show(
    'a pattern of 113 notes read from MusicXML and recognised',
    median(10, static fn () => $import->find($given, $clarinet)),
    '',
);
$unknown = TypedNotes::read('C4 D4 G4 F#4 A4 Bb4 E5 C5 C#5 D5 Eb5 E5 G4');
show(
    'thirteen typed notes that are no scale taken note by note',
    median(5, static fn () => $import->find($unknown, $clarinet)),
    '',
);
foreach ($sheets->read([$tetra], $clarinet)->parts as $k => $one) {
    file_put_contents(sys_get_temp_dir().'/swift-reed-bench-'.$k.'.musicxml', MusicXmlWriter::forEngraving($one));
}
file_put_contents(sys_get_temp_dir().'/swift-reed-bench.musicxml', MusicXmlWriter::forEngraving($part));
