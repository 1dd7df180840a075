<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;

/**
 * Facts of the trade. Source: the handbook's check values, common practice, no published source.
 */
final class CheckValuesTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function spellings(): iterable
    {
        yield ['own C tetrachord, up', 'C D E F'];
        yield ['own D tetrachord, up', 'D E F# G'];
        yield ['own F tetrachord, up', 'F G A Bb'];
        yield ['own C# tetrachord, up', 'C# D# E# F#'];
        yield ['own F# major, up', 'F# G# A# B C# D# E# F#'];
        yield ['own Gb major, up', 'Gb Ab Bb Cb Db Eb F Gb'];
        yield ['own C blues, up', 'C Eb F Gb G Bb C'];
        yield ['own C whole tone, up', 'C D E F# G# A# C'];
        yield ['own C diminished seventh arpeggio, up', 'C Eb Gb Bbb C'];
        yield ['own C diminished whole-half, up', 'C D Eb F Gb Ab A B C'];
        yield ['own C augmented arpeggio, up', 'C E G# C'];
        yield ['own A harmonic minor, up', 'A B C D E F G# A'];
        yield ['own A melodic minor', 'A B C D E F# G# A G F E D C B A'];
        yield ['own G chromatic', 'G G# A A# B C C# D D# E F F# G Gb F E Eb D Db C B Bb A Ab G'];
        yield ['own C, 5 notes, then arpeggio', 'C D E F G F E D C E G E C'];
        yield ['own Eb blues, up', 'Eb Gb Ab Bbb Bb Db Eb'];
        yield ['own C triad', 'C E G E C'];
        yield ['own C bebop, down', 'C B Bb A G F E D C'];
    }

    #[DataProvider('spellings')]
    public function testSpelling(string $line, string $names): void
    {
        self::assertSame($names, Support::letters($line));
    }

    public function testTheModesShareTheSignatureOfTheirMajorScale(): void
    {
        $modes = ['C ionian', 'D dorian', 'E phrygian', 'F lydian', 'G mixolydian', 'A aeolian', 'B locrian'];
        foreach ($modes as $mode) {
            $part = Support::part('own '.$mode.', up', 'flute');
            self::assertSame(0, $part->study->signature->fifths, $mode);
            foreach ($part->study->notes as $note) {
                self::assertSame(0, $note->pitch()->alter, $mode);
            }
        }
    }

    public function testThreeDiminishedAndTwoWholeToneScalesExist(): void
    {
        foreach (['diminished whole-half' => 3, 'whole tone' => 2] as $scale => $count) {
            $sets = [];
            foreach (['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as $tonic) {
                $set = [];
                foreach (Support::study("own $tonic $scale, up", 'keyboard')->notes as $note) {
                    $set[$note->pitch()->name()->pitchClass()] = true;
                }
                ksort($set);
                $sets[implode(' ', array_keys($set))] = true;
            }
            self::assertCount($count, $sets, $scale);
        }
    }

    public function testOwnKeysStandOnTheirPacketLines(): void
    {
        $expected = ['C' => [1, 2, 3, 4], 'Bb' => [3, 4, 5, 6]];
        foreach ($expected as $own => $lines) {
            foreach (['flute', 'horn-f', 'trumpet-bb', 'alto-sax'] as $i => $id) {
                self::assertSame(
                    $lines[$i],
                    PacketTable::lineOfOwnKey(
                        NoteName::parse($own),
                        Support::instruments()->instrument($id)->transposition,
                    ),
                    "$own $id",
                );
            }
        }
        self::assertSame(3, Support::study('concert '.PacketTable::lines()[10]->text(), 'flute')->signature->fifths);
        self::assertSame(2, Support::study('concert F', 'alto-sax')->signature->fifths);
        self::assertSame(-1, Support::study('concert F', 'trombone')->signature->fifths);
    }

    public function testConcertFFoldedAfterTheFourthNote(): void
    {
        self::assertSame(
            'G4 A4 B4 C5 D4 E4 F#4 G4 F#4 E4 D4 C5 B4 A4 G4',
            Support::notes('concert F, fold', 'trumpet-bb'),
        );
        self::assertStringStartsWith('F3 G3 A3 Bb3 C3', Support::notes('concert F, fold', 'trombone'));
        $study = Support::study('concert F, fold, long ends', 'trumpet-bb');
        self::assertSame([4, 11], array_column($study->moves, 'at'));
        self::assertSame([-1, 0], array_column($study->moves, 'octaves'));
        self::assertSame([2, 4], [$study->notes[4]->bar, $study->notes[11]->bar], 'the leaps stand in bars 2 and 4');
    }

    public function testScaleAndArpeggioWithLongEndsAreTwentySixQuarters(): void
    {
        $notes = Support::study('concert C, then arpeggio, long ends', 'flute')->notes;
        $last = $notes[\count($notes) - 1];
        self::assertSame(26 * 3360, $last->onset + $last->length);
        self::assertCount(21, $notes);
    }

    public function testAFirstYearTrumpetFoldsWhatDoesNotFit(): void
    {
        $part = Support::part('concert F', 'trumpet-bb', Stage::First);
        self::assertSame('fold', $part->study->policy->value);
        self::assertNotSame([], $part->study->warnings);
    }

    /** @return iterable<array{string, string, string}> instrument, note, valves or position */
    public static function brass(): iterable
    {
        foreach (['G4' => '0', 'A4' => '1-2', 'B4' => '2', 'C5' => '0', 'D5' => '1'] as $note => $valves) {
            yield ['trumpet-bb', $note, $valves];
        }
        foreach ([
            'F3' => '1', 'G3' => '0', 'A3' => '1-2', 'Bb3' => '1', 'C4' => '0', 'D4' => '1', 'E4' => '0', 'F4' => '1',
            'G4' => '0', 'A4' => '1-2', 'Bb4' => '1', 'C5' => '0', 'D5' => '1', 'E5' => '0', 'F5' => '1',
        ] as $note => $valves) {
            yield ['horn-f', $note, $valves];
        }
        foreach ([
            'F3' => '1', 'A4' => 'T1-2', 'Bb4' => 'T1', 'C5' => 'T0', 'D5' => 'T1-2', 'E5' => 'T2', 'F5' => 'T0',
        ] as $note => $valves) {
            yield ['horn-f double', $note, $valves];
        }
        // Standard method-book fingerings, written C4 to C6: common practice, no published source.
        foreach ([
            'C4' => '0', 'C#4' => '1-2-3', 'D4' => '1-3', 'Eb4' => '2-3', 'E4' => '1-2', 'F4' => '1', 'F#4' => '2',
            'G#4' => '2-3', 'Bb4' => '1', 'C#5' => '1-2', 'Eb5' => '2', 'E5' => '0', 'F5' => '1', 'F#5' => '2',
            'G5' => '0', 'G#5' => '2-3', 'A5' => '1-2', 'Bb5' => '1', 'B5' => '2', 'C6' => '0',
        ] as $note => $valves) {
            yield ['trumpet-bb', $note, $valves];
        }
        // Standard method-book positions, E2 to B flat 4: common practice, no published source.
        foreach ([
            'E2' => '7', 'F2' => '6', 'F#2' => '5', 'G2' => '4', 'Ab2' => '3', 'A2' => '2', 'Bb2' => '1', 'B2' => '7',
            'C3' => '6', 'C#3' => '5', 'D3' => '4', 'Eb3' => '3', 'E3' => '2', 'F3' => '1', 'F#3' => '5', 'G3' => '4',
            'Ab3' => '3', 'A3' => '2', 'Bb3' => '1', 'B3' => '4▴', 'C4' => '3▴', 'C#4' => '2▴', 'D4' => '1',
            'Eb4' => '3', 'E4' => '2', 'F4' => '1', 'F#4' => '3▴', 'G4' => '2▴', 'Ab4' => '3', 'A4' => '2',
            'Bb4' => '1',
        ] as $note => $position) {
            yield ['trombone', $note, $position];
        }
        yield ['trombone f-attachment', 'C3', 'T1'];
        yield ['trombone f-attachment', 'F2', 'T1'];
        yield ['trombone f-attachment', 'B2', 'T2'];
        yield ['euphonium-bc 4-valves', 'C3', '4'];
        yield ['euphonium-bc 4-valves', 'B2', '2-4'];
        yield ['euphonium-bc 4-valves', 'D2', '2-3-4'];
        yield ['euphonium-bc compensating', 'D2', '1-2-4'];
        yield ['euphonium-bc compensating', 'B1', '1-2-3-4'];
    }

    #[DataProvider('brass')]
    public function testBrass(string $instrument, string $note, string $text): void
    {
        [$id, $setup] = explode(' ', $instrument.' ');
        $found = Support::instruments()->instrument(
            $id,
            '' === $setup ? [] : [$setup],
        )->fingerings(Pitch::parse($note));
        self::assertSame($text, $found[0]->text);
    }

    public function testTheDoubleHornShowsBothSidesInTheHighOctave(): void
    {
        $horn = Support::instruments()->instrument('horn-f', ['double']);
        foreach ([
            'F3' => 'T0', 'A4' => '1-2', 'Bb4' => '1', 'C5' => '0', 'D5' => '1', 'E5' => '0', 'F5' => '1',
        ] as $note => $other) {
            self::assertContains($other, array_column($horn->fingerings(Pitch::parse($note)), 'text'), $note);
        }
        self::assertContains(
            '0',
            array_column(Support::instruments()->instrument('horn-f')->fingerings(Pitch::parse('D5')), 'text'),
        );
    }

    /** @return iterable<array{string, string, string}> */
    public static function woodwinds(): iterable
    {
        foreach ([
            'C4' => 'L1 L2 L3 R1 R2 R3 r-c', 'D4' => 'L1 L2 L3 R1 R2 R3', 'E4' => 'L1 L2 L3 R1 R2', 'G4' => 'L1 L2 L3',
            'A4' => 'L1 L2', 'C5' => 'L2', 'D5' => 'L1 L2 L3 R1 R2 R3 oct', 'E5' => 'L1 L2 L3 R1 R2 oct',
            'Bb4' => 'L1 L2 side-bb',
        ] as $note => $touches) {
            yield ['alto-sax', $note, $touches];
        }
        foreach ([
            'C4' => 'L1 L2 L3 LT', 'C#4' => 'L1 L2 L3 LT lCs', 'D4' => 'L1 L2 LT', 'Eb4' => 'L1 L2 LT side-eb',
            'E4' => 'L1 LT', 'F4' => 'LT', 'F#4' => 'L1', 'G4' => '', 'G#4' => 'kGs', 'A4' => 'kA', 'Bb4' => 'kA reg',
            'B4' => 'L1 L2 L3 LT R1 R2 R3 lE reg', 'C5' => 'L1 L2 L3 LT R1 R2 R3 rF reg',
        ] as $note => $touches) {
            yield ['clarinet-bb', $note, $touches];
        }
    }

    #[DataProvider('woodwinds')]
    public function testWoodwinds(string $instrument, string $note, string $touches): void
    {
        self::assertSame($touches, implode(' ', Support::touches($instrument, $note)));
    }
}
