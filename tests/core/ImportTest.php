<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\FoundLine;
use SwiftReed\Import\GivenLine;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\LineFinder;
use SwiftReed\Import\MidiReader;
use SwiftReed\Import\MusicXmlReader;
use SwiftReed\Import\TypedNotes;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Study\StudyNote;

/**
 * Studies that come from outside: what is written comes back, and what is hostile gets a sentence.
 */
final class ImportTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function lines(): iterable
    {
        foreach ([
            'own C major',
            'own F major, 2 octaves, eighths',
            'own A melodic minor, then arpeggio, long ends',
            'own Bb major, tetra',
            'own D major, thirds, triplets',
            'own E blues, sixteenths',
            'own G chromatic, triplets',
            'own D dominant seventh arpeggio, 2 octaves',
            'own C major, 5 notes, then arpeggio',
            'own G major, down and up, half notes',
            'own F major, to the ninth, eighths, 3/4',
            'own C major, five-and-back with approach',
            'own D harmonic minor, diatonic sevenths',
            'own C major, enclosed, eighths',
            'own G major, long last',
            'own Eb lydian, up',
        ] as $line) {
            yield $line => [$line];
        }
    }

    #[DataProvider('lines')]
    public function testWhatWeWriteIsRecognised(string $line): void
    {
        foreach (['clarinet-bb', 'alto-sax', 'bassoon'] as $id) {
            $part = Support::part($line, $id);
            $found = self::finder()->find(MusicXmlReader::read(MusicXmlWriter::write($part)), $part->instrument);
            self::assertTrue($found->recognised, $found->line);
            $again = Support::part($found->line, $id);
            $heard = static fn (StudyNote $note): array => [$note->pitch()->midi(), $note->onset, $note->length];
            self::assertSame(
                array_map($heard, $part->study->notes),
                array_map($heard, $again->study->notes),
                $found->line,
            );
        }
    }

    public function testAnyLineOfNotesComesBackNoteForNote(): void
    {
        mt_srand(3);
        $names = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
        for ($run = 0; $run < 25; ++$run) {
            $typed = [];
            for ($i = mt_rand(2, 9); $i >= 0; --$i) {
                $typed[] = $names[mt_rand(0, 11)].mt_rand(4, 5).[':4', ':8', ':2'][mt_rand(0, 2)];
            }
            $given = TypedNotes::read(implode(' ', $typed));
            $found = self::find($given);
            $study = Support::study($found->line, 'clarinet-bb');
            self::assertSame(
                array_map(static fn ($note): int => $note->pitch->midi(), $given->notes),
                array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $study->notes),
                implode(' ', $typed).' => '.$found->line,
            );
        }
    }

    public function testTypedNotes(): void
    {
        $given = TypedNotes::read('C D E:8 F# | Bb3 r c5:2.');
        self::assertSame(
            ['C4', 'D4', 'E4', 'F#4', 'Bb3', 'C5'],
            array_map(static fn ($note): string => $note->pitch->text(), $given->notes),
        );
        self::assertSame(
            [3360, 3360, 1680, 1680, 1680, 10080],
            array_map(static fn ($note): int => $note->ticks, $given->notes),
        );
        self::assertSame(1680, $given->notes[5]->rests);
        self::assertContains(
            'Notes 1 to 6 are a chromatic run up.',
            self::find(TypedNotes::read('G4 G#4 A4 Bb4 B4 C5 G4 C4'))->remarks,
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => ['', 'No notes'];
        yield 'not a note' => ['C4 D4 H4', 'Column 7: "H4" is not a note'];
        yield 'only rests' => ['r r', 'No notes'];
        yield 'too many' => [str_repeat('C4 D4 ', 1500), 'expected at most 2000'];
        yield 'too low' => ['C1', 'outside the range'];
    }

    #[DataProvider('nonsense')]
    public function testTypedNonsenseGetsASentence(string $typed, string $says): void
    {
        $this->expectException(ImportError::class);
        $this->expectExceptionMessageMatches('/'.preg_quote($says, '/').'/');
        self::find(TypedNotes::read($typed));
    }

    /** @return iterable<string, array{string}> */
    public static function hostile(): iterable
    {
        $note = '<note><pitch><step>C</step><octave>4</octave></pitch><duration>1</duration></note>';
        $score = static fn (
            string $inside,
        ): string => '<score-partwise><part><measure><attributes><divisions>1</divisions></attributes>'.$inside.'</measure></part></score-partwise>';
        yield 'not XML' => ['hello'];
        yield 'another XML' => ['<html><body/></html>'];
        yield 'empty' => [''];
        yield 'cut off' => [substr($score(str_repeat($note, 20)), 0, 700)];
        yield 'an entity that grows' => [
            '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'.$score(
                '<note><pitch><step>&b;</step></pitch></note>',
            ),
        ];
        yield 'an entity from elsewhere' => ['<!DOCTYPE x [<!entity a SYSTEM "file:///etc/passwd">]>'.$score('&a;')];
        yield 'an entity in another encoding' => [mb_convert_encoding(
            '<?xml version="1.0" encoding="UTF-16"?><!DOCTYPE x [<!ENTITY a "b">]>'.$score($note),
            'UTF-16',
        )];
        yield 'nested deep' => [$score(str_repeat('<a>', 5000).str_repeat('</a>', 5000))];
        yield 'nested in a note' => [$score('<note>'.str_repeat('<a>', 200).str_repeat('</a>', 200).'</note>')];
        yield 'huge' => [$score(str_repeat($note, 30_000))];
        yield 'many notes' => [$score(str_repeat($note, 2001))];
        yield 'only rests' => [$score('<note><rest/><duration>4</duration></note>')];
        yield 'a step that is none' => [$score(
            '<note><pitch><step>H</step><octave>4</octave></pitch><duration>1</duration></note>',
        )];
        yield 'an octave beyond hearing' => [$score(
            '<note><pitch><step>C</step><octave>999999999999</octave></pitch><duration>1</duration></note>',
        )];
        yield 'an alteration beyond reason' => [$score(
            '<note><pitch><step>C</step><alter>1e9</alter><octave>4</octave></pitch><duration>1</duration></note>',
        )];
        yield 'a zip' => ["PK\x03\x04".str_repeat("\0", 50)];
        yield 'not UTF-8' => [$score("<note>\xC3\x28</note>")];
    }

    #[DataProvider('hostile')]
    public function testHostileFilesGetASentenceAndNothingElse(string $file): void
    {
        $before = memory_get_peak_usage();
        try {
            self::find(MusicXmlReader::read($file));
            self::fail('It was read.');
        } catch (ImportError $error) {
            self::assertMatchesRegularExpression('/expected|read/', $error->getMessage());
            self::assertStringNotContainsString('root:', $error->getMessage());
        }
        self::assertLessThan(64 * 1024 * 1024, memory_get_peak_usage() - $before);
    }

    public function testADoctypeThatOnlyNamesTheFormatIsFine(): void
    {
        $xml = MusicXmlWriter::write(Support::part('own C major', 'clarinet-bb'));
        self::assertStringContainsString('<!DOCTYPE', $xml);
        self::assertCount(15, MusicXmlReader::read($xml)->notes);
    }

    public function testTiesChordsVoicesAndPartsAreToldApart(): void
    {
        $note = static fn (
            string $step,
            int $duration,
            string $more = '',
        ): string => "<note>$more<pitch><step>$step</step><octave>4</octave></pitch><duration>$duration</duration></note>";
        $given = MusicXmlReader::read('<score-partwise><part><measure><attributes><divisions>2</divisions><time><beats>3</beats><beat-type>4</beat-type></time></attributes>'
            .$note('C', 2).$note('C', 2, '<tie type="stop"/>').$note('E', 2, '<chord/>').$note('D', 1, '<voice>2</voice>').'<note><rest/><duration>2</duration></note>'.$note('G', 4).'</measure></part><part><measure>'.$note('A', 1).'</measure></part></score-partwise>');
        self::assertSame(['C4', 'G4'], array_map(static fn ($one): string => $one->pitch->text(), $given->notes));
        self::assertSame([6720, 6720], array_map(static fn ($one): int => $one->ticks, $given->notes));
        self::assertSame([3360, '3/4'], [$given->notes[1]->rests, $given->time]);
        self::assertContains('Not taken over: notes of chords but the first.', $given->remarks);
        $file = MusicXmlReader::file(
            '<score-partwise><part-list><score-part id="A"><part-name>Flute</part-name></score-part><score-part id="B"><part-name>Horn</part-name></score-part></part-list><part id="A"><measure>'.$note(
                'C',
                1,
            ).$note(
                'D',
                1,
                '<voice>2</voice>',
            ).'</measure></part><part id="B"><measure>'.$note('A', 1).'</measure></part></score-partwise>',
            2,
        );
        self::assertSame(['Flute', 'Flute, voice 2', 'Horn'], $file->parts);
        self::assertSame('A4', $file->given->notes[0]->pitch->text());
    }

    private static function find(GivenLine $given): FoundLine
    {
        return self::finder()->find($given, Support::instruments()->instrument('clarinet-bb'));
    }

    private static function finder(): LineFinder
    {
        return new LineFinder(Support::scales(), Support::parts()->patterns, Support::parts()->parser);
    }

    public function testWhatIsNotTakenOverIsListed(): void
    {
        $note = static fn (string $step, string $alter = ''): string => \sprintf(
            '<note><pitch><step>%s</step>%s<octave>4</octave></pitch><duration>1</duration></note>',
            $step,
            '' === $alter ? '' : '<alter>'.$alter.'</alter>',
        );
        $file = static fn (string $second, string $more): string => '<score-partwise version="4.0"><part-list>'
            .'<score-part id="P1"><part-name>F</part-name></score-part></part-list><part id="P1"><measure number="1">'
            .'<attributes><divisions>1</divisions><key><fifths>0</fifths></key></attributes>'.$note('C').$second
            .'</measure><measure number="2">'.$more.$note('E').$note('F').'</measure></part></score-partwise>';
        foreach ([
            ['quarter tones', $note('D', '0.5'), ''],
            ['changes of key', $note('D'), '<attributes><key><fifths>2</fifths></key></attributes>'],
            ['changes of tempo', $note('D'), '<direction><direction-type><words>rit.</words></direction-type></direction>'],
        ] as [$what, $second, $more]) {
            $remarks = implode(' ', MusicXmlReader::read($file($second, $more))->remarks);
            self::assertStringContainsString($what, $remarks);
        }
        self::assertStringNotContainsString('Not taken over', implode(
            ' ',
            MusicXmlReader::read($file($note('D'), '<attributes><key><fifths>0</fifths></key></attributes>'))->remarks,
        ));
    }

    public function testTheLastNoteOfAFileThatWasCutOffIsKept(): void
    {
        $whole = MidiWriter::write(Support::part('own C major, eighths', 'flute'));
        $count = \count(MidiReader::file($whole)->given->notes);
        // The end of the last note and that of the track: a time and three bytes, a time and three bytes.
        for ($less = 1; $less <= 40; ++$less) {
            try {
                $given = MidiReader::file(substr($whole, 0, -$less))->given;
            } catch (ImportError) {
                continue; // cut in the middle of an event, which is said
            }
            if (str_contains(implode(' ', $given->remarks), 'the end of a note')) {
                self::assertCount($count, $given->notes);

                return;
            }
        }
        self::fail('no place was found at which a note is left without its end');
    }
}
