<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Line\Grammar;
use SwiftReed\Record\Meeting;
use SwiftReed\Record\Presses;
use SwiftReed\Record\Reached;
use SwiftReed\Record\RecordError;
use SwiftReed\Record\Rubric;
use SwiftReed\Record\SoundingSpeed;

/**
 * Requirements and marks. Source of the rules: the handbook, chapter 8.
 */
final class RecordTest extends TestCase
{
    private static function meets(
        string $asked,
        string $done,
        string $for = '',
        bool $askedMemory = false,
        bool $doneMemory = false,
        bool $packetFolds = false,
    ): Meeting {
        $read = static fn (string $line) => Support::parts()->reader->read($line)->line;

        return Meeting::of(
            $read($asked),
            $read($done),
            Support::parts(),
            '' === $for ? null : Support::instruments()->instrument($for),
            $askedMemory,
            $doneMemory,
            $packetFolds,
        );
    }

    /**
     * @return iterable<string, array{string, string, string, bool, string}> asked, done, instrument, whether it meets,
     *  what is said
     */
    public static function cases(): iterable
    {
        // Source: the handbook, chapter 5, "Half-and-quarter notes at 120 pass a requirement of quarter-and-eighth
        // notes at 60".
        yield 'half values at half the tempo' => [
            'concert F major, long ends in eighths, quarter = 60', 'concert F major, long ends, quarter = 120', '',
            true, '120 notes a minute',
        ];
        // From here on by hand from chapter 8.
        yield 'a little slower' => [
            'concert F major, long ends in eighths, quarter = 60', 'concert F major, long ends, quarter = 118', '',
            false, '118',
        ];
        yield 'another rhythm' => [
            'concert F major, long ends, quarter = 60', 'concert F major, quarters, quarter = 120', '', false,
            'Another rhythm was heard',
        ];
        yield 'more octaves include less' => ['concert F major, 80', 'concert F major, 2 octaves, 80', '', true, 'All'];
        yield 'fewer do not' => ['concert F major, 2 octaves, 80', 'concert F major, 80', '', false, '2 octaves'];
        yield 'the ninth includes the octave' => [
            'concert F major, 80', 'concert F major, to the ninth, 80', '', true, 'All',
        ];
        yield 'five notes do not' => ['concert F major, 80', 'concert F major, 5 notes, 80', '', false, '5 notes'];
        yield 'an octave includes five notes' => [
            'concert F major, 5 notes, 80', 'concert F major, 80', '', true, 'All',
        ];
        yield 'the arpeggio besides' => ['concert F major, 80', 'concert F major, then arpeggio, 80', '', true, 'All'];
        yield 'the arpeggio that is missing' => [
            'concert F major, then arpeggio, 80', 'concert F major, 80', '', false, 'arpeggio',
        ];
        // Common practice, no source: whoever has played the scale and its arpeggio has played the arpeggio.
        yield 'the arpeggio after the scale' => [
            'concert F arpeggio, eighths, 80', 'concert F major, then arpeggio, eighths, 80', '', true, 'All',
        ];
        yield 'after a scale in thirds' => [
            'own D minor arpeggio, 80', 'own D harmonic minor, thirds, then arpeggio restated, 84', 'flute', true,
            '84 notes',
        ];
        yield 'in two octaves' => [
            'concert Eb arpeggio, 80', 'concert Eb major, 2 octaves, then arpeggio, 80', 'alto-sax', true, 'All',
        ];
        yield 'not in as many as were asked for' => [
            'concert Eb arpeggio, 2 octaves, 80', 'concert Eb major, then arpeggio, 80', '', false, '2 octaves',
        ];
        yield 'another arpeggio' => [
            'concert F dominant seventh arpeggio, 80', 'concert F major, then arpeggio, 80', '', false, 'seventh',
        ];
        yield 'in another key' => [
            'concert F arpeggio, 80', 'concert G major, then arpeggio, 80', '', false, 'F major arpeggio',
        ];
        yield 'too slow' => [
            'concert F arpeggio, eighths, 80', 'concert F major, then arpeggio, eighths, 72', '', false, '144',
        ];
        yield 'after five notes it ends on the fifth' => [
            'concert F arpeggio, 5 notes, 80', 'concert F major, 5 notes, then arpeggio, 80', '', false, 'arpeggio',
        ];
        yield 'up alone again' => [
            'concert F arpeggio, 80', 'concert F major, up, then arpeggio, 80', '', false, 'down',
        ];
        yield 'a pattern on the arpeggio' => [
            'concert F arpeggio, cell 1 3, 80', 'concert F major, then arpeggio, 80', '', false, 'cell 1 3',
        ];
        yield 'in all its keys' => [
            'concert C arpeggio, keys by fourths, 80', 'concert C major, then arpeggio, keys by fourths, 80', '', true,
            'All',
        ];
        yield 'up alone' => ['concert F major, 80', 'concert F major, up, 80', '', false, 'down'];
        yield 'up and down includes up' => ['concert F major, up, 80', 'concert F major, 80', '', true, 'All'];
        yield 'another pattern' => ['concert F major, thirds, 80', 'concert F major, 80', '', false, 'thirds'];
        yield 'another material' => [
            'own A harmonic minor, 80', 'own A natural minor, 80', '', false, 'A harmonic minor',
        ];
        yield 'any articulation' => ['concert F major, 80', 'concert F major, slurred, 80', '', true, 'All'];
        yield 'the articulation that was asked for' => [
            'concert F major, slurred, 80', 'concert F major, 80', '', false, 'slurred',
        ];
        yield 'the player\'s own key for a concert key' => [
            'concert F major, 80', 'own G major, 80', 'trumpet-bb', true, 'All',
        ];
        yield 'not that one' => ['concert F major, 80', 'own F major, 80', 'trumpet-bb', false, 'G major'];
        yield 'the same keys under the fingers' => ['own F# major, 80', 'own Gb major, 80', 'flute', true, 'All'];
        yield 'all twelve, in another order' => [
            'concert C major, keys by fourths, 80', 'concert G major, keys by fifths, 80', '', true, 'All',
        ];
        yield 'one of twelve is missing' => [
            'concert C major, keys C F Bb, 80', 'concert C major, keys F C Eb, 80', '', false, 'B♭ major',
        ];
        yield 'a tempo in another beat' => [
            'concert F major, eighths, dotted quarter = 60, 6/8', 'concert F major, quarters, quarter = 180', '', true,
            '180',
        ];
        yield 'no tempo was asked for' => ['concert F major', 'concert F major, half notes, 40', '', true, 'All'];
        yield 'no tempo is said' => ['concert F major, 80', 'concert F major', '', false, 'No tempo'];
        yield 'once where three times was asked for' => [
            'concert F major, 3 times, 80', 'concert F major, 80', '', false, '3 times',
        ];
        yield 'a folded octave' => ['concert F major, 80', 'concert F major, fold, 80', 'flute', false, 'folded'];
        yield 'folded as it was asked for' => [
            'concert F major, fold, 80', 'concert F major, fold, 80', 'trombone', true, 'All',
        ];
        yield 'whole where folded was asked for' => [
            'concert F major, fold, 80', 'concert F major, 80', 'flute', true, 'All',
        ];
    }

    #[DataProvider('cases')]
    public function testWhatMeetsWhat(string $asked, string $done, string $for, bool $meets, string $says): void
    {
        $meeting = self::meets($asked, $done, $for);
        self::assertSame($meets, $meeting->meets, $meeting->says());
        self::assertStringContainsString($says, $meeting->says());
    }

    public function testMemoryAndFolding(): void
    {
        $line = 'concert F major, 80';
        self::assertTrue(self::meets($line, $line, doneMemory: true)->meets, 'from memory includes reading');
        self::assertFalse(self::meets($line, $line, askedMemory: true)->meets);
        self::assertTrue(self::meets($line, $line, askedMemory: true, doneMemory: true)->meets);
        self::assertTrue(self::meets($line, 'concert F major, fold, 80', 'flute', packetFolds: true)->meets);
    }

    public function testKeysOfTwoKindsNeedAnInstrument(): void
    {
        $this->expectException(RecordError::class);
        $this->expectExceptionMessage('--for=clarinet-bb');
        self::meets('concert F major, 80', 'own G major, 80');
    }

    /** Over values, beats and tempos: what sounds as fast meets, in whatever it is written; a hair slower does not. */
    public function testSoundingSpeedIsComparedOverValuesAndBeats(): void
    {
        $values = [
            'whole notes' => 13440, 'half notes' => 6720, 'quarters' => 3360, 'eighths' => 1680, 'triplets' => 1120,
            'sixteenths' => 840,
        ];
        $recipe = static fn (string $line) => Support::parts()->recipe(Support::parts()->reader->read($line)->line);
        $compared = 0;
        foreach ($values as $value => $ticks) {
            foreach ($values as $other => $otherTicks) {
                foreach ([
                    ['quarter', 3360],
                    ['half', 6720],
                    ['eighth', 1680],
                    ['dotted quarter', 5040],
                ] as [$unit, $unitTicks]) {
                    foreach ([40, 63, 96] as $bpm) {
                        // The same number of notes a minute, worked out here from the values alone.
                        $exact = $bpm * $unitTicks / $ticks * $otherTicks / 3360;
                        $needed = (int) ceil($exact - 1e-9);
                        if ($needed < 11 || $needed > 400) {
                            continue;
                        }
                        $asked = "own C major, {$value}, {$unit} = {$bpm}";
                        self::assertTrue(
                            self::meets($asked, "own C major, {$other}, quarter = {$needed}")->meets,
                            $asked.' by '.$other.' at '.$needed,
                        );
                        self::assertFalse(
                            self::meets($asked, "own C major, {$other}, quarter = ".($needed - 1))->meets,
                            $asked.' by '.$other.' at '.($needed - 1),
                        );
                        ++$compared;
                    }
                }
            }
        }
        self::assertGreaterThan(250, $compared);
        self::assertSame($recipe('own C major, eighths, 60')->timing->tempo->bpm, 60);
        self::assertEqualsWithDelta(120.0, SoundingSpeed::of($recipe('own C major, eighths, 60'))->perMinute, 1e-9);
        self::assertArrayHasKey('quarter', Grammar::UNITS);
    }

    public function testAMarkComesOfWhatWasPressed(): void
    {
        $rubric = Rubric::usual();
        // The contract's own figure: 40 × (1 − 4 × 2 ÷ 15) + 20 + 15 + 10 + 10.
        $mark = $rubric->mark(new Presses(15, wrong: 2, uneven: 1), 1.0);
        self::assertSame(73.7, $mark->mark);
        self::assertSame('2 notes wrong, 1 place uneven.', $mark->says());
        // By hand from chapter 8.
        self::assertSame(100.0, $rubric->mark(new Presses(15))->mark);
        self::assertSame(
            60.0,
            $rubric->mark(new Presses(15, wrong: 4))->mark,
            'a quarter wrong and more: nothing for notes',
        );
        self::assertSame(85.0, $rubric->mark(new Presses(15), 0.59)->mark, 'nothing under 60 %');
        self::assertSame(94.0, $rubric->mark(new Presses(15), 0.6)->mark);
        self::assertSame(100.0, $rubric->mark(new Presses(15), 1.4)->mark, 'at most fifteen');
        self::assertSame(75.0, $rubric->mark(new Presses(15, uneven: 3, stopped: 9))->mark, 'not below nothing');
        self::assertSame(92.0, $rubric->mark(new Presses(15, cracked: 1, outOfTune: 3))->mark);
        self::assertSame(91.0, $rubric->mark(new Presses(15, articulation: 3))->mark);
    }

    public function testWeightsAreScaledToAHundred(): void
    {
        mt_srand(31);
        for ($k = 0; $k < 200; ++$k) {
            $weights = array_combine(Rubric::PARTS, array_map(static fn (): int => mt_rand(0, 60), Rubric::PARTS));
            ++$weights['notes'];
            $rubric = Rubric::read($weights);
            self::assertEqualsWithDelta(100.0, $rubric->mark(new Presses(20))->mark, 0.05);
            $less = $rubric->mark(
                new Presses(
                    20,
                    mt_rand(0, 20),
                    mt_rand(0, 5),
                    mt_rand(0, 5),
                    mt_rand(0, 5),
                    mt_rand(0, 5),
                    mt_rand(0, 5),
                ),
                mt_rand(0, 150) / 100,
            );
            self::assertGreaterThanOrEqual(0.0, $less->mark);
            self::assertLessThanOrEqual(100.0, $less->mark);
            self::assertEqualsWithDelta($less->mark, array_sum($less->parts), 0.06);
        }
        self::assertSame(100.0, Rubric::read(['notes' => 4])->mark(new Presses(8, stopped: 7), 0.1)->mark);
    }

    public function testShareOfTheTempoReached(): void
    {
        self::assertEqualsWithDelta(0.88, Reached::share('100', '88', Support::parts()), 1e-9);
        self::assertEqualsWithDelta(1.0, Reached::share('half = 50', '100', Support::parts()), 1e-9);
        self::assertEqualsWithDelta(
            0.75,
            Reached::share('concert F major, eighths, 60', 'concert F major, quarters, 90', Support::parts()),
            1e-9,
        );
    }

    /** @return iterable<string, array{\Closure(): mixed, string}> */
    public static function refused(): iterable
    {
        yield 'no notes' => [static fn () => new Presses(0), '1 or more'];
        yield 'fewer than none' => [static fn () => new Presses(15, cracked: -1), '0 or more'];
        yield 'more wrong than there are' => [static fn () => new Presses(8, wrong: 9), '--wrong=2'];
        yield 'a weight nobody knows' => [static fn () => Rubric::read(['beauty' => 5]), 'notes, rhythm'];
        yield 'nothing weighs' => [static fn () => Rubric::read(['notes' => 0]), 'weighs anything'];
        yield 'a weight in words' => [static fn () => Rubric::read(['notes' => 'many']), 'has no number'];
        yield 'a line and a number' => [
            static fn () => Reached::share('concert F major, 60', '100', Support::parts()),
            'two tempos or two study lines',
        ];
        yield 'two rhythms' => [
            static fn () => Reached::share('concert F major, long ends, 60', 'concert F major, 60', Support::parts()),
            'cannot be compared',
        ];
        yield 'no tempo' => [
            static fn () => Reached::share('concert F major', 'concert F major, 60', Support::parts()),
            'is no tempo',
        ];
    }

    /** @param \Closure(): mixed $ask */
    #[DataProvider('refused')]
    public function testRefusesWithASentence(\Closure $ask, string $says): void
    {
        $this->expectException(RecordError::class);
        $this->expectExceptionMessage($says);
        $ask();
    }
}
