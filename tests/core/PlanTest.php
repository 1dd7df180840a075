<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Forecast;
use SwiftReed\Practice\KeyProgress;
use SwiftReed\Practice\Ladder;
use SwiftReed\Practice\LadderStanding;
use SwiftReed\Practice\PlanBuilder;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Planner;
use SwiftReed\Practice\PlanSettings;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Reviews;
use SwiftReed\Practice\Rotation;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\Session;

/**
 * The days and the weeks. Source of the rules: the handbook, chapter 7, "The day and the weeks".
 */
final class PlanTest extends TestCase
{
    /** @var array<string, list<PlanLine>> */
    private static array $made = [];

    private static function figures(): PracticeFigures
    {
        return PracticeFigures::shipped();
    }

    /** @return list<PlanLine> */
    private static function lines(
        string $line = 'concert C major, keys by fourths',
        string $instrument = 'clarinet-bb',
        ?int $goal = 100,
        Stage $stage = Stage::Full,
    ): array {
        return self::$made[$line.$instrument.$goal.$stage->value] ??= (new PlanBuilder(
            Support::parts(),
            FirstTempos::shipped(),
        ))->lines(
            [$line],
            Support::instruments()->instrument($instrument),
            new PlayerSettings($stage),
            self::rungs(),
            $goal,
        )[0];
    }

    private static function rungs(): Rungs
    {
        return Rungs::parse('60 80 100 120');
    }

    private static function settings(
        string $begin = '2026-09-01',
        ?string $due = null,
        int $minutes = 20,
        int $goalDays = 2,
        bool $hardFirst = false,
        ?Rotation $rotation = null,
    ): PlanSettings {
        return new PlanSettings(
            Day::parse($begin),
            self::rungs(),
            null === $due ? null : Day::parse($due),
            $minutes,
            goalDays: $goalDays,
            hardFirst: $hardFirst,
            rotation: $rotation,
        );
    }

    /** A pass that counts for as many as are needed. */
    private static function passed(PlanLine $line, string $day, int $bpm, bool $clean = true): Played
    {
        return new Played(Day::parse($day), $line->line, $line->quarters($bpm), $clean, counts: $clean);
    }

    public function testNextKeyOpensWhenThisOneReachedItsGoalOnTwoDays(): void
    {
        $lines = self::lines();
        $planner = new Planner($lines, self::settings(), self::figures());
        $new = static fn (Day $day, array $played): ?string => array_values(array_filter(
            $planner->day($day, $played)->items,
            static fn (PlanItem $one): bool => PlanItem::NEW === $one->kind,
        ))[0]->line->line ?? null;
        $played = [];
        self::assertSame($lines[0]->line, $new(Day::parse('2026-09-01'), $played));
        $played[] = self::passed($lines[0], '2026-09-01', 100);
        self::assertNull($new(Day::parse('2026-09-01'), $played), 'the goal of the day is reached: stop');
        self::assertSame($lines[0]->line, $new(Day::parse('2026-09-02'), $played), 'once may be a good day');
        $twice = [...$played, self::passed($lines[0], '2026-09-01', 100)];
        self::assertSame($lines[0]->line, $new(Day::parse('2026-09-02'), $twice), 'twice on one day is one day');
        $played[] = self::passed($lines[0], '2026-09-02', 100);
        self::assertSame($lines[1]->line, $new(Day::parse('2026-09-02'), $played));
        $taken = [new Played(Day::parse('2026-09-01'), $lines[0]->line, $lines[0]->quarters(100), true, isTaken: true)];
        self::assertSame($lines[1]->line, $new(Day::parse('2026-09-01'), $taken), 'a teacher passed it');
        $once = new Planner($lines, self::settings(goalDays: 1), self::figures());
        self::assertSame(
            $lines[1]->line,
            $once->standing([self::passed($lines[0], '2026-09-01', 100)])->current()?->line,
        );
    }

    /** A plan that is put in another order does not leave a key lying that is nearly there. */
    public function testAKeyThatReachedItsGoalOnceIsFinishedFirst(): void
    {
        $lines = self::lines();
        $standing = (new Planner($lines, self::settings(), self::figures()))->standing([
            self::passed($lines[4], '2026-09-01', 100),
            self::passed($lines[0], '2026-09-02', 80),
        ]);
        self::assertSame($lines[4]->line, $standing->current()?->line);
    }

    public function testPassesAreCountedInARowAtOneTempoOnOneDay(): void
    {
        $line = self::lines()[0];
        $one = static fn (string $day, int $bpm, bool $clean): Played => new Played(
            Day::parse($day),
            $line->line,
            $line->quarters($bpm),
            $clean,
        );
        $of = static fn (Played ...$played): KeyProgress => KeyProgress::of(
            array_values($played),
            $line->quarters(100),
            2,
            2,
            Reviews::usual(self::figures()),
        );
        self::assertSame(
            $line->quarters(80),
            $of($one('2026-09-01', 80, true), $one('2026-09-01', 80, true), $one('2026-09-01', 100, true))->highest,
        );
        self::assertNull(
            $of($one('2026-09-01', 80, true), $one('2026-09-01', 80, false), $one('2026-09-01', 80, true))->highest,
            'a miss between',
        );
        self::assertNull($of($one('2026-09-01', 80, true), $one('2026-09-02', 80, true))->highest, 'another day');
        self::assertNull(
            $of($one('2026-09-01', 80, true), $one('2026-09-01', 70, true), $one('2026-09-01', 80, true))->highest,
            'another tempo',
        );
    }

    /**
     * Half-and-quarter at 120 is quarter-and-eighth at 60: tempos of lines with another beat are compared in quarter
     * notes.
     */
    public function testGoalIsReachedInWhateverBeatItIsCounted(): void
    {
        $line = self::lines('concert C major, half = 40, keys C', 'flute', 50)[0];
        self::assertSame('1/2', $line->unit);
        self::assertSame(100.0, $line->quarters(50));
        self::assertSame(50, $line->beatsAt(100.0));
    }

    public function testAKeyThatSlippedComesBackTheNextDay(): void
    {
        $lines = self::lines();
        $planner = new Planner($lines, self::settings(), self::figures());
        $played = [self::passed($lines[0], '2026-09-01', 100), self::passed($lines[0], '2026-09-02', 100)];
        $kinds = static fn (string $day, array $played): array => array_map(
            static fn (PlanItem $one): string => $one->kind.' '.$one->line->line,
            $planner->day(Day::parse($day), $played)->items,
        );
        self::assertContains('review '.$lines[0]->line, $kinds('2026-09-03', $played));
        $missed = [...$played, self::passed($lines[0], '2026-09-03', 80, false)];
        self::assertNotContains('review '.$lines[0]->line, $kinds('2026-09-03', $missed));
        self::assertContains('review '.$lines[0]->line, $kinds('2026-09-04', $missed));
        $held = [...$played, self::passed($lines[0], '2026-09-03', 100)];
        self::assertNotContains('review '.$lines[0]->line, $kinds('2026-09-05', $held));
        self::assertContains('review '.$lines[0]->line, $kinds('2026-09-06', $held));
    }

    /** Whatever was played, on whatever day, with whatever minutes. */
    public function testLawsOfADay(): void
    {
        mt_srand(19);
        $seen = ['new' => 0, 'review' => 0, 'keep' => 0, 'tomorrow' => 0];
        for ($k = 0; $k < 260; ++$k) {
            $lines = self::lines(
                [
                    'concert C major, keys by fourths',
                    'concert C major, 2 octaves, eighths, keys by fourths',
                    'concert C harmonic minor, whole notes, keys by fifths',
                ][$k % 3],
                ['clarinet-bb', 'trumpet-bb', 'bassoon'][intdiv($k, 3) % 3],
            );
            $minutes = mt_rand(1, 90);
            $planner = new Planner(
                $lines,
                self::settings(
                    minutes: $minutes,
                    goalDays: 1 + $k % 2,
                    rotation: Rotation::of(patterns: 0 === $k % 4 ? ['', 'thirds'] : [], days: $k % 3),
                ),
                self::figures(),
            );
            $played = [];
            $day = Day::parse('2026-09-01');
            $isLong = 0 === $k % 4;
            foreach ($isLong ? range(0, 2) : [] as $ago) { // all of them learnt, and heard again
                array_push(
                    $played,
                    ...array_map(
                        static fn (PlanLine $line): Played => self::passed(
                            $line,
                            $day->plus($ago)->text(),
                            $line->goal,
                        ),
                        $lines,
                    ),
                );
            }
            for ($i = $isLong ? 0 : mt_rand(0, 60); $i > 0; --$i) {
                $day = $day->plus(mt_rand(0, 5) > 3 ? mt_rand(1, 9) : 0);
                $line = $lines[min(\count($lines) - 1, (int) abs(mt_rand(-4, 6)))];
                $played[] = self::passed($line, $day->text(), [60, 80, 100, 100][mt_rand(0, 3)], 0 !== mt_rand(0, 3));
            }
            $today = $day->plus($isLong ? 3 : mt_rand(0, 40));
            $plan = $planner->day($today, $played);
            $standing = $planner->standing($played);
            $technique = Session::technique($minutes, self::figures());
            self::assertLessThanOrEqual($technique, $plan->minutes());
            self::assertLessThanOrEqual($minutes, $plan->minutes());
            $reviews = array_values(array_filter(
                $plan->items,
                static fn (PlanItem $one): bool => PlanItem::REVIEW === $one->kind,
            ));
            self::assertLessThanOrEqual(
                null === $standing->current() ? $technique : max(1, intdiv($technique, 2)),
                array_sum(array_map(static fn (PlanItem $one): int => $one->minutes, $reviews)),
                'at most half the minutes while something is learnt',
            );
            // Oldest first: nothing that is shorter overdue stands before what is longer overdue and fits.
            $due = array_map(static fn (PlanLine $line): string => $line->line, $standing->due($today));
            $order = array_map(
                static fn (PlanItem $one): int => (int) array_search($one->line->line, $due, true),
                $reviews,
            );
            $sorted = $order;
            sort($sorted);
            self::assertSame($sorted, $order);
            if ([] !== $due) {
                self::assertSame($due[0], ($reviews[0] ?? $plan->tomorrow[0])->line->line);
                self::assertSame(
                    \count($due),
                    \count($reviews) + \count(array_filter(
                        $plan->tomorrow,
                        static fn (PlanItem $one): bool => PlanItem::REVIEW === $one->kind,
                    )),
                    'what does not fit is said to come tomorrow',
                );
            }
            $names = array_map(static fn (PlanItem $one): string => $one->line->line, $plan->items);
            self::assertSame(array_values(array_unique($names)), $names, 'nothing twice');
            foreach ($plan->items as $item) {
                ++$seen[$item->kind];
                self::assertGreaterThanOrEqual(1, $item->minutes);
                self::assertLessThanOrEqual($item->line->goal, $item->tempo);
                self::assertSame(PlanItem::NEW !== $item->kind, $standing->progress[$item->line->line]->isClean());
                self::assertNotSame('', $item->why);
            }
            $seen['tomorrow'] += \count($plan->tomorrow);
        }
        self::assertGreaterThan(40, min($seen), 'each of them was there: '.json_encode($seen));
    }

    /** A plan that is said to come out does, when every pass is clean; the minutes are kept each day. */
    public function testFeasiblePlansFinishByTheDateWhenEveryPassIsClean(): void
    {
        mt_srand(23);
        $feasible = 0;
        $not = 0;
        for ($k = 0; $k < 40; ++$k) {
            $keys = mt_rand(1, 8);
            $lines = \array_slice(
                self::lines(
                    0 === $k % 2
                        ? 'concert C major, keys by fourths'
                        : 'concert C major, 2 octaves, eighths, keys by fourths',
                    ['flute', 'trumpet-bb', 'trombone'][$k % 3],
                    [80, 100, 120][mt_rand(0, 2)],
                ),
                0,
                $keys,
            );
            $from = Day::parse('2026-11-26');
            $due = $from->plus(mt_rand(0, 90));
            $settings = new PlanSettings(
                $from,
                self::rungs(),
                $due,
                mt_rand(3, 40),
                goalDays: mt_rand(1, 2),
                hardFirst: true,
            );
            $planner = new Planner($lines, $settings, self::figures());
            $forecast = Forecast::of($planner, $settings, self::figures(), $from, []);
            self::assertCount($due->since($from) + 1, $forecast->days);
            self::assertNotSame('', $forecast->says);
            if (!$forecast->feasible) {
                ++$not;
                self::assertMatchesRegularExpression(
                    '/leave out|fewer|goal to|later|minutes/',
                    $forecast->says,
                    'what to drop or to slow',
                );
                continue;
            }
            ++$feasible;
            $end = Forecast::lastDay($due, $from, self::figures()) ?? $due;
            $played = [];
            for ($day = $from; !$end->isBefore($day); $day = $day->plus(1)) {
                for ($more = true; $more;) {
                    $more = false;
                    foreach ($planner->day($day, $played)->items as $item) {
                        if (PlanItem::KEEP !== $item->kind) {
                            $passes = Forecast::allClean($item, $day, $settings, self::figures());
                            array_push($played, ...$passes);
                            $more = $more || [] !== $passes;
                        }
                    }
                }
                $seconds = array_sum(array_map(
                    static fn (Played $one): float => $one->day->equals($day) ? $one->seconds : 0.0,
                    $played,
                ));
                self::assertLessThanOrEqual(
                    60.0 * Session::technique($settings->minutes, self::figures()) + 60.0,
                    $seconds,
                );
                if ($planner->standing($played)->isAllClean()) {
                    break;
                }
            }
            self::assertTrue(
                $planner->standing($played)->isAllClean(),
                \sprintf('%d keys by %s: %s', $keys, $due->text(), $forecast->says),
            );
            foreach ($forecast->targets as $target) {
                self::assertFalse($end->isBefore($target), 'each key has its day before the last one');
            }
        }
        self::assertGreaterThan(5, min($feasible, $not), $feasible.' and '.$not);
    }

    /** "Twelve majors, two octaves, quarter = 100, by 12 March": chapter 7's own example. */
    public function testTwelveMajorsByTheTwelfthOfMarch(): void
    {
        $lines = self::lines('concert C major, 2 octaves, keys by fourths', 'clarinet-bb', 100);
        $of = static function (string $from, string $due, array $played = []) use ($lines): Forecast {
            $settings = new PlanSettings(Day::parse($from), self::rungs(), Day::parse($due), 20, true, hardFirst: true);

            return Forecast::of(
                new Planner($lines, $settings, self::figures()),
                $settings,
                self::figures(),
                Day::parse($from),
                $played,
            );
        };
        // A key a week while nobody knows: twelve weeks and the one in hand make 91 days.
        self::assertTrue($of('2026-12-11', '2027-03-12')->feasible);
        self::assertFalse($of('2026-12-15', '2027-03-12')->feasible);
        self::assertStringContainsString('11 of 12', $of('2026-12-15', '2027-03-12')->says);
        self::assertStringContainsString('a week in hand', $of('2026-12-01', '2027-03-12')->says);
        self::assertStringNotContainsString(
            'in hand',
            $of('2027-03-08', '2027-03-12')->says,
            'none when it is due within seven days',
        );
        // Who learns a key in two days has time until February.
        $played = [];
        foreach ([
            [0, '2027-02-01', '2027-02-02'],
            [1, '2027-02-02', '2027-02-04'],
            [2, '2027-02-04', '2027-02-06'],
        ] as [$k, $one, $other]) {
            $sorted = (new Planner($lines, self::settings(hardFirst: true), self::figures()))->lines();
            array_push($played, self::passed($sorted[$k], $one, 100), self::passed($sorted[$k], $other, 100));
        }
        $known = $of('2027-02-07', '2027-03-12', $played);
        self::assertTrue($known->isPaceKnown);
        self::assertEqualsWithDelta(5 / 3, $known->keyDays, 0.01);
        self::assertTrue($known->feasible);
        self::assertFalse($of('2027-02-07', '2027-03-12')->feasible);
        // The hardest on this instrument come early.
        $hardness = array_map(
            static fn (PlanLine $line): float => $line->hardness,
            (new Planner($lines, self::settings(hardFirst: true), self::figures()))->lines(),
        );
        $sorted = $hardness;
        rsort($sorted);
        self::assertSame($sorted, $hardness);
    }

    public function testMissedDaysAddNothingUpAndShiftTheRest(): void
    {
        $lines = self::lines();
        $planner = new Planner($lines, self::settings(minutes: 30), self::figures());
        $played = [];
        foreach ([0, 1, 2, 3] as $k) {
            array_push(
                $played,
                self::passed($lines[$k], '2026-09-0'.(2 * $k + 1), 100),
                self::passed($lines[$k], '2026-09-0'.(2 * $k + 2), 100),
            );
        }
        $next = $planner->day(Day::parse('2026-09-09'), $played);
        $later = $planner->day(Day::parse('2026-10-20'), $played);
        self::assertSame($next->items[0]->line->line, $later->items[0]->line->line, 'the same key is next');
        self::assertLessThanOrEqual(10, $later->minutes());
        self::assertSame(
            80,
            array_values(array_filter(
                $next->items,
                static fn (PlanItem $one): bool => PlanItem::REVIEW === $one->kind,
            ))[0]->tempo,
        );
        self::assertSame(
            60,
            array_values(array_filter(
                $later->items,
                static fn (PlanItem $one): bool => PlanItem::REVIEW === $one->kind,
            ))[0]->tempo,
            'after a week away one place lower',
        );
    }

    public function testRotationGoesThroughEveryKeyInItsWay(): void
    {
        $circle = [0, 5, 10, 3, 8, 1, 6, 11, 4, 9, 2, 7];
        foreach (Rotation::WAYS as $way => $step) {
            $rotation = Rotation::of([$way]);
            for ($day = 0; $day < 24; ++$day) {
                $order = $rotation->order($circle, $day, 0);
                $sorted = $order;
                sort($sorted);
                self::assertSame(range(0, 11), $sorted, 'each key once');
                for ($k = 1; $k < 12; ++$k) {
                    self::assertSame(($circle[$order[$k - 1]] + $step) % 12, $circle[$order[$k]], $way);
                }
            }
        }
        $usual = Rotation::of();
        self::assertSame(
            ['chromatic up', 'chromatic up', 'chromatic down', 'chromatic down', 'by fifths'],
            array_map(static fn (int $day): string => $usual->way($day, 0), range(0, 4)),
            'a couple of days each',
        );
        $each = Rotation::of([], ['', 'thirds'], Rotation::EACH_SESSION);
        self::assertSame(
            ['', 'thirds', ''],
            array_map(static fn (int $session): string => $each->pattern(9, $session), range(0, 2)),
        );
    }

    public function testSessionNeverTakesMoreThanItsMinutes(): void
    {
        foreach (MechanismKind::cases() as $kind) {
            for ($minutes = 0; $minutes <= 180; ++$minutes) {
                $session = Session::of($minutes, $kind, self::figures());
                self::assertSame($minutes, $session->minutes(), \sprintf('%d minutes', $minutes));
                $kinds = array_count_values(array_map(static fn ($one): string => $one->kind, $session->blocks));
                self::assertSame(
                    $minutes > 30 ? intdiv($minutes - 1, 30) : 0,
                    $kinds['break'] ?? 0,
                    'a short break each half hour',
                );
                if ($minutes >= 15) {
                    $technique = array_values(array_filter(
                        $session->blocks,
                        static fn ($one): bool => 'technique' === $one->kind,
                    ))[0]->minutes;
                    self::assertEqualsWithDelta($minutes / 3, $technique, 0.51, 'scales about a third of the time');
                    self::assertArrayHasKey('warm-down', $kinds);
                }
            }
        }
        self::assertStringContainsString(
            'Rest about as long',
            Session::of(30, MechanismKind::Valves, self::figures())->blocks[1]->says,
        );
    }

    /** Brass rests as long as it plays, and that counts in the minutes. */
    public function testRestsCountOnBrass(): void
    {
        $trumpet = self::lines('concert C major, keys C', 'trumpet-bb')[0];
        $clarinet = self::lines('concert C major, keys C', 'clarinet-bb')[0];
        self::assertEqualsWithDelta(2 * $clarinet->pass(60, 0.0), $trumpet->pass(60, 0.0), 0.01);
        self::assertEqualsWithDelta(15.0, $clarinet->pass(60, 0.0), 0.01, 'fifteen quarters at 60');
    }

    /**
     * Players over 200 days who play clean the more often the more they have practised a key: what they learn, the
     * longest time without anything new, and that the plan follows them. They skip days as pupils do.
     */
    public function testSimulatedPlayersOverTwoHundredDays(): void
    {
        $learnt = [];
        foreach ([
            'slow' => [0.1, 0.004, 2],
            'middling' => [0.3, 0.01, 4],
            'quick' => [0.75, 0.08, 6],
        ] as $who => [$begin, $gain, $daysOfSeven]) {
            mt_srand(41);
            $lines = self::lines('concert C major, keys by fourths', 'clarinet-bb', 100, Stage::First);
            $settings = self::settings('2026-09-01', minutes: 20);
            $planner = new Planner($lines, $settings, self::figures());
            $played = [];
            $practised = [];
            $news = [];
            $droughts = [0];
            for ($n = 0; $n < 200; ++$n) {
                $today = Day::parse('2026-09-01')->plus($n);
                if (mt_rand(0, 6) >= $daysOfSeven) {
                    continue;
                }
                $plan = $planner->day($today, $played);
                self::assertLessThanOrEqual(7, $plan->minutes());
                foreach ($plan->items as $item) {
                    $ladder = Ladder::of(self::rungs(), $item->tempo, 100);
                    $state = $ladder->first();
                    for (
                        $left = $item->minutes * 60.0; $left > 0
                        && LadderStanding::Done !== $state->standing; $left -= $takes
                    ) {
                        $takes = $item->line->pass($state->tempo, 8.0);
                        $practised[$item->line->line] = ($practised[$item->line->line] ?? 0) + 1;
                        $isClean = mt_rand(0, 999) / 1000 < min(
                            0.97,
                            $begin + $gain * $practised[$item->line->line] - 0.002 * ($state->tempo - 60),
                        );
                        $played[] = new Played(
                            $today,
                            $item->line->line,
                            $item->line->quarters($state->tempo),
                            $isClean,
                            seconds: $takes,
                        );
                        $state = $ladder->after($state, $isClean);
                    }
                }
                $clean = \count($planner->standing($played)->clean());
                if ($clean > \count($news)) {
                    $news = array_pad($news, $clean, $n);
                    $droughts[] = $n - ($news[\count($news) - 2] ?? 0);
                }
            }
            $learnt[$who] = \count($planner->standing($played)->clean());
            $drought = max([...$droughts, 12 === $learnt[$who] ? 0 : 199 - ($news[\count($news) - 1] ?? 0)]);
            fwrite(
                \STDERR,
                '' !== (string) getenv('TELL')
                    ? \sprintf(
                        "%s: %d keys learnt in 200 days, longest time without a new one %d days\n",
                        $who,
                        $learnt[$who],
                        $drought,
                    )
                    : '',
            );
            self::assertLessThan(75, $drought, $who.' is not left without anything new');
        }
        self::assertGreaterThanOrEqual(4, $learnt['slow']);
        self::assertGreaterThan($learnt['slow'], $learnt['quick']);
        self::assertSame(12, $learnt['quick']);
    }

    public function testRefusesADateThatIsOver(): void
    {
        $settings = self::settings(due: '2026-09-01');
        $this->expectException(PracticeError::class);
        $this->expectExceptionMessage('2026-10-28');
        Forecast::of(
            new Planner(self::lines(), $settings, self::figures()),
            $settings,
            self::figures(),
            Day::parse('2026-09-30'),
            [],
        );
    }
}
