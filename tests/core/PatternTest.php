<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pattern\PatternError;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\PatternWalk;

/**
 * Patterns: the library, the language, and what must hold for every pattern in every key on every instrument.
 */
final class PatternTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string}> common practice, no published source (the handbook,
     *  chapters 3 and 5)
     */
    public static function written(): iterable
    {
        yield 'thirds' => [
            'own C major, from C4, thirds',
            'C4 E4 D4 F4 E4 G4 F4 A4 G4 B4 A4 C5 B4 D5 C5 A4 B4 G4 A4 F4 G4 E4 F4 D4 E4 C4 D4 B3 C4',
        ];
        yield 'tetra' => [
            'own C major, from C4, 3 notes, tetra',
            'C4 D4 E4 F4 C5 B4 A4 G4 D4 E4 F4 G4 D5 C5 B4 A4 E4 F4 G4 A4 E5 D5 C5 B4 A4 G4 F4 D4 E4',
        ];
        yield 'five and back' => [
            'own C major, from C4, 3 notes, five-and-back',
            'C4 D4 E4 F4 G4 F4 E4 C4 D4 E4 F4 G4 A4 G4 F4 D4 E4 F4 G4 A4 G4 F4 E4 C4 D4 E4 F4 G4 F4 E4 D4 B3 C4',
        ];
        yield 'five and back with approach: targets 3 and 7 dip' => [
            'own C major, from C4, up, five-and-back with approach',
            'C4 D4 E4 F4 G4 F4 E4 Eb4 D4 E4 F4 G4 A4 G4 F4 D#4 E4 F4 G4 A4 B4 A4 G4 Gb4 F4 G4 A4 B4 C5 B4 A4 Ab4 G4 A4 B4 C5 D5 C5 B4 Bb4 A4 B4 C5 D5 E5 D5 C5 A#4 B4 C5 D5 E5 F5 E5 D5 Db5 C5',
        ];
        yield 'an approach over three half steps is the half step above' => [
            'own A harmonic minor, from A4, up, cell 1 2 approach',
            'A4 B4 A#4 B4 C5 Db5 C5 D5 Eb5 D5 E5 D#5 E5 F5 Gb5 F5 G#5 G5 G#5 A5 Bb5 A5',
        ];
        yield 'enclosed' => [
            'own C major, from C4, 3 notes, up, enclosed',
            'C4 D4 E4 G4 F4 E4 Eb4 C#4 D4 E4 F4 A4 G4 F#4 F4 D#4 E4',
        ];
        yield 'diatonic sevenths' => [
            'own Bb major, from Bb4, 3 notes, diatonic sevenths, up',
            'Bb4 D5 F5 A5 C5 Eb5 G5 Bb5 D5',
        ];
        yield 'approached sevenths' => [
            'own C major, from C4, 3 notes, up, approached sevenths',
            'B3 C4 D#4 E4 F#4 G4 A#4 B4 C#4 D4 E4 F4 G#4 A4 B4 C5 E4',
        ];
        yield 'pentatonic with a skip, in its own degrees' => [
            'own C major pentatonic, from C4, 3 notes, up, pentatonic skip',
            'C4 D4 E4 G4 A4 G4 E4 C4 D4 E4 G4 A4 C5 A4 G4 D4 E4',
        ];
        yield 'triad pair through its inversions' => [
            'own C triad pair D, from C4, up',
            'C4 E4 G4 E4 D4 F#4 A4 F#4 E4 G4 C5 G4 F#4 A4 D5 A4 G4 C5 E5 C5 A4 D5 F#5 D5 C5',
        ];
        yield 'chromatic cell' => [
            'own C major, from C4, 3 notes, up, chromatic cell',
            'C4 B3 Bb3 C4 C#4 C4 B3 C#4 D4 C#4 C4 D4 D#4 D4 C#4 D#4 E4',
        ];
        yield 'approach triplets' => [
            'own C major, from C4, 3 notes, approach triplets',
            'C4 D4 E4 F4 E4 Eb4 D4 E4 F4 G4 F#4 F4 E4 F4 G4 D4 E4 F4 C4',
        ];
        yield 'approach triplets: a whole step first where there is room' => [
            'own C major, from E4, 3 notes, up, cell 1 2 3 4 approach2',
            'E4 F4 G4 A4 G4 Gb4 F4 G4 A4 B4 A4 Ab4 G4',
        ];
        yield 'chromatic pivot' => [
            'own C major, from C4, chromatic pivot',
            'G4 F#4 G4 F4 G4 E4 G4 Eb4 G4 D4 G4 Db4 G4 C4',
        ];
        yield 'broken chords' => ['own C major, from C4, broken chords', 'C4 E4 G4 E4 F4 A4 C5 A4 G4 B4 D5 B4 C5'];
        yield 'build-up' => ['own C major, from C4, 3 notes, build-up', 'C4 C4 D4 C4 D4 E4'];
        yield 'build-up from the top' => ['own C major, from C4, 3 notes, build-up from the top', 'E4 D4 E4 C4 D4 E4'];
        yield 'the tonic enclosed' => [
            'own C major, from C4, enclosed tonic',
            'C4 D4 E4 F4 G4 A4 B4 C5 B4 A4 G4 F4 E4 D4 B3 C4',
        ];
        yield 'groups, runs, repeats, rests' => [
            'own C major, from C4, 3 notes, cell (1 3) x2 r | 8..6 up only',
            'C4 E4 C4 E4 C5 B4 A4 D4 F4 D4 F4 D5 C5 B4 E4 G4 E4 G4 E5 D5 C5 E4',
        ];
        yield 'half steps from the root' => [
            'own C major, from C4, 3 notes, up, cell 1 ^1 _1',
            'C4 Db4 B3 D4 Eb4 C#4 E4',
        ];
        yield 'every other root the other way' => [
            'own C major, from C4, 3 notes, up, cell 1 3 / 3 1 alternating',
            'C4 E4 F4 D4 E4',
        ];
        yield 'by thirds' => ['own C major, from C4, up, cell 1 2 by thirds', 'C4 D4 E4 F4 G4 A4 B4 C5'];
        yield 'an end that stays' => ['own C major, from C4, cell 1 2 b3 4 on 1 up only stays', 'C4 D4 Eb4 F4'];
    }

    #[DataProvider('written')]
    public function testWrittenOut(string $line, string $notes): void
    {
        self::assertSame($notes, Support::notes($line, 'clarinet-bb'));
    }

    /** Every pattern in every key on every instrument, the stages by turns, so that each meets each of the others. */
    public function testEveryPatternHoldsInEveryKeyOnEveryInstrumentAtEveryStage(): void
    {
        $parts = Support::parts();
        $builder = new StudyBuilder($parts->scales);
        $stages = Stage::cases();
        foreach ($parts->patterns->names() as $p => $name) {
            $pattern = $parts->patterns->pattern($name);
            foreach (array_values(PacketTable::lines()) as $k => $tonic) {
                $recipe = Recipe::of(
                    $parts->parser->parse('concert '.$tonic->text().' major, '.$name),
                    $parts->scales,
                    $parts->patterns,
                );
                $band = [];
                // Who transposes alike in the same ranges reads the same notes, but for lip slurs, which lie on his own
                // fingerings.
                foreach ($pattern->isLipSlurs() ? Support::instruments()->ids() : Support::readers() as $i => $id) {
                    $instrument = Support::instruments()->instrument($id);
                    if (
                        $pattern->isLipSlurs() && [] === $instrument->fingerings(Pitch::parse('C4'))
                        || (
                            $pattern->isLipSlurs()
                                && !\in_array($instrument->mechanism()->kind()->value, ['valves', 'slide'], true)
                        )
                    ) {
                        continue;
                    }
                    foreach ([$stages[($p + $k + $i + intdiv($k, 3)) % \count($stages)]] as $stage) {
                        $reader = $instrument->player(new PlayerSettings($stage));
                        $study = $builder->build($recipe, $reader);
                        $where = "$name, $id, {$stage->value}, {$tonic->text()}";
                        $full = $reader->range(Stage::Full);
                        foreach ($study->notes as $note) {
                            if (!$full->holds($note->pitch(), $note->pitch())) {
                                self::fail("$where: {$note->pitch()->text()} lies outside the range");
                            }
                        }
                        self::assertHomeAndHalves($study, $where);
                        if (\in_array($id, BandScoreTest::BAND, true)) {
                            $band[] = [$id, $study];
                        }
                    }
                }
                BandScoreTest::assertTogetherOrNamed($band, $name.' in '.$tonic->text());
            }
        }
    }

    private static function assertHomeAndHalves(Study $study, string $where): void
    {
        $notes = $study->notes;
        $pattern = $study->recipe->pattern;
        $last = $notes[\count($notes) - 1];
        if (!$pattern->isBuilt()) {
            self::assertTrue($last->tone->isTonic, "$where comes home");
        }
        if ($pattern->hasItsOwnWay() || $pattern->isBuilt()) {
            return;
        }
        // The two halves meet: the way down begins on the root to which the way up leads, the top.
        $turn = -1;
        foreach ($notes as $i => $note) {
            if ($i > 0 && $notes[$i - 1]->tone->ascending && !$note->tone->ascending) {
                self::assertSame(-1, $turn, "$where turns once");
                $turn = $i;
            }
        }
        self::assertGreaterThan(0, $turn, "$where goes up and down");
        $begins = $notes[0]->pitch()->midi() - 12 * $notes[0]->tone->octaves - self::firstBelow(
            $notes[0]->tone,
            $study,
        );
        $ends = $last->pitch()->midi() - 12 * $last->tone->octaves;
        if ($begins !== $ends) {
            // Home by the near tonic, where the other would be a seventh away.
            self::assertSame(12, abs($begins - $ends), "$where ends where it began");
            self::assertLessThan(
                10,
                abs(
                    $notes[\count(
                        $notes,
                    ) - 2]->pitch()->midi() - 12 * $notes[\count($notes) - 2]->tone->octaves - $ends,
                ),
                "$where comes home by the near tonic",
            );
        }
    }

    /** How far the first note lies above the first root, in half steps: patterns may begin beside their root. */
    private static function firstBelow(Tone $first, Study $study): int
    {
        return $first->pitch->midi() - 12 * $first->octaves - $study->writtenKey->key->tonic
            ->at(0)
            ->midi() - 12 * intdiv(
                $first->pitch->midi() - 12 * $first->octaves - $study->writtenKey->key->tonic->at(0)->midi() + 6,
                12,
            );
    }

    /** @return iterable<string, array{string}> */
    public static function timings(): iterable
    {
        foreach (['4/4', '3/4', '2/4', '6/8'] as $time) {
            foreach ([
                'whole notes', 'half notes', 'quarters', 'eighths', 'triplets', 'sixteenths', 'long ends',
                'long ends in eighths', 'long tonics', 'one long in the bar', 'long on 2',
            ] as $rhythm) {
                if ('triplets' !== $rhythm || '6/8' !== $time) {
                    yield "$rhythm in $time" => ["$rhythm, $time"];
                }
            }
        }
        yield 'rests and holds' => ['cell 1 r 3*2 5, eighths'];
        yield 'rests in triplets' => ['cell 1 r 3 5, triplets'];
        yield 'left out notes' => ['3 octaves, leave out, eighths'];
        yield 'rounds' => ['triplets, until it comes out'];
    }

    #[DataProvider('timings')]
    public function testBarsAddUp(string $clauses): void
    {
        foreach (Support::parts()->patterns->names() as $name) {
            if (Support::parts()->patterns->pattern($name)->isLipSlurs() || (str_contains($clauses, 'cell') && 'straight' !== $name)) {
                continue;
            }
            $extent = str_contains($clauses, 'octaves') ? '' : '5 notes, ';
            try {
                $study = Support::study(
                    'own D major, '.$extent.('straight' === $name ? '' : $name.', ').$clauses,
                    'alto-sax',
                );
            } catch (StudyError $error) {
                self::assertStringContainsString('one long in the bar', $error->getMessage());
                continue; // its notes do not fill such bars, and it says so
            }
            $bar = $study->time()->barTicks();
            foreach (BarLayout::bars($study) as $one) {
                self::assertSame(
                    $bar,
                    array_sum(array_map(static fn (BarItem $item): int => $item->length, $one->items)),
                    "$name, $clauses, bar {$one->number}",
                );
            }
            $end = 0;
            foreach ($study->notes as $note) {
                self::assertGreaterThanOrEqual($end, $note->onset, "$name, $clauses");
                $end = $note->onset + $note->length;
            }
        }
    }

    /**
     * Everything up by an interval sounds as built anew on the new tonic, and is spelled so but for chromatic notes.
     */
    public function testTransposingEqualsBuildingOnTheNewTonic(): void
    {
        $parts = Support::parts();
        foreach ($parts->patterns->names() as $name) {
            $pattern = $parts->patterns->pattern($name);
            if ($pattern->isLipSlurs()) {
                continue;
            }
            $direction = $pattern->hasItsOwnWay() ? Direction::Up : Direction::UpAndDown;
            foreach (['major', 'melodic minor', 'dorian', 'blues'] as $scale) {
                $material = $parts->scales->material($scale);
                $from = Pitch::parse('C4');
                if (
                    6 === $material->size()
                    && \in_array($name, ['sevenths', 'diatonic sevenths', 'approached sevenths'], true)
                ) {
                    continue; // six notes have no seventh degree
                }
                $plain = PatternWalk::tones($pattern, $material, $from, 0, $material->size(), $direction);
                foreach (['m2', 'M2', 'm3', 'M3', 'P4', 'P5', 'M6'] as $step) {
                    $interval = Interval::parse($step);
                    $moved = PatternWalk::tones(
                        $pattern,
                        $material,
                        $from->transpose($interval),
                        0,
                        $material->size(),
                        $direction,
                    );
                    self::assertSame(
                        array_map(static fn (Tone $tone): int => $tone->pitch->midi() + $interval->halfSteps, $plain),
                        array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $moved),
                        "$name in $scale up by $step",
                    );
                    if (\in_array(
                        $name,
                        ['thirds', 'tetra', 'five-and-back', 'diatonic sevenths', 'broken chords', 'octaves'],
                        true,
                    )) {
                        self::assertSame(
                            array_map(
                                static fn (Tone $tone): string => $tone->pitch->transpose($interval)->text(),
                                $plain,
                            ),
                            array_map(static fn (Tone $tone): string => $tone->pitch->text(), $moved),
                            "$name in $scale up by $step, spelled",
                        );
                        self::assertSame(
                            array_map(static fn (Tone $tone): string => $tone->degree, $plain),
                            array_map(static fn (Tone $tone): string => $tone->degree, $moved),
                        );
                    }
                }
            }
        }
    }

    /** An approach leads by a half step, from the side the rule asks for, at every distance a scale can have. */
    public function testApproachAndEnclosureRules(): void
    {
        foreach ([
            'major', 'harmonic minor', 'minor pentatonic', 'whole tone', 'diminished half-whole', 'altered',
        ] as $scale) {
            $material = Support::scales()->material($scale);
            $tones = PatternWalk::tones(
                PatternParser::parse('2 approach'),
                $material,
                Pitch::parse('D4'),
                0,
                $material->size(),
                Direction::Up,
            );
            $ladder = $material->ascending(Pitch::parse('D4'));
            for ($step = 0; $step + 1 < $material->size(); ++$step) {
                $before = $tones[2 * $step]->pitch;
                $approach = $tones[2 * $step + 1]->pitch;
                $target = $ladder->note($step + 1)->pitch;
                // "2" is the target itself: the line stands on it and is taken as coming from above.
                $gap = $ladder->note($step + 2)->pitch->midi() - $target->midi();
                self::assertSame(
                    $target->midi() + (1 === $gap ? -1 : 1),
                    $approach->midi(),
                    "$scale, step $step from {$before->text()}",
                );
                self::assertLessThanOrEqual(1, abs($approach->alter), 'no double sign on the way');
            }
            $enclosed = PatternWalk::tones(
                PatternParser::parse('1 enclosure'),
                $material,
                Pitch::parse('D4'),
                0,
                $material->size(),
                Direction::Up,
            );
            for ($step = 0; $step < $material->size(); ++$step) {
                $target = $ladder->note($step + 1)->pitch->midi();
                self::assertSame(
                    [$target + 2, $target + 1, $target - 1],
                    array_map(
                        static fn (Tone $tone): int => $tone->pitch->midi(),
                        \array_slice($enclosed, 4 * $step + 1, 3),
                    ),
                    "$scale, step $step",
                );
            }
        }
    }

    public function testFromBelowAnApproachIsMirrored(): void
    {
        self::assertSame(
            'C5 A4 A#4 B4 G4 G#4 A4 F4 F#4 G4 E4 Gb4 F4 D4 D#4 E4 C4 C#4 D4 B3 Db4 C4',
            Support::notes('own C major, from C5, down, cell 1 / 1 6, approach', 'clarinet-bb'),
        );
    }

    /** @return iterable<string, array{string, int, string}> */
    public static function mistakes(): iterable
    {
        yield 'a word that is none' => ['1 2 zz', 5, 'a degree'];
        yield 'nothing after the slash' => ['1 2 /', 6, 'a degree'];
        yield 'a degree too far' => ['1 23', 3, 'a degree'];
        yield 'a repeat without a number' => ['(1 2) 3', 7, 'x4'];
        yield 'an open bracket' => ['(1 2', 5, '")"'];
        yield 'by nothing' => ['1 by', 5, 'thirds'];
        yield 'on nothing' => ['1 on up only', 6, 'a degree'];
        yield 'rests alone' => ['r r', 1, 'a note'];
        yield 'a group without notes' => ['1 |', 4, 'after "|"'];
        yield 'too long' => [str_repeat('1 ', 201), 1, '200'];
    }

    #[DataProvider('mistakes')]
    public function testMistakesAreAnsweredWithTheirPlace(string $cell, int $column, string $expects): void
    {
        try {
            PatternParser::parse($cell);
            self::fail('It was understood.');
        } catch (PatternError $error) {
            self::assertSame($column, $error->column, $error->getMessage());
            self::assertStringContainsString($expects, $error->getMessage());
        }
    }

    public function testEveryCanonicalCellReadsTheSameAgain(): void
    {
        foreach (Support::parts()->patterns->names() as $name) {
            $cell = Support::parts()->patterns->cell($name);
            if ('' !== $cell) {
                $once = PatternParser::parse($cell);
                self::assertEquals($once, PatternParser::parse(substr($once->text, 5)), $name);
                $line = Support::parts()->parser->parse("concert F major, 2 octaves, cell $cell, eighths")->text();
                self::assertSame($line, Support::parts()->parser->parse($line)->text());
            }
        }
    }

    public function testRandomCellsNeverBreakTheParser(): void
    {
        mt_srand(7);
        $pieces = [
            '1', '2', "3'", '7,', 'b3', '#4', '<5', '>1', '_2', '^1', '8..2', 'r', '3*2', 'approach', 'enclosure', '|',
            '/', '(', ')', 'x3', 'by', 'thirds', 'on', 'up', 'only', 'ends', ',', '*', '..', 'é', '♭3', "\0",
            'half steps',
        ];
        $understood = 0;
        for ($i = 0; $i < 3000; ++$i) {
            $cell = implode(
                ' ',
                array_map(static fn (): string => $pieces[mt_rand(0, \count($pieces) - 1)], range(0, mt_rand(0, 7))),
            );
            try {
                $pattern = PatternParser::parse($cell);
                self::assertEquals($pattern, PatternParser::parse(substr($pattern->text, 5)));
                ++$understood;
            } catch (PatternError $error) {
                self::assertGreaterThanOrEqual(1, $error->column);
                self::assertLessThanOrEqual(mb_strlen($cell) + 1, $error->column);
            }
        }
        self::assertGreaterThan(50, $understood);
    }

    public function testScalesOfThreeAndTwo(): void
    {
        // Source: the handbook, chapter 5 (common practice): three diminished scales and two whole-tone scales.
        foreach (['diminished whole-half' => 3, 'whole tone' => 2] as $name => $different) {
            $sets = [];
            foreach (PacketTable::lines() as $tonic) {
                $scale = Support::scales()->material($name)->ascending($tonic->at(4));
                $classes = array_map(
                    static fn (int $step): int => $scale->note($step)->pitch->midi() % 12,
                    range(0, $scale->size() - 1),
                );
                sort($classes);
                $sets[implode(' ', $classes)] = true;
            }
            self::assertCount($different, $sets, $name);
        }
    }

    public function testNotesOfARepeatedLine(): void
    {
        $notes = Support::study('own C major, triplets, until it comes out', 'flute')->notes;
        self::assertCount(43, $notes);
        self::assertSame(0, $notes[42]->onset % 3360, 'it ends on a beat');
        self::assertSame('C', NoteName::parse($notes[42]->pitch()->name()->text())->text());
        self::assertSame(
            [3, 1, 1, 2, 15],
            array_map(
                static fn (string $line): int => Support::study($line, 'flute')->comesOutAfter,
                [
                    'own C major, triplets', 'own C major, eighths', 'own C major', 'own C major, sixteenths',
                    'own C major, long on 1',
                ],
            ),
        );
        self::assertCount(2 * 14 + 1, Support::study('own C major, 2 times', 'flute')->notes);
        self::assertCount(
            16,
            Support::study('own C major, up, 2 times', 'flute')->notes,
            'what does not come home is played in full',
        );
    }
}
