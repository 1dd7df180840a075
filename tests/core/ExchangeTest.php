<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\BringIn;
use SwiftReed\Import\FileReader;
use SwiftReed\Import\FoundLine;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\LineFinder;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\Formats;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * Files that leave and come back, and files in the manner of other programs.
 */
final class ExchangeTest extends TestCase
{
    private static function bringIn(): BringIn
    {
        return new BringIn(
            new LineFinder(Support::scales(), Support::parts()->patterns, Support::parts()->parser),
            Support::parts(),
            Support::instruments(),
        );
    }

    private static function found(string $bytes, string $instrument = 'flute', int $part = 0): FoundLine
    {
        return self::bringIn()->find(FileReader::read($bytes, $part), Support::instruments()->instrument($instrument));
    }

    /** @return list<int> what sounds when a line is played */
    private static function sounds(string $line, string $instrument): array
    {
        return array_map(
            static fn (StudyNote $note): int => $note->sounding->midi(),
            Support::study($line, $instrument)->notes,
        );
    }

    /** @return iterable<array{string}> lines whose rhythm comes back from the notes alone */
    public static function rhythms(): iterable
    {
        foreach ([
            'own C major, dotted', 'own F major, gallop, 6/8', 'own G major, rhythm 2+1+1 | 1+1+2',
            'own D major, syncopated', 'own Bb major, off-beats', 'own C major, long last, quarter triplets',
            'own C major, quintuplets', 'own E major, thirty-seconds', 'own C major, thirds, rhythm 1+1+1~ | 2+1',
            'own C major, eighths, 7/8', 'own C major, eighths, 5/4', 'own C major, then arpeggio, sextuplets',
            'own C major, rhythm 1+1+1+1+1+1+1', 'own C major, reverse dotted, 3/4, pick-up 1 beat',
            'own C major, rhythm 3+1, 6/8', 'own C major, half notes, 2/2', 'own Ab major, dotted, 12/8',
            'own C harmonic minor, reverse gallop, slur 3 tongue 1', 'own A major, five-and-back, dotted, 2/4',
            'own D dorian, rhythm r1+3 | 2+2', 'own C major, rhythm 1+1 over 3 beats, 3/4',
        ] as $line) {
            yield $line => [$line];
        }
    }

    #[DataProvider('rhythms')]
    public function testTheRhythmComesBackFromTheNotesAlone(string $line): void
    {
        $part = Support::part($line, 'flute');
        $bytes = preg_replace('/<miscellaneous>.*?<\/miscellaneous>/s', '', MusicXmlWriter::write($part)) ?? '';
        $found = self::found($bytes);
        $back = Support::study($found->line, 'flute');
        $shape = static fn (Study $study): array => array_map(
            static fn (StudyNote $note): array => [$note->onset, $note->length, $note->pitch()->midi(), $note->slur->value],
            $study->notes,
        );
        self::assertSame($shape($part->study), $shape($back), $found->line);
        self::assertStringNotContainsString('rhythm', implode(' ', $found->remarks));
    }

    /** What a program wrote into a MIDI file stands exactly; what was played is drawn to the nearest. */
    public function testTheRhythmOfAWrittenMidiFileComesBack(): void
    {
        foreach ([
            'own C major, dotted', 'own G major, thirty-seconds', 'own F major, quintuplets', 'own D major, gallop',
            'own Bb major, sextuplets', 'own C major, rhythm 1+1+1+1+1+1+1', 'own C major, syncopated',
            'own C major, triplets', 'own C major, thirds, reverse dotted',
        ] as $line) {
            $part = Support::part($line, 'flute');
            $found = self::found(MidiWriter::write($part));
            $onsets = static fn (Study $study): array => array_map(
                static fn (StudyNote $note): array => [$note->onset, $note->pitch()->midi()],
                $study->notes,
            );
            self::assertSame($onsets($part->study), $onsets(Support::study($found->line, 'flute')), $found->line);
        }
    }

    public function testMarksAndLoudnessComeBack(): void
    {
        foreach ([
            'own C major, eighths, staccato', 'own C major, tenuto', 'own C major, eighths, accents on 2 and 4, ff',
            'own F major, five-and-back, eighths, accents on 1, fermata last', 'own C major, slurred, p',
            'own G major, triplets, marcato', 'own D major, dotted, accented, mf', 'own C major, legato',
        ] as $line) {
            $part = Support::part($line, 'flute');
            $bytes = preg_replace('/<miscellaneous>.*?<\/miscellaneous>/s', '', MusicXmlWriter::write($part)) ?? '';
            $found = self::found($bytes);
            $shape = static fn (Study $study): array => array_map(
                static fn (StudyNote $note): array => [$note->expression, $note->attack, $note->length],
                $study->notes,
            );
            self::assertEquals($shape($part->study), $shape(Support::study($found->line, 'flute')), $found->line);
        }
    }

    /**
     * Rhythms as other programs write them: durations in divisions of their own, notes cut at bar lines and tied, tuplets
     * by their ratio, no beams. Made up for this test.
     *
     * @return iterable<string, array{int, list<int>, int, string, 4?: string}> divisions of the quarter, what the notes last, one
     *  after another (less than nothing for a rest), divisions of the bar, how the line says it, the time
     *  where it is not of quarters
     */
    public static function written(): iterable
    {
        yield 'dotted eighths, counted in fours' => [4, [3, 1], 16, 'dotted'];
        yield 'dotted eighths, counted in 480' => [480, [360, 120], 1920, 'dotted'];
        yield 'the short one first' => [4, [1, 3], 16, 'reverse dotted'];
        yield 'dotted quarters' => [2, [3, 1], 8, ''];
        yield 'dotted in six eighths' => [4, [3, 1, 2], 12, 'dotted', '6/8'];
        yield 'gallop' => [24, [12, 6, 6], 96, 'gallop'];
        yield 'gallop backwards' => [8, [2, 2, 4], 32, 'reverse gallop'];
        yield 'syncopated' => [2, [1, 2, 1], 8, 'syncopated'];
        yield 'syncopated in three quarters, tied over the bar line' => [2, [1, 2, 2, 1], 6, ''];
        yield 'swing written out' => [3, [2, 1], 12, 'rhythm 2+1'];
        yield 'swing written out, counted in 24' => [24, [16, 8], 96, 'rhythm 2+1'];
        yield 'light swing' => [5, [3, 2], 20, 'rhythm 3+2'];
        yield 'triplets' => [3, [1, 1, 1], 12, 'triplets'];
        yield 'triplets of quarters' => [6, [4, 4, 4], 24, 'quarter triplets'];
        yield 'fives' => [10, [2, 2, 2, 2, 2], 40, 'quintuplets'];
        yield 'sixes' => [12, [2, 2, 2, 2, 2, 2], 48, 'sextuplets'];
        yield 'sevens' => [7, [1, 1, 1, 1, 1, 1, 1], 28, 'rhythm 1+1+1+1+1+1+1'];
        yield 'off the beat' => [2, [-1, 1], 8, 'off-beats'];
        yield 'a rest inside the beat' => [4, [2, -1, 1], 16, 'rhythm 2+r1+1'];
        yield 'two beats unlike' => [4, [2, 1, 1, 1, 1, 2], 16, 'rhythm 2+1+1 | 1+1+2'];
        yield 'tied over the beat' => [4, [2, 3, 1, 2], 16, ''];
    }

    /** @param list<int> $lengths */
    #[DataProvider('written')]
    public function testRhythmsOfOtherProgramsComeBack(
        int $divisions,
        array $lengths,
        int $bar,
        string $says,
        ?string $time = null,
    ): void {
        $scale = ['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5', 'B4', 'A4', 'G4', 'F4', 'E4', 'D4', 'C4'];
        $time ??= intdiv($bar, $divisions).'/4';
        $beat = '6/8' === $time ? 3 * $divisions / 2 : $divisions;
        $at = 0;
        $expected = [];
        $xml = ['<attributes><divisions>'.$divisions.'</divisions><time><beats>'.strtr($time, [
            '/' => '</beats><beat-type>',
        ]).'</beat-type></time></attributes>'];
        for ($note = 0, $k = 0; $note < \count($scale); ++$k) {
            $length = $lengths[$k % \count($lengths)];
            $isLast = $length > 0 && $note === \count($scale) - 1;
            $long = $isLast ? (int) (ceil(($at + $length) / $beat) * $beat) - $at : abs($length);
            if ($length > 0) {
                $expected[] = [$at / $divisions, $isLast ? null : $long / $divisions, $scale[$note]];
            }
            for ($left = $long; $left > 0; $left -= $piece) {
                $piece = min($left, $bar - $at % $bar);
                $tie = ($left < $long ? '<tie type="stop"/>' : '').($left > $piece ? '<tie type="start"/>' : '');
                $pitch = \sprintf('<pitch><step>%s</step><octave>%s</octave></pitch>', ...str_split($scale[$note]));
                $xml[intdiv($at, $bar)] = ($xml[intdiv($at, $bar)] ?? '').'<note>'.($length < 0 ? '<rest/>' : $pitch)
                    .'<duration>'.$piece.'</duration>'.($length < 0 ? '' : $tie).'<voice>1</voice></note>';
                $at += $piece;
            }
            $note += $length > 0 ? 1 : 0;
        }
        $measures = '';
        foreach ($xml as $k => $content) {
            $measures .= '<measure number="'.($k + 1).'">'.$content.'</measure>';
        }
        $found = self::found('<score-partwise version="3.1"><part-list><score-part id="P1"><part-name>x</part-name>'
            .'</score-part></part-list><part id="P1">'.$measures.'</part></score-partwise>');
        self::assertTrue($found->recognised, $found->line);
        self::assertStringContainsString('' === $says ? 'rhythm ' : $says, $found->line);
        $back = array_map(
            static fn (StudyNote $one): array => [
                $one->onset / 3360,
                $one->length / 3360,
                $one->pitch()->text(),
            ],
            Support::study($found->line, 'flute')->notes,
        );
        self::assertCount(\count($expected), $back);
        foreach ($expected as $k => [$onset, $length, $pitch]) {
            self::assertEqualsWithDelta($onset, $back[$k][0], 0.001, $found->line.', note '.$k);
            self::assertEqualsWithDelta($length ?? $back[$k][1], $back[$k][1], 0.001, $found->line.', note '.$k);
            self::assertSame($pitch, $back[$k][2]);
        }
    }

    public function testARhythmThatTheLineCannotSayIsNamed(): void
    {
        $notes = '';
        $given = [
            ['C', 960], ['D', 480], ['E', 240], ['F', 720], ['G', 240], ['A', 960], ['B', 360], ['C', 1800],
        ];
        foreach ($given as $i => [$step, $ticks]) {
            $notes .= \sprintf(
                '<note><pitch><step>%s</step><octave>%d</octave></pitch><duration>%d</duration></note>',
                $step,
                $i < 7 ? 4 : 5,
                $ticks,
            );
        }
        $found = self::found(
            '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name></score-part></part-list>'
            .'<part id="P1"><measure number="1"><attributes><divisions>480</divisions></attributes>'.$notes
            .'</measure></part></score-partwise>',
        );
        self::assertStringContainsString('The rhythm is none that the study line can say', implode(' ', $found->remarks));
    }

    public function testOurOwnFilesComeBackExactly(): void
    {
        $lines = [
            'concert Bb major, 2 octaves, eighths, slur 2 tongue 2, quarter = 72',
            'concert F major, tetra, fold, triplets, pick-up 1 beat, goal 120',
            'own C major, cell 1 r 3*2 5 / 5 3*2 1, 3 times, 3/4',
            'concert C major, one long in the bar',
            'concert Bb triad pair C, legato',
            'concert C major, 5 notes, keys by fourths',
            'own D formula 1 b3 4 b5 5 b7, drill after note 2',
        ];
        $back = 0;
        foreach (['clarinet-bb', 'horn-f', 'trombone', 'alto-sax', 'keyboard'] as $id) {
            foreach (Stage::cases() as $stage) {
                foreach ($lines as $line) {
                    $sheet = (new SheetBuilder(Support::parts()))->read(
                        [$line],
                        Support::instruments()->instrument($id),
                        new PlayerSettings($stage),
                    );
                    $found = self::found((new MusicXmlWriter())->of($sheet, new ExportChoices()), 'flute');
                    self::assertSame([Support::parts()->parser->parse($line)->text()], $found->lines, "$line for $id");
                    ++$back;
                }
            }
        }
        self::assertSame(105, $back);
        $two = (new SheetBuilder(Support::parts()))->read(
            [$lines[0], $lines[5]],
            Support::instruments()->instrument('flute'),
        );
        self::assertSame(
            [$lines[0], $lines[5]],
            self::found((new MusicXmlWriter())->of($two, new ExportChoices()))->lines,
        );
    }

    public function testALineThatNoLongerPlaysItsNotesIsNotBelieved(): void
    {
        $xml = (new MusicXmlWriter())->of(Sheet::of(Support::part('concert F major', 'flute')), new ExportChoices());
        $changed = preg_replace('#<step>G</step>#', '<step>A</step>', $xml, 1);
        $found = self::found((string) $changed);
        self::assertSame([], $found->lines);
        self::assertStringContainsString('no longer plays its notes', implode(' ', $found->remarks));
    }

    /** The file says how it transposes: whoever reads it, the same sounds. */
    public function testATransposedPartSoundsTheSameForWhoeverReadsIt(): void
    {
        foreach (['trumpet-bb', 'alto-sax', 'horn-f', 'bass-clarinet', 'tuba-eb-tc', 'flute'] as $from) {
            $part = Support::part('concert Eb major, up, thirds', $from);
            $xml = (string) preg_replace('#\s*<miscellaneous>.*?</miscellaneous>#s', '', MusicXmlWriter::write($part));
            foreach (['alto-sax', 'clarinet-bb', 'trombone', 'flute'] as $to) {
                $found = self::found($xml, $to);
                $original = array_map(
                    static fn (StudyNote $note): int => $note->sounding->midi() % 12,
                    $part->study->notes,
                );
                self::assertSame(
                    $original,
                    array_map(static fn (int $midi): int => $midi % 12, self::sounds($found->line, $to)),
                    "$from to $to: ".$found->line,
                );
                self::assertStringStartsWith('concert Eb major', $found->bandLine);
            }
        }
    }

    public function testALineThatFitsInNoOctaveIsPlacedAnew(): void
    {
        $xml = (string) preg_replace(
            '#\s*<miscellaneous>.*?</miscellaneous>#s',
            '',
            MusicXmlWriter::write(Support::part('concert Eb major, 2 octaves, up, thirds', 'clarinet-bb')),
        );
        $found = self::found($xml, 'trombone');
        self::assertSame($found->bandLine, $found->line);
        self::assertStringContainsString('stands where it fits', implode(' ', $found->remarks));
        self::assertNotSame([], Support::study($found->line, 'trombone')->notes);
    }

    public function testMidiFilesAreReadAsTheySound(): void
    {
        foreach ([
            'concert F major, 2 octaves, eighths',
            'concert Eb harmonic minor, triplets, 90',
            'concert D major, thirds, sixteenths',
            'concert G arpeggio, half notes, 3/4',
        ] as $line) {
            foreach (['flute', 'alto-sax', 'trombone'] as $id) {
                $part = Support::part($line, $id);
                foreach ([
                    new ExportChoices(),
                    new ExportChoices(click: true, countIn: true, heldChords: true),
                ] as $choices) {
                    $file = FileReader::read(MidiWriter::write($part, $choices));
                    $found = self::bringIn()->find($file, $part->instrument);
                    self::assertSame(
                        array_map(
                            static fn (StudyNote $note): int => $note->sounding->midi() % 12,
                            $part->study->notes,
                        ),
                        array_map(static fn (int $midi): int => $midi % 12, self::sounds($found->line, $id)),
                        "$line for $id came back as ".$found->line,
                    );
                    self::assertTrue($found->recognised, $found->line);
                }
            }
        }
        foreach ([
            "MThd\0\0\0\6\0\2\0\1\1\xE0",
            'MThd',
            "MThd\0\0\0\6\0\0\0\1\1\xE0MTrk\0\0\xFF\xFF",
            "MThd\0\0\0\6\0\0\0\1\1\xE0MTrk\0\0\0\4\0\xFF\x2F\0",
        ] as $broken) {
            try {
                self::found($broken);
                self::fail('It was read.');
            } catch (ImportError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
    }

    public function testCompressedFilesAreUnpackedWithinBounds(): void
    {
        $xml = MusicXmlWriter::write(Support::part('concert F major', 'flute'));
        $container = '<?xml version="1.0"?><container><rootfiles><rootfile full-path="scores/one.xml"/></rootfiles></container>';
        self::assertSame(
            ['concert F major'],
            self::found(self::zipped(['META-INF/container.xml' => $container, 'scores/one.xml' => $xml]))->lines,
        );
        self::assertSame(
            ['concert F major'],
            self::found(self::zipped(['one.musicxml' => $xml]))->lines,
            'without a container the first score is taken',
        );
        $before = memory_get_usage();
        foreach ([
            ['bomb.xml' => str_repeat('<a/>', 12_000_000)],
            ['readme.txt' => 'no score'],
            array_fill_keys(range('a', 'z'), 'x') + array_fill_keys(
                array_map(static fn (int $i): string => "f$i", range(0, 40)),
                'x',
            ),
            ['META-INF/container.xml' => '<!DOCTYPE a [<!ENTITY b "c">]>'.$container, 'scores/one.xml' => $xml],
        ] as $files) {
            try {
                self::found(self::zipped($files));
                self::fail('It was read.');
            } catch (ImportError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
        self::assertLessThan(64 * 1024 * 1024, memory_get_usage() - $before);
    }

    /** @param array<int|string, string> $files */
    private static function zipped(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString((string) $name, $content);
        }
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }

    /**
     * Scores as other programs write them. Made up for this test; each says what the line must begin with and what must
     * be said.
     *
     * @return iterable<string, array{string, string, string, string}>
     */
    public static function manners(): iterable
    {
        $scale = ['C4', 'D4', 'E4', 'F4', 'G4', 'F4', 'E4', 'D4', 'C4'];
        $line = static fn (array $notes, int $duration = 1, string $more = ''): string => implode(
            '',
            array_map(static fn (string $note): string => self::note($note, $duration, $more), $notes),
        );
        $five = 'concert C major, 5 notes';
        yield 'as plain as can be' => [
            self::score($line($scale)),
            'flute',
            $five.', quarters',
            'nothing of a transposition',
        ];
        yield 'a part in B flat' => [
            self::score(
                $line(['D4', 'E4', 'F#4', 'G4', 'A4', 'G4', 'F#4', 'E4', 'D4']),
                '<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>',
            ),
            'alto-sax',
            $five,
            '',
        ];
        yield 'a part in E flat, an octave and a sixth away' => [
            self::score(
                $line(['A4', 'B4', 'C#5', 'D5', 'E5', 'D5', 'C#5', 'B4', 'A4']),
                '<transpose><diatonic>-5</diatonic><chromatic>-9</chromatic><octave-change>-1</octave-change></transpose>',
            ),
            'trombone',
            $five,
            '',
        ];
        yield 'half steps alone, without letters' => [
            self::score(
                $line(['G4', 'A4', 'B4', 'C5', 'D5', 'C5', 'B4', 'A4', 'G4']),
                '<transpose><chromatic>-7</chromatic></transpose>',
            ),
            'horn-f',
            $five,
            '',
        ];
        yield 'eighths in 6/8 with a dotted tempo' => [
            self::score(
                '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>60</per-minute></metronome></direction-type></direction>'.$line(
                    $scale,
                ),
                '<time><beats>6</beats><beat-type>8</beat-type></time>',
                2,
            ),
            'flute',
            $five.', eighths, 6/8, dotted quarter = 60',
            '',
        ];
        yield 'slurred in pairs' => [
            self::score(implode(
                '',
                array_map(
                    static fn (int $i): string => self::note(
                        $scale[$i],
                        1,
                        '<notations><slur type="'.(0 === $i % 4 ? 'start' : 'stop').'" number="1"/></notations>',
                        \in_array($i % 4, [0, 1], true) && $i < 8,
                    ),
                    range(0, 8),
                ),
            )),
            'flute',
            $five.', quarters, slur 2 tongue 2',
            '',
        ];
        yield 'all under one slur' => [
            self::score(self::note(
                'C4',
                1,
                '<notations><slur type="start"/></notations>',
            ).$line(\array_slice($scale, 1, 7)).self::note('C4', 1, '<notations><slur type="stop"/></notations>')),
            'flute',
            $five.', quarters, slurred',
            '',
        ];
        yield 'a repeat' => [
            self::score(
                '<barline location="left"><repeat direction="forward"/></barline>'.$line([
                    'C4', 'D4', 'E4', 'F4', 'G4', 'F4', 'E4', 'D4',
                ]).'<barline location="right"><repeat direction="backward"/></barline></measure><measure number="2">'.self::note(
                    'C4',
                    1,
                ),
            ),
            'flute',
            $five,
            'written out',
        ];
        yield 'two endings' => [
            self::score(
                '<barline><repeat direction="forward"/></barline>'.$line([
                    'C4',
                    'D4',
                ]).'</measure><measure><barline><ending number="1" type="start"/></barline>'.$line([
                    'E4',
                ]).'<barline><ending number="1" type="stop"/><repeat direction="backward"/></barline></measure><measure><barline><ending number="2" type="start"/></barline>'.$line(['C4']),
            ),
            'flute',
            'concert',
            'written out',
        ];
        yield 'grace notes and dynamics' => [
            self::score(
                '<direction><direction-type><dynamics><f/></dynamics></direction-type></direction><note><grace/><pitch><step>B</step><octave>3</octave></pitch></note>'.$line(
                    $scale,
                ),
            ),
            'flute',
            $five,
            'Not taken over: grace and cue notes',
        ];
        yield 'chords of two notes' => [
            self::score(self::note(
                'C4',
                1,
            ).'<note><chord/><pitch><step>E</step><octave>4</octave></pitch><duration>1</duration></note>'.$line(\array_slice(
                $scale,
                1,
            ))),
            'flute',
            $five,
            'notes of chords but the first',
        ];
        yield 'a second voice after a backup' => [
            self::score($line(
                $scale,
                1,
                '<voice>1</voice>',
            ).'<backup><duration>9</duration></backup>'.$line(['C3'], 9, '<voice>2</voice>')),
            'flute',
            $five,
            '',
        ];
        yield 'a tie over the bar line' => [
            self::score($line(['C4', 'D4', 'E4']).self::note(
                'F4',
                1,
                '<tie type="start"/>',
            ).'</measure><measure>'.self::note('F4', 1, '<tie type="stop"/>').self::note('G4', 1)),
            'flute',
            'concert',
            '',
        ];
        yield 'a pick-up' => [
            str_replace(
                '<measure number="1">',
                '<measure number="0" implicit="yes">',
                self::score(self::note('C4', 1).'</measure><measure number="1">'.$line([
                    'D4',
                    'E4',
                    'F4',
                    'G4',
                ]).'</measure><measure>'.$line(['F4', 'E4', 'D4', 'C4'])),
            ),
            'flute',
            $five.', quarters, pick-up 1 beat',
            '',
        ];
        yield 'words under the notes' => [
            self::score(implode(
                '',
                array_map(
                    static fn (string $note): string => self::note($note, 1, '<lyric><text>la</text></lyric>'),
                    $scale,
                ),
            )),
            'flute',
            $five,
            'words under the notes',
        ];
        yield 'sixteenths counted in large divisions' => [
            self::score($line($scale, 240), '', 960),
            'flute',
            $five.', sixteenths',
            '',
        ];
        yield 'three quarters to the bar, another after it' => [
            self::score(
                $line(
                    $scale,
                ).'</measure><measure><attributes><time><beats>2</beats><beat-type>4</beat-type></time></attributes>',
                '<time><beats>3</beats><beat-type>4</beat-type></time>',
            ),
            'flute',
            $five.', quarters, 3/4',
            'changes of time signature',
        ];
        yield 'a time that the line does not have' => [
            self::score($line($scale), '<time><beats>11</beats><beat-type>4</beat-type></time>'),
            'flute',
            $five,
            '11/4 is none',
        ];
        yield 'da capo' => [self::score($line($scale).'<sound dacapo="yes"/>'), 'flute', $five, 'jumps'];
        yield 'in another encoding' => [
            "\xFF\xFE".mb_convert_encoding(
                '<?xml version="1.0" encoding="UTF-16"?>'.self::score($line($scale)),
                'UTF-16LE',
                'UTF-8',
            ),
            'flute',
            $five,
            '',
        ];
        yield 'legato with lines over the notes' => [
            self::score(self::note('C4', 1).implode(
                '',
                array_map(
                    static fn (string $note): string => self::note(
                        $note,
                        1,
                        '<notations><articulations><tenuto/></articulations></notations>',
                    ),
                    \array_slice($scale, 1),
                ),
            )),
            'flute',
            $five.', quarters, legato',
            '',
        ];
    }

    private static function note(string $pitch, int $duration, string $more = '', bool $keeps = true): string
    {
        preg_match('/^([A-G])(#|b)?(\d)$/', $pitch, $found);
        $alter = ['' => '', '#' => '<alter>1</alter>', 'b' => '<alter>-1</alter>'][$found[2] ?? ''];
        [$before, $after] = str_starts_with($more, '<notations') || str_starts_with($more, '<lyric')
            ? ['', $keeps ? $more : '']
            : [$more, ''];

        return \sprintf(
            '<note><pitch><step>%s</step>%s<octave>%s</octave></pitch><duration>%d</duration>%s%s</note>',
            $found[1] ?? 'C',
            $alter,
            $found[3] ?? '4',
            $duration,
            $before,
            $after,
        );
    }

    private static function score(string $inside, string $attributes = '', int $divisions = 1): string
    {
        return \sprintf(
            '<score-partwise version="3.1"><part-list><score-part id="P1"><part-name>Part</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>%d</divisions>%s</attributes>%s</measure></part></score-partwise>',
            $divisions,
            $attributes,
            $inside,
        );
    }

    #[DataProvider('manners')]
    public function testScoresInTheMannerOfOtherPrograms(
        string $xml,
        string $instrument,
        string $begins,
        string $says,
    ): void {
        $found = self::found($xml, $instrument);
        self::assertStringStartsWith($begins, $found->bandLine);
        if ('' !== $says) {
            self::assertStringContainsString($says, implode(' ', $found->remarks));
        }
        self::assertSame($found->line, Support::part($found->line, $instrument)->line(), 'it can be played');
    }

    public function testEveryFormatIsFoundByItsNameAndItsEnding(): void
    {
        $sheet = Sheet::of(Support::part('concert F major', 'flute'), 'Übung für Flöte');
        foreach (Formats::all() as $format) {
            self::assertSame($format::class, Formats::named($format->name())::class);
            self::assertSame($format::class, Formats::named($format->ending())::class);
            self::assertStringContainsString(
                'midi' === $format->name() ? 'Flute: ' : 'bung f',
                $format->of($sheet, new ExportChoices()),
            );
        }
        self::assertNull(Formats::named('doc'));
        // Names in MIDI files are plain letters, which every program reads alike.
        self::assertStringContainsString(
            'Clarinet in B flat: C major',
            MidiWriter::write(Support::part('concert Bb major', 'clarinet-bb')),
        );
        self::assertDoesNotMatchRegularExpression(
            '/[\xE2]\x99/',
            MidiWriter::write(Support::part('concert Bb major', 'clarinet-bb')),
        );
    }
}
