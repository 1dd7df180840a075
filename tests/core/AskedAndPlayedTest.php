<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Length;

/**
 * What is asked for is played, or it is said what is played instead.
 */
final class AskedAndPlayedTest extends TestCase
{
    /** Over keys, instruments and stages: the heading says as many octaves as there are, and a cut is told. */
    public function testFewerOctavesAreSaidInTheHeadingAndTold(): void
    {
        $cut = 0;
        foreach (['alto-sax', 'flute', 'trumpet-bb', 'clarinet-bb', 'bassoon', 'tuba-bbb'] as $id) {
            foreach ([Stage::First, Stage::Developing, Stage::Full] as $stage) {
                foreach (['C', 'Eb', 'F#', 'A'] as $tonic) {
                    foreach (['major', 'chromatic', 'arpeggio', 'major pentatonic'] as $what) {
                        try {
                            $part = Support::parts()->read(
                                "own $tonic $what, 2 octaves",
                                Support::instruments()->instrument($id),
                                new PlayerSettings($stage),
                            );
                        } catch (StudyError) {
                            continue;
                        }
                        $midi = array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $part->study->notes);
                        $octaves = intdiv(max($midi) - min($midi), 12);
                        $isFolded = [] !== $part->study->moves;
                        if ($isFolded) {
                            continue;
                        }
                        $title = Heading::of($part);
                        self::assertStringContainsString(
                            1 === $octaves ? '1 octave' : $octaves.' octaves',
                            $title,
                            "own $tonic $what for $id",
                        );
                        $cut += $octaves < 2 ? 1 : 0;
                        self::assertSame(
                            $octaves < 2,
                            1 === preg_match('/do not fit/', implode(' ', $part->study->warnings)),
                            "own $tonic $what for $id, {$stage->value}",
                        );
                    }
                }
            }
        }
        self::assertGreaterThan(40, $cut);
    }

    public function testAPatternThatLeavesThePlaceAskedForSaysSo(): void
    {
        $told = static fn (string $line, string $id): string => implode(' ', Support::part($line, $id)->study->warnings);
        self::assertStringContainsString('it ends on G3', $told('own G major, sixths, from G4', 'horn-f'));
        self::assertSame('', $told('own C major, sixths, from C5', 'clarinet-bb'));
        self::assertSame('', $told('own C major, from C5', 'clarinet-bb'));
    }

    /** "from PITCH, down" begins on that pitch, whatever scale, extent, pattern and instrument. */
    public function testALineThatOnlyGoesDownBeginsOnTheNoteThatIsNamed(): void
    {
        $played = 0;
        foreach ([
            'trumpet-bb' => ['C5', 'D5', 'G4', 'A4'],
            'flute' => ['C6', 'D5', 'G5', 'A5'],
            'bassoon' => ['C4', 'D3', 'G3', 'A3'],
        ] as $id => $pitches) {
            foreach ($pitches as $pitch) {
                foreach (['major', 'natural minor', 'chromatic', 'arpeggio', 'major pentatonic'] as $what) {
                    foreach (['', ', 5 notes', ', 2 octaves', ', thirds', ', keys by fourths'] as $more) {
                        $line = 'own '.$pitch[0]." $what$more, from $pitch, down";
                        try {
                            $part = Support::parts()->read(
                                strtr($line, [', keys by fourths' => '']),
                                Support::instruments()->instrument($id),
                            );
                        } catch (StudyError) {
                            continue;
                        }
                        ++$played;
                        $notes = $part->study->notes;
                        self::assertSame($pitch, $notes[0]->pitch()->text(), "$line for $id");
                        // A pattern that reaches too low drops and comes back an octave higher.
                        self::assertTrue(
                            [] !== $part->study->moves
                            || $notes[0]->pitch()->isHigherThan($notes[\count($notes) - 1]->pitch()),
                            "$line for $id",
                        );
                    }
                }
            }
        }
        self::assertGreaterThan(120, $played);
        $sheet = (new SheetBuilder(Support::parts()))->read(
            ['own C major, from C5, down, keys by fourths'],
            Support::instruments()->instrument('trumpet-bb'),
        );
        foreach ($sheet->parts as $part) {
            self::assertSame(
                'from '.$part->study->notes[0]->pitch()->text(),
                $part->study->recipe->line->clauses['place']->text ?? 'from '.$part->study->notes[0]->pitch()->text(),
            );
        }
    }

    /** A degree with a comma is that degree an octave lower. Source: the handbook, chapter 3, "Articulation". */
    public function testACommaIsAnOctaveInEveryScale(): void
    {
        foreach ([
            'major' => [5, 12], 'major pentatonic' => [5, 12], 'minor pentatonic' => [4, 12], 'natural minor' => [3, 12],
            'blues' => [6, 12], 'harmonic minor' => [2, 12],
        ] as $scale => [$degree, $halfSteps]) {
            $notes = Support::study("own C $scale, cell 1 $degree $degree, 1, 1 octave, up", 'clarinet-bb')->notes;
            self::assertSame(
                $halfSteps,
                $notes[1]->pitch()->midi() - $notes[2]->pitch()->midi(),
                "$scale, degree $degree",
            );
        }
        // 7, is the note below the root in every scale.
        foreach (['major' => 1, 'major pentatonic' => 3, 'blues' => 2, 'whole tone' => 2] as $scale => $below) {
            $notes = Support::study("own C $scale, cell 1 7, 1, up", 'clarinet-bb')->notes;
            self::assertSame($below, $notes[0]->pitch()->midi() - $notes[1]->pitch()->midi(), $scale);
        }
        // The library's patterns go as many steps down as ever.
        $thirds = Support::study('own C major pentatonic, fourths', 'clarinet-bb')->notes;
        self::assertCount(\count(Support::study('own C major pentatonic, fourths', 'flute')->notes), $thirds);
    }

    public function testACellGoesOnAfterACommaWithItsOwnWords(): void
    {
        $parser = Support::parts()->parser;
        foreach ([
            'cell 1 3 5 8, on 1, up only' => 'cell 1 3 5 8 on 1 up only',
            'cell 1 3 5, on 1 4 5' => 'cell 1 3 5 on 1 4 5',
            'cell 1 2 3, by thirds, eighths' => 'cell 1 2 3 by thirds, eighths',
            'cell 1 3 / 1 6,, eighths' => 'cell 1 3 / 1 6,, eighths',
        ] as $said => $means) {
            self::assertSame('own C, '.$means, $parser->parse('own C, '.$said)->text());
            self::assertSame('own C, '.$means, $parser->parse('own C, '.$means)->text());
        }
    }

    /** Source: the handbook, chapter 3, "One long in the bar": each bar starts one note later; out after 14 bars. */
    public function testOneLongInTheBarUntilItComesOutIsTheFormThatStays(): void
    {
        $study = Support::study('own C major, one long in the bar, until it comes out', 'flute');
        $long = array_filter($study->notes, static fn (StudyNote $note): bool => Length::EIGHTH === $note->length);
        self::assertCount(14 * 15 + 1, $study->notes);
        self::assertGreaterThanOrEqual(14, \count($long));
        foreach ($long as $note) {
            self::assertSame(0, $study->bars->inBar($note->onset), 'the long note stays on one');
        }
    }

    /** The scale has its cycle and the arpeggio its own, in its own time, the tonic restated. Source: as above. */
    public function testScaleAndArpeggioGoRoundEachByItself(): void
    {
        $study = Support::study('own C major, then arpeggio, long on 1, until it comes out', 'flute');
        $arpeggio = array_values(array_filter($study->notes, static fn (StudyNote $note): bool => $note->tone->inSequel));
        // Fourteen bars of fifteen notes are fifteen times the cycle of fourteen; seven times six are seven bars of six.
        self::assertSame(15, $study->comesOutAfter);
        self::assertCount(15 * 14 + 1 + 7 * 6 + 1, $study->notes);
        self::assertCount(7 * 6 + 1, $arpeggio);
        self::assertSame('2/4', $study->bars->time($arpeggio[0]->onset)->name());
        self::assertSame(0, $study->bars->inBar($arpeggio[0]->onset));
        self::assertSame('C4', $arpeggio[0]->pitch()->text());
        foreach ([
            'own F major, then arpeggio, long on 2, 2 times', 'own C major, then arpeggio, long on 3, until it comes out',
            'own C major, then arpeggio, long on 1, 2 times, pick-up 1 beat',
        ] as $line) {
            $study = Support::study($line, 'flute');
            foreach (BarLayout::bars($study) as $k => $bar) {
                $ticks = array_sum(array_map(static fn (BarItem $item): int => $item->length, $bar->items));
                $whole = $study->bars->time($bar->items[0]->onset)->barTicks();
                self::assertSame(0 === $k && $study->lead() > 0 ? $whole - $study->lead() : $whole, $ticks, $line);
            }
        }
    }

    public function testToTheNinthIsNumberedSo(): void
    {
        $part = Support::part('own C major, to the ninth', 'flute');
        self::assertSame(
            ['1', '2', '3', '4', '5', '6', '7', '8 (1)', '9', '8 (1)'],
            array_map($part->degree(...), range(0, 9)),
        );
        self::assertSame('2', Support::part('own C major, 2 octaves', 'flute')->degree(8));
        self::assertSame('♭9', Support::part('own C phrygian, to the ninth', 'flute')->degree(8));
    }

    public function testSixteenthsBesideALongOneSayTheSame(): void
    {
        $parser = Support::parts()->parser;
        self::assertSame('own C, long on 1', $parser->parse('own C, sixteenths, long on 1')->text());
        self::assertSame('own C, one long in the bar', $parser->parse('own C, one long in the bar, sixteenths')->text());
    }
}
