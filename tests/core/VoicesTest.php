<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\MidiReader;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Clash;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\Together;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Score;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * One line in several voices. Source: the handbook, chapter 3, "Harmony and voices".
 */
final class VoicesTest extends TestCase
{
    private const BAND = ['flute', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'tuba-bbb', 'tuba-bbb'];
    private const LOW = ['trombone', 'tuba-bbb'];

    /** @param list<string> $ids */
    private static function score(string $line, array $ids = self::BAND, Stage $stage = Stage::Full): Score
    {
        $players = [];
        foreach ($ids as $k => $id) {
            $players[] = new BandPlayer(
                $id.' '.$k,
                Support::instruments()->instrument($id),
                new PlayerSettings($stage),
            );
        }
        $scores = (new ScoreBuilder(Support::parts()))->scores([Support::parts()->parser->parse($line)], $players);
        self::assertSame([], $scores->left, $line);

        return $scores->scores[0];
    }

    /** @return array<string, Study> */
    private static function studies(Score $score): array
    {
        $studies = [];
        foreach ($score->parts as $one) {
            $studies[$one->player] = $one->part->study;
        }

        return $studies;
    }

    /** @return list<int> */
    private static function classes(Study $study): array
    {
        return array_map(static fn (StudyNote $note): int => $note->sounding->midi() % 12, $study->notes);
    }

    /** @return iterable<string, array{string, string}> a voice, and what else is said */
    public static function combinations(): iterable
    {
        $voices = [
            'round after 1 bar', 'round after 2 bars for woodwinds then brass', 'thirds below for low brass',
            'sixths below for brass', 'octaves below for tubas', 'thirds above for flutes', 'drone 1 5 for low brass',
            'answer low brass',
        ];
        $more = [
            'concert Bb major', 'concert E natural minor, eighths', 'concert Db major, thirds, eighths, slurred',
            'concert G major, 3/4, dotted', 'concert F major, triplets, 2 times', 'own C dorian, 6/8, staccato',
        ];
        foreach ($voices as $k => $voice) {
            foreach ($more as $line) {
                yield $line.', '.$voice => [$line, $voice];
            }
            yield 'backwards '.$k => ['concert Ab major, '.$voice, 'eighths'];
        }
    }

    #[DataProvider('combinations')]
    public function testEveryVoiceIsTogetherAndEndsWithTheOthers(string $line, string $voice): void
    {
        $parser = Support::parts()->parser;
        $text = $parser->parse($line.', '.$voice)->text();
        self::assertSame($text, $parser->parse($text)->text());
        // Where keys are one's own there is no sounding together to be had.
        $score = self::score(strtr($text, ['own ' => 'concert ']));
        self::assertTrue(Together::of($score)->holds(), Together::of($score)->says());
        $lengths = [];
        foreach ($score->parts as $one) {
            $bars = BarLayout::bars($one->part->study);
            $lengths[] = array_sum(array_map(
                static fn ($bar): int => array_sum(array_map(static fn ($item): int => $item->length, $bar->items)),
                $bars,
            ));
        }
        self::assertCount(1, array_unique($lengths), 'all parts have as many bars: '.implode(' ', $lengths));
    }

    public function testSectionsEnterInTheOrderOfTheScore(): void
    {
        $bar = 4;
        $begins = [];
        foreach (self::studies(self::score('concert Bb major, round after 2 bars')) as $name => $study) {
            $begins[$name] = $study->notes[0]->onset / ($study->time()->barTicks() / $bar);
            self::assertSame(
                [10, 0, 2, 3, 5, 7, 9, 10, 9, 7, 5, 3, 2, 0, 10],
                self::classes($study),
                'the line is the same for all',
            );
        }
        // Horns and brass stand as families; two tubas are one section.
        self::assertSame([0, 8, 16, 24, 32, 40, 48, 48], array_values($begins));
    }

    public function testNamedGroupsEnterInTheirOrderAndOthersLead(): void
    {
        $studies = self::studies(self::score(
            'concert Bb major, round after 1 bar for brass then woodwinds',
            [...self::BAND, 'glockenspiel'],
        ));
        $bars = array_map(
            static fn (Study $study): int => intdiv($study->notes[0]->onset, $study->time()->barTicks()),
            array_values($studies),
        );
        self::assertSame([1, 1, 1, 0, 0, 0, 0, 0, 0], $bars);
    }

    /** @return iterable<array{string, int}> a voice, and half steps of the major scale of B flat for degrees 1 to 8 */
    public static function parallels(): iterable
    {
        yield ['thirds below', -2];
        yield ['sixths below', -5];
        yield ['thirds above', 2];
        yield ['sixths above', 5];
        yield ['octaves below', -7];
    }

    #[DataProvider('parallels')]
    public function testParallelsKeepToTheScale(string $voice, int $steps): void
    {
        $major = [10, 0, 2, 3, 5, 7, 9];
        foreach (['1 octave', 'to the ninth'] as $extent) {
            $studies = self::studies(self::score(\sprintf('concert Bb major, %s, %s for low brass', $extent, $voice)));
            $lead = self::classes($studies['flute 0']);
            foreach ($studies as $name => $study) {
                $is = \in_array(explode(' ', $name)[0], self::LOW, true) ? $steps : 0;
                $expected = array_map(
                    static fn (int $class): int => $major[(((int) array_search($class, $major, true) + $is) % 7 + 7) % 7],
                    $lead,
                );
                self::assertSame($expected, self::classes($study), $name);
                self::assertSame(
                    array_map(static fn (StudyNote $note): int => $note->onset, $studies['flute 0']->notes),
                    array_map(static fn (StudyNote $note): int => $note->onset, $study->notes),
                );
            }
        }
    }

    public function testAThirdBelowIsBelowWhereTheInstrumentReaches(): void
    {
        $lead = Support::study('concert Bb major', 'trumpet-bb');
        $voice = Support::study('concert Bb major, thirds below for trumpets', 'trumpet-bb');
        foreach ($voice->notes as $i => $note) {
            self::assertContains($lead->notes[$i]->pitch()->midi() - $note->pitch()->midi(), [3, 4]);
        }
        $first = Support::study('own A major, thirds below for trumpets', 'trumpet-bb', Stage::First);
        self::assertStringContainsString('goes beyond the first year range', implode(' ', $first->warnings));
        $low = Support::study('concert Bb major, octaves below for trumpets', 'trumpet-bb');
        self::assertStringContainsString('lies an octave higher', implode(' ', $low->warnings));
    }

    public function testChairsTakeTheNotesOfADroneInTurn(): void
    {
        $studies = self::studies(self::score('concert Bb major, drone 1 5 for low brass'));
        $held = [];
        foreach ($studies as $name => $study) {
            if (\in_array(explode(' ', $name)[0], self::LOW, true)) {
                $held[] = array_values(array_unique(self::classes($study)));
                self::assertCount(4, $study->notes, 'one note in every bar');
            } else {
                self::assertCount(15, $study->notes);
            }
        }
        self::assertSame([[10], [5], [10]], $held);
        // Alone, a player has the first.
        self::assertSame([10], array_values(array_unique(self::classes(
            Support::study('concert Bb major, drone 1 5 for low brass', 'tuba-bbb'),
        ))));
    }

    public function testAGroupAnswersEachBarThatTheOthersPlay(): void
    {
        foreach (['eighths', 'quarters, 3/4', 'triplets', 'dotted'] as $rhythm) {
            $score = self::score('concert Bb major, answer low brass, '.$rhythm);
            $lead = self::studies($score)['flute 0'];
            $answer = self::studies($score)['trombone 5'];
            $bar = $lead->time()->barTicks();
            self::assertSame(self::classes($lead), self::classes($answer));
            foreach ($lead->notes as $i => $note) {
                self::assertSame(0, intdiv($note->onset, $bar) % 2, 'leads in every other bar');
                self::assertSame($note->onset + $bar, $answer->notes[$i]->onset);
                self::assertSame($note->length, $answer->notes[$i]->length);
            }
        }
    }

    public function testClashesAreThoseThatAreFoundByLooking(): void
    {
        foreach (['round after 1 bar', 'drone 1 5 for low brass', 'thirds below for low brass', 'round after 2 bars'] as $voice) {
            foreach (['concert Bb major', 'concert E harmonic minor, eighths', 'concert G major, 3/4'] as $line) {
                $score = self::score($line.', '.$voice, ['flute', 'clarinet-bb', 'trumpet-bb', 'tuba-bbb', 'tuba-bbb']);
                $found = array_unique(array_map(
                    static fn (Clash $one): string => $one->bar.' '.$one->beat,
                    Together::of($score)->between->clashes ?? [],
                ));
                self::assertSame(self::halfSteps($score), array_values($found), $line.', '.$voice);
            }
        }
    }

    /** @return list<string> "bar beat" where any two players are a half step apart in some octave */
    private static function halfSteps(Score $score): array
    {
        $beat = $score->parts[0]->part->study->time()->beatTicks();
        $inBar = $score->parts[0]->part->study->time()->barTicks();
        $found = [];
        for ($at = 0; $at < 100 * $beat; $at += $beat) {
            $classes = [];
            foreach ($score->parts as $one) {
                foreach ($one->part->study->notes as $note) {
                    if ($note->onset <= $at && $note->onset + $note->length > $at) {
                        $classes[$note->sounding->midi() % 12] = true;
                    }
                }
            }
            foreach (array_keys($classes) as $class) {
                if (isset($classes[($class + 1) % 12])) {
                    $found[(intdiv($at, $inBar) + 1).' '.(intdiv($at % $inBar, $beat) + 1)] = true;
                }
            }
        }

        return array_map(strval(...), array_keys($found));
    }

    /** @return iterable<array{string}> */
    public static function refused(): iterable
    {
        yield ['untimed, round after 2 bars'];
        yield ['untimed, drone 1 for tubas'];
        yield ['repeat, round after 2 bars'];
        yield ['repeat, answer brass'];
        yield ['pick-up 1 beat, answer brass'];
        yield ['drill after note 3, drone 1 for tubas'];
        yield ['over ii V I, thirds below for low brass'];
        yield ['sixteenths, one long in the bar, then arpeggio, round after 2 bars'];
        yield ['syncopated, answer brass, 3/4'];
    }

    #[DataProvider('refused')]
    public function testWhatLeavesNoRoomForVoicesIsRefusedWithALineThatWorks(string $clauses): void
    {
        try {
            Support::part('concert C major, '.$clauses, 'trumpet-bb');
            self::fail($clauses);
        } catch (StudyError $error) {
            self::assertSame(1, preg_match('/for example "(.+)"/', $error->getMessage(), $found), $error->getMessage());
            self::assertNotEmpty(Support::part($found[1] ?? '', 'trumpet-bb')->study->notes);
        }
    }

    /** @return iterable<array{string, int}> */
    public static function unreadable(): iterable
    {
        yield ['C, round after 20 bars', 16];
        yield ['C, round 2 bars', 10];
        yield ['C, round after 2 bars for kazoos', 27];
        yield ['C, thirds below', 16];
        yield ['C, thirds below for nobody', 21];
        yield ['C, drone for tubas', 10];
        yield ['C, drone 9 for tubas', 10];
        yield ['C, answer', 10];
    }

    #[DataProvider('unreadable')]
    public function testVoicesThatCannotBeReadNameTheirPlace(string $line, int $column): void
    {
        try {
            Support::parts()->parser->parse($line);
            self::fail($line);
        } catch (StudyLineError $error) {
            self::assertSame($column, $error->column, $error->getMessage());
        }
    }

    public function testEveryGroupIsOfInstrumentsThatAreThere(): void
    {
        $groups = Support::parts()->parser->groups;
        foreach ($groups->names() as $name) {
            foreach ($groups->ids($name) as $id) {
                self::assertSame($id, Support::instruments()->instrument($id)->id);
            }
        }
        $families = array_unique(array_map(
            static fn (string $id): string => Support::instruments()->instrument($id)->family,
            Support::instruments()->ids(),
        ));
        self::assertSame([], array_diff($families, $groups->sections), 'every family has its place in the score');
    }

    public function testEveryInstrumentIsWoodwindBrassOrMalletAsItsMechanismSays(): void
    {
        $groups = Support::parts()->parser->groups;
        foreach (Support::instruments()->ids() as $id) {
            $kind = Support::instruments()->instrument($id)->mechanism()->kind();
            $family = match ($kind) {
                MechanismKind::Valves, MechanismKind::Slide => 'brass',
                MechanismKind::Keywork => 'woodwinds',
                MechanismKind::None => 'mallets',
            };
            foreach (['brass', 'woodwinds', 'mallets'] as $name) {
                self::assertSame($name === $family, \in_array($id, $groups->ids($name), true), $id.' in '.$name);
            }
            self::assertSame(
                'brass' === $family,
                \in_array($id, [...$groups->ids('high brass'), ...$groups->ids('low brass')], true),
            );
        }
    }

    public function testPlayersOfOneVoiceAreNamedTogether(): void
    {
        self::assertSame(2, Together::of(self::score('concert Bb major, thirds below for low brass'))->voices);
        self::assertSame(3, Together::of(self::score('concert Bb major, drone 1 5 for low brass'))->voices);
        self::assertNull(Together::of(self::score('concert Bb major'))->between);
        $part = self::score('concert Bb major, round after 2 bars')->parts[1];
        self::assertInstanceOf(BandPart::class, $part);
        self::assertSame('enters in bar 3', $part->part->study->voice?->label);
    }

    public function testWhatFollowsARoundBeginsForAllTogether(): void
    {
        $players = array_map(
            static fn (string $id): BandPlayer => new BandPlayer($id, Support::instruments()->instrument($id)),
            ['flute', 'trumpet-bb', 'tuba-bbb'],
        );
        foreach (['round after 1 bar', 'answer brass', 'round after 2 bars for brass then woodwinds'] as $voices) {
            $lines = ['concert C major', 'concert Bb major, '.$voices, 'concert F major'];
            $sheets = (new ScoreBuilder(Support::parts()))->scores($lines, $players)->sheets;
            $bytes = MidiWriter::score($sheets);
            $begins = [];
            foreach (array_keys(array_values($sheets)) as $part) {
                $at = 0;
                $onsets = [];
                foreach (MidiReader::file($bytes, $part)->given->notes as $note) {
                    $at += $note->rests;
                    $onsets[] = $at;
                    $at += $note->ticks;
                }
                self::assertCount(45, $onsets);
                $begins[] = $onsets[30];
            }
            self::assertCount(1, array_unique($begins), $voices.': '.implode(' ', $begins));
        }
    }
}
