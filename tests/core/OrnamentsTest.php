<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\MidiReader;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\Judge;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\MidiTake;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Length;

/**
 * Grace notes, repeat signs, a last bar that slows down. Source: the handbook, chapter 3, "Articulation and dynamics as
 * patterns"; times of grace notes and of the slowing are ours.
 */
final class OrnamentsTest extends TestCase
{
    /** @return iterable<array{string, int}> a line, and how often it is played */
    public static function repeated(): iterable
    {
        yield ['own C major, repeat', 2];
        yield ['own C major, repeat, 3 times', 3];
        yield ['own C major, eighths, 4 times, repeat, 3/4', 4];
        yield ['own C major, repeat, pick-up 1 beat', 2];
        yield ['own C major, to the ninth, repeat, pick-up 1 beat', 2];
        yield ['own C major, 6/8, repeat, pick-up 3 eighths', 2];
        yield ['own C major, dotted, repeat, 5/4', 2];
        yield ['own C major, sixteenths, one long in the bar, repeat', 2];
        yield ['own C major, over ii V I, cell 1 2 3 5, eighths, 3 times, repeat', 3];
    }

    #[DataProvider('repeated')]
    public function testWhatIsRepeatedIsWrittenOnceAndHeardAsOften(string $line, int $times): void
    {
        $part = Support::part($line, 'flute');
        $study = $part->study;
        self::assertSame($times, $study->repeats());
        self::assertSame(0, $study->period() % ($study->lead() > 0 ? $study->time()->barTicks() : 1));
        self::assertGreaterThanOrEqual($study->end(), $study->period());
        // Pick-up and last bar together are whole bars: what is printed lasts as long as what is heard.
        $printed = 0;
        foreach (BarLayout::bars($study) as $bar) {
            foreach ($bar->items as $item) {
                $printed += $item->length;
            }
        }
        self::assertSame($study->period(), $printed);
        $heard = MidiReader::played(MidiWriter::write($part, new ExportChoices()));
        self::assertCount($times * \count($study->notes), $heard);
        $xml = self::xml($part);
        $repeats = $xml->xpath('//repeat[@direction="backward"]');
        self::assertIsArray($repeats);
        self::assertCount(1, $repeats);
        self::assertSame(2 === $times ? '' : (string) $times, (string) $repeats[0]['times']);
    }

    public function testWhatChangesFromTimeToTimeCannotStandBetweenSigns(): void
    {
        foreach ([
            'untimed, repeat', 'until it comes out, repeat, triplets', '3 times, louder each time, repeat',
            'untimed, ritardando',
        ] as $clauses) {
            try {
                Support::part('own C major, '.$clauses, 'flute');
                self::fail($clauses);
            } catch (StudyError $error) {
                self::assertStringContainsString('do not go together', $error->getMessage());
            }
        }
    }

    /** @return iterable<array{string}> */
    public static function slowing(): iterable
    {
        foreach (['quarters', 'eighths, swing', 'triplets', 'gallop, 3/4', '6/8', '7/8', 'pick-up 1 beat'] as $rhythm) {
            yield $rhythm => ['own G major, ritardando, '.$rhythm];
        }
    }

    #[DataProvider('slowing')]
    public function testOnlyTheLastBarSlowsDownAndMoreAndMore(string $line): void
    {
        $study = Support::study($line, 'flute');
        $last = $study->lastBar();
        self::assertSame(0, ($last + $study->lead()) % $study->time()->barTicks());
        $step = intdiv($study->time()->beatTicks(), 2);
        $before = 0;
        for ($place = 0; $place < $last; $place += $step) {
            self::assertSame(Heard::inTempo($study)->place($place), Heard::of($study)->place($place));
        }
        $gaps = [];
        for ($place = $last; $place <= $study->end(); $place += $study->time()->beatTicks()) {
            $gaps[] = Heard::of($study)->place($place) - $before;
            $before = Heard::of($study)->place($place);
        }
        foreach (\array_slice($gaps, 2) as $k => $gap) {
            self::assertGreaterThan($gaps[$k + 1], $gap);
        }
        // Even slowing to two thirds takes a quarter more time than the bar would.
        $written = Heard::inTempo($study)->place($study->end()) - $last;
        self::assertEqualsWithDelta(1.25 * $written, Heard::of($study)->place($study->end()) - $last, 2.0);
        self::assertStringContainsString('rit.', (string) self::xml(Support::part($line, 'flute'))->asXML());
    }

    /** @return iterable<array{string, string}> a cell, and the notes with their grace notes, as they begin */
    public static function graces(): iterable
    {
        yield ['own C major, cell g2 1 3, up', '[D4]C4 E4 [E4]D4 F4'];
        yield ['own C major, cell 1 g1 g2 3 / 1 g7, 6,, up', 'C4 [C4 D4]E4 D4 [D4 E4]F4'];
        yield ['own D minor, cell g#7, 1 2, up', '[C#4]D4 E4 [D#4]E4 F4'];
        yield ['concert C major, cell g2 1, up', '[D4]C4 [E4]D4 [F4]E4 [G4]F4'];
    }

    #[DataProvider('graces')]
    public function testGraceNotesStandBeforeTheirNote(string $line, string $begins): void
    {
        $parser = Support::parts()->parser;
        self::assertSame($parser->parse($line)->text(), $parser->parse($parser->parse($line)->text())->text());
        $part = Support::part($line, 'flute');
        $found = array_map(
            static fn (StudyNote $note): string => ([] === $note->tone->graces ? '' : '['.implode(' ', array_map(
                static fn (Pitch $grace): string => $grace->text(),
                $note->tone->graces,
            )).']').$note->pitch()->text(),
            \array_slice($part->study->notes, 0, \count(explode(' ', (string) preg_replace('/\[[^]]*\]/', '', $begins)))),
        );
        self::assertSame($begins, implode(' ', $found));
        $graces = array_sum(array_map(
            static fn (StudyNote $note): int => \count($note->tone->graces),
            $part->study->notes,
        ));
        self::assertCount($graces, self::xml($part)->xpath('//note[grace]') ?: []);
        $heard = MidiReader::played(MidiWriter::write($part, new ExportChoices()));
        self::assertCount($graces + \count($part->study->notes), $heard);
    }

    public function testGraceNotesTakeTheirTimeFromTheNoteBefore(): void
    {
        foreach (['quarters', 'eighths, slurred', 'sixteenths', 'gallop', 'whole notes', 'eighths, swing'] as $rhythm) {
            $study = Support::study('own C major, cell g1 g2 3 g4 5, '.$rhythm, 'alto-sax');
            $end = 0;
            foreach ($study->notes as $i => $note) {
                foreach ([...Heard::of($study)->graces($i), Heard::of($study)->note($i)] as [$onset, $length]) {
                    self::assertGreaterThanOrEqual($end, $onset, $rhythm);
                    self::assertGreaterThan(0, $length, $rhythm);
                    $end = $onset + $length;
                }
                if ($i > 0) {
                    $beat = Heard::inTempo($study)->place($note->onset);
                    self::assertSame($beat, Heard::of($study)->note($i)[0], 'the note keeps its beat');
                }
                foreach (Heard::of($study)->graces($i) as [, $length]) {
                    self::assertLessThanOrEqual(intdiv(Length::QUARTER, 8), $length);
                }
                self::assertSame(
                    array_map(
                        static fn (Pitch $grace): int => $grace->midi() - $note->pitch()->midi(),
                        $note->tone->graces,
                    ),
                    array_map(
                        static fn (Pitch $grace): int => $grace->midi() - $note->sounding->midi(),
                        $note->tone->soundingGraces(),
                    ),
                );
            }
        }
    }

    public function testGraceNotesLieInTheRangeToo(): void
    {
        $plain = Support::study('own G major, cell 1 3, high octave', 'trumpet-bb');
        $study = Support::study('own G major, cell g7, 1 g8 3, high octave', 'trumpet-bb');
        $limit = Support::instruments()->instrument('trumpet-bb')->player()->limit();
        foreach ($study->notes as $note) {
            foreach ($note->tone->graces as $grace) {
                self::assertTrue($limit->holds($grace, $grace), $grace->text());
            }
        }
        self::assertNotEmpty($plain->notes);
    }

    public function testAGraceNoteThatIsPlayedIsNoNoteTooMany(): void
    {
        $figures = ListeningFigures::shipped();
        $part = Support::part('own C major, cell g2 1 3, quarter = 60', 'trumpet-bb');
        $heard = MidiTake::heard(MidiReader::played(MidiWriter::write($part, new ExportChoices())));
        $judge = new Judge($figures);
        self::assertSame([], $judge->notes(Expected::of($part, $figures), $heard)->extra);
        // The same take against the line without them has them all.
        $plain = Support::part('own C major, cell 1 3, quarter = 60', 'trumpet-bb');
        self::assertGreaterThan(10, \count($judge->notes(Expected::of($plain, $figures), $heard)->extra));
    }

    public function testAFermataIsHeldAndDelaysNothing(): void
    {
        foreach (['', ', eighths, swing', ', half notes, ritardando', ', triplets, repeat'] as $more) {
            $plain = Support::study('own C major'.$more, 'flute');
            $study = Support::study('own C major, fermata last'.$more, 'flute');
            $last = \count($study->notes) - 1;
            foreach ($study->notes as $i => $note) {
                self::assertSame(Heard::of($plain)->note($i)[0], Heard::of($study)->note($i)[0]);
                if ($i < $last) {
                    self::assertSame(Heard::of($plain)->note($i)[1], Heard::of($study)->note($i)[1]);
                }
            }
            self::assertGreaterThan(Heard::of($plain)->note($last)[1], Heard::of($study)->note($last)[1], $more);
            if ($study->repeats() > 1) {
                self::assertLessThanOrEqual($study->period(), array_sum(Heard::of($study)->note($last)));
            }
        }
    }

    /** @return iterable<array{string, int}> */
    public static function wrong(): iterable
    {
        yield ['C, cell 1 3 g2', 15];
        yield ['C, cell g2*2 3', 9];
        yield ['C, cell g2:s 3', 9];
        yield ['C, cell gx 3', 9];
    }

    #[DataProvider('wrong')]
    public function testGraceNotesThatCannotBeRead(string $line, int $column): void
    {
        try {
            Support::parts()->parser->parse($line);
            self::fail($line);
        } catch (StudyLineError $error) {
            self::assertSame($column, $error->column);
        }
    }

    private static function xml(Part $part): \SimpleXMLElement
    {
        return new \SimpleXMLElement(MusicXmlWriter::write($part, new ExportChoices()));
    }
}
