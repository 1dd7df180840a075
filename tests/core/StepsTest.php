<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\BuildUp;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\Step;
use SwiftReed\Practice\StepBuilder;
use SwiftReed\Practice\StepKind;
use SwiftReed\Practice\StepNote;
use SwiftReed\Practice\Steps;
use SwiftReed\Study\StudyError;

/**
 * A line as it is learnt. Source of the order and of every rule: the handbook, chapter 7, "Learning a line".
 */
final class StepsTest extends TestCase
{
    private const LINES = [
        'concert F major, then arpeggio, long ends',
        'concert Bb major, 2 octaves, eighths, slurred',
        'own C major, thirds, eighths, goal 100',
        'concert Eb major, fold',
        'own G major, down',
        'own C major, down and up, triplets, until it comes out',
        'concert F major, then arpeggio, one long in the bar',
        'own A melodic minor, 3/4, pick-up 1 beat',
        'own C major, untimed',
        'own C chromatic, sixteenths, half = 40',
        'own C major, drill after note 3',
        'concert F major, 5 notes, 6/8',
        'own D blues, slur 2 tongue 2',
        'own C major, tetra, 2 octaves',
        'own G arpeggio, 2 octaves',
        'own F major, broken chords',
        'own C major, turn round',
        'own C major, enclosed, long last',
    ];

    /** @param list<Pitch> $new */
    private static function steps(
        string $line,
        string $instrument,
        Stage $stage = Stage::Full,
        ?BuildUp $way = null,
        array $new = [],
    ): Steps {
        return StepBuilder::shipped(Support::parts())->steps(
            Support::parts()->reader->read($line)->line,
            Support::instruments()->instrument($instrument),
            new PlayerSettings($stage),
            $way,
            $new,
        );
    }

    /** @return list<string> */
    private static function kinds(Steps $steps): array
    {
        $kinds = [];
        foreach ($steps->steps as $step) {
            if (StepKind::Names !== $step->kind && ($kinds[\count($kinds) - 1] ?? '') !== $step->kind->value) {
                $kinds[] = $step->kind->value;
            }
        }

        return $kinds;
    }

    public function testOrderOfATeacher(): void
    {
        self::assertSame(
            [
                'signature', 'first note', 'rhythm', 'build-up', 'up', 'first note', 'down', 'both', 'up', 'down',
                'both', 'arpeggio', 'whole', 'slow', 'ladder',
            ],
            self::kinds(self::steps('concert F major, then arpeggio, long ends', 'clarinet-bb', Stage::First)),
        );
        // Even quarters need neither be spoken nor be played in whole notes before.
        self::assertSame(
            ['signature', 'first note', 'build-up', 'up', 'first note', 'down', 'both', 'slow', 'ladder'],
            self::kinds(self::steps('concert F major', 'clarinet-bb')),
        );
        self::assertSame(
            ['signature', 'first note', 'hard change', 'build-up', 'up', 'slow', 'ladder'],
            self::kinds(self::steps('own G major, 2 octaves, up, quarters', 'alto-sax')),
        );
        // Without time there is nothing to click with and no ladder.
        self::assertSame(
            ['signature', 'first note', 'build-up', 'up', 'first note', 'down', 'both'],
            self::kinds(self::steps('own C major, untimed', 'trumpet-bb')),
        );
        // Tongued until clean, then as marked.
        $slurred = self::steps('own C major, slurred', 'flute');
        $tongued = array_map(static fn (Step $step): bool => $step->isTongued, $slurred->steps);
        self::assertSame(
            ['whole', 'slow', 'ladder'],
            array_map(
                static fn (Step $step): string => $step->kind->value,
                array_values(array_filter($slurred->steps, static fn (Step $step): bool => !$step->isTongued)),
            ),
        );
        self::assertFalse(array_search(true, \array_slice($tongued, (int) array_search(false, $tongued, true)), true));
        self::assertStringContainsString('tongued', $slurred->steps[5]->line->text());
    }

    /** "Before down: the top note"; whole notes before the rhythm that is asked for where it is new. */
    public function testTopNoteBeforeDownAndWholeNotesBeforeANewRhythm(): void
    {
        $steps = self::steps('own C major, eighths', 'trumpet-bb')->steps;
        $places = array_keys(array_filter($steps, static fn (Step $step): bool => StepKind::Down === $step->kind));
        $before = array_values(array_filter(
            \array_slice($steps, 0, $places[0]),
            static fn (Step $step): bool => StepKind::FirstNote === $step->kind,
        ));
        self::assertSame([0, 7], [$before[0]->from, $before[1]->from]);
        $lengths = array_map(static fn (int $place): int => $steps[$place]->plays[0]->length, $places);
        self::assertSame([13440, 1680], $lengths);
        self::assertSame('own C major, whole notes', $steps[$places[0]]->line->text());
    }

    public function testOctavesOneByOneBeforeBoth(): void
    {
        $ups = array_values(array_filter(
            self::steps('own C major, 2 octaves', 'flute')->steps,
            static fn (Step $step): bool => StepKind::Up === $step->kind,
        ));
        self::assertSame(
            [[0, 7], [7, 14], [0, 14]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $ups),
        );
    }

    /**
     * Source: chapter 7, 4 (a): the new note four counts, twice; the run up to it in the line's values, twice; and so
     * on.
     */
    public function testBuildUpFromTheFirstNote(): void
    {
        $built = self::buildUp(self::steps('own C major, 5 notes', 'trumpet-bb', Stage::First, BuildUp::FirstNote));
        self::assertSame(
            [[0, 0], [1, 1], [0, 1], [2, 2], [0, 2], [3, 3], [0, 3], [4, 4], [0, 4]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $built),
        );
        foreach ($built as $step) {
            self::assertSame(2, $step->times);
            self::assertSame($step->from === $step->to ? 13440 : 3360, $step->plays[0]->length);
        }
    }

    /** 4 (b): it and its neighbour back and forth, runs that end on it, past it, the line. */
    public function testBuildUpFromTheNewNoteOutward(): void
    {
        $built = self::buildUp(self::steps(
            'own C major',
            'alto-sax',
            Stage::First,
            BuildUp::NewNote,
            [Pitch::parse('F5')],
        ));
        self::assertSame(
            [[2, 3], [1, 3], [0, 3], [0, 6], [0, 7]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $built),
        );
        self::assertSame([4, 2, 2, 2, 2], array_map(static fn (Step $step): int => $step->times, $built));
        foreach ([[], ['D6']] as $new) {
            try {
                self::steps(
                    'own C major',
                    'alto-sax',
                    Stage::First,
                    BuildUp::NewNote,
                    array_map(Pitch::parse(...), $new),
                );
                self::fail('a note that is not in the line');
            } catch (PracticeError $error) {
                self::assertSame(
                    1,
                    preg_match('/(?:--new=|example ")([A-G][b#]?\d)/', $error->getMessage(), $example),
                    $error->getMessage(),
                );
                self::steps('own C major', 'alto-sax', Stage::First, BuildUp::NewNote, [Pitch::parse($example[1])]);
            }
        }
    }

    /** 4 (c): chunks of four that share a note, then two joined. */
    public function testBuildUpInChunks(): void
    {
        $built = self::buildUp(self::steps('own C major', 'trumpet-bb', Stage::Full, BuildUp::Chunks));
        self::assertSame(
            [[0, 3], [3, 6], [6, 9], [9, 12], [12, 14], [0, 6], [3, 9], [6, 12], [9, 14]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $built),
        );
    }

    /** 4 (d): halves, low and high, then the whole; of an octave the two tetrachords. */
    public function testBuildUpInHalves(): void
    {
        $built = self::buildUp(self::steps('own C major', 'trumpet-bb', Stage::Full, BuildUp::Halves));
        self::assertSame(
            [[0, 3], [4, 7], [0, 7]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $built),
        );
        $down = self::buildUp(self::steps('own C major, down', 'trumpet-bb', Stage::Full, BuildUp::Halves));
        self::assertSame(
            [[4, 7], [0, 3], [0, 7]],
            array_map(static fn (Step $step): array => [$step->from, $step->to], $down),
            'the low half first, also where the line begins high',
        );
    }

    /** @return list<Step> */
    private static function buildUp(Steps $steps): array
    {
        return array_values(array_filter(
            $steps->steps,
            static fn (Step $step): bool => StepKind::BuildUp === $step->kind,
        ));
    }

    /** Each hard change back and forth four times, then with one note before and one after. */
    public function testHardChangesComeFirst(): void
    {
        // The handbook, chapter 5: F3 to G3 and E3 to G3 are the hard spots of the bassoon's five-note C scale and its
        // arpeggio.
        $steps = self::steps('own C major, 5 notes, from C3, then arpeggio', 'bassoon', Stage::First);
        $hard = array_values(array_filter(
            $steps->steps,
            static fn (Step $step): bool => StepKind::HardChange === $step->kind,
        ));
        $notes = $steps->whole->study->notes;
        $pairs = array_map(
            static fn (
                Step $step,
            ): string => $notes[$step->from]->pitch()->text().' '.$notes[$step->to]->pitch()->text(),
            array_filter($hard, static fn (Step $step): bool => 4 === $step->times),
        );
        self::assertContains('F3 G3', $pairs);
        self::assertContains('E3 G3', $pairs);
        self::assertSame([4, 2], [$hard[0]->times, $hard[1]->times]);
        self::assertSame([$hard[0]->from - 1, $hard[0]->to + 1], [$hard[1]->from, $hard[1]->to]);
        $kinds = array_map(static fn (Step $step): string => $step->kind->value, $steps->steps);
        self::assertLessThan(array_search('build-up', $kinds, true), array_search('hard change', $kinds, true));
    }

    /** @return iterable<string, array{string}> */
    public static function lines(): iterable
    {
        foreach (self::LINES as $line) {
            yield $line => [$line];
        }
    }

    /** What holds for every line, instrument, stage and way of building up. */
    #[DataProvider('lines')]
    public function testLawsOfAllSteps(string $line): void
    {
        $made = 0;
        foreach ([
            'clarinet-bb', 'trumpet-bb', 'trombone', 'bassoon', 'alto-sax', 'horn-f', 'xylophone', 'tuba-bbb',
        ] as $k => $instrument) {
            $stage = Stage::cases()[$k % 3];
            foreach ([
                [BuildUp::FirstNote, BuildUp::Chunks, BuildUp::Halves][$k % 3],
                [BuildUp::Chunks, BuildUp::Halves, BuildUp::FirstNote][intdiv($k, 3)],
            ] as $way) {
                try {
                    $steps = self::steps($line, $instrument, $stage, $way);
                } catch (StudyError) {
                    continue;
                }
                ++$made;
                self::assertLessThan(200, \count($steps->steps));
                $this->checkSteps($steps, $stage, $line.' for '.$instrument.', '.$way->value);
            }
        }
        self::assertGreaterThan(3, $made, 'most of them can play it');
    }

    private function checkSteps(Steps $steps, Stage $stage, string $what): void
    {
        $whole = $steps->whole;
        $isTimed = !$whole->study->isUntimed();
        $named = [];
        $lines = [];
        foreach ($steps->steps as $n => $step) {
            $where = $what.', step '.($n + 1);
            $own = $lines[$step->line->text()] ??= Support::parts()->study(
                $step->line,
                $whole->instrument,
                new PlayerSettings($stage),
            );
            self::assertNotSame([], $step->plays, $where);
            self::assertGreaterThanOrEqual(1, $step->times, $where);
            self::assertNotSame('', $step->attend, $where);
            $end = 0;
            foreach ($step->plays as $i => $note) {
                self::assertArrayHasKey($note->note, $whole->study->notes, $where);
                self::assertGreaterThan(0, $note->length, $where);
                self::assertGreaterThanOrEqual($end, $note->onset, $where.': one note after the other');
                $end = $note->onset + $note->length;
            }
            self::assertGreaterThanOrEqual($end, $step->ticks, $where);
            self::assertSame($isTimed || !$step->isTimed, true, $where.': no click without time');
            if (!\in_array($step->kind, [StepKind::HardChange, StepKind::BuildUp], true) || $step->times < 4) {
                self::assertCount($step->to - $step->from + 1, $step->plays, $where);
            }
            // What it says of the whole line's places is what stands in its own line at its own places.
            if (
                $step->line->without(ClauseKind::Rhythm)->text() !== $step->line->text()
                || $step->line->text() === $whole->line()
            ) {
                self::assertLessThan(\count($own->notes), $step->to, $where);
            }
            $range = $step->line->text().$step->from.'-'.$step->to;
            if (StepKind::Names === $step->kind) {
                self::assertTrue($step->isSilent, $where);
                $named[$range] = true;
            } elseif (
                \in_array($step->kind, [StepKind::Up, StepKind::Down, StepKind::Both, StepKind::Arpeggio], true)
                || (StepKind::BuildUp === $step->kind && $step->from !== $step->to && $step->plays[0]->length < 13440)
            ) {
                self::assertArrayHasKey(
                    $range,
                    $named,
                    $where.': names and fingers before the first playing in this rhythm',
                );
            }
            $pitches = array_map(
                static fn (StepNote $note): int => $whole->study->notes[$note->note]->pitch()->midi(),
                $step->plays,
            );
            if (
                $whole->study->recipe->pattern->isStraight()
                && [] === $whole->study->moves
                && \in_array($step->kind, [StepKind::Up, StepKind::Down], true)
            ) {
                $sorted = $pitches;
                StepKind::Up === $step->kind ? sort($sorted) : rsort($sorted);
                self::assertSame($sorted, $pitches, $where);
            }
        }
        $last = $steps->steps[\count($steps->steps) - 1];
        self::assertSame($isTimed, StepKind::Ladder === $last->kind && null !== $last->ladder, $what);
        if (null !== $last->ladder) {
            self::assertSame($whole->line(), $last->line->text());
            self::assertCount(\count($whole->study->notes), $last->plays);
            self::assertLessThanOrEqual($last->ladder->goal, $last->ladder->start);
        }
    }

    /**
     * In whole notes, chunks and drills every note is the one of its own line too, so that what is heard is what is
     * read.
     */
    public function testNotesOfAStepAreThoseOfItsLine(): void
    {
        foreach (self::LINES as $line) {
            foreach (['flute', 'trumpet-bb'] as $instrument) {
                $steps = self::steps($line, $instrument);
                $lines = [];
                foreach ($steps->steps as $step) {
                    $own = $lines[$step->line->text()] ??= Support::parts()->study(
                        $step->line,
                        $steps->whole->instrument,
                    )->notes;
                    if (\count($step->plays) !== $step->to - $step->from + 1) {
                        continue; // back and forth
                    }
                    foreach ($step->plays as $k => $note) {
                        self::assertSame(
                            $own[$step->from + $k]->pitch()->text(),
                            $steps->whole->study->notes[$note->note]->pitch()->text(),
                            $line.' for '.$instrument.': '.$step->kind->value.' of '.$step->line->text(),
                        );
                    }
                }
            }
        }
    }

    /**
     * What the signature changes is told from what a sign beside the note changes; where each stands, in the first way.
     */
    public function testTheFirstStepSaysWhatTheSignatureChanges(): void
    {
        // By hand, from the keys themselves: E minor has one sharp and harmonic minor raises its seventh; C minor has
        // three flats and melodic minor raises 6 and 7.
        foreach ([
            ['own E harmonic minor', 'Here it is F sharp (note 2); a sign beside the note makes it D sharp (note 7).'],
            [
                'own C melodic minor',
                'Here it is E flat (note 3); a sign beside the note makes it A natural (note 6) and B natural (note 7).',
            ],
            ['own G major, down', 'Here it is F sharp (note 2).'],
            ['own D dorian', 'No sharps and no flats here.'],
            [
                'own C whole tone',
                'No signature; signs beside the notes make it F sharp (note 4), G sharp (note 5) and A sharp (note 6).',
            ],
            ['own Eb major, thirds', 'Here it is E flat, A flat and B flat.'],
            ['own C chromatic', 'Every half step: read the sign beside each note.'],
        ] as [$line, $says]) {
            self::assertSame($says, self::steps($line, 'flute')->steps[0]->attend, $line);
        }
    }

    public function testFirstYearBeginsWithTheFirstNoteOthersInChunks(): void
    {
        self::assertSame(
            [0, 0],
            [
                self::buildUp(self::steps('own C major', 'flute', Stage::First))[0]->from,
                self::buildUp(self::steps('own C major', 'flute', Stage::First))[0]->to,
            ],
        );
        self::assertSame(
            [0, 3],
            [
                self::buildUp(self::steps('own C major', 'flute'))[0]->from,
                self::buildUp(self::steps('own C major', 'flute'))[0]->to,
            ],
        );
    }
}
