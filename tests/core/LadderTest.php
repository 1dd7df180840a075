<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Ladder;
use SwiftReed\Practice\LadderStanding;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Reviews;
use SwiftReed\Practice\Rungs;

/**
 * How a tempo is raised, and when a key returns. Source of the rules: the handbook, chapter 7.
 */
final class LadderTest extends TestCase
{
    /** @return iterable<string, array{string, int, int|null, int, string, list<int>, string}> */
    public static function told(): iterable
    {
        // Source: the handbook, chapter 5, "A ladder of 60 80 100 120 begun at 70".
        yield 'missed at 70, replayed at 60, again at 70, then 80' => [
            '60 80 100 120', 70, null, 2, 'mcccc', [70, 60, 60, 70, 70, 80], 'climbing',
        ];
        // From here on derived by hand from chapter 7, "The ladder".
        yield 'from 100 by 90 and 80, and back through both' => [
            '60 80 100 120', 100, null, 2, 'mmcccccc', [100, 90, 80, 80, 90, 90, 100, 100, 120], 'climbing',
        ];
        yield 'the place below is higher than ten less' => [
            'from 52 by 4 to 96', 60, null, 1, 'mcc', [60, 56, 60, 64], 'climbing',
        ];
        yield 'one clean pass raises where the teacher says so' => [
            '60 80 100', 60, null, 1, 'ccc', [60, 80, 100], 'done',
        ];
        yield 'a miss between two clean ones' => ['60 80', 80, null, 2, 'cmcccc', [80, 80, 70, 70, 80, 80], 'done'];
        yield 'the second miss running at the lowest' => [
            '60 80', 60, null, 2, 'mm', [60, 60, 60], 'to the hard change',
        ];
        yield 'a clean one between two misses at the lowest' => [
            '60 80', 60, null, 2, 'mcm', [60, 60, 60, 60], 'climbing',
        ];
        yield 'twice to the hard change' => ['60 80', 60, null, 2, 'mmmm', [60, 60, 60, 60, 60], 'to the hard change'];
        yield 'falling to the lowest is not yet a miss at the lowest' => [
            '60 80', 70, null, 2, 'mm', [70, 60, 60], 'climbing',
        ];
        yield 'the goal stands in for what lies above it' => ['60 80 100 120', 80, 92, 1, 'cc', [80, 92], 'done'];
        yield 'a start below the lowest rung is a place' => ['60 80', 44, null, 1, 'cmc', [44, 60, 50, 60], 'climbing'];
        yield 'nothing played yet' => ['60 80 100 120', 70, null, 2, '', [70], 'climbing'];
        yield 'the start is the goal' => ['60 80', 80, 80, 2, 'cc', [80, 80], 'done'];
    }

    /** @param list<int> $tempos */
    #[DataProvider('told')]
    public function testTempoIsRaisedFromCleanOnly(
        string $rungs,
        int $start,
        ?int $goal,
        int $clean,
        string $results,
        array $tempos,
        string $state,
    ): void {
        [$played, $end] = Ladder::of(Rungs::parse($rungs), $start, $goal, $clean)->climb(Ladder::results($results));
        self::assertSame($tempos, $played);
        self::assertSame($state, $end->standing->value);
    }

    public function testLawsOverLaddersAndResults(): void
    {
        mt_srand(7);
        $steps = 0;
        for ($k = 0; $k < 900; ++$k) {
            $rungs = [];
            for ($i = mt_rand(1, 7); $i > 0; --$i) {
                $rungs[] = mt_rand(30, 160);
            }
            $goal = mt_rand(40, 170);
            $start = mt_rand(30, $goal);
            $needed = mt_rand(1, 3);
            $ladder = Ladder::of(Rungs::of($rungs), $start, $goal, $needed);
            $places = array_values(array_unique([
                ...array_filter($rungs, static fn (int $one): bool => $one < $goal),
                $start,
                $goal,
            ]));
            sort($places);
            self::assertSame($places, $ladder->places);
            $state = $ladder->first();
            $row = 0;
            $missed = 0;
            $said = \sprintf('%s from %d to %d', implode(' ', $places), $start, $goal);
            for ($i = 0; $i < 40; ++$i) {
                $isClean = mt_rand(0, 99) < [30, 60, 85][$k % 3];
                $row = $isClean ? $row + 1 : 0;
                $next = $ladder->after($state, $isClean);
                self::assertLessThanOrEqual($goal, $next->tempo, 'never above the goal: '.$said);
                self::assertGreaterThanOrEqual($places[0], $next->tempo, 'never under the lowest: '.$said);
                $between = array_filter(
                    $places,
                    static fn (int $place): bool => $place > $state->tempo && $place < $next->tempo,
                );
                self::assertSame([], $between, 'never two places at once: '.$said);
                if (!$isClean) {
                    self::assertLessThanOrEqual($state->tempo, $next->tempo, 'a miss never raises: '.$said);
                    self::assertGreaterThanOrEqual(
                        $state->tempo - 10,
                        $next->tempo,
                        'a miss falls by ten at the most: '.$said,
                    );
                } else {
                    self::assertGreaterThanOrEqual($state->tempo, $next->tempo, 'clean never lowers: '.$said);
                    self::assertSame(
                        $row >= $needed && LadderStanding::Done !== $next->standing,
                        $next->tempo > $state->tempo,
                        'raised from so many clean ones: '.$said,
                    );
                }
                $isLowest = $state->tempo === $places[0];
                $missed = $isClean || !$isLowest ? 0 : $missed + 1;
                self::assertSame(
                    $missed > 0 && 0 === $missed % 2,
                    LadderStanding::HardChange === $next->standing,
                    'every second miss running at the lowest: '.$said,
                );
                if ($next->tempo !== $state->tempo) {
                    $row = 0;
                }
                $state = $next;
                ++$steps;
                if (LadderStanding::Done === $state->standing) {
                    self::assertTrue($isClean);
                    self::assertSame($state, $ladder->after($state, false), 'what is reached stays reached');
                    break;
                }
            }
        }
        self::assertGreaterThan(10_000, $steps);
    }

    /** One climbs back through every tempo one fell through, in reverse. */
    public function testWayBackIsTheWayDown(): void
    {
        mt_srand(11);
        for ($k = 0; $k < 400; ++$k) {
            $rungs = array_map(static fn (): int => mt_rand(40, 150), range(1, mt_rand(2, 6)));
            $ladder = Ladder::of(Rungs::of($rungs), max($rungs), null, 1);
            $down = [max($rungs)];
            $state = $ladder->first();
            for ($i = mt_rand(1, 6); $i > 0 && $state->tempo > $ladder->places[0]; --$i) {
                $state = $ladder->after($state, false);
                $down[] = $state->tempo;
            }
            $up = [$state->tempo];
            while ($state->tempo < max($rungs)) {
                $state = $ladder->after($state, true);
                $up[] = $state->tempo;
            }
            self::assertSame(array_reverse($down), $up);
        }
    }

    public function testTableSaysWhatTheLadderDoes(): void
    {
        mt_srand(3);
        foreach ([
            ['60 80 100 120', 70, null, 2], ['from 52 by 4 to 96', 60, null, 2], ['60 80 100 120', 44, 92, 1],
            ['60', 60, null, 2], ['40 63 71 100', 65, 88, 3],
        ] as [$rungs, $start, $goal, $clean]) {
            $ladder = Ladder::of(Rungs::parse($rungs), $start, $goal, $clean);
            $data = $ladder->table()->data();
            self::assertIsArray($data['rows']);
            $rows = array_column($data['rows'], null, 'state');
            self::assertSame(\count($data['rows']), \count($rows), 'each state once');
            self::assertLessThan(1000, \count($rows));
            foreach ($rows as $row) {
                self::assertArrayHasKey($row['clean']['state'], $rows);
                self::assertArrayHasKey($row['missed']['state'], $rows);
            }
            self::assertSame($ladder->places, array_column($data['starts'], 'tempo'));
            for ($k = 0; $k < 200; ++$k) {
                $name = $data['first'];
                $state = $ladder->first();
                for ($i = 0; $i < 30 && LadderStanding::Done !== $state->standing; ++$i) {
                    $isClean = 0 !== mt_rand(0, 2);
                    $before = $state;
                    $state = $ladder->after($state, $isClean);
                    $step = $rows[$name][$isClean ? 'clean' : 'missed'];
                    self::assertSame($ladder->words($before, $isClean, $state), $step['words']);
                    $name = $step['state'];
                    self::assertSame(
                        [$state->tempo, $state->standing->value],
                        [$rows[$name]['tempo'], $rows[$name]['standing']],
                    );
                }
            }
        }
    }

    public function testTodayBeginsOnePlaceUnderTheHighestPassed(): void
    {
        $rungs = Rungs::parse('60 80 100 120');
        self::assertSame(44, Ladder::begin($rungs, 120, 44, null), 'never passed: the first tempo');
        self::assertSame(80, Ladder::begin($rungs, 120, 44, 100));
        self::assertSame(60, Ladder::begin($rungs, 120, 44, 60), 'nothing lies under the lowest');
        self::assertSame(52, Ladder::begin($rungs, 120, 44, 52), 'what was passed under the lowest rung');
        self::assertSame(60, Ladder::begin($rungs, 120, 44, 100, true), 'a week away: one place lower');
        self::assertSame(80, Ladder::begin($rungs, 92, 44, 140), 'a goal that was lowered since');
        self::assertSame(50, Ladder::begin($rungs, 50, 60, null), 'never above the goal');
        mt_srand(5);
        for ($k = 0; $k < 500; ++$k) {
            [$goal, $first, $highest] = [
                mt_rand(40, 160),
                mt_rand(40, 160),
                0 === mt_rand(0, 3) ? null : mt_rand(40, 200),
            ];
            $start = Ladder::begin($rungs, $goal, $first, $highest);
            self::assertLessThanOrEqual($goal, $start);
            self::assertLessThanOrEqual($start, Ladder::begin($rungs, $goal, $first, $highest, true));
            self::assertSame($start, Ladder::of($rungs, $start, $goal)->start);
        }
    }

    /** @return iterable<string, array{\Closure(): mixed, string}> */
    public static function refused(): iterable
    {
        yield 'words for rungs' => [static fn () => Rungs::parse('fast'), 'from 52 by 4 to 96'];
        yield 'a step of nothing' => [static fn () => Rungs::parse('from 52 by 0 to 96'), 'from 52 by 4 to 96'];
        yield 'too many rungs' => [static fn () => Rungs::parse('from 10 by 1 to 400'), 'at most 60'];
        yield 'a tempo nobody plays' => [static fn () => Rungs::parse('60 4000'), '10 to 400'];
        yield 'a start above the goal' => [
            static fn () => Ladder::of(Rungs::parse('60 80'), 90, 80),
            'not above the goal',
        ];
        yield 'no clean pass at all' => [static fn () => Ladder::of(Rungs::parse('60'), 60, null, 0), '1 to 4'];
        yield 'a letter that is no result' => [static fn () => Ladder::results('ccx'), 'number 3'];
        yield 'a day that does not exist' => [static fn () => Day::parse('2026-02-30'), '2026-03-12'];
        yield 'a result without its day' => [static fn () => Reviews::parse('c'), '2026-03-01:c'];
        yield 'days backwards' => [static fn () => Reviews::parse('2026-03-08:c,2026-03-01:c'), 'from early to late'];
    }

    /** @param \Closure(): mixed $ask */
    #[DataProvider('refused')]
    public function testRefusesWithASentence(\Closure $ask, string $says): void
    {
        $this->expectException(PracticeError::class);
        $this->expectExceptionMessage($says);
        $ask();
    }

    /** @return iterable<string, array{string, string}> */
    public static function returns(): iterable
    {
        // The contract's own example, and others by hand from 1, 3, 7, 14, 30 days, then every 30.
        yield 'missed: the next day' => ['2026-03-01:c,2026-03-08:m', '2026-03-09'];
        yield 'learnt: the next day' => ['2026-03-01:c', '2026-03-02'];
        yield 'then three days' => ['2026-03-01:c,2026-03-02:c', '2026-03-05'];
        yield 'a week' => ['2026-03-01:c,2026-03-02:c,2026-03-05:c', '2026-03-12'];
        yield 'two weeks, over the end of a month' => [
            '2026-03-01:c,2026-03-02:c,2026-03-05:c,2026-03-20:c',
            '2026-04-03',
        ];
        yield 'thirty days, and again thirty' => [
            '2026-01-01:c,2026-01-02:c,2026-01-05:c,2026-01-12:c,2026-01-26:c,2026-02-25:c',
            '2026-03-27',
        ];
        yield 'after a miss from the beginning' => [
            '2026-03-01:c,2026-03-02:c,2026-03-05:m,2026-03-06:c',
            '2026-03-07',
        ];
        yield 'a day counts once' => ['2026-03-01:c,2026-03-01:c', '2026-03-02'];
        yield 'on one day a miss weighs more' => ['2026-03-01:c,2026-03-02:m,2026-03-02:c', '2026-03-03'];
    }

    #[DataProvider('returns')]
    public function testAKeptKeyReturns(string $results, string $day): void
    {
        self::assertSame($day, Reviews::usual(PracticeFigures::shipped())->returns(Reviews::parse($results))->text());
    }
}
