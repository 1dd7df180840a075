<?php

/*
 * Fingerings over many lines: all patterns of the library, twelve keys, several materials. Slides of the plan against
 * the fewest that the chart allows, worked out by another way than the planner's; every "no other way" tried; hard
 * spots; milliseconds of a plan. php bench/fingers.php [instrument …] prints the tables of docs/charts.md.
 */

declare(strict_types=1);

use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\Planner;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Tests\SlideCount;

require dirname(__DIR__).'/vendor/autoload.php';

const ALL = [
    'clarinet-bb', 'bass-clarinet', 'oboe', 'english-horn', 'bassoon', 'contrabassoon', 'flute', 'alto-sax',
    'baritone-sax', 'trombone', 'bass-trombone', 'trumpet-bb', 'horn-f', 'euphonium-bc', 'tuba-bbb',
];
const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const MATERIALS = ['major', 'natural minor', 'harmonic minor', 'melodic minor', 'chromatic', 'whole tone', 'arpeggio'];
const SPEEDS = ['eighths, quarter = 60', 'sixteenths, quarter = 100'];

/** What may be taken to spare a slide: the chart's own in-tune fingerings that no rule keeps to one place. */
function admitted(Part $part, int $i): array
{
    $chosen = $part->plan->notes[$i]->fingering;
    $all = $part->instrument->fingerings($part->study->notes[$i]->pitch());
    $may = array_filter($all, static fn (Fingering $one): bool => FingeringUse::Default === $one->use
        || (FingeringUse::Alternate === $one->use && !$one->isOnlyThere()));
    $texts = array_map(static fn (Fingering $one): string => $one->text, $may);

    return in_array($chosen->text, $texts, true) ? array_values($may) : [...array_values($may), $chosen];
}

/**
 * The fewest slides of a line: by the notes from the last to the first, and by nothing but the fingers of the chart.
 */
function fewest(Part $part): int
{
    $next = [];
    $least = [];
    for ($i = count($part->study->notes) - 1; $i >= 0; --$i) {
        $here = admitted($part, $i);
        $now = [];
        foreach ($here as $k => $one) {
            $now[$k] = [] === $next ? 0 : \PHP_INT_MAX;
            foreach ($next as $j => $other) {
                $isSame = $part->study->notes[$i]->pitch()->midi() === $part->study->notes[$i + 1]->pitch()->midi();
                $slides = $isSame && $one->text !== $other->text
                    ? 1
                    : SlideCount::between($part->instrument, $one, $other);
                $now[$k] = min($now[$k], $least[$j] + $slides);
            }
        }
        [$next, $least] = [$here, $now];
    }

    return min($least);
}

function slides(Part $part): int
{
    $slides = 0;
    foreach ($part->plan->notes as $i => $note) {
        $slides += 0 === $i
            ? 0
            : SlideCount::between($part->instrument, $part->plan->notes[$i - 1]->fingering, $note->fingering);
    }

    return $slides;
}

/** Whether a change that is said to have no other way has none. */
function isProven(Part $part, HardSpot $spot): bool
{
    foreach (admitted($part, $spot->from) as $before) {
        foreach (admitted($part, $spot->to) as $after) {
            if (0 === SlideCount::between($part->instrument, $before, $after)) {
                return false;
            }
        }
    }

    return true;
}

/** @return iterable<string, Part> parts by the name of the pattern */
function parts(PartBuilder $builder, Instrument $instrument): iterable
{
    $patterns = ['', 'fold', ...$builder->patterns->names()];
    foreach ($patterns as $pattern) {
        foreach (KEYS as $key) {
            foreach (MATERIALS as $k => $material) {
                $line = "own $key $material".('' === $pattern ? '' : ', '.$pattern).', '.SPEEDS[$k % 2];
                try {
                    yield ('' === $pattern ? 'plain' : $pattern) => $builder->read(
                        $line,
                        $instrument,
                        new PlayerSettings(Stage::Full),
                    );
                } catch (Mistake) {
                    continue; // not for this material, or not in this range
                }
            }
        }
    }
}

$builder = PartBuilder::shipped();
$library = new InstrumentLibrary(DataFolder::shipped());
echo "| instrument | lines | changes | slides | fewest | \"no other way\" | false | or else | hard | one in |\n";
echo "| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |\n";
foreach (array_slice($argv, 1) ?: ALL as $id) {
    $instrument = $library->instrument($id);
    $isKeys = 'keywork' === $instrument->mechanism()->kind()->value;
    $sum = [
        'lines' => 0, 'changes' => 0, 'slides' => 0, 'fewest' => 0, 'said' => 0, 'false' => 0, 'else' => 0, 'hard' => 0,
    ];
    $more = [];
    foreach (parts($builder, $instrument) as $pattern => $part) {
        ++$sum['lines'];
        $sum['changes'] += count($part->study->notes) - 1;
        $sum['hard'] += count($part->plan->hardSpots);
        $is = $isKeys ? slides($part) : 0;
        $least = $isKeys ? ($is > 0 ? fewest($part) : 0) : 0;
        $sum['slides'] += $is;
        $sum['fewest'] += $least;
        if ($is > $least) {
            $more[] = $part->line().": $is, $least";
        }
        foreach ($part->plan->hardSpots as $spot) {
            $sum['said'] += $spot->noOtherWay ? 1 : 0;
            $sum['else'] += null !== $spot->elsewhere() ? 1 : 0;
            $sum['false'] += $isKeys && $spot->noOtherWay && !isProven($part, $spot) ? 1 : 0;
        }
    }
    printf(
        "| %s | %d | %d | %d | %d | %d | %d | %d | %d | %.0f |\n",
        $instrument->name,
        $sum['lines'],
        $sum['changes'],
        $sum['slides'],
        $sum['fewest'],
        $sum['said'],
        $sum['false'],
        $sum['else'],
        $sum['hard'],
        $sum['changes'] / max(1, $sum['hard']),
    );
    foreach (array_slice($more, 0, 5) as $one) {
        fwrite(\STDERR, "  more than the fewest: $one\n");
    }
}
