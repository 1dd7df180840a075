<?php

declare(strict_types=1);

// How well a take is heard: the simulated player with each fault, alone and mixed, on instruments of every family. php
// bench/listening.php [takes] What is found is told by what the player was made to do, not by what the judge says of
// itself.

use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\Judge;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\PlayedFaults;
use SwiftReed\Listening\SimulatedPlayer;
use SwiftReed\Listening\Verdict;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Score\PartBuilder;

require __DIR__.'/../vendor/autoload.php';

$takes = (int) ($argv[1] ?? 400);
$data = DataFolder::shipped();
$parts = new PartBuilder(new ScaleLibrary($data), new PatternLibrary($data), Weights::read($data));
$instruments = new InstrumentLibrary($data);
$figures = ListeningFigures::shipped();
$judge = new Judge($figures);
$ids = [
    'piccolo', 'flute', 'oboe', 'bassoon', 'clarinet-bb', 'bass-clarinet', 'alto-sax', 'baritone-sax', 'trumpet-bb',
    'horn-f', 'trombone', 'euphonium-bc', 'tuba-bbb', 'xylophone',
];
$lines = [
    'concert F major, eighths',
    'concert Bb major, 2 octaves, eighths, slurred',
    'concert Eb major, then arpeggio, eighths',
    'concert C major, thirds, eighths',
    'concert G harmonic minor, eighths, slur 2 tongue 2',
    'concert Bb major, eighths, 2 times',
    'concert D chromatic, eighths',
    'concert Ab arpeggio, eighths',
];
$tempi = [40, 52, 60, 72, 84, 96, 112, 126, 144, 160];
$built = [];
$part = static function (string $line, string $id) use (&$built, $parts, $instruments) {
    return $built[$line.$id] ??= $parts->read($line, $instruments->instrument($id));
};
$kinds = ['clean', 'noisy', 'late', 'wrong', 'missing', 'flat', 'uneven', 'restart', 'drift', 'mixed'];
$table = [];
foreach ($kinds as $kind) {
    $random = new Randomizer(new Mt19937(crc32($kind)));
    $count = ['takes' => 0, 'notes' => 0, 'wanted' => 0, 'found' => 0, 'alarms' => 0, 'refused' => 0];
    $onset = $cents = $low = $tempo = $even = [];
    $took = 0.0;
    for ($k = 0; $k < $takes; ++$k) {
        $one = static fn (array $of): mixed => $of[$random->getInt(0, count($of) - 1)];
        $bpm = $one($tempi);
        try {
            $expected = Expected::of($part($one($lines).', quarter = '.$bpm, $one($ids)), $figures);
        } catch (SwiftReed\Knowledge\Mistake) {
            continue;
        }
        $n = count($expected->notes);
        $at = $random->getInt(2, $n - 1);
        $beat = 60_000 / $bpm;
        $said = 'uneven '.$random->getInt(0, 4).'; noise 1; octave-slips 1';
        $wrong = $expected->notes[$at - 1]->written->midi() + $one([-2, -1, 1, 2, 3]);
        // Slurred to the same pitch nobody could hear it as another note.
        while (in_array(
            $wrong - $expected->notes[$at - 1]->written->midi() + $expected->notes[$at - 1]->midi,
            [
                $expected->notes[$at - 1]->midi,
                $expected->notes[$at - 2]->midi,
                ($expected->notes[$at] ?? $expected->notes[0])->midi,
            ],
            true,
        )) {
            $wrong += 2;
        }
        $name = SwiftReed\Pitch\Pitch::plain($wrong, true)->text();
        $late = (int) round($beat * $random->getInt(25, 36) / 100);
        $flat = $one([-45, -35, 35, 45]);
        $drift = $one([-8, -5, 5, 8]);
        $other = $at > 3 ? $at - 2 : min($n, $at + 2);
        $fault = [
            'clean' => '', 'noisy' => 'breathy; noise 4; octave-slips 3', 'late' => "late $at $late",
            'wrong' => "wrong $at $name", 'missing' => "missing $at", 'flat' => "flat $at $flat",
            'uneven' => 'uneven 12', 'restart' => 'restart '.max(4, $at), 'drift' => "drift $drift",
            'mixed' => "wrong $at $name; flat $other $flat; drift 3",
        ][$kind];
        $faults = PlayedFaults::read($said.'; '.$fault, $n);
        $played = SimulatedPlayer::plays($expected, $faults, $k);
        $frames = SimulatedPlayer::frames($expected, $faults, $k);
        $begin = microtime(true);
        $take = $judge->frames($expected, $frames);
        $took += microtime(true) - $begin;
        ++$count['takes'];
        if (null !== $take->unjudged) {
            ++$count['refused'];
            continue;
        }
        $truth = [];
        foreach ($played as $note) {
            $truth[$note['note']] = $note;
        }
        $slow = array_column($take->slow, 'to');
        foreach ($take->notes as $i => $note) {
            ++$count['notes'];
            $verdict = isset($faults->wrong[$i])
                ? Verdict::Wrong
                : (isset($faults->missing[$i]) ? Verdict::Missing : Verdict::Right);
            $isFlat = null !== $note->against && abs($note->against) > $figures->number('in-tune');
            $isFault = Verdict::Right !== $verdict || isset($faults->late[$i]) || isset($faults->flat[$i]);
            if ($isFault) {
                ++$count['wanted'];
                $free = $expected->notes[$i]->isFree;
                $isFound = match (true) {
                    Verdict::Right !== $verdict => $note->verdict === $verdict, isset(
                        $faults->late[$i],
                    ) => in_array($i, $slow, true)
                        || $free, default => $isFlat && ($note->cents < 0) === ($faults->flat[$i] > 0),
                };
                $count['found'] += $isFound ? 1 : 0;
                if (!$isFound && getenv('SHOW')) {
                    echo "$kind: {$expected->instrument->id} {$bpm} n=$n at=$at $said; $fault seed $k: {$note->verdict->value} cents {$note->cents} late ".round(
                        (float) $note->late,
                    ).' slow '.json_encode($take->slow)."\n";
                }
            } elseif (
                Verdict::Right !== $note->verdict
                || $isFlat
                || (in_array($i, $slow, true) && !isset($faults->late[$i - 1]))
            ) {
                ++$count['alarms'];
                if (getenv('SHOW')) {
                    echo "ALARM $kind: {$expected->instrument->id} {$bpm} n=$n i=$i $said; $fault seed $k: {$note->verdict->value} against {$note->against} slow ".json_encode(
                        $take->slow,
                    )."\n";
                }
            }
            if (null !== $note->onset && isset($truth[$i]) && Verdict::Right === $note->verdict) {
                $onset[] = abs($note->onset - $truth[$i]['onset']);
                $error = abs($note->cents - 100 * ($truth[$i]['midi'] - $expected->notes[$i]->midi));
                if ($expected->notes[$i]->midi < 39) {
                    $low[] = $error;
                } else {
                    $cents[] = $error;
                }
            }
        }
        $count['alarms'] += count($take->extra);
        if ([] !== $take->extra && getenv('SHOW')) {
            echo "EXTRA $kind: {$expected->instrument->id} {$expected->notes[0]->written->text()} {$bpm} n=$n $said; $fault seed $k: ".json_encode(
                $take->extra,
            )."\n";
        }
        $wanted = 'restart' === $kind ? 1 : 0;
        $count['wanted'] += $wanted;
        $count['found'] += $wanted && [] !== $take->restarts ? 1 : 0;
        if ($wanted && [] === $take->restarts && getenv('SHOW')) {
            echo "$kind: {$expected->instrument->id} {$bpm} n=$n $fault seed $k\n";
        }
        if (!$wanted) {
            $count['alarms'] += count($take->restarts);
        }
        if (null !== $take->tempo) {
            $tempo[] = 100 * abs($take->tempo / ($bpm * (1 + $faults->drift / 200)) - 1);
        }
        if (null !== $take->evenness && 'uneven' === $kind) {
            $even[] = $take->evenness;
        }
    }
    $percent = static function (array $of, float $share): string {
        sort($of);

        return [] === $of ? '–' : number_format($of[min(count($of) - 1, (int) floor($share * count($of)))], 1);
    };
    $table[] = [
        $kind,
        $count['takes'],
        $count['notes'],
        0 === $count['wanted'] ? '–' : sprintf('%.1f %%', 100 * $count['found'] / $count['wanted']),
        sprintf('%.2f %%', 100 * $count['alarms'] / max(1, $count['notes'])),
        $count['refused'],
        $percent($onset, 0.5).' / '.$percent($onset, 0.95),
        $percent($cents, 0.5).' / '.$percent($cents, 0.95),
        $percent($low, 0.95),
        $percent($tempo, 0.95),
        $percent($even, 0.5),
        sprintf('%.0f', 1000 * $took / max(1, $count['takes'])),
    ];
}
$heads = [
    'fault', 'takes', 'notes', 'found', 'false alarms', 'refused', 'onset ms (median / p95)', 'cents (median / p95)',
    'cents below 80 Hz p95', 'tempo % p95', 'evenness', 'ms a take',
];
foreach ([$heads, array_map(static fn (): string => '---', $heads), ...$table] as $row) {
    echo '| '.implode(' | ', $row)." |\n";
}

// A minute of frames, judged: the long way round, begun again, and another line.
foreach (['' => 'as written', 'restart 60' => 'begun again', 'other' => 'another line'] as $fault => $name) {
    $expected = Expected::of(
        $part('concert F major, thirds, 2 octaves, sixteenths, quarter = 60, 4 times', 'clarinet-bb'),
        $figures,
    );
    $other = 'other' === $fault
        ? Expected::of(
            $part('concert F chromatic, 2 octaves, sixteenths, quarter = 50, 4 times', 'clarinet-bb'),
            $figures,
        )
        : $expected;
    $frames = SimulatedPlayer::frames(
        $other,
        PlayedFaults::read('other' === $fault ? '' : $fault, count($other->notes)),
        1,
    );
    $times = [];
    for ($k = 0; $k < 9; ++$k) {
        $begin = microtime(true);
        $judge->frames($expected, $frames);
        $times[] = 1000 * (microtime(true) - $begin);
    }
    sort($times);
    printf(
        "%s: %d frames, %.0f s, %d notes: median %.0f ms\n",
        $name,
        count($frames->frames),
        $frames->frames[count($frames->frames) - 1]->ms / 1000,
        count($expected->notes),
        $times[4],
    );
}
