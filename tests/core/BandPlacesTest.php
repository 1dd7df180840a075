<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * Where lines lie: for a whole band, beyond a stage, from key to key; and in which spelling they sound.
 *
 * Source of the rules: the handbook, chapters 2 and 3 (common practice).
 */
final class BandPlacesTest extends TestCase
{
    /** @return list<int> */
    private static function midi(string $line, string $id, Stage $stage = Stage::Full): array
    {
        return array_map(
            static fn (StudyNote $note): int => $note->pitch()->midi(),
            Support::study($line, $id, $stage)->notes,
        );
    }

    public function testPlacesForTheBandAreCountedFromEachPlayersOwn(): void
    {
        $moved = ['octave higher' => 0, 'octave lower' => 0, 'refused' => 0];
        foreach (Support::instruments()->ids() as $id) {
            $instrument = Support::instruments()->instrument($id);
            foreach (['C', 'Eb', 'F#', 'A'] as $tonic) {
                foreach (Stage::cases() as $stage) {
                    $usual = self::midi("concert $tonic major, 5 notes", $id, $stage);
                    foreach (['octave higher' => 12, 'octave lower' => -12] as $place => $by) {
                        try {
                            self::assertSame(
                                array_map(static fn (int $midi): int => $midi + $by, $usual),
                                self::midi("concert $tonic major, 5 notes, $place", $id, $stage),
                                "$id $tonic $place",
                            );
                            ++$moved[$place];
                        } catch (StudyError $error) {
                            self::assertTrue(
                                min($usual) + $by < $instrument->range['full']->lowest->midi()
                                    || max($usual) + $by > $instrument->range['full']->highest->midi(),
                                $error->getMessage(),
                            );
                            ++$moved['refused'];
                        }
                    }
                    $low = Support::part("concert $tonic major, 5 notes, low octave", $id, $stage);
                    $high = Support::part("concert $tonic major, 5 notes, high octave", $id, $stage);
                    if (!$low->study->isBeyondLimit) {
                        $range = $instrument->range[$stage->value];
                        self::assertLessThan(
                            $range->lowest->midi(),
                            self::lowest($low) - 12,
                            "$id: no lower octave fits the stage",
                        );
                        self::assertGreaterThan(
                            $range->highest->midi(),
                            self::highest($high) + 12,
                            "$id: no higher octave fits the stage",
                        );
                    }
                }
            }
        }
        self::assertGreaterThan(40, min($moved), 'all three happen');
    }

    private static function lowest(Part $part): int
    {
        return min(array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $part->study->notes));
    }

    private static function highest(Part $part): int
    {
        return max(array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $part->study->notes));
    }

    public function testAWrittenNoteInAConcertLineIsWarnedOf(): void
    {
        self::assertStringContainsString(
            'another degree for every player',
            implode(' ', Support::study('concert F major, from G4', 'trumpet-bb')->warnings),
        );
        self::assertStringContainsString(
            'another degree for every player',
            implode(' ', Support::study('concert F major, build-up from G4', 'trumpet-bb')->warnings),
        );
        self::assertSame([], Support::study('own F major, from G4', 'trumpet-bb')->warnings);
    }

    public function testBeyondTheRangeTheLineGoesThereWhereItGoesBeyondItLeast(): void
    {
        // A3 to A5 is two half steps above what a developing horn has, A2 to A4 eight below.
        self::assertSame(
            [57, 81],
            [min(self::midi('own A major, 2 octaves', 'horn-f')), max(self::midi('own A major, 2 octaves', 'horn-f'))],
        );
    }

    public function testFullRangeOfTheChromaticScaleIsEveryNoteOfTheStage(): void
    {
        foreach (Support::instruments()->ids() as $id) {
            foreach (Stage::cases() as $stage) {
                $range = Support::instruments()->instrument($id)->range[$stage->value];
                $midi = self::midi('concert C chromatic, full range', $id, $stage);
                self::assertSame(
                    [
                        ...range($range->lowest->midi(), $range->highest->midi()),
                        ...range($range->highest->midi() - 1, $range->lowest->midi()),
                    ],
                    $midi,
                    $id,
                );
            }
        }
        self::assertSame(
            60,
            self::midi('own C major, full range', 'clarinet-bb')[0],
            'a scale keeps its tonic at the ends',
        );
    }

    /** @return iterable<array{string, string, string}> line, instrument, first written notes of its keys */
    public static function walks(): iterable
    {
        yield ['own C chromatic, down, keys chromatic down', 'trumpet-bb', 'C5 B4 Bb4 A4 Ab4 G4 Gb4'];
        yield ['own C chromatic, up, from C4, keys chromatic up', 'trumpet-bb', 'C4 C#4 D4 D#4 E4 F4 F#4 G4'];
        yield ['own C major, from D4, up, keys by fourths', 'trumpet-bb', 'D4 G4 C5 F4'];
        yield ['own C major, from C4 to G4, up, keys C F G', 'flute', 'C4 F4 G4'];
    }

    #[DataProvider('walks')]
    public function testThePlaceFixesTheFirstKeyAndTheRootsGoOnFromThere(string $line, string $id, string $first): void
    {
        $sheet = (new SheetBuilder(Support::parts()))->read([$line], Support::instruments()->instrument($id));
        $found = array_map(static fn (Part $part): string => $part->study->notes[0]->pitch()->text(), $sheet->parts);
        self::assertSame(explode(' ', $first), \array_slice($found, 0, \count(explode(' ', $first))));
        self::assertCount(
            \count($sheet->parts),
            array_unique(array_map(static fn (Part $part): string => $part->line(), $sheet->parts)),
            'every key has a line of its own',
        );
        $steps = static fn (Part $part): array => array_map(
            static fn (StudyNote $note): int => $note->pitch()->midi() - $part->study->notes[0]->pitch()->midi(),
            $part->study->notes,
        );
        foreach ($sheet->parts as $part) {
            self::assertSame($steps($sheet->parts[0]), $steps($part), 'it is the same melody in every key');
            self::assertSame($part->line(), Support::built($part->line(), $part->instrument)->line());
        }
    }

    /**
     * What sounds is spelled as the line is spelled when it is built on the concert tonic, on every instrument,
     * respelled or not.
     */
    public function testWhatSoundsIsSpelledInTheConcertKey(): void
    {
        foreach (['trumpet-bb', 'alto-sax', 'horn-f', 'clarinet-a', 'tuba-eb-tc', 'bass-clarinet'] as $id) {
            foreach (['B', 'E', 'F#', 'Gb', 'C#', 'Ab', 'D', 'C'] as $tonic) {
                foreach ([
                    'major', 'harmonic minor', 'chromatic', 'whole tone', 'altered', 'major, thirds',
                    'major, 5 notes, five-and-back with approach',
                ] as $material) {
                    $part = Support::part("concert $tonic $material", $id);
                    $reference = Support::part("concert $tonic $material, from $tonic".'4', 'keyboard');
                    $names = static fn (Part $one): array => array_map(
                        static fn (StudyNote $note): string => $note->sounding->name()->text(),
                        $one->study->notes,
                    );
                    self::assertSame($names($reference), $names($part), "concert $tonic $material on $id");
                    foreach ($part->study->notes as $note) {
                        self::assertSame(
                            $note->pitch()->midi() - $part->instrument->transposition->halfSteps(),
                            $note->sounding->midi(),
                        );
                    }
                }
            }
        }
        // Source: the handbook, chapter 2: concert B for trumpet is written D flat and sounds B C# D# E.
        self::assertSame(
            ['B', 'C#', 'D#', 'E'],
            array_map(
                static fn (StudyNote $note): string => $note->sounding->name()->text(),
                \array_slice(Support::study('concert B major', 'trumpet-bb')->notes, 0, 4),
            ),
        );
    }

    public function testMaterialWithoutSignatureIsWrittenWithTheFewestSigns(): void
    {
        // Source: the handbook, chapter 2: concert E whole tone for trumpet is G flat A flat B flat C D E.
        self::assertSame(
            'Gb Ab Bb C D E Gb',
            implode(' ', \array_slice(explode(' ', Support::letters('concert E whole tone, up', 'trumpet-bb')), 0, 7)),
        );
        self::assertSame(
            'F# G# A# B# C## D## F#',
            Support::letters('concert F# whole tone, up', 'flute'),
            'at pitch the tonic is read as it is named',
        );
        foreach (Support::instruments()->ids() as $id) {
            $transposition = Support::instruments()->instrument($id)->transposition;
            foreach (['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as $tonic) {
                foreach ([
                    'whole tone', 'altered', 'diminished half-whole', 'diminished whole-half', 'chromatic',
                ] as $name) {
                    $material = Support::scales()->material($name);
                    $written = Support::study("concert $tonic $name", $id)->writtenKey;
                    $plain = NoteName::parse($tonic)->transpose($transposition->writtenAboveSounding);
                    $moved = !$written->key->tonic->equals($plain);
                    self::assertSame($written->respelled, $moved);
                    if ($moved) {
                        self::assertNotSame(0, $plain->alter, 'a natural never changes');
                        self::assertLessThan($material->signsOn($plain), $material->signsOn($written->key->tonic));
                    }
                }
            }
        }
    }

    public function testOwnKeysAreCalledAsThePacketCallsThem(): void
    {
        self::assertSame('B', Support::study('own Db major', 'trumpet-bb')->concertKey->tonic->text());
        self::assertSame(
            'F#',
            Support::study('own F# major', 'flute')->concertKey->tonic->text(),
            'at pitch it is the own key itself',
        );
        self::assertSame('Gb', Support::study('own C# major', 'horn-f')->concertKey->tonic->text());
    }

    public function testAGroupThatMovesKeepsTheSkipIntoTheNextRoot(): void
    {
        $last = static fn (string $line): string => implode(
            ' ',
            \array_slice(
                array_map(
                    static fn (StudyNote $note): string => $note->pitch()->text(),
                    Support::study($line, 'tenor-sax', Stage::Developing)->notes,
                ),
                -2,
            ),
        );
        self::assertSame('B4 C5', $last('concert Bb major, five-and-back, eighths'));
        $part = Support::part('concert Bb major, five-and-back, eighths', 'tenor-sax', Stage::Developing);
        self::assertStringContainsString('too low are played an octave higher', implode(' ', $part->study->warnings));
        // Where one octave holds the next group too, it stays there: A4 after G4 and not A5.
        $notes = array_map(
            static fn (StudyNote $note): string => $note->pitch()->text(),
            Support::study('concert Ab major, five-and-back, eighths', 'tenor-sax', Stage::Developing)->notes,
        );
        self::assertStringNotContainsString('G4 A5', implode(' ', $notes));
    }

    public function testDegreesAreRightAfterEveryOctaveMove(): void
    {
        foreach ([
            'own C major, tetra',
            'own Bb major, five-and-back',
            'own F major, diatonic sevenths',
            'own D major, thirds, same root and drop',
        ] as $line) {
            foreach (['trumpet-bb', 'horn-f', 'tenor-sax', 'bassoon', 'clarinet-bb'] as $id) {
                foreach (Stage::cases() as $stage) {
                    $study = Support::study($line, $id, $stage);
                    foreach ($study->notes as $note) {
                        if ('fold' === $study->policy->value) {
                            continue;
                        }
                        $letters = $note->pitch()->staffPlace() - $study->lowTonic->staffPlace();
                        self::assertSame(
                            $letters + 1,
                            $note->tone->number,
                            "$line, $id: ".$note->pitch()->text().' above '.$study->lowTonic->text(),
                        );
                    }
                }
            }
        }
    }

    public function testASingleNoteOrItsNeighbourIsSpelledByItsDegree(): void
    {
        self::assertSame('Db Fb Ab Db', Support::letters('own Db major, cell 1 b3 5 on 1'));
        self::assertSame('E E# F# B', Support::letters('own B major, cell 4 #4 5 on 1'));
        self::assertSame('G# A B# C#', Support::letters('own C# natural minor, cell 5 6 #7 8 on 1'));
        $study = Support::study('own C# natural minor, cell 5 6 #7 8 on 1', 'flute');
        self::assertSame('#7', $study->notes[2]->tone->fromRoot);
        self::assertTrue($study->notes[2]->pitch()->name()->equals(Pitch::parse('B#4')->name()));
    }
}
