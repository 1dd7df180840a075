<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Packet\LetterChart;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Packet\SheetError;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\Range;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Study\Working;
use SwiftReed\Time\Length;

/**
 * What shapes a line into a study: rhythm, articulation, breath, range, keys; and what is shown of its working.
 * Source of the rules: the handbook, chapters 2 and 3 (common practice) unless another stands beside the test.
 */
final class ShapingTest extends TestCase
{
    public function testOneLongInTheBarMovesFromBeatToBeat(): void
    {
        $study = Support::study('own C major, one long in the bar', 'flute');
        self::assertCount(60, $study->notes, 'fifteen notes in each of four bars');
        $long = array_values(array_filter(
            $study->notes,
            static fn (StudyNote $note): bool => Length::EIGHTH === $note->length,
        ));
        self::assertSame(
            [0, 3360, 6720, 10080],
            array_map(static fn (StudyNote $note): int => $note->onset % Length::WHOLE, $long),
        );
        $arpeggio = Support::study('own C arpeggio, one long in the bar, 2/4', 'flute');
        self::assertCount(14, $arpeggio->notes, 'seven notes in the eight places of 2/4, on each of two beats');
        $two = Support::study('own C major, 2 octaves, one long in the bar', 'flute')->notes;
        self::assertCount(
            3,
            array_filter(
                \array_slice($two, 0, 29),
                static fn (StudyNote $note): bool => Length::EIGHTH === $note->length,
            ),
            '29 notes in 32 places: three long ones',
        );
        self::assertSame(2 * Length::WHOLE, $two[29]->onset);
    }

    public function testALongNoteOnOneBeatComesOutAfterFourteenBars(): void
    {
        $notes = Support::study('own C major, long on 3, until it comes out', 'flute')->notes;
        self::assertCount(211, $notes);
        self::assertSame(14 * Length::WHOLE, $notes[210]->onset);
        self::assertSame(Length::EIGHTH, $notes[8]->length);
        self::assertSame(2 * Length::QUARTER, $notes[8]->onset);
        $this->expectException(StudyError::class);
        Support::part('own C major, long on 3, 2/4', 'flute');
    }

    public function testAPickUpStandsBeforeTheFirstBar(): void
    {
        foreach ([
            'quarters, pick-up 1 beat' => 3360,
            'eighths, pick-up 3 eighths' => 5040,
            'eighths, 6/8, pick-up 1 eighth' => 1680,
            'triplets, pick-up 2 beats, 3/4' => 6720,
            'long on 2, pick-up 1 beat' => 3360,
        ] as $clauses => $ticks) {
            $study = Support::study("own C major, $clauses", 'flute');
            $bars = BarLayout::bars($study);
            $lengths = array_map(
                static fn ($bar): int => array_sum(array_map(static fn ($item): int => $item->length, $bar->items)),
                $bars,
            );
            self::assertSame($ticks, $lengths[0], $clauses);
            self::assertSame(
                [$study->recipe->timing->time->barTicks()],
                array_values(array_unique(\array_slice($lengths, 1))),
                $clauses,
            );
            self::assertSame(range(0, \count($bars) - 1), array_map(static fn ($bar): int => $bar->number, $bars));
            self::assertSame([0, 0], [$study->notes[0]->onset, $study->notes[0]->bar]);
        }
        self::assertSame(
            '4 1 2 3',
            implode(' ', \array_slice(Counts::of(Support::study('own C major, pick-up 1 beat', 'flute')), 0, 4)),
        );
        foreach (['pick-up 1 eighth', 'untimed, pick-up 1 beat', '2/4, pick-up 2 beats'] as $wrong) {
            try {
                Support::part("own C major, $wrong", 'flute');
                self::fail($wrong);
            } catch (StudyError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
    }

    public function testAPlayersOwnLimitsHold(): void
    {
        $part = Support::built(
            'own C major, five-and-back',
            Support::instruments()->instrument('trumpet-bb'),
            limits: Range::parse('A3 to E5'),
        );
        $midi = array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $part->study->notes);
        self::assertGreaterThanOrEqual(57, min($midi));
        self::assertLessThanOrEqual(76, max($midi));
        self::assertNotSame([], $part->study->moves);
        foreach (['C4', 'C5 to C4', 'high', 'E4 to G4'] as $wrong) {
            try {
                Support::built(
                    'own C major',
                    Support::instruments()->instrument('trumpet-bb'),
                    limits: Range::parse($wrong),
                );
                self::fail($wrong);
            } catch (PlayerError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
    }

    public function testLongTonicsAndRhythmsOfPatterns(): void
    {
        $notes = Support::study('own C major, then arpeggio, long tonics', 'flute')->notes;
        self::assertSame(
            [6720, 3360, 3360, 3360, 3360, 3360, 3360, 6720],
            array_map(static fn (StudyNote $note): int => $note->length, \array_slice($notes, 0, 8)),
        );
        self::assertSame(
            array_fill(0, 6, 3360),
            array_map(static fn (StudyNote $note): int => $note->length, \array_slice($notes, 15)),
            'the arpeggio is even',
        );
        self::assertSame(
            Length::TRIPLET_EIGHTH,
            Support::study('own C major, approach triplets', 'flute')->notes[0]->length,
        );
        self::assertSame(Length::WHOLE, Support::study('own C major, build-up, 3 notes', 'flute')->notes[0]->length);
    }

    public function testTonguingByCellAndByRoot(): void
    {
        $tongued = static fn (string $line): string => implode(
            '',
            array_map(
                static fn (StudyNote $note): string => Attack::None === $note->attack ? '-' : 'T',
                Support::study($line, 'clarinet-bb')->notes,
            ),
        );
        self::assertSame(
            'T-------T-------T',
            $tongued('own C major, from C4, 3 notes, up, one-two-three-five, tongue cells'),
        );
        self::assertSame(
            'T---T---T---T---T',
            substr($tongued('own C major, from C4, tetra, tongue cells'), 0, 17),
            'each group of the tetra',
        );
        self::assertSame(
            'T---T---T---T---T',
            substr($tongued('own C major, from C4, tetra, tongue roots'), 0, 17),
            'the root in both directions',
        );
        self::assertSame('T------TT-----T', $tongued('own C major, tongue roots'), 'a breath after the top');
        self::assertSame('T------T------T', $tongued('own C major, tongue roots, quarter = 120'));
        self::assertSame('T---T---T---T--', $tongued('own C major, tongue cells'));
    }

    public function testSlursAreClosed(): void
    {
        foreach (['tongue cells', 'tongue roots', 'slurred'] as $articulation) {
            $open = 0;
            foreach (Support::study("own D major, tetra, $articulation", 'flute')->notes as $note) {
                $open += Slur::Start === $note->slur ? 1 : (Slur::Stop === $note->slur ? -1 : 0);
                self::assertGreaterThanOrEqual(0, $open);
            }
            self::assertSame(0, $open, $articulation);
        }
    }

    /** Source: the handbook, chapter 4, "Breath and hard spots". */
    public function testABreathStandsOnlyWhereAPhraseWouldBeLongerThanABreath(): void
    {
        $breaths = static fn (string $line): array => array_keys(array_filter(
            Support::study($line, 'clarinet-bb')->notes,
            static fn (StudyNote $note): bool => $note->breathAfter,
        ));
        self::assertSame([7], $breaths('own C major, from C4, long last'), 'at the turn');
        self::assertSame([], $breaths('own C major, from C4, long last, quarter = 100'), 'one breath is enough');
        self::assertSame([7], $breaths('own C major, from C4, slurred, long last'), 'a slur ends where one breathes');
        self::assertSame(
            [7, 15],
            $breaths('own C major, from C4, 4 notes, up, one-two-three-five, quarter = 60'),
            'at the ends of cells',
        );
        self::assertSame([], $breaths('own C major, from C4, 4 notes, up, one-two-three-five, quarter = 130'));
        self::assertSame(
            [1, 3, 5, 7],
            \array_slice($breaths('own A major, 2 octaves, eighths, quarter = 100, drill after note 8'), 0, 4),
            'a drill breathes where its pair starts again',
        );
        foreach (['flute' => 6, 'tuba-bbb' => 6, 'clarinet-bb' => 8, 'trombone' => 8] as $id => $seconds) {
            foreach ([[Stage::First, $seconds], [Stage::Developing, 12]] as [$stage, $most]) {
                $since = 0.0;
                foreach (Support::study('concert Bb major, half notes, quarter = 60', $id, $stage)->notes as $note) {
                    $since += $note->length / 3360;
                    self::assertLessThanOrEqual($most, $since, "$id, $stage->value");
                    $since = $note->breathAfter ? 0.0 : $since;
                }
            }
        }
    }

    /** A pattern that goes its own way is the same over any extent, and lies where one octave of it would. */
    public function testFullRangeLeavesAPatternThatGoesItsOwnWay(): void
    {
        $notes = static fn (string $line, string $id): string => implode(
            ' ',
            array_map(static fn (StudyNote $note): string => $note->pitch()->text(), Support::study($line, $id)->notes),
        );
        foreach (['trumpet-c', 'clarinet-bb', 'trombone'] as $id) {
            foreach (['chromatic segments', 'cell 1 3 5 on 1 4 5 1'] as $pattern) {
                foreach (['C', 'G#', 'Eb'] as $tonic) {
                    foreach (['chromatic', 'chromatic by the key'] as $scale) {
                        self::assertSame(
                            $notes("own $tonic $scale, $pattern", $id),
                            $notes("own $tonic $scale, full range, $pattern", $id),
                            "$tonic $scale, $pattern, $id",
                        );
                    }
                }
            }
            $range = Support::instruments()->instrument($id)->range['full'];
            $all = array_map(
                static fn (StudyNote $note): int => $note->pitch()->midi(),
                Support::study('own C chromatic, full range, thirds', $id)->notes,
            );
            self::assertGreaterThanOrEqual($range->lowest->midi(), min($all));
            self::assertGreaterThanOrEqual(
                $range->highest->midi() - 1,
                max($all),
                'as much of the range as the pattern reaches',
            );
        }
    }

    /**
     * No breath could be left out.
     */
    public function testBreathsAreNeededAndShareTheLineOut(): void
    {
        $phrases = 0;
        foreach ([
            ['flute', Stage::First, 6.0],
            ['tuba-bbb', Stage::First, 6.0],
            ['clarinet-bb', Stage::First, 8.0],
            ['trumpet-bb', Stage::Full, 12.0],
            ['bassoon', Stage::Full, 12.0],
            ['baritone-sax', Stage::Developing, 12.0],
        ] as [$id, $stage, $most]) {
            foreach ([
                'major, 2 octaves, quarters, quarter = 72',
                'major, 2 octaves, half notes, quarter = 90',
                'harmonic minor, half notes, quarter = 60',
                'major, whole notes, quarter = 80',
                'chromatic, 2 octaves, quarters, quarter = 100',
                'dorian, up, quarters, quarter = 50',
                'major, quarters, quarter = 52, down',
                'arpeggio, 2 octaves, half notes, quarter = 66',
            ] as $what) {
                foreach (['Bb', 'F', 'Eb', 'C'] as $tonic) {
                    $study = Support::study("concert $tonic $what", $id, $stage);
                    [$notes, $tempo] = [$study->notes, $study->recipe->timing->tempo];
                    if ([] !== $study->moves) {
                        continue; // a leap up is always breathed for
                    }
                    $lengths = [0.0];
                    $turns = [];
                    foreach ($notes as $note) {
                        $lengths[\count($lengths) - 1] += $note->length / 3360 / $tempo->quarters() * 60;
                        if ($note->breathAfter) {
                            $turns[] = $note->tone->isTurn;
                            $lengths[] = 0.0;
                        }
                    }
                    foreach ($lengths as $k => $seconds) {
                        ++$phrases;
                        self::assertLessThanOrEqual(
                            max($most * 1.02, $notes[0]->length / 3360 / $tempo->quarters() * 60) + 0.001,
                            $seconds,
                            "$tonic $what for $id",
                        );
                        // Where lesser places are needed, the turn has its breath whether or not it saves one.
                        if (isset($lengths[$k + 1]) && !$turns[$k]) {
                            self::assertGreaterThan(
                                $most,
                                $seconds + $lengths[$k + 1],
                                "$tonic $what for $id: breath ".($k + 1).' is needed',
                            );
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(300, $phrases);
    }

    public function testLipSlursAreSpelledByTheirIntervalAndSayWhatLiesBetween(): void
    {
        foreach ([
            ['own F major', 'trumpet-bb', 'F4 Bb4', '4'],
            ['own Gb major', 'tuba-bbb', 'Gb1 Db2', '5'],
            ['own F major', 'trombone', 'F2 C3', '5'],
        ] as [$key, $id, $notes, $degree]) {
            $study = Support::study($key.', lip slurs', $id);
            self::assertSame(
                $notes,
                implode(
                    ' ',
                    array_map(
                        static fn (StudyNote $note): string => $note->pitch()->text(),
                        \array_slice($study->notes, 0, 2),
                    ),
                ),
                $id,
            );
            self::assertSame($degree, $study->notes[1]->tone->degree);
        }
        foreach (Support::instruments()->ids() as $id) {
            if (!\in_array(
                Support::instruments()->instrument($id)->mechanism()->kind()->value,
                ['valves', 'slide'],
                true,
            )) {
                continue;
            }
            foreach (['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as $tonic) {
                $part = Support::part("own $tonic major, lip slurs", $id);
                $partials = array_map(
                    static fn ($note): int => $note->fingering->partial,
                    \array_slice($part->plan->notes, 0, 2),
                );
                self::assertSame(
                    $partials[1] - $partials[0] > 1,
                    str_contains(implode(' ', $part->study->warnings), 'too far out of tune'),
                    "$tonic for $id",
                );
            }
        }
    }

    public function testDropAboveALimit(): void
    {
        $study = Support::study('own C major, from C5, tetra, drop above E6', 'alto-sax');
        self::assertSame(RangePolicy::Drop, $study->policy);
        self::assertLessThanOrEqual(
            88,
            max(array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $study->notes)),
        );
        // Where the upper root is above the limit, the second group starts from the same root and the next root is an
        // octave lower.
        $names = array_map(static fn (StudyNote $note): string => $note->pitch()->text(), $study->notes);
        self::assertSame(
            ['F5', 'G5', 'A5', 'B5', 'F5', 'E5', 'D5', 'C5', 'G4', 'A4', 'B4', 'C5'],
            \array_slice($names, 24, 12),
        );
        self::assertSame([28, -1], [$study->moves[0]->at, $study->moves[0]->octaves]);
    }

    public function testTurnRoundAndLeaveOut(): void
    {
        $study = Support::study('own F major, turn round', 'trumpet-bb', Stage::First);
        $names = array_map(static fn (StudyNote $note): string => $note->pitch()->text(), $study->notes);
        self::assertSame('F4 G4 A4 Bb4 C5 D5 C5 Bb4 A4 G4 F4 E4 D4 C4 Bb3 A3 Bb3 C4 D4 E4 F4', implode(' ', $names));
        $left = Support::study('own D major, 2 octaves, leave out, eighths', 'trumpet-bb', Stage::First);
        self::assertStringContainsString('Left out', implode(' ', $left->warnings));
        self::assertSame(
            28 * Length::EIGHTH,
            $left->notes[\count($left->notes) - 1]->onset,
            'the time of the notes that are left out is kept',
        );
        self::assertSame(RangePolicy::LeaveOut, $left->policy);
    }

    public function testARangeClauseHoldsWhereverTheLineBegins(): void
    {
        $part = static fn (string $line): \SwiftReed\Study\Study => Support::study($line, 'trumpet-bb', Stage::First);
        self::assertSame(RangePolicy::LeaveOut, $part('own C major, 2 octaves, from C4, leave out')->policy);
        self::assertSame(RangePolicy::Drop, $part('own C major, from C4, thirds, same root and drop')->policy);
        self::assertSame(RangePolicy::Fold, $part('own C major, from C4 to C5, fold')->policy);
        self::assertNotSame([], $part('own C major, from C4 to C5, fold')->moves);
        self::assertStringContainsString(
            '"2 octaves" and "down" have no part in it',
            implode(' ', $part('own C major, 2 octaves, down, turn round')->warnings),
        );
        self::assertStringContainsString(
            '"5 notes" has no part in it',
            implode(' ', $part('own C major, 5 notes, lip slurs')->warnings),
        );
        self::assertStringNotContainsString('no part', implode(' ', $part('own C major, turn round')->warnings));
    }

    public function testAFoldedPatternLeapsByWholeCells(): void
    {
        $study = Support::study('own C major, fold, five-and-back', 'trumpet-bb');
        foreach ($study->notes as $i => $note) {
            if ($i > 0 && $note->tone->cell === $study->notes[$i - 1]->tone->cell) {
                self::assertSame($study->notes[$i - 1]->tone->octaves, $note->tone->octaves);
            }
        }
        self::assertNotSame([], $study->moves);
    }

    /** @return iterable<string, array{string, string}> */
    public static function orders(): iterable
    {
        yield 'by fourths' => ['concert C major, keys by fourths', 'C F Bb Eb Ab Db Gb B E A D G'];
        yield 'by fifths' => ['concert C major, keys by fifths', 'C G D A E B Gb Db Ab Eb Bb F'];
        yield 'minors keep a signature that can be read' => [
            'concert C harmonic minor, keys by fourths',
            'C F Bb Eb G# C# F# B E A D G',
        ];
        yield 'up' => ['concert C major, keys chromatic up', 'C Db D Eb E F Gb G Ab A Bb B'];
        yield 'down' => ['concert C major, keys chromatic down', 'C B Bb A Ab G Gb F E Eb D Db'];
        yield 'from another key' => ['concert Bb blues, keys by fourths', 'Bb Eb G# C# F# B E A D G C F'];
        yield 'modes' => ['concert F major, keys by modes', 'F G A Bb C D E'];
        yield 'modes on one tonic' => ['concert F major, keys by modes on one tonic', 'F F F F F F F'];
        yield 'rising chromatics' => ['concert C chromatic, up, keys chromatic up', 'C C# D D# E F F# G G# A A# B'];
        yield 'falling chromatics' => ['concert C chromatic, down, keys chromatic down', 'C B Bb A Ab G Gb F E Eb D Db'];
        yield 'in turn' => ['concert C major, keys by fourths up and down in turn', 'C F Bb Eb Ab Db Gb B E A D G'];
        yield 'degrees' => ['concert F major, keys by degrees', 'F G A Bb C D E'];
        yield 'listed' => ['concert F major, keys C G D Am', 'C G D A'];
        yield 'triad pairs' => ['concert C triad pair D, keys by fourths', 'C F Bb Eb Ab Db Gb B E A D G'];
    }

    #[DataProvider('orders')]
    public function testOrdersOfKeys(string $line, string $tonics): void
    {
        $lines = (new KeyOrder(Support::scales()))->lines(Support::parts()->parser->parse($line));
        self::assertSame(
            $tonics,
            implode(' ', array_map(static fn (StudyLine $one): string => $one->tonic()->text(), $lines)),
        );
        foreach ($lines as $one) {
            Support::part($one->text(), 'horn-f'); // each can be played
        }
    }

    public function testMajorsWithTheirMinors(): void
    {
        $lines = (new KeyOrder(Support::scales()))->lines(Support::parts()->parser->parse(
            'own C major, eighths, keys with minors',
        ));
        self::assertSame(
            [
                'own C major, eighths', 'own A natural minor, eighths', 'own A harmonic minor, eighths',
                'own A melodic minor, eighths', 'own G major, eighths', 'own E natural minor, eighths',
            ],
            array_map(static fn (StudyLine $one): string => $one->text(), \array_slice($lines, 0, 6)),
        );
        self::assertCount(48, $lines);
        foreach (['own C blues, keys with minors', 'own C blues, keys by modes'] as $wrong) {
            try {
                (new KeyOrder(Support::scales()))->lines(Support::parts()->parser->parse($wrong));
                self::fail($wrong);
            } catch (StudyLineError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
    }

    public function testASheetNumbersItsStudiesInEveryFormat(): void
    {
        $sheet = (new SheetBuilder(Support::parts()))->read(
            ['concert F major, 2 octaves', 'concert F arpeggio, keys by fourths', 'concert F blues, triplets'],
            Support::instruments()->instrument('trombone'),
        );
        self::assertSame(['1', '2.1', '2.2'], \array_slice($sheet->numbers, 0, 3));
        self::assertSame('3', $sheet->numbers[13]);
        $xml = simplexml_load_string((new MusicXmlWriter())->of($sheet, new ExportChoices()));
        self::assertNotFalse($xml);
        self::assertCount(14, $xml->xpath('//rehearsal') ?: []);
        $ids = array_map(strval(...), $xml->xpath('//note/@id') ?: []);
        self::assertSame($ids, array_unique($ids), 'every note has an id of its own');
        $bars = array_map(
            static fn (\SimpleXMLElement $bar): int => (int) $bar['number'],
            $xml->xpath('//measure') ?: [],
        );
        self::assertSame(range(1, \count($bars)), $bars, 'bars count on');
        self::assertSame(
            array_sum(array_map(static fn ($part): int => \count($part->study->notes), $sheet->parts)),
            substr_count((new TextWriter())->of($sheet, new ExportChoices()), '♭3') >= 0
                ? self::noteOns((new MidiWriter())->of($sheet, new ExportChoices()))
                : 0,
        );
    }

    private static function noteOns(string $midi): int
    {
        // Each note-on of ours follows a delta time; velocities are 76 or 84.
        preg_match_all('/\x90[\x00-\x7F][\x4C\x54]/', $midi, $found);

        return \count($found[0]);
    }

    public function testAWrongRowOfASheetIsNamed(): void
    {
        $this->expectException(SheetError::class);
        $this->expectExceptionMessageMatches('/^Line 2 of the sheet, "concert F majr": Column 11/');
        (new SheetBuilder(Support::parts()))->read(
            ['concert F', 'concert F majr'],
            Support::instruments()->instrument('flute'),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function counted(): iterable
    {
        yield 'sixteenths' => ['own C major, 5 notes, sixteenths', '1 e & a 2 e & a 3'];
        yield 'eighths' => ['own C major, 5 notes, eighths', '1 & 2 & 3 & 4 & 1'];
        yield 'triplets' => ['own C major, 5 notes, triplets', '1 trip let 2 trip let 3 trip let'];
        yield 'held notes' => ['own C major, 3 notes, half notes', '1 2|3 4|1 2|3 4|1 2'];
        yield 'in six' => ['own C major, 5 notes, 6/8', '1 2 3 4 5 6 1 2 3'];
    }

    #[DataProvider('counted')]
    public function testCounts(string $line, string $counts): void
    {
        $study = Support::study($line, 'flute');
        self::assertSame($counts, implode(str_contains($counts, '|') ? '|' : ' ', Counts::of($study)));
    }

    public function testTheWorkingIsThatOfThePage(): void
    {
        $working = self::working('concert F major', 'alto-sax');
        self::assertSame(
            ['W W H', 'W', 'W W H'],
            [$working->tetrachord(false), $working->link(), $working->tetrachord(true)],
        );
        self::assertSame('D E F♯ G A B C♯', implode(' ', array_column($working->degrees, 'note')));
        self::assertStringContainsString('a major sixth', $working->transposition);
        self::assertStringContainsString('3 sharps more', $working->transposition);
        self::assertSame(7, \count($working->letters));
        $minor = self::working('own A harmonic minor', 'flute');
        self::assertSame(['W H W', 'H 3 H'], [$minor->tetrachord(false), $minor->tetrachord(true)]);
        self::assertSame(['b3' => -1, 'b6' => -1], array_filter(array_column($minor->degrees, 'raised', 'degree')));
        self::assertStringContainsString(
            'C, E♭, G♭',
            strtr(
                implode(' ', self::working('own A diminished whole-half', 'flute')->relations),
                ['D♯' => 'E♭', 'F♯' => 'G♭'],
            ),
        );
        self::assertContains('C major with 4 raised.', self::working('own C lydian', 'flute')->relations);
        self::assertStringContainsString('C major', implode(' ', self::working('own D dorian', 'flute')->relations));
        self::assertStringContainsString(
            'A♭ melodic minor',
            implode(' ', self::working('own G altered', 'flute')->relations),
        );
    }

    public function testATriadPairFitsOverItsChords(): void
    {
        // Source: the handbook, chapter 5 (common practice): B flat and C over C7 or G minor 7; for a B flat instrument
        // C and D over D7 or A minor 7.
        $working = self::working('concert Bb triad pair C', 'tenor-sax');
        self::assertSame(['C7', 'Gm7'], $working->concertChords);
        self::assertSame(['D7', 'Am7'], $working->writtenChords);
        foreach ([
            'concert C triad pair Am' => 'C and E',
            'concert C triad pair Em' => 'E and G',
            'concert C minor triad pair Eb' => 'E♭ and G',
        ] as $line => $shared) {
            try {
                Support::parts()->parser->parse($line);
                self::fail($line);
            } catch (StudyLineError $error) {
                self::assertStringContainsString("share $shared", $error->getMessage());
            }
        }
        self::assertSame(
            'concert Bb minor triad pair Cdim',
            Support::parts()->parser->parse('concert b flat minor triad pair C diminished')->text(),
        );
    }

    private static function working(string $line, string $instrument): Working
    {
        $part = Support::part($line, $instrument);

        return Working::of($part->study, $part->instrument->transposition, $part->instrument->article);
    }

    public function testReminderSignsStandAsideForTrueOnes(): void
    {
        $signs = static fn (Reminders $level): string => implode(
            ' ',
            array_map(
                static fn (StudyNote $note): string => $note->pitch()->name()->text().(
                    null === $note->reminder ? '' : ':'.$note->reminder->besideNote()
                ),
                Support::built(
                    'own A major, from A4, 3 notes, up, cell 1 b3 3 4',
                    Support::instruments()->instrument('flute'),
                    reminders: $level,
                )->study->notes,
            ),
        );
        // In the first bar C natural takes a true sign, and so does the C sharp after it; D flat and D in the second
        // bar likewise.
        self::assertSame('A C C# D B Db D E C#:#', $signs(Reminders::Affected));
        self::assertSame('A C C# D B Db D E C#', $signs(Reminders::None));
        $long = Support::built(
            'own C major, from C4, up, cell 1 b3 3 4 5 6 7 8',
            Support::instruments()->instrument('keyboard'),
            reminders: Reminders::Habit,
        );
        self::assertSame(
            ['E4', 'natural'],
            [$long->study->notes[16]->pitch()->text(), $long->study->notes[16]->reminder?->besideNote()],
            'E stood as E flat four bars before',
        );
    }

    public function testLettersForThoseWhoDoNotReadYet(): void
    {
        $lines = LetterChart::of(
            Support::scales()->material('major'),
            Support::instruments()->instrument('flute')->transposition,
            SpellingPreference::Plainest,
        );
        self::assertCount(12, $lines);
        // Source: the handbook, chapter 1 (common practice): "in D, notes 3 and 7".
        $d = array_values(array_filter($lines, static fn ($line): bool => 'D' === $line->written->tonic->text()))[0];
        self::assertSame('notes 3 and 7', $d->spoken());
        self::assertSame('no note', $lines[0]->spoken());
        self::assertSame('note 4', $lines[1]->spoken());
    }

    public function testLipSlursTakeRealNeighboursOnOneFingering(): void
    {
        // Source: the handbook, chapter 3: trumpet C4 and G4 open are neighbours; on the F horn a partial lies between.
        self::assertSame(
            'C4 G4 C4',
            implode(' ', \array_slice(explode(' ', Support::notes('own C major, lip slurs', 'trumpet-bb')), 0, 3)),
        );
        self::assertSame(
            'C4 E4 C4',
            implode(' ', \array_slice(explode(' ', Support::notes('own C major, lip slurs', 'horn-f')), 0, 3)),
        );
        foreach (['trumpet-bb', 'horn-f', 'trombone', 'tuba-bbb', 'euphonium-bc'] as $id) {
            foreach (['C', 'D', 'Eb', 'F#'] as $tonic) {
                $plan = Support::part("own $tonic major, lip slurs", $id)->plan;
                self::assertCount(
                    1,
                    array_unique(array_map(
                        static fn ($note): string => implode(
                            ' ',
                            $note->fingering->touches,
                        ).$note->fingering->slide?->position,
                        $plan->notes,
                    )),
                    "$id $tonic",
                );
            }
        }
        $study = Support::study('own C major, lip slurs', 'trumpet-bb');
        self::assertSame(
            [
                Length::HALF => 2, Length::EIGHTH => 8, Length::TRIPLET_EIGHTH => 12, Length::SIXTEENTH => 16,
                Length::WHOLE => 1,
            ],
            array_count_values(array_map(static fn (StudyNote $note): int => $note->length, $study->notes)),
        );
        self::assertSame(
            [1, 2, 3, 4, 5],
            array_values(array_unique(array_map(static fn (StudyNote $note): int => $note->bar, $study->notes))),
        );
        self::assertCount(17, Support::study('own C major, lip slurs, eighths', 'trumpet-bb')->notes);
        $this->expectException(StudyError::class);
        Support::part('own C major, lip slurs', 'flute');
    }
}
