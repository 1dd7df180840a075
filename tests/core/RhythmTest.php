<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Figure;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\FigureParser;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;
use SwiftReed\Time\TimeSignature;

/**
 * The language of rhythm. Source of what the figures mean: the handbook, chapter 3, "A language of rhythm".
 */
final class RhythmTest extends TestCase
{
    private const FIGURES = [
        'dotted', 'reverse dotted', 'gallop', 'reverse gallop', 'syncopated', 'off-beats', 'quarter triplets',
        'quintuplets', 'sextuplets', 'thirty-seconds', 'each value', 'rhythm 3+1', 'rhythm 2+1+1 | 1+1+2',
        'rhythm 1+1+1+1+1+1+1', 'rhythm 5+3', 'rhythm 1+1 over 3 beats', 'rhythm r2+1 | 1+r1+2', 'rhythm 1+1+1~ | 2+1',
        'rhythm 1+2~ | 1+r1 on each note', 'dotted on each note', 'rhythm 1+1+1+1 over 3 beats', 'rhythm 1~ | 1+1',
        'rhythm 3+4 over 2 beats', 'eighths, swing', 'sixteenths, swing 3:2', 'eighths, swing written out',
        'triplets', 'long ends in eighths', 'one long in the bar', 'quarters', 'half notes',
    ];

    /**
     * Onsets and lengths of five notes and back, in quarters of a quarter note as common practice has them, no source.
     *
     * @return iterable<string, array{string, list<float>}>
     */
    public static function known(): iterable
    {
        yield 'dotted' => ['dotted', [0, .75, 1, 1.75, 2, 2.75, 3, 3.75, 4]];
        yield 'reverse dotted' => ['reverse dotted', [0, .25, 1, 1.25, 2, 2.25, 3, 3.25, 4]];
        yield 'gallop' => ['gallop', [0, .5, .75, 1, 1.5, 1.75, 2, 2.5, 2.75]];
        yield 'reverse gallop' => ['reverse gallop', [0, .25, .5, 1, 1.25, 1.5, 2, 2.25, 2.5]];
        yield 'syncopated' => ['syncopated', [0, .5, 1.5, 2, 2.5, 3.5, 4, 4.5, 5.5]];
        yield 'off-beats' => ['off-beats', [.5, 1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5]];
        yield 'quintuplets' => ['quintuplets', [0, .2, .4, .6, .8, 1, 1.2, 1.4, 1.6]];
        yield 'thirty-seconds' => ['thirty-seconds', [0, .125, .25, .375, .5, .625, .75, .875, 1]];
        yield 'in six-eight' => ['dotted, 6/8', [0, .75, 1, 1.5, 2.25, 2.5, 3, 3.75, 4]];
        yield 'in cut time' => ['dotted, 2/2', [0, 1.5, 2, 3.5, 4, 5.5, 6, 7.5, 8]];
        yield 'thirty-seconds in cut time' => [
            'thirty-seconds, 2/2',
            [0, .125, .25, .375, .5, .625, .75, .875, 1],
        ];
        yield 'seven in a beat' => [
            'rhythm 1+1+1+1+1+1+1',
            [0, 1 / 7, 2 / 7, 3 / 7, 4 / 7, 5 / 7, 6 / 7, 1, 8 / 7],
        ];
        yield 'over three beats' => ['rhythm 1+1 over 3 beats, 3/4', [0, 1.5, 3, 4.5, 6, 7.5, 9, 10.5, 12]];
        yield 'tied over' => ['rhythm 1+1~ | 1+1', [0, .5, 1.5, 2, 2.5, 3.5, 4, 4.5, 5.5]];
    }

    /** @param list<float> $onsets */
    #[DataProvider('known')]
    public function testNotesBeginWhereTheFigureSays(string $rhythm, array $onsets): void
    {
        $study = Support::study('own C major, 5 notes, '.$rhythm, 'flute');
        self::assertEqualsWithDelta(
            $onsets,
            array_map(static fn (StudyNote $note): float => $note->onset / Length::QUARTER, $study->notes),
            1e-9,
        );
    }

    public function testTheLastNoteEndsWithItsBeatOrItsBar(): void
    {
        foreach (['dotted', 'quintuplets', 'off-beats', 'gallop'] as $rhythm) {
            foreach (['4/4' => 1, '3/4' => 1, '2/2' => 2] as $time => $quarters) {
                $end = static fn (Study $study): int => $study->notes[\count($study->notes) - 1]->onset
                    + $study->notes[\count($study->notes) - 1]->length;
                $plain = Support::study("own C major, $rhythm, $time", 'flute');
                self::assertSame(0, $end($plain) % ($quarters * Length::QUARTER), "$rhythm in $time");
                $long = Support::study("own C major, $rhythm, long last, $time", 'flute');
                self::assertSame(0, $end($long) % $long->time()->barTicks(), "$rhythm in $time, long last");
            }
        }
    }

    /**
     * Whatever is said: the bars add up, what is printed lasts as long as it is played, each printed value has a name,
     * tuplets are whole and stand in one bar, beams begin and end, and there is a count for each note.
     */
    public function testWhatIsPrintedIsWhatIsPlayed(): void
    {
        $dice = new Randomizer(new Mt19937(20261201));
        $pick = static fn (array $list): string => (string) $list[$dice->getInt(0, \count($list) - 1)];
        $played = 0;
        for ($n = 0; $n < 900; ++$n) {
            $line = 'own '.$pick(['C major', 'F harmonic minor', 'D arpeggio', 'G major, thirds', 'Bb major, 5 notes',
                'A major, tetra', 'E chromatic', 'C major, cell 1 3*2 r 5'])
                .', '.$pick(self::FIGURES)
                .', '.$pick(TimeSignature::all())
                .$pick(['', '', ', long last', ', pick-up 1 beat', ', 2 times', ', slurred', ', then arpeggio']);
            try {
                $study = Support::study($line, $pick(['flute', 'trumpet-bb', 'bassoon']));
            } catch (StudyError|StudyLineError) {
                continue;
            }
            ++$played;
            self::assertPrinted($study, $line);
        }
        self::assertGreaterThan(450, $played);
    }

    private static function assertPrinted(Study $study, string $line): void
    {
        $bars = BarLayout::bars($study);
        $lasts = [];
        $inTuplet = [];
        foreach ($bars as $k => $bar) {
            $begin = $bar->items[0]->onset;
            $ticks = 0;
            $open = 0;
            foreach ($bar->items as $item) {
                self::assertSame($begin + $ticks, $item->onset, "$line: something lies beside the other in bar $k");
                $ticks += $item->length;
                NoteValues::of($item->writtenTicks());
                if (null !== $item->note) {
                    $lasts[$item->note] = ($lasts[$item->note] ?? 0) + $item->length;
                }
                if (null !== $item->tuplet) {
                    $inTuplet[$item->tuplet->from] = ($inTuplet[$item->tuplet->from] ?? 0) + $item->length;
                    self::assertSame(
                        $study->bars->bar($item->tuplet->from),
                        $study->bars->bar($item->tuplet->end() - 1),
                        "$line: a tuplet lies across a bar line",
                    );
                }
                $open += match ($item->beams[0] ?? '') {
                    'begin' => 1, 'end' => -1, default => 0,
                };
                self::assertContains($open, [0, 1], "$line: beams of bar $k");
            }
            self::assertSame(0, $open, "$line: a beam of bar $k is left open");
            $time = $study->bars->time($begin);
            $isWhole = $k > 0 || 0 === $study->lead();
            if ($isWhole) {
                self::assertSame($time->barTicks(), $ticks, "$line: bar $k");
            }
        }
        foreach ($study->notes as $i => $note) {
            self::assertSame($note->length, $lasts[$i], "$line: note $i");
        }
        foreach ($bars as $bar) {
            foreach ($bar->items as $item) {
                if (null !== $item->tuplet) {
                    self::assertSame($item->tuplet->ticks, $inTuplet[$item->tuplet->from], "$line: a tuplet is not whole");
                }
            }
        }
        self::assertCount(\count($study->notes), array_filter(Counts::of($study), static fn (string $one): bool => '' !== $one));
    }

    public function testWhatIsSaidIsPrintedAndReadAgain(): void
    {
        $dice = new Randomizer(new Mt19937(7));
        $parser = Support::parts()->parser;
        for ($n = 0; $n < 400; ++$n) {
            $groups = [];
            for ($k = $dice->getInt(1, 4); $k > 0; --$k) {
                $parts = [];
                $left = 8;
                for ($p = $dice->getInt(1, 5); $p > 0 && $left > 0; --$p) {
                    $share = $dice->getInt(1, min(4, $left));
                    $left -= $share;
                    $parts[] = ([] !== $parts && 0 === $dice->getInt(0, 4) ? 'r' : '').$share;
                }
                $groups[] = implode('+', $parts).(0 === $dice->getInt(0, 3) ? ' over '.$dice->getInt(2, 8).' beats' : '');
            }
            $said = 'own C, rhythm '.implode(' | ', $groups).(0 === $dice->getInt(0, 4) ? ' on each note' : '').', slurred';
            $text = $parser->parse($said)->text();
            self::assertSame($said, $text);
            self::assertSame($text, $parser->parse($text)->text());
        }
    }

    /** @return iterable<array{string, string}> a figure that is refused, and what is named */
    public static function refused(): iterable
    {
        yield ['rhythm 3+9', '"9"'];
        yield ['rhythm 5+4', 'add up to 9'];
        yield ['rhythm', 'the rhythm ends'];
        yield ['rhythm 3+x', '"x"'];
        yield ['rhythm r1', 'no note begins'];
        yield ['rhythm 1~ | r1', 'ties a note to a rest'];
        yield ['rhythm 1+1 over 9 beats', '"9"'];
        yield ['rhythm 1+1 on every note', '"every"'];
        yield ['rhythm '.implode(' | ', array_fill(0, 17, '1')), '17'];
    }

    #[DataProvider('refused')]
    public function testWhatIsNoFigureIsRefusedByName(string $said, string $named): void
    {
        try {
            Support::parts()->parser->parse('own C, '.$said);
            self::fail($said.' was taken');
        } catch (StudyLineError $error) {
            self::assertStringContainsStringIgnoringCase($named, $error->getMessage());
            self::assertStringContainsString('rhythm 3+1', $error->getMessage());
        }
    }

    public function testNamesWithoutAFormAreRefusedWithALineThatWorks(): void
    {
        foreach (FigureNames::all() as $name) {
            foreach (['6/8', '9/8', '12/8', '3/8', '7/8', '4/4', '2/2'] as $time) {
                $hasForm = null !== FigureNames::figure($name, TimeSignature::of($time));
                try {
                    Support::study("own F major, $name, $time", 'flute');
                    self::assertTrue($hasForm, "$name in $time");
                } catch (StudyError $error) {
                    self::assertFalse($hasForm, "$name in $time: ".$error->getMessage());
                    self::assertSame(1, preg_match('/for example "(.+?)"/', $error->getMessage(), $example));
                    self::assertNotEmpty(Support::study($example[1] ?? '', 'flute')->notes);
                }
            }
        }
    }

    /** 14 notes in figures of 4: twice comes out. Source: the handbook, chapter 3. */
    public function testWhereFigureAndLineComeOutTogether(): void
    {
        foreach ([
            'own C major, rhythm 1+1+1+1' => 2, 'own C major, dotted' => 1, 'own C major, gallop' => 3,
            'own C major, quintuplets' => 5, 'own C major, 5 notes, gallop' => 3, 'own C major, gallop on each note' => 1,
            'own C major, 5 notes, rhythm 1+1+1+1' => 1,
        ] as $line => $rounds) {
            self::assertSame($rounds, Support::study($line, 'flute')->comesOutAfter, $line);
        }
        $whole = Support::study('own C major, gallop, until it comes out', 'flute');
        self::assertCount(3 * 14 + 1, $whole->notes);
        self::assertSame(0, $whole->notes[42]->onset % Length::QUARTER);
    }

    public function testOnEachNoteEveryNoteHasTheWholeFigure(): void
    {
        foreach (['dotted' => 2, 'gallop' => 3, 'rhythm 1+1~ | 1+1' => 3, 'quintuplets' => 5] as $figure => $notes) {
            $plain = Support::study('own C major, '.$figure, 'flute');
            $each = Support::study('own C major, '.$figure.' on each note', 'flute');
            self::assertSame(
                array_merge(...array_map(
                    static fn (StudyNote $note): array => array_fill(0, $notes, $note->pitch()->midi()),
                    $plain->notes,
                )),
                array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $each->notes),
            );
            foreach ($each->notes as $i => $note) {
                self::assertFalse($note->breathAfter && 0 !== ($i + 1) % $notes, 'nobody breathes inside a figure');
            }
        }
    }

    public function testSwingComesLateOffTheBeatAndIsPrintedEven(): void
    {
        $even = Support::study('own C major, eighths', 'flute');
        $swung = Support::study('own C major, eighths, swing', 'flute');
        $light = Support::study('own C major, eighths, swing 3:2', 'flute');
        $sixteenths = Support::study('own C major, sixteenths, swing', 'flute');
        foreach ($swung->notes as $i => $note) {
            self::assertSame($even->notes[$i]->onset, $note->onset);
            $beat = intdiv($i, 2) * Length::QUARTER;
            $isOff = 1 === $i % 2;
            self::assertSame($beat + ($isOff ? intdiv(2 * Length::QUARTER, 3) : 0), Heard::of($swung)->place($note->onset));
            self::assertSame($beat + ($isOff ? intdiv(3 * Length::QUARTER, 5) : 0), Heard::of($light)->place($note->onset));
            self::assertSame(
                intdiv($i, 2) * Length::EIGHTH + ($isOff ? intdiv(2 * Length::EIGHTH, 3) : 0),
                Heard::of($sixteenths)->place($sixteenths->notes[$i]->onset),
            );
        }
        $out = Support::study('own C major, eighths, swing written out', 'flute');
        self::assertSame(
            array_map(static fn (StudyNote $note): int => Heard::of($swung)->place($note->onset), $swung->notes),
            array_map(static fn (StudyNote $note): int => $note->onset, $out->notes),
        );
        foreach (['triplets', 'half notes', 'dotted', 'eighths, 6/8', 'gallop'] as $other) {
            try {
                Support::study('own C major, swing, '.$other, 'flute');
                self::fail($other.' swings');
            } catch (StudyError $error) {
                self::assertSame(1, preg_match('/"swing".*for example "(.+?)"/', $error->getMessage(), $example));
                self::assertNotEmpty(Support::study($example[1] ?? '', 'flute')->notes);
            }
        }
    }

    public function testAFigureIsReadHoweverItIsTyped(): void
    {
        foreach (['2+1+1|1+1+2', ' 2 + 1+1 | 1+1+2 ', '2+1+1  |  1+1+2'] as $typed) {
            self::assertSame('2+1+1 | 1+1+2', FigureParser::parse($typed)->text());
        }
        self::assertSame(3, Figure::ofShares(2, 1, 1)->notes());
        self::assertSame('dotted', Support::parts()->parser->parse('C, rhythm dotted')->clauses['rhythm']->text);
        self::assertSame(
            'Bb major, rhythm 2+1+1 | 1+1+2, slurred',
            Support::parts()->reader->read('Bb major rhythm 2+1+1 | 1+1+2 slurred please')->line->text(),
        );
    }

    /** What a beam holds: beats, halves in 2/2, groups of eighths in 3/8 and 7/8. Common practice, no source. */
    public function testBeamsShowTheBeat(): void
    {
        foreach ([
            '4/4' => [2, 2, 2, 2], '2/2' => [4, 4], '6/8' => [3, 3], '9/8' => [3, 3, 3], '12/8' => [3, 3, 3, 3],
            '3/8' => [3], '7/8' => [2, 2, 3], '7/8 as 3+2+2' => [3, 2, 2], '5/4' => [2, 2, 2, 2, 2],
        ] as $time => $beams) {
            $first = BarLayout::bars(Support::study("own C major, 2 octaves, eighths, $time", 'flute'))[0];
            $sizes = [];
            foreach ($first->items as $item) {
                self::assertInstanceOf(BarItem::class, $item);
                $sizes[] = $item->beams[0] ?? '';
            }
            $found = [];
            foreach ($sizes as $beam) {
                if ('begin' === $beam) {
                    $found[] = 0;
                }
                ++$found[\count($found) - 1];
            }
            self::assertSame($beams, $found, $time);
        }
    }
}
