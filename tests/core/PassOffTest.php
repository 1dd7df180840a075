<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Practice\Day;
use SwiftReed\Record\NotePress;
use SwiftReed\Record\PassOff;
use SwiftReed\Record\RecordError;
use SwiftReed\Record\Recurrence;
use SwiftReed\Record\Rubric;
use SwiftReed\Score\Part;

/**
 * What is pressed while somebody plays. Source of the rules: the handbook, chapter 8, "Pass-off in person".
 */
final class PassOffTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, int, string}> line, instrument, note from 0,
     *  what is said of it; by hand
     */
    public static function degrees(): iterable
    {
        yield 'the fourth of F major' => ['own F major, up', 'flute', 3, '4 should be B♭'];
        yield 'a concert key on a transposing instrument' => [
            'concert Eb major, up',
            'clarinet-bb',
            3,
            '4 should be B♭',
        ];
        yield 'the raised seventh' => ['own A harmonic minor, up', 'oboe', 6, '7 should be G♯'];
        yield 'the second octave has the same degrees' => [
            'own F major, 2 octaves, up',
            'clarinet-bb',
            10,
            '4 should be B♭',
        ];
        yield 'the octave is the tonic' => ['own D major, up', 'trumpet-bb', 7, '1 should be D'];
        yield 'seven sharps' => ['own C# major, up', 'flute', 2, '3 should be E♯'];
        yield 'flats in minor' => ['own C natural minor, up', 'alto-sax', 5, '♭6 should be A♭'];
        yield 'coming down in melodic minor' => ['own A melodic minor', 'flute', 8, '♭7 should be G'];
    }

    #[DataProvider('degrees')]
    public function testTheWrongDegreeIsNamed(string $line, string $instrument, int $note, string $says): void
    {
        self::assertSame([$says], self::heard($line, $instrument, [$note])->says());
    }

    public function testEveryNoteOfEveryInstrumentIsNamedAsItIsWritten(): void
    {
        foreach (['flute', 'clarinet-bb', 'alto-sax', 'horn-f', 'trombone', 'tuba-bbb'] as $instrument) {
            foreach ([
                'concert Bb major',
                'concert E major, thirds',
                'concert G melodic minor, then arpeggio',
            ] as $line) {
                $part = self::part($line, $instrument);
                $all = array_keys($part->study->notes);
                $passOff = self::heard($line, $instrument, $all);
                self::assertSame(\count($all), $passOff->presses()->wrong);
                foreach ($passOff->pressed as $i => $one) {
                    // Independent of how names are made: the letter and sign are those of the pitch that is drawn.
                    self::assertTrue(
                        Pitch::parse(strtr(
                            $one->pitch,
                            ['♭' => 'b', '♯' => '#', '𝄪' => '##', '𝄫' => 'bb'],
                        ))->equals($part->study->notes[$i]->pitch()),
                        $line.' '.$instrument.' '.$i,
                    );
                    self::assertMatchesRegularExpression('/^[♭♯]?[1-7]$/u', $one->degree);
                }
            }
        }
    }

    public function testPressedTwiceIsOnceAndWhatIsKeptIsRead(): void
    {
        $part = self::part('own F major', 'flute');
        $passOff = PassOff::of(
            $part,
            [
                'pressed' => [
                    ['note' => 5, 'kind' => 'cracked'],
                    ['note' => 3, 'kind' => 'wrong'],
                    ['note' => 3, 'kind' => 'wrong'],
                    ['note' => 3, 'kind' => 'out of tune'],
                ],
                'uneven' => 2,
                'lapse' => 1,
            ],
        );
        $presses = $passOff->presses();

        self::assertSame(
            [1, 1, 1, 2, 0, 0],
            [
                $presses->wrong, $presses->cracked, $presses->outOfTune, $presses->uneven, $presses->stopped,
                $presses->articulation,
            ],
        );
        self::assertSame([3, 3, 5], array_map(static fn (NotePress $one): int => $one->note, $passOff->pressed));
        self::assertEquals($passOff, PassOff::read($passOff->data()));
    }

    public function testALapseOfMemoryTakesNoPoints(): void
    {
        $part = self::part('own F major', 'flute');

        self::assertSame(100.0, Rubric::usual()->mark(PassOff::of($part, ['lapse' => 3])->presses())->mark);
    }

    /** @return iterable<string, array{array<mixed>}> */
    public static function misread(): iterable
    {
        yield 'a note that is not there' => [['pressed' => [['note' => 99, 'kind' => 'wrong']]]];
        yield 'a note before the first' => [['pressed' => [['note' => -1, 'kind' => 'wrong']]]];
        yield 'another fault' => [['pressed' => [['note' => 1, 'kind' => 'ugly']]]];
        yield 'no list' => [['pressed' => 'wrong']];
        yield 'text for a note' => [['pressed' => [['note' => '1', 'kind' => 'wrong']]]];
        yield 'less than nothing' => [['uneven' => -1]];
        yield 'more than anybody presses' => [['stopped' => 100]];
    }

    /** @param array<mixed> $given */
    #[DataProvider('misread')]
    public function testWhatIsNotUnderstoodIsSaid(array $given): void
    {
        $this->expectException(RecordError::class);
        $this->expectExceptionMessage('expected a note of the line');
        PassOff::of(self::part('own F major', 'flute'), $given);
    }

    public function testTheSameDegreeInAnotherKeyComesBack(): void
    {
        $today = Day::parse('2027-03-20');
        $found = Recurrence::of([
            [Day::parse('2027-03-02'), self::heard('own F major, up', 'flute', [3])],
            [Day::parse('2027-03-10'), self::heard('own Bb major, up', 'flute', [3])],
            [Day::parse('2027-03-20'), self::heard('own Eb major, up', 'flute', [3, 5])],
        ], $today);

        self::assertSame(
            ['Degree 4 (A♭) of major: wrong 3 times in 30 days.'],
            array_map(static fn (Recurrence $one): string => $one->says(), $found),
        );
    }

    public function testAChangeIsMissedFromEitherKeyAndNotWhenItIsOutOfTune(): void
    {
        $today = Day::parse('2027-03-20');
        $cracked = static fn (string $line, int $note, string $kind): PassOff => PassOff::of(
            self::part($line, 'clarinet-bb'),
            ['pressed' => [['note' => $note, 'kind' => $kind]]],
        );
        // A4 to B4 crosses the break: in G major from the second note to the third, in D major from the fifth to the
        // sixth.
        $heard = [
            [Day::parse('2027-03-19'), $cracked('own G major, from A4, up', 1, 'cracked')],
            [$today, $cracked('own G major, from A4, up', 1, 'cracked')],
        ];
        self::assertSame(
            ['From A4 to B4: missed 2 times in 30 days.'],
            array_map(static fn (Recurrence $one): string => $one->says(), Recurrence::of($heard, $today)),
        );

        $heard[1][1] = $cracked('own G major, from A4, up', 1, 'out of tune');
        self::assertSame([], Recurrence::of($heard, $today));
    }

    public function testWhatIsLongAgoOrHappenedOnceIsNoHabit(): void
    {
        $today = Day::parse('2027-03-31');
        $wrong = self::heard('own F major, up', 'flute', [3]);

        self::assertSame([], Recurrence::of([[$today, $wrong]], $today));
        self::assertSame([], Recurrence::of([[Day::parse('2027-03-01'), $wrong], [$today, $wrong]], $today));
        self::assertCount(
            2,
            Recurrence::of([[Day::parse('2027-03-02'), $wrong], [$today, $wrong]], $today),
            'the degree, and the change to it',
        );
        self::assertSame(
            [],
            Recurrence::of([[$today, self::heard('own F major, 2 octaves', 'clarinet-bb', [3, 10, 18])]], $today),
            'one hearing is one time',
        );
    }

    /** @param list<int> $wrong notes from 0 */
    private static function heard(string $line, string $instrument, array $wrong): PassOff
    {
        return PassOff::of(
            self::part($line, $instrument),
            ['pressed' => array_map(static fn (int $note): array => ['note' => $note, 'kind' => 'wrong'], $wrong)],
        );
    }

    private static function part(string $line, string $instrument): Part
    {
        return Support::part($line, $instrument);
    }
}
