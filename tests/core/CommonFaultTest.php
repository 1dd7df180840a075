<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Practice\Day;
use SwiftReed\Record\CommonFault;
use SwiftReed\Record\Heard;
use SwiftReed\Record\PassOff;
use SwiftReed\Record\Readiness;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\RequirementLists;
use SwiftReed\Record\Standing;

/**
 * What a section gets wrong, and who is ready by when. Source: the handbook, chapters 6 and 8.
 */
final class CommonFaultTest extends TestCase
{
    /** @param list<int> $wrong */
    private static function passOff(string $line, string $instrument, array $wrong): PassOff
    {
        return PassOff::of(
            Support::part($line, $instrument),
            ['pressed' => array_map(static fn (int $note): array => ['note' => $note, 'kind' => 'wrong'], $wrong)],
        );
    }

    /**
     * "11 of 14 flutes play E natural for E flat": counted are players, not presses or hearings, of those who were
     * heard lately.
     */
    public function testElevenOfFourteenFlutes(): void
    {
        $today = Day::parse('2027-03-20');
        $heard = [];
        for ($k = 0; $k < 14; ++$k) {
            $wrong = self::passOff('own Bb major, 2 octaves', 'flute', $k < 11 ? [3, 10] : []);
            $heard[] = ['section' => 'flute', 'player' => 'p'.$k, 'day' => $today->plus(-$k), 'passOff' => $wrong];
            $heard[] = ['section' => 'flute', 'player' => 'p'.$k, 'day' => $today, 'passOff' => $wrong];
        }
        $heard[] = [
            'section' => 'flute',
            'player' => 'long ago',
            'day' => $today->plus(-30),
            'passOff' => self::passOff('own Bb major', 'flute', [3]),
        ];
        $heard[] = [
            'section' => 'oboe',
            'player' => 'alone',
            'day' => $today,
            'passOff' => self::passOff('own Bb major', 'oboe', [3]),
        ];

        self::assertSame(
            ['Flute: 11 of 14 who were heard get E♭ wrong (degree 4 of major).'],
            array_map(static fn (CommonFault $one): string => $one->says(), CommonFault::of($heard, $today)),
        );
    }

    /** @return iterable<string, array{int, int, bool}> */
    public static function shares(): iterable
    {
        yield 'one alone is no section' => [1, 1, false];
        yield 'two of two' => [2, 2, true];
        yield 'two of six: a third' => [2, 6, true];
        yield 'two of seven' => [2, 7, false];
        yield 'three of nine' => [3, 9, true];
        yield 'nobody' => [0, 5, false];
    }

    #[DataProvider('shares')]
    public function testAThirdOfThoseWhoWereHeard(int $wrong, int $of, bool $isCommon): void
    {
        $today = Day::parse('2027-03-20');
        $heard = [];
        for ($k = 0; $k < $of; ++$k) {
            $heard[] = [
                'section' => 'horn in F',
                'player' => (string) $k,
                'day' => $today,
                'passOff' => self::passOff('own F major', 'horn-f', $k < $wrong ? [3] : []),
            ];
        }

        self::assertCount($isCommon ? 1 : 0, CommonFault::of($heard, $today));
    }

    /**
     * @return iterable<string, array{list<string>, string, string|null, string}> days of passes, today, due,
     *  what is said of five requirements
     */
    public static function paces(): iterable
    {
        yield 'nothing passed' => [
            [],
            '2027-03-20',
            null,
            '5 to go; the pace shows from the second pass on, on another day.',
        ];
        yield 'one passed' => [
            ['2027-03-01'],
            '2027-03-20',
            null,
            '4 to go; the pace shows from the second pass on, on another day.',
        ];
        yield 'two today' => [
            ['2027-03-20', '2027-03-20'],
            '2027-03-20',
            null,
            '3 to go; the pace shows from the second pass on, on another day.',
        ];
        yield 'one in ten days' => [
            ['2027-03-10', '2027-03-20'],
            '2027-03-20',
            null,
            '3 to go; at one in 10 days ready on 19 April.',
        ];
        yield 'in time on the day' => [
            ['2027-03-10', '2027-03-20'],
            '2027-03-20',
            '2027-04-19',
            '3 to go; at one in 10 days ready on 19 April, in time for 19 April.',
        ];
        yield 'a day late' => [
            ['2027-03-10', '2027-03-20'],
            '2027-03-20',
            '2027-04-18',
            '3 to go; at one in 10 days ready on 19 April, late for 18 April.',
        ];
        yield 'who has stopped is slower' => [
            ['2027-01-01', '2027-01-03'],
            '2027-03-02',
            null,
            '3 to go; at one in 60 days ready on 29 August.',
        ];
        yield 'three at once are a day' => [
            ['2027-03-19', '2027-03-19', '2027-03-20'],
            '2027-03-20',
            null,
            '2 to go; at one in a day ready on 22 March.',
        ];
        yield 'never' => [
            ['2024-03-20', '2024-03-21'],
            '2027-03-20',
            '2027-04-01',
            '3 to go; at one in 1095 days not within two years.',
        ];
        yield 'all' => [
            ['2027-03-19', '2027-03-19', '2027-03-20', '2027-03-20', '2027-03-20'],
            '2027-03-20',
            '2027-03-01',
            'Everything is passed.',
        ];
    }

    /** @param list<string> $passed */
    #[DataProvider('paces')]
    public function testReadyByWhenAtThisPace(array $passed, string $today, ?string $due, string $says): void
    {
        $rows = array_map(
            static fn (string $key): string => 'concert '.$key.' major, eighths, 80'.(
                null === $due ? '' : '; by '.$due
            ),
            ['C', 'F', 'Bb', 'Eb', 'Ab'],
        );
        $requirements = (new RequirementLists(DataFolder::shipped(), Support::parts()))->requirements($rows);
        $cells = array_map(static fn (Requirement $one, int $k): RecordCell => isset($passed[$k])
            ? new RecordCell(
                Standing::Passed,
                new Heard((string) $k, $one->text, false, true, false, Day::parse($passed[$k]), 'Robin'),
                80,
                false,
                Day::parse($passed[$k]),
            )
            : new RecordCell(Standing::Nothing, null, null, false, null), $requirements, array_keys($requirements));

        self::assertSame($says, Readiness::of($requirements, $cells, Day::parse($today))->says());
    }
}
