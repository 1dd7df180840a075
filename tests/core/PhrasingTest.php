<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Explain\BreathWords;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Words\Catalogue;

/**
 * Breaths and slurs, decided together. Source: the handbook, chapter 10 (common practice).
 */
final class PhrasingTest extends TestCase
{
    private const LINES = 1600;
    private const VALUES = [
        '', ', quarters', ', half notes', ', eighths', ', triplets', ', sixteenths', ', long ends', ', whole notes',
    ];
    private const FIGURES = [
        ', dotted', ', gallop', ', syncopated', ', off-beats', ', quarter triplets', ', quintuplets',
        ', rhythm 2+1+1 | 1+1+2', ', rhythm 1+1+1~ | 2+1', ', dotted on each note', ', each value', ', rhythm 3+1',
        ', rhythm 1+1+1 | r1+1', ', rhythm 1+1 over 3 beats',
    ];
    private const BREATHLESS = ['glockenspiel', 'xylophone', 'keyboard'];

    /** @var list<array{Study, string, Stage, string}> */
    private static array $studies = [];

    public static function setUpBeforeClass(): void
    {
        $dice = new Randomizer(new Mt19937(20261201));
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        $patterns = Support::parts()->patterns->names();
        $count = (int) (getenv('PHRASING_LINES') ?: self::LINES);
        for ($i = 0; $i < $count; ++$i) {
            $pattern = $pick(['straight', 'straight', ...$patterns]);
            $line = 'own '.$pick(['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B']).' '
                .$pick(['major', 'harmonic minor', 'melodic minor', 'chromatic', 'arpeggio', 'blues', 'whole tone'])
                .$pick(['', ', 2 octaves', ', 5 notes', ', to the ninth'])
                .('straight' === $pattern ? '' : ', '.$pattern)
                .$pick(['', '', ', then arpeggio', ', then arpeggio restated'])
                .$pick(0 === $dice->getInt(0, 1) ? self::VALUES : self::FIGURES)
                .$pick(['', ', 2 times'])
                .$pick([
                    '', ', slurred', ', slurred', ', legato',
                    ', slur 2 tongue 2', ', tongue 1 slur 3', ', slur 3 tongue 1', ', slur 2', ', tongue 1 slur 2 tongue 1',
                    ', slur 2 from the second note', ', slur 4',
                    ', tongue up slur down', ', tongue roots', ', tongue cells',
                ])
                .$pick(['', ', fold', ', drill after note 3'])
                .$pick([
                    '', '', '', '', ', over ii V I', ', round after 1 bar', ', drone 1 5 for brass',
                    ', thirds below for brass', ', answer woodwinds', ', repeat',
                ])
                .$pick(['', '', ', 3/4', ', 2/4', ', 6/8', ', 2/2', ', 5/4', ', 7/8', ', 9/8'])
                .$pick([', quarter = 40', ', quarter = 60', ', quarter = 72', ', quarter = 100', ', quarter = 144']);
            $id = $pick(Support::instruments()->ids());
            $stage = $pick(Stage::cases());
            try {
                self::$studies[] = [Support::study($line, $id, $stage), $id, $stage, $line.' for '.$id.', '.$stage->value];
            } catch (StudyError|StudyLineError|PlayerError) {
                continue; // clauses that do not go together
            }
        }
    }

    public static function tearDownAfterClass(): void
    {
        self::$studies = [];
    }

    /** Seconds that a breath lasts. */
    private static function limit(string $id, Stage $stage): float
    {
        $isShort = 'flute' === $id
            || 'piccolo' === $id
            || 'alto-flute' === $id
            || str_starts_with($id, 'tuba');

        return Stage::First !== $stage ? 12.0 : ($isShort ? 6.0 : 8.0);
    }

    private static function seconds(Study $study, StudyNote $note): float
    {
        return $note->length / 3360 / $study->recipe->timing->tempo->quarters() * 60;
    }

    /** @return list<list<int>> indexes of the notes of each phrase; a rest ends one too */
    private static function phrases(Study $study): array
    {
        $phrases = [[]];
        foreach ($study->notes as $i => $note) {
            $phrases[\count($phrases) - 1][] = $i;
            $next = $study->notes[$i + 1] ?? null;
            if (null !== $next && ($note->breathAfter || $next->onset > $note->onset + $note->length)) {
                $phrases[] = [];
            }
        }

        return $phrases;
    }

    public function testNoPhraseIsLongerThanABreathWhereItCouldBeShorter(): void
    {
        $long = 0;
        $all = 0;
        foreach (self::$studies as [$study, $id, $stage, $here]) {
            if (\in_array($id, self::BREATHLESS, true)) {
                continue;
            }
            $limit = self::limit($id, $stage);
            foreach (self::phrases($study) as $phrase) {
                ++$all;
                $seconds = array_sum(array_map(
                    static fn (int $i): float => self::seconds($study, $study->notes[$i]),
                    $phrase,
                ));
                if ($seconds <= $limit + 0.001 || 1 === \count($phrase)) {
                    continue;
                }
                ++$long;
                // No place in it where one breathes: all inside cells that a breath holds, or before the leading note's
                // tonic, after a part's first note, before the last note.
                foreach (\array_slice($phrase, 0, -1) as $i) {
                    self::assertFalse(self::isGoodPlace($study, $i), $here.': after note '.($i + 1));
                }
            }
        }
        self::assertLessThan($all / 50, $long);
    }

    /** A place between parts or at a bar line that no rule forbids. */
    private static function isGoodPlace(Study $study, int $i): bool
    {
        [$note, $next] = [$study->notes[$i], $study->notes[$i + 1]];
        $isInCell = null !== $note->tone->cell
            && $note->tone->cell === $next->tone->cell
            && $note->tone->inSequel === $next->tone->inSequel;
        $before = ($study->notes[$i - 1] ?? null)?->tone;
        $isFirst = null === $before
            || $before->isTurn
            || $before->isSeam
            || ($note->tone->inSequel && !$before->inSequel);
        $isLast = $i + 2 >= \count($study->notes);
        $isLeading = 1 === $next->pitch()->midi() - $note->pitch()->midi() && 0 === $note->tone->number % 7;

        // A note that is played again may be more of its figure.
        $isAgain = $next->pitch()->midi() === $note->pitch()->midi();

        return !$isInCell && !$isFirst && !$isLast && !$isLeading && !$isAgain && !$next->tone->isSeam
            && [] === $note->tuplets && $next->bar !== $note->bar;
    }

    public function testNobodyBreathesWhereItIsForbidden(): void
    {
        $breaths = 0;
        foreach (self::$studies as [$study, $id, $stage, $here]) {
            $limit = self::limit($id, $stage);
            foreach ($study->notes as $i => $note) {
                if (!$note->breathAfter) {
                    continue;
                }
                ++$breaths;
                $next = $study->notes[$i + 1] ?? null;
                self::assertNotNull($next, $here.': nothing comes after the last note');
                if ($note->tone->isSeam || self::seconds($study, $note) + self::seconds($study, $next) > $limit) {
                    continue;
                }
                $at = $here.': after note '.($i + 1);
                self::assertFalse(
                    1 === $next->pitch()->midi() - $note->pitch()->midi()
                        && 0 === $note->tone->number % 7
                        && $next->tone->number === $note->tone->number + 1,
                    $at.', between the leading note and the tonic',
                );
                self::assertFalse($next->tone->isSeam && !$note->tone->isSeam, $at.', inside a pair');
                foreach ($note->tuplets as $tuplet) {
                    self::assertFalse(
                        $tuplet->from < $note->length && $tuplet->end() > $note->length,
                        $at.', inside a tuplet',
                    );
                }
                self::assertTrue(
                    $i + 2 < \count($study->notes) || $next->length >= 2 * $study->time()->beatTicks(),
                    $at.', before the last note',
                );
            }
        }
        self::assertGreaterThan(500, $breaths);
    }

    public function testNoBreathCouldBeLeftOut(): void
    {
        foreach (self::$studies as [$study, $id, $stage, $here]) {
            $phrases = self::phrases($study);
            $seconds = array_map(
                static fn (array $phrase): float => array_sum(array_map(
                    static fn (int $i): float => self::seconds($study, $study->notes[$i]),
                    $phrase,
                )),
                $phrases,
            );
            foreach ($phrases as $k => $phrase) {
                $last = $study->notes[$phrase[\count($phrase) - 1]];
                $isFirst = $last->tone->isTurn || self::isPart($study, $phrase[\count($phrase) - 1]);
                if ($last->breathAfter && !$last->tone->isSeam && !$isFirst) {
                    self::assertGreaterThan(
                        self::limit($id, $stage),
                        $seconds[$k] + $seconds[$k + 1] + 0.001,
                        $here.': breath '.($k + 1),
                    );
                }
            }
        }
    }

    private static function isPart(Study $study, int $i): bool
    {
        [$tone, $next] = [$study->notes[$i]->tone, ($study->notes[$i + 1] ?? null)?->tone];

        return $tone->isSeam
            || (true === $next?->inSequel && !$tone->inSequel)
            || ($next?->octaves > $tone->octaves);
    }

    /** Between parts and where the line turns comes before any other place. */
    public function testPartsAndTurnsComeFirst(): void
    {
        $seen = 0;
        foreach (self::$studies as [$study, $id, , $here]) {
            if ($study->recipe->pattern->isLipSlurs() || str_contains($here, 'drill')) {
                continue;
            }
            $turns = [];
            $others = false;
            foreach ($study->notes as $i => $note) {
                $isFirst = ($note->tone->isTurn && $i > 0) || self::isPart($study, $i);
                $others = $others || ($note->breathAfter && !$isFirst);
                $next = $study->notes[$i + 1] ?? null;
                if (
                    $note->tone->isTurn
                    && $i > 0
                    && $i + 2 < \count($study->notes)
                    && null === $note->tone->cell
                    && null === $next?->tone->cell
                    && !$study->notes[$i - 1]->tone->isTurn
                    && [] === $note->tuplets
                ) {
                    $turns[] = $i;
                }
            }
            foreach ($others && [] === $study->moves ? $turns : [] as $i) {
                ++$seen;
                $next = $study->notes[$i + 1];
                self::assertTrue(
                    $study->notes[$i]->breathAfter || $next->onset > $study->notes[$i]->onset
                        + $study->notes[$i]->length,
                    $here.': after note '.($i + 1),
                );
            }
        }
        self::assertGreaterThan(20, $seen);
    }

    public function testNoSlurCrossesABreathAndNoneHoldsOneNote(): void
    {
        foreach (self::$studies as [$study, , , $here]) {
            $inside = 0;
            foreach ($study->notes as $i => $note) {
                $inside = match ($note->slur) {
                    Slur::Start => 1,
                    Slur::Continue, Slur::Stop => $inside + 1,
                    Slur::Outside => 0,
                };
                if (Slur::Stop === $note->slur) {
                    self::assertGreaterThan(1, $inside, $here.': note '.($i + 1));
                }
                self::assertFalse(
                    $note->breathAfter && \in_array($note->slur, [Slur::Start, Slur::Continue], true),
                    $here.': note '.($i + 1),
                );
            }
        }
    }

    /** Slurred means slurred: only what begins a phrase, repeats its pitch or follows a rest is tongued. */
    public function testASlurredLineIsTonguedOnlyWhereAPhraseBegins(): void
    {
        $seen = 0;
        foreach (self::$studies as [$study, , , $here]) {
            if (!str_contains($here, ', slurred') || $study->recipe->pattern->isLipSlurs()) {
                continue;
            }
            ++$seen;
            foreach ($study->notes as $i => $note) {
                $before = $study->notes[$i - 1] ?? null;
                $begins = null === $before
                    || $before->breathAfter
                    || $before->tone->fillsBar
                    || $before->tone->isSeam
                    || $note->onset > $before->onset + $before->length
                    || $note->pitch()->midi() === $before->pitch()->midi();
                self::assertSame($begins, Attack::Tongue === $note->attack, $here.': note '.($i + 1));
            }
        }
        self::assertGreaterThan(80, $seen);
    }

    public function testABreathChangesNoPitchAndNoLength(): void
    {
        $notes = static fn (Study $study): array => array_map(
            static fn (StudyNote $note): string => $note->sounding->midi().' '.$note->onset.' '.$note->length,
            $study->notes,
        );
        foreach (['thirds', 'tetra', 'enclosed'] as $pattern) {
            $line = "own F major, $pattern, half notes, quarter = 60";
            self::assertSame(
                $notes(Support::study($line, 'alto-sax', Stage::Full)),
                $notes(Support::study($line.', slurred', 'alto-sax', Stage::Full)),
            );
        }
    }

    public function testPlacesAsATeacherNamesThem(): void
    {
        $after = static fn (string $line, string $id, Stage $stage = Stage::Full): array => array_keys(array_filter(
            Support::study($line, $id, $stage)->notes,
            static fn (StudyNote $note): bool => $note->breathAfter,
        ));
        self::assertSame(
            [7, 14],
            $after('own C major, then arpeggio restated', 'flute'),
            'before the restated tonic, and at the top',
        );
        self::assertSame([7], $after('own C major, from C4, slurred, long last', 'clarinet-bb'), 'a slur ends there');
        self::assertNotContains(6, $after('own D major, tongue up slur down, quarter = 40', 'trombone'));
        self::assertSame([], $after('own C major, 2 octaves, half notes, slurred', 'glockenspiel'));
        $slurred = Support::study('concert F major, half notes, quarter = 60, slurred', 'trumpet-bb', Stage::First);
        foreach (self::phrases($slurred) as $phrase) {
            self::assertLessThanOrEqual(4, \count($phrase), 'eight seconds of half notes');
        }
        $down = Support::study('own C major, tongue up slur down, quarter = 60', 'alto-sax');
        self::assertTrue($down->notes[7]->breathAfter);
        self::assertSame([Attack::Tongue, Slur::Outside], [$down->notes[7]->attack, $down->notes[7]->slur], 'the top');
        self::assertSame(Slur::Start, $down->notes[8]->slur, 'with a breath the slur begins after the top');
        $fast = Support::study('own C major, tongue up slur down, quarter = 120', 'alto-sax');
        self::assertSame(Slur::Start, $fast->notes[7]->slur, 'without one it begins on the top');
    }

    public function testWhereToBreatheIsSaidWithItsReason(): void
    {
        $says = static function (string $line, string $id): array {
            $study = Support::study($line, $id);

            return array_values(array_filter(array_map(
                static fn (int $i): string => Catalogue::english()->sentence(BreathWords::after($study, $i)),
                array_keys($study->notes),
            )));
        };
        self::assertSame(
            ['Breathe here, where the line turns.', 'Breathe here, before the arpeggio.'],
            $says('own C major, then arpeggio restated', 'flute'),
        );
        self::assertContains(
            'Breathe here, where the line turns; take it out of the long note.',
            $says('own C major, long ends', 'alto-sax'),
        );
        self::assertContains('Breathe here, between the groups.', $says('own C major, tetra', 'clarinet-bb'));
        self::assertContains(
            'Breathe here, where the pair starts again.',
            $says('own A major, 2 octaves, eighths, quarter = 100, drill after note 8', 'clarinet-bb'),
        );
        self::assertSame([], $says('own C major, 5 notes', 'flute'));
    }
}
