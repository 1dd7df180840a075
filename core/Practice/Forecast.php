<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Words\Wording;

/**
 * How a plan will go at the player's own pace, and whether it comes out by its date.
 *
 * The days are the planner's own, day by day, as if every pass from now on were clean and each key took the time that
 * keys take this player; so what stands on the first of them is what the player finds today.
 *
 * Source: the handbook, chapter 7, "By a date": spread backwards from the date with a week in hand.
 */
final readonly class Forecast
{
    /** Days that are written out where no date is set: four weeks. */
    private const WITHOUT_DATE = 28;

    /**
     * @param list<PlanDay>      $days
     * @param string $says sentences: whether it comes out, and what to leave out or slow when it does not
     * @param array<string, Day> $targets by the line: when each key should be clean
     * @param float              $keyDays days that a key takes
     * @param bool               $isPaceKnown whether that was seen, or is supposed
     */
    private function __construct(
        public array $days,
        public bool $feasible,
        public string $says,
        public array $targets,
        public float $keyDays,
        public bool $isPaceKnown,
    ) {
    }

    /**
     * @param list<Played> $played from early to late
     * @param int|null     $most   days that are written out at the most; as many as there are when none is said
     *
     * @throws PracticeError when the date is over, or further off than plans go
     */
    public static function of(
        Planner $planner,
        PlanSettings $settings,
        PracticeFigures $figures,
        Day $from,
        array $played,
        ?int $most = null,
    ): self {
        $due = $settings->due;
        if (null !== $due && $due->isBefore($from)) {
            throw PracticeError::notAPlan(Wording::of('forecast.date-over-expected', [
                'due' => $due->text(),
                'from' => $from->text(),
                'plus' => $from->plus(28)->text(),
            ]));
        }
        if (null !== $due && $due->since($from) > PlanSettings::MOST_DAYS) {
            throw PracticeError::notAPlan(Wording::of('forecast.date-more-than', [
                'due' => $due->text(),
                'plus' => $from->plus(100)->text(),
            ]));
        }
        $standing = $planner->standing($played);
        $open = $standing->open();
        $keyDays = self::pace($standing);
        $isKnown = null !== $keyDays;
        $keyDays ??= (float) $figures->count('key-days');
        $end = self::lastDay($due, $from, $figures);
        $available = null === $end ? null : $end->since($from) + 1;
        $slot = null !== $available && [] !== $open && $available >= $keyDays * \count($open)
            ? $available / \count($open)
            : $keyDays;
        $targets = [];
        foreach ($open as $k => $line) {
            $targets[$line->line] = $from->plus(max(0, (int) floor(($k + 1) * $slot + 1e-9) - 1));
        }
        $until = $due ?? $from->plus(self::WITHOUT_DATE - 1);
        $until = null === $most || $until->since($from) < $most ? $until : $from->plus($most - 1);
        $fits = null === $end
            || [] === $open
            || (\count($open) * $keyDays <= $available
                && self::comesOut($planner, $settings, $figures, $from, $end, $played));

        return new self(
            self::written($planner, $settings, $from, $until, $played, $targets),
            $fits,
            self::words($planner, $settings, $figures, $open, $from, $end, $keyDays, $isKnown, $fits),
            $targets,
            $keyDays,
            $isKnown,
        );
    }

    /** The day by which everything should be clean: a week before the date, or the date itself when that is near. */
    public static function lastDay(?Day $due, Day $from, PracticeFigures $figures): ?Day
    {
        $inHand = $figures->count('in-hand-days');

        return null === $due || $due->since($from) <= $inHand ? $due : $due->plus(-$inHand);
    }

    /** Days from one clean key to the next, as they were; null while nobody knows. */
    private static function pace(PlanStanding $standing): ?float
    {
        $clean = array_map(
            static fn (PlanLine $line): KeyProgress => $standing->progress[$line->line],
            $standing->clean(),
        );
        usort(
            $clean,
            static fn (
                KeyProgress $a,
                KeyProgress $b,
            ): int => ($a->clean?->text() ?? '') <=> ($b->clean?->text() ?? ''),
        );
        $took = [];
        $before = null;
        foreach ($clean as $progress) {
            if (null !== $progress->clean && null !== $progress->begun) {
                $opened = null === $before ? $progress->begun : $progress->begun->later($before);
                $took[] = max(1, $progress->clean->since($opened));
                $before = $progress->clean;
            }
        }

        return [] === $took ? null : array_sum($took) / \count($took);
    }

    /**
     * Whether all keys are clean by a day when every pass is clean, in the minutes that there are.
     *
     * @param list<Played> $played
     */
    private static function comesOut(
        Planner $planner,
        PlanSettings $settings,
        PracticeFigures $figures,
        Day $from,
        Day $end,
        array $played,
    ): bool {
        for ($day = $from; !$end->isBefore($day); $day = $day->plus(1)) {
            do { // when a key becomes clean the next one opens on the same day
                $before = \count($played);
                foreach ($planner->day($day, $played)->items as $item) {
                    if (PlanItem::KEEP !== $item->kind) {
                        array_push($played, ...self::allClean($item, $day, $settings, $figures));
                    }
                }
            } while (\count($played) > $before && !$planner->standing($played)->isAllClean());
            if ($planner->standing($played)->isAllClean()) {
                return true;
            }
        }

        return false;
    }

    /**
     * The passes that an item has time for, when each is clean.
     *
     * @return list<Played>
     */
    public static function allClean(PlanItem $item, Day $day, PlanSettings $settings, PracticeFigures $figures): array
    {
        $ladder = Ladder::of($settings->rungs, $item->tempo, $item->line->goal, $settings->inARow, $figures);
        $state = $ladder->first();
        $left = $item->minutes * 60.0;
        $played = [];
        while (LadderStanding::Done !== $state->standing) {
            $takes = $item->line->pass($state->tempo, $figures->number('breath'));
            if ($takes > $left) {
                break;
            }
            $left -= $takes;
            $played[] = new Played(
                $day,
                $item->line->line,
                $item->line->quarters($state->tempo),
                true,
                seconds: $takes,
            );
            $state = $ladder->after($state, true);
        }

        return $played;
    }

    /**
     * @param list<Played>       $played
     * @param array<string, Day> $targets
     *
     * @return list<PlanDay>
     */
    private static function written(
        Planner $planner,
        PlanSettings $settings,
        Day $from,
        Day $until,
        array $played,
        array $targets,
    ): array {
        $days = [];
        for ($day = $from; !$until->isBefore($day); $day = $day->plus(1)) {
            $days[] = $written = $planner->day($day, $played);
            foreach ($written->items as $item) {
                if (PlanItem::KEEP === $item->kind) {
                    continue;
                }
                array_push($played, ...self::expected($item, $day, $settings, $targets[$item->line->line] ?? $day));
            }
        }

        return $days;
    }

    /**
     * What is supposed to be passed on a day: a review its goal; a new key as much as brings it there on the last days
     * that it has.
     *
     * @return list<Played>
     */
    private static function expected(PlanItem $item, Day $day, PlanSettings $settings, Day $target): array
    {
        $left = $target->since($day);
        if (PlanItem::REVIEW === $item->kind || $left < $settings->goalDays) {
            return [new Played($day, $item->line->line, $item->line->quarters($item->line->goal), true, counts: true)];
        }
        // The places that are left, one after the other, spread over the days that are left.
        $places = array_values(array_filter(
            Ladder::of($settings->rungs, min($item->tempo, $item->line->goal), $item->line->goal)->places,
            static fn (int $place): bool => $place >= $item->tempo && $place < $item->line->goal,
        ));
        $tempo = [] === $places
            ? null
            : $places[min(\count($places) - 1, (int) floor(\count($places) / max(1, $left)))];

        return null === $tempo
            ? []
            : [new Played($day, $item->line->line, $item->line->quarters($tempo), true, counts: true)];
    }

    /** @param list<PlanLine> $open */
    private static function words(
        Planner $planner,
        PlanSettings $settings,
        PracticeFigures $figures,
        array $open,
        Day $from,
        ?Day $end,
        float $keyDays,
        bool $isKnown,
        bool $fits,
    ): string {
        $pace = $isKnown
            ? Wording::of('forecast.about-key-so', ['days' => self::days($keyDays)])
            : Wording::of('forecast.a-key-a-week');
        if ([] === $open) {
            return Wording::of('forecast.all-keys-clean');
        }
        if (null === $end || null === $settings->due) {
            return Wording::of('forecast.go', ['keys' => self::keys(\count($open)), 'pace' => $pace]);
        }
        $available = $end->since($from) + 1;
        $inHand = $end->equals($settings->due)
            ? ''
            : Wording::of('forecast.hand', ['days' => self::days((float) $settings->due->since($end))]);
        if ($fits) {
            return Wording::of('forecast.by-each', [
                'keys' => self::keys(\count($open)),
                'due' => $settings->due->spoken(),
                'in_hand' => $inHand,
                'days' => self::days(floor($available / \count($open))),
            ]);
        }
        $tooLong = array_values(array_filter(
            $open,
            static fn (PlanLine $line): bool => 2 * $settings->inARow * $line->pass(
                $line->first,
                $figures->number('breath'),
            ) > 60.0 * $planner->technique(),
        ));
        if ([] !== $tooLong) {
            $needs = (int) ceil(
                2 * $settings->inARow * $tooLong[0]->pass($tooLong[0]->first, $figures->number('breath')) / 60.0,
            );

            return Wording::of('forecast.minutes-day-leave', [
                'minutes' => $settings->minutes,
                'technique' => $planner->technique(),
                'title' => $tooLong[0]->title,
                'needs' => $needs,
            ]);
        }
        $done = min(\count($open) - 1, (int) floor($available / $keyDays));
        $hardest = $open;
        usort($hardest, static fn (PlanLine $a, PlanLine $b): int => $b->hardness <=> $a->hardness);
        $leave = array_map(
            static fn (PlanLine $line): string => $line->title,
            \array_slice($hardest, 0, \count($open) - $done),
        );
        $slower = self::slower($open, $settings, $keyDays, $available);
        $ways = [
            \count($leave) < \count($open)
                ? Wording::of('forecast.leave-out-which', [
                    'leave' => self::listed($leave),
                    'count' => \count($leave),
                ])
                : Wording::of('forecast.choose-fewer'),
            ...(null === $slower ? [] : [Wording::of('forecast.or-set-goal', ['slower' => $slower])]),
            Wording::of('forecast.later-date'),
        ];

        return Wording::of('forecast.not-by-pace', [
            'due' => $settings->due->spoken(),
            'in_hand' => $inHand,
            'pace' => $pace,
            'done' => $done,
            'open' => \count($open),
            'ways' => implode(', ', $ways),
        ]);
    }

    /**
     * The fastest rung under the goal with which it would come out, supposing that each place takes as long as another.
     *
     * @param list<PlanLine> $open
     */
    private static function slower(array $open, PlanSettings $settings, float $keyDays, int $available): ?int
    {
        foreach (array_reverse($settings->rungs->tempos) as $rung) {
            $needs = 0.0;
            foreach ($open as $line) {
                $places = static fn (int $goal): int => \count(array_filter(
                    [...$settings->rungs->tempos, $goal],
                    static fn (int $one): bool => $one >= min($line->first, $goal) && $one <= $goal,
                ));
                $needs += $rung >= $line->goal
                    ? $keyDays
                    : max(1.0, $keyDays * $places($rung) / max(1, $places($line->goal)));
            }
            if ($rung < $open[0]->goal && $needs <= $available) {
                return $rung;
            }
        }

        return null;
    }

    private static function keys(int $count): string
    {
        return Wording::of('forecast.keys', ['count' => $count]);
    }

    private static function days(float $days): string
    {
        $rounded = max(1, (int) round($days));

        return 7 === $rounded ? 'a week' : (1 === $rounded ? 'a day' : $rounded.' days');
    }

    /** @param list<string> $names */
    private static function listed(array $names): string
    {
        $names = \count($names) > 6 ? [...\array_slice($names, 0, 5), Wording::of('forecast.listed', [
            'names' => \count($names) - 5,
        ])] : $names;
        $last = array_pop($names);

        return [] === $names ? (string) $last : implode(', ', $names).' and '.$last;
    }
}
