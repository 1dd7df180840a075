<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Pattern\CellDegree;
use SwiftReed\Study\Chords;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * Degrees in scales of any size, cells counted from their roots, chords, and lines that fill their bars.
 *
 * Source of the rules: the handbook, chapter 3 (common practice).
 */
final class ScaleSizesTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function written(): iterable
    {
        yield ['own C major pentatonic, up, octaves, from C4', 'C4 C5 D4 D5 E4 E5 G4 G5 A4 A5 C5'];
        yield ['own C blues, cell 1 3 5 8 5 3 on 1', 'C4 F4 G4 C5 G4 F4 C4'];
        yield [
            'own C major pentatonic, tetra, from C4, 3 notes',
            'C4 D4 E4 G4 C5 A4 G4 E4 D4 E4 G4 A4 D5 C5 A4 G4 E4 G4 A4 C5 E5 D5 C5 A4 G4 D4 E4',
        ];
        yield ["own C bebop, cell 7 0' 8 on 1, from C4", 'Bb4 B4 C5'];
        yield ['own C tetrachord', 'C4 D4 E4 F4'];
        yield ['own C major, build-up from E4, 4 notes', 'E4 E4 F4 D4 E4 F4 C4 D4 E4 F4'];
        yield [
            'own C melodic minor, five-and-back with approach, 5 notes, up',
            'C4 D4 Eb4 F4 G4 F4 Eb4 C#4 D4 Eb4 F4 G4 A4 G4 F4 Fb4 Eb4 F4 G4 A4 B4 A4 G4 Gb4 F4 G4 A4 B4 C5 B4 A4 Ab4 G4',
        ];
        yield [
            'own C major, 3 notes, enclosed, from E4, down',
            'E4 F4 G4 E4 F4 E4 Eb4 C#4 D4 E4 F4 D4 E4 D4 Db4 B3 C4',
        ];
        yield [
            'own C major, 3 notes, enclosed returning, from E4, down',
            'E4 F4 G4 F4 E4 E4 Eb4 C#4 D4 E4 F4 E4 D4 D4 Db4 B3 C4',
        ];
    }

    #[DataProvider('written')]
    public function testWrittenOut(string $line, string $notes): void
    {
        self::assertSame($notes, Support::notes($line, str_contains($notes, 'B3') ? 'keyboard' : 'flute'));
    }

    public function testDegreesThatAScaleDoesNotHaveAreRefusedWithSomethingThatWorks(): void
    {
        foreach ([
            'own C major pentatonic, cell 1 6' => '6',
            'own C blues, cell 7 1' => '7',
            'own C arpeggio, cell 1 2 4' => '4',
            'own C major pentatonic, cell 1 on 6' => '6',
        ] as $line => $degree) {
            try {
                Support::part($line, 'flute');
                self::fail($line);
            } catch (StudyError $error) {
                self::assertStringContainsString('degree '.$degree, $error->getMessage());
            }
        }
    }

    /** A step and its name are each other's inverse, for every size of scale. */
    public function testStepsAndTheirNamesAgree(): void
    {
        foreach (range(3, 8) as $size) {
            foreach (range(-min(6, $size - 1), 8 === $size ? 14 : 3 * $size) as $step) {
                $name = CellDegree::named($step, $size);
                preg_match('/^(\d+)(,|\')?$/', $name, $found);
                self::assertSame(
                    $step,
                    CellDegree::of(
                        (int) ($found[1] ?? 0),
                        ['' => 0, ',' => -1, "'" => 1][$found[2] ?? ''],
                    )->step($size, false),
                    "step $step of $size is $name",
                );
            }
        }
    }

    public function testEveryCellCountsAlikeFromItsRoot(): void
    {
        foreach ([
            'tetra' => '1 2 3 4 8 7 6 5',
            'diatonic sevenths' => '1 3 5 7',
            'one-two-three-five' => '1 2 3 5 4 3 2 1',
            'thirds' => '1 3',
        ] as $pattern => $cell) {
            $degrees = explode(' ', $cell);
            $notes = Support::study("own F major, up, $pattern", 'flute')->notes;
            if ('tetra' === $pattern) {
                $notes = \array_slice(Support::study('own F major, tetra', 'flute')->notes, 0, 8 * 7);
            }
            foreach (\array_slice($notes, 0, 7 * \count($degrees)) as $i => $note) {
                self::assertSame($degrees[$i % \count($degrees)], $note->tone->fromRoot, "$pattern, note $i");
                self::assertSame(1 + intdiv($i, \count($degrees)), $note->tone->root, "$pattern, note $i");
            }
        }
    }

    public function testTheDiatonicChordOfEachCell(): void
    {
        $concert = static fn (string $line, string $id = 'trumpet-bb'): string => implode(
            ' ',
            array_map(static fn ($chord): string => $chord->concert->text(), Chords::of(Support::study($line, $id))),
        );
        // Source: the handbook, chapter 3: concert B flat major, sevenths.
        self::assertSame('Bbmaj7 Cm7 Dm7 Ebmaj7 F7 Gm7 Aø Bbmaj7', $concert('concert Bb major, up, diatonic sevenths'));
        self::assertSame('C Dm Em F G Am Bdim C', $concert('concert C major, up, thirds', 'alto-sax'));
        self::assertSame('C F G C', $concert('concert C major, broken chords'));
        self::assertSame('F7', $concert('concert F mixolydian'));
        self::assertSame('C7', $concert('concert Bb triad pair C'));
        self::assertSame('', $concert('concert C chromatic'));
        $written = array_map(
            static fn ($chord): string => $chord->written->text(),
            Chords::of(Support::study('concert Bb major, up, diatonic sevenths', 'alto-sax')),
        );
        self::assertSame(['Gmaj7', 'Am7', 'Bm7', 'Cmaj7', 'D7', 'Em7', 'F#ø', 'Gmaj7'], $written);
    }

    /** Bars with one long note in each are full, whatever the line, or it is refused with an extent that comes out. */
    public function testOneLongInTheBarFillsItsBars(): void
    {
        foreach ([
            'major' => '4/4', 'arpeggio' => '2/4', 'major pentatonic' => '3/4', 'blues' => null,
            'major, 2 octaves' => '4/4', 'major, to the ninth' => null, 'major, thirds' => '4/4',
        ] as $what => $time) {
            try {
                $study = Support::study("own C $what, one long in the bar", 'flute');
            } catch (StudyError $error) {
                self::assertNull($time, $what);
                self::assertStringContainsString('for example', $error->getMessage());
                continue;
            }
            self::assertSame($time, $study->time()->name(), $what);
            $bars = [];
            foreach ($study->notes as $note) {
                $bars[$note->bar] = ($bars[$note->bar] ?? 0) + $note->length;
            }
            self::assertSame([$study->time()->barTicks()], array_values(array_unique($bars)), $what);
        }
        $study = Support::study('own C major, then arpeggio, one long in the bar', 'flute');
        $perBar = array_count_values(array_map(static fn (StudyNote $note): int => $note->bar, $study->notes));
        self::assertSame([15, 15, 15, 15, 7, 7], array_values($perBar), 'fifteen notes in 4/4, then seven in 2/4');
        self::assertSame([1, 2, 3, 4, 1, 2], array_map(static function (int $bar) use ($study): int {
            foreach ($study->notes as $note) {
                if ($note->bar === $bar && 1680 === $note->length) {
                    return 1 + intdiv($study->bars->inBar($note->onset), 3360);
                }
            }

            return 0;
        }, range(1, 6)), 'the long note moves to each beat in turn');
    }

    public function testEightAndMoreSignsStandBesideTheNotes(): void
    {
        $part = Support::part('own G# major', 'flute');
        self::assertSame(7, $part->study->signature->fifths);
        self::assertContains(
            'F##',
            array_map(static fn (StudyNote $note): string => $note->pitch()->name()->text(), $part->study->notes),
        );
    }

    public function testMinorsMayHaveAnExtentOfTheirOwn(): void
    {
        $order = new \SwiftReed\Line\KeyOrder(Support::scales());
        $lines = array_map(
            static fn ($line): string => $line->text(),
            $order->lines(Support::parts()->parser->parse('own C major, keys with minors, minors 2 octaves')),
        );
        self::assertSame(['own C major', 'own A natural minor, 2 octaves'], \array_slice($lines, 0, 2));
        foreach (['own C major, minors 2 octaves', 'own C major, keys by fourths, minors 2 octaves'] as $wrong) {
            try {
                foreach ($order->lines(Support::parts()->parser->parse($wrong)) as $line) {
                    Support::parts()->check($line);
                }
                self::fail($wrong);
            } catch (\SwiftReed\Knowledge\Mistake $error) {
                self::assertStringContainsString('minor', $error->getMessage());
            }
        }
    }
}
