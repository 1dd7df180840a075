<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Part;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * What becomes of cells that are built up, of chords over cells, of a pick-up before a drilled line, and what titles
 * say. Worked out by hand.
 */
final class PartsOfLinesTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function built(): iterable
    {
        yield ['own C major, cell 1 3 5 8 building up, up', 'C4 | C4 E4 | C4 E4 G4 | C4 E4 G4 C5'];
        yield ['own C major, cell 1 3 5 building down', 'G4 | E4 G4 | C4 E4 G4'];
        yield ['own D minor, cell 1 2 3 5 building up', 'D4 | D4 E4 | D4 E4 F4 | D4 E4 F4 A4'];
        yield ['own C major, 3 notes, cell 1 building up', 'C4 | C4 D4 | C4 D4 E4'];
        yield ['own C major, 3 notes, build-up', 'C4 | C4 D4 | C4 D4 E4'];
    }

    #[DataProvider('built')]
    public function testACellIsBuiltUpByItselfAndALineByItsNotes(string $line, string $expected): void
    {
        $cells = [];
        foreach (Support::study($line, 'flute')->notes as $note) {
            $cells[$note->tone->cell][] = $note->pitch()->text();
        }
        self::assertSame($expected, implode(' | ', array_map(
            static fn (array $cell): string => implode(' ', $cell),
            $cells,
        )));
    }

    public function testAnExtentHasNoPartInACellThatIsBuiltUp(): void
    {
        $said = implode(' ', Support::study('own C major, 2 octaves, cell 1 3 5 building up', 'flute')->warnings);
        self::assertStringContainsString('2 octaves', $said);
    }

    /** @return iterable<array{string, string}> a cell, and the first chord over it; nothing where it plays none */
    public static function chords(): iterable
    {
        yield ['cell 1 3 5 7', 'Cmaj7'];
        yield ['sevenths', 'Cmaj7'];
        yield ['thirds', 'C'];
        yield ['five-and-back', 'C'];
        yield ['tetra', 'C'];
        // The notes of G7 on their way to C.
        yield ['cell 6 5 7 9 11 8', ''];
    }

    #[DataProvider('chords')]
    public function testAChordStandsOnlyOverACellThatPlaysIt(string $cell, string $chord): void
    {
        $chords = array_map(
            static fn (ChordAt $one): string => $one->written->text(),
            Chords::of(Support::study('own C major, '.$cell, 'flute')),
        );
        self::assertSame($chord, $chords[0] ?? '');
    }

    public function testThePickUpIsTheLinesAndNotItsDrills(): void
    {
        foreach ([['quarters', '1 beat', 3 / 4], ['eighths', '1 eighth', 7 / 8], ['eighths', '2 beats', 1 / 2]] as $case) {
            [$rhythm, $pickUp, $place] = $case;
            $line = \sprintf('own C major, %s, pick-up %s, drill after note 3', $rhythm, $pickUp);
            $study = Support::study($line, 'flute');
            $plain = \count(Support::study('own C major', 'flute')->notes);
            self::assertSame(0, $study->lead());
            self::assertSame(1, $study->notes[0]->bar);
            $bar = $study->time()->barTicks();
            $first = $study->notes[\count($study->notes) - $plain];
            self::assertInstanceOf(StudyNote::class, $first);
            self::assertSame('C4', $first->pitch()->text());
            self::assertEqualsWithDelta($place * $bar, $first->onset % $bar, 0.01, $line);
        }
        $this->expectException(StudyError::class);
        Support::study('own C major, half notes, pick-up 1 beat, drill after note 3', 'flute');
    }

    /** @return iterable<array{string, string}> */
    public static function titles(): iterable
    {
        yield ['own C major, eighths, drill after note 3', 'C major, eighths, drill after note 3'];
        yield ['own C major, eighths, turn round', 'C major, eighths, turn round'];
        yield ['own C major, eighths, 6/8', 'C major, eighths, 6/8'];
        yield ['own C major, cell 1 r 3*2 5', 'C major, a cell'];
        yield ['own C major, cell 1 2 3 5, over ii V I', 'C major, cell 1 2 3 5, over ii V I'];
        yield ['concert Bb major, over Cm7 | F7b9 | Bbmaj7', 'B♭ major, over Cm7 | F7♭9 | B♭maj7'];
        yield ['own C major, over bVII7 | #IVdim7', 'C major, over ♭VII7 ♯ivdim7'];
        yield ['own C major, sixteenths, double tongued', 'C major, sixteenths, double tongued'];
        yield ['own C major, drone 1 for flutes', 'C major, drone on 1'];
    }

    public function testATitleOfManyKeysSaysNumeralsAndNoChordsOfOneKey(): void
    {
        foreach ([
            'ii V I' => 'Major, over ii V I: 2 keys',
            'blues' => 'Major, over blues: 2 keys',
            'Dm7 | G7' => 'Major, over chords: 2 keys',
        ] as $chords => $title) {
            $line = Support::parts()->parser->parse('own C major, keys C F, over '.$chords);
            $parts = array_map(
                static fn (StudyLine $one): Part => Support::part($one->text(), 'flute'),
                (new KeyOrder(Support::scales()))->lines($line),
            );
            self::assertSame($title, Heading::ofKeys($parts));
        }
    }

    public function testATitleHasTheChordsThatItsPlayerReads(): void
    {
        $line = 'concert Eb major, cell 1 3 5 7, over Fm7 | Bb7 | Ebmaj7';
        foreach ([
            'trumpet-bb' => 'F major, cell 1 3 5 7, over Gm7 | C7 | Fmaj7',
            'alto-sax' => 'C major, cell 1 3 5 7, over Dm7 | G7 | Cmaj7',
            'tuba-bbb' => 'E♭ major, cell 1 3 5 7, over Fm7 | B♭7 | E♭maj7',
        ] as $id => $title) {
            self::assertSame($title, Heading::of(Support::part($line, $id)));
        }
    }

    #[DataProvider('titles')]
    public function testTitlesTellLinesApart(string $line, string $title): void
    {
        self::assertSame($title, Heading::of(Support::part($line, 'flute')));
    }
}
