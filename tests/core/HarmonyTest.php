<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * Lines over chords. What is asked comes from the handbook, chapter 3, "Harmony and voices"; chords and scales are
 * spelled here by hand.
 */
final class HarmonyTest extends TestCase
{
    private const PROGRESSIONS = [
        'ii V I', 'ii V altered I', 'Dm7 | G7 | Cmaj7', 'Dm7 G7 | Cmaj7 2 bars', 'blues', 'minor blues', 'jazz blues',
        'V/ii ii V I', 'I bVII7 IV #IVdim7', 'Cm7 | F7#11 | Bbmaj7 | Eb6 | Aø | D7b9 | Gm6',
    ];

    /** @return iterable<string, array{string, string, string, string}> line, instrument, notes, chords */
    public static function byHand(): iterable
    {
        yield 'the cell of each chord, again until its bars are full' => [
            'own C major, cell 1 2 3 5, eighths, over ii V I', 'flute',
            'D4 E4 F4 A4 D4 E4 F4 A4 G4 A4 B4 D5 G4 A4 B4 D5 C4 D4 E4 G4 C4 D4 E4 G4 C4 D4 E4 G4 C4 D4 E4 G4',
            '1 Dm7, 2 G7, 3 Cmaj7',
        ];
        yield 'concert symbols, read in the own key' => [
            'concert C major, cell 1 3 5 7, over Dm7 | G7 | Cmaj7', 'alto-sax',
            'B4 D5 F#5 A5 E5 G#5 B5 D6 A4 C#5 E5 G#5', '1 Bm7, 2 E7, 3 Amaj7',
        ];
        yield 'own symbols' => [
            'own C major, cell 1 3 5 7, over Dm7 | G7 | Cmaj7', 'alto-sax',
            'D4 F4 A4 C5 G4 B4 D5 F5 C4 E4 G4 B4', '1 Dm7, 2 G7, 3 Cmaj7',
        ];
        yield 'a scale that was chosen' => [
            'own C major, cell 1 2 3 4, over V altered I', 'flute', 'G4 Ab4 Bb4 Cb5 C4 D4 E4 F4', '1 G7, 2 Cmaj7',
        ];
        yield 'a minor key has its leading note on V' => [
            'own A natural minor, cell 1 2 3 4, over ii V I', 'flute',
            'B4 C5 D5 E5 E5 F5 G#5 A5 A4 B4 C5 D5 A4 B4 C5 D5', '1 Bø, 2 E7, 3 Am7',
        ];
        yield 'the scale of each chord where no cell is said' => [
            'own C major, eighths, over IV', 'flute', 'F4 G4 A4 B4 C5 D5 E5 F5', '1 Fmaj7',
        ];
        yield 'up and down over two bars' => [
            'own G major, eighths, over I 2 bars', 'flute',
            'G4 A4 B4 C5 D5 E5 F#5 G5 G5 F#5 E5 D5 C5 B4 A4 G4', '1 Gmaj7',
        ];
        yield 'chords that share a bar' => [
            'own C major, cell 1 3, over Dm7 G7 | C', 'flute', 'D4 F4 G4 B4 C4 E4 C4 E4', '1 Dm7, 1.5 G7, 2 C',
        ];
        yield 'a cell that has no room is cut short' => [
            'own C major, cell 1 2 3 4 5 6, over ii V', 'flute', 'D4 E4 F4 G4 G4 A4 B4 C5', '1 Dm7, 2 G7',
        ];
        yield 'a cell that leads on lands on the nearest note of the next chord, and rests there at last' => [
            'own C major, cell 1 2 3 approach, over ii V I', 'flute',
            // From F the nearest note of G7 is F itself, round its upper neighbour; from A the lower of G and B.
            'D4 E4 F4 Gb4 F4 G4 A4 Ab4 G4 A4 B4 A#4 B4', '1 Dm7, 2 G7, 3 Cmaj7',
        ];
        yield 'a long last note rests on the nearest root' => [
            'own C major, cell 1 2 3 5, long last, over ii V I', 'flute',
            'D4 E4 F4 A4 G4 A4 B4 D5 C4 D4 E4 G4 C5', '1 Dm7, 2 G7, 3 Cmaj7',
        ];
        yield 'the blues scale on each root' => [
            'own C blues, cell 1 3 4 5, over I7 IV7', 'flute', 'C4 F4 Gb4 G4 F4 Bb4 Cb5 C5', '1 C7, 2 F7',
        ];
    }

    #[DataProvider('byHand')]
    public function testWhatIsPlayedOverChords(string $line, string $instrument, string $notes, string $chords): void
    {
        $part = Support::part($line, $instrument);
        $pitches = array_map(
            static fn (StudyNote $note): string => $note->pitch()->text(),
            $part->study->notes,
        );
        self::assertSame($notes, implode(' ', $pitches));
        self::assertSame($chords, self::chords($part));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function combinations(): iterable
    {
        $cells = ['cell 1 2 3 5', 'cell 1 3 5 7 5 3', 'cell 1 2 3 5 4 enclosure', 'one-two-three-five', 'diatonic sevenths'];
        $rhythms = ['quarters', 'eighths', 'sixteenths', 'triplets', 'eighths, swing', 'gallop', 'rhythm r1+1', '6/8'];
        $instruments = ['flute', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'tuba-bbb', 'bassoon'];
        $tonics = ['C', 'Bb', 'E', 'Gb', 'F#', 'Ab', 'B', 'D'];
        foreach (self::PROGRESSIONS as $p => $progression) {
            foreach ($rhythms as $r => $rhythm) {
                $cell = $cells[($p + $r) % \count($cells)];
                $tonic = $tonics[($p + 3 * $r) % 8];
                $instrument = $instruments[($p + $r) % 8];
                $line = \sprintf('concert %s major, %s, over %s, %s', $tonic, $rhythm, $progression, $cell);
                yield $instrument.': '.$line => [$line, $instrument, $progression];
            }
        }
    }

    #[DataProvider('combinations')]
    public function testEveryChordHasItsOwnNotesInItsOwnBars(string $line, string $instrument, string $progression): void
    {
        $parser = Support::parts()->parser;
        $text = $parser->parse($line)->text();
        self::assertSame($text, $parser->parse($text)->text());
        $part = Support::part($line, $instrument);
        $study = $part->study;
        $over = $study->recipe->over;
        self::assertNotNull($over);
        $down = Support::instruments()->instrument($instrument)->transposition->writtenAboveSounding->inverse();
        $at = 0;
        $leads = str_contains($line, 'enclosure');
        foreach ($over->changes->on($study->writtenKey->key->tonic) as $k => $change) {
            $isLast = $k === \count($over->changes->on($study->writtenKey->key->tonic)) - 1;
            $notes = array_values(array_filter(
                $study->notes,
                static fn (StudyNote $note): bool => $note->onset >= $at && $note->onset < $at + $change->ticks,
            ));
            self::assertNotEmpty($notes, $change->chord->text());
            $scale = $change->scale->ascending($change->rootAbove($study->writtenKey->key->tonic->at(4)));
            $classes = [];
            for ($step = 0; $step < $scale->size(); ++$step) {
                $classes[] = $scale->note($step)->pitch->midi() % 12;
            }
            if (!$leads) {
                self::assertSame($change->chord->root->pitchClass(), $notes[0]->pitch()->midi() % 12);
                foreach ($notes as $note) {
                    self::assertContains($note->pitch()->midi() % 12, $classes, $change->chord->text());
                }
            } else {
                self::assertTrue($change->has($notes[0]->pitch()->midi()), 'lands on a note of '.$change->chord->text());
            }
            foreach ($notes as $note) {
                self::assertLessThanOrEqual(
                    $at + $change->ticks + ($isLast && $leads ? $study->bars->time(0)->barTicks() : 0),
                    $note->onset + $note->length,
                    'no note hangs over into the next chord',
                );
                self::assertSame(
                    $note->pitch()->transpose($down)->midi(),
                    $note->sounding->midi(),
                );
            }
            $at += $change->ticks;
        }
        self::assertNotSame('', $progression);
    }

    public function testEveryKeyOfAnOrderHasTheSameChordsMoved(): void
    {
        $order = new KeyOrder(Support::scales());
        $line = Support::parts()->parser->parse('own C major, cell 1 2 3 5, over Dm7 | G7 altered | Cmaj7, keys by fourths');
        $lines = $order->lines($line);
        self::assertCount(12, $lines);
        $first = Support::part($lines[0]->text(), 'flute')->study;
        foreach ($lines as $one) {
            $study = Support::part($one->text(), 'flute')->study;
            $by = $study->notes[0]->pitch()->midi() - $first->notes[0]->pitch()->midi();
            $tonic = $study->writtenKey->key->tonic->pitchClass() - $first->writtenKey->key->tonic->pitchClass();
            self::assertSame(($tonic + 24) % 12, ($by + 24) % 12, $one->text());
            foreach ($study->notes as $i => $note) {
                self::assertSame(0, ($first->notes[$i]->pitch()->midi() + $by - $note->pitch()->midi()) % 12);
            }
        }
    }

    /** @return iterable<array{string, string}> a line, and what is said of it */
    public static function refused(): iterable
    {
        foreach ([
            '2 octaves', 'then arpeggio', 'drill after note 2', 'pick-up 1 beat', 'enclosed tonic', 'fold', 'turn round',
            'until it comes out', 'long ends', 'untimed', 'each value', 'gallop on each note', 'from C4 to G4',
        ] as $clause) {
            yield $clause => ['own C major, over ii V I, '.$clause, $clause];
        }
        yield 'an arpeggio is no key' => ['own C arpeggio, over ii V I', 'arpeggio'];
        yield 'a walk of its own' => ['own C major, cell 1 3 on 1 4 5, over ii V I', 'on 1 4 5'];
        yield 'built up' => ['own C major, build-up, over ii V I', 'build-up'];
        yield 'does not come out' => ['own C major, 3/4, syncopated, over ii V I', 'Dm7'];
        yield 'the chord is named as it was said' => ['concert Bb major, 3/4, syncopated, over Cm7 | F7', 'Cm7'];
        yield 'another first note' => ['own C major, from E5, over ii V I', 'E5'];
    }

    #[DataProvider('refused')]
    public function testWhatTheChordsDecideIsRefusedByNameWithALineThatWorks(string $line, string $names): void
    {
        try {
            Support::part($line, 'flute');
            self::fail($line.' was taken');
        } catch (StudyError $error) {
            self::assertStringContainsString($names, $error->getMessage());
            self::assertMatchesRegularExpression('/for example "(.+)"/', $error->getMessage());
            preg_match('/for example "(.+)"/', $error->getMessage(), $found);
            self::assertNotEmpty(Support::part($found[1] ?? '', 'flute')->study->notes);
        }
    }

    /** @return iterable<array{string, int}> chords, and the column of what is wrong */
    public static function unreadable(): iterable
    {
        yield ['C, over', 8];
        yield ['C, over Dm7 | H7', 15];
        yield ['C, over altered V', 9];
        yield ['C, over DM7', 9];
        yield ['C, over Dm7 G7 C A D | G', 20];
        yield ['C, over I 65 bars', 11];
        yield ['C, over Dm7 2 bars G7 | C', 9];
        yield ['C, over V/x', 9];
    }

    #[DataProvider('unreadable')]
    public function testChordsThatCannotBeReadNameTheirPlace(string $line, int $column): void
    {
        try {
            Support::parts()->parser->parse($line);
            self::fail($line.' was read');
        } catch (StudyLineError $error) {
            self::assertSame($column, $error->column, $error->getMessage());
        }
    }

    public function testManyWaysToWriteAChordAreOne(): void
    {
        foreach ([
            'Dø' => ['Dm7b5', 'd-7b5', 'Dmin7b5', 'DØ7'],
            'Bbmaj7' => ['B♭maj7', 'bbma7', 'BbΔ', 'BbΔ7', 'BBMAJ7'],
            'F#m7' => ['F♯m7', 'f#min7', 'F#-7'],
            'Ebdim7' => ['E♭°7', 'ebo7'],
            'A7alt' => ['Aalt', 'a7alt'],
            'C7#5' => ['C+7', 'Caug7', 'c7(#5)'],
        ] as $printed => $ways) {
            foreach ($ways as $way) {
                self::assertSame(
                    'C, over '.$printed,
                    Support::parts()->parser->parse('C, over '.$way)->text(),
                    $way,
                );
            }
        }
    }

    public function testACellWithoutRoomIsSaid(): void
    {
        $said = implode(' ', Support::part('own C major, cell 1 2 3 4 5 6, over ii V', 'flute')->study->warnings);
        self::assertStringContainsString('The cell has 6 notes and Dm7 has room for 4', $said);
        self::assertSame([], Support::part('own C major, cell 1 2 3 5, over ii V', 'flute')->study->warnings);
        // Grace notes take no room.
        $graced = Support::part('own C major, cell g2 1 2 3 g4 5, over ii V', 'flute')->study;
        self::assertSame([], $graced->warnings);
        self::assertCount(8, $graced->notes);
    }

    public function testItGoesRoundWithItsChords(): void
    {
        $part = Support::part('own C major, cell 1 3 5 7, over ii V I, 2 times', 'flute', Stage::Full);
        self::assertSame('1 Dm7, 2 G7, 3 Cmaj7, 5 Dm7, 6 G7, 7 Cmaj7', self::chords($part));
        self::assertSame(Pitch::parse('D4')->midi(), $part->study->notes[16]->pitch()->midi());
    }

    /** "1 Dm7, 2 G7": in bars from the first. */
    private static function chords(Part $part): string
    {
        $bar = $part->study->bars->time(0)->barTicks();

        return implode(', ', array_map(
            static fn (ChordAt $chord): string => (1 + $chord->onset / $bar).' '.$chord->written->text(),
            Chords::of($part->study),
        ));
    }
}
