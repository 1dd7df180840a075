<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Words\Wording;

/**
 * Whether a player is behind his plan, and why, at a glance. It is said to teachers, in facts.
 */
final readonly class Behind
{
    /** Days that are looked back on, and days on one key after which that is the reason. Our own figures. */
    private const LOOK_BACK = 14;
    private const LONG_ON_ONE = 14;

    /**
     * @param int    $keys     keys that should be clean by now and are not; only where the plan has a date
     * @param int    $expected keys that should be clean by now
     * @param bool   $isAway   whether nothing was played for a week or longer
     * @param string $says     why, a sentence; nothing where all is well
     */
    private function __construct(public int $keys, public int $expected, public bool $isAway, public string $says)
    {
    }

    /** @param list<Played> $played from early to late */
    public static function of(
        PlanStanding $standing,
        PlanSettings $settings,
        PracticeFigures $figures,
        Day $today,
        array $played,
    ): self {
        $all = \count($standing->lines);
        $clean = \count($standing->clean());
        $end = Forecast::lastDay($settings->due, $settings->begin, $figures);
        $expected = null === $end || 0 === $all
            ? $clean
            : min(
                $all,
                (int) floor($all * max(0, $today->since($settings->begin)) / max(1, $end->since($settings->begin))),
            );
        $last = $standing->last;
        $began = max(0, $today->since($settings->begin));
        $days = [];
        foreach ($played as $one) {
            if ($today->since($one->day) < self::LOOK_BACK) {
                $days[$one->day->text()] = true;
            }
        }
        $isAway = null === $last
            ? $began >= $figures->count('away-days')
            : $today->since($last) >= $figures->count('away-days');
        $current = $standing->current();
        $progress = null === $current ? null : $standing->progress[$current->line];
        $keys = max(0, $expected - $clean);
        $says = match (true) {
            null === $current => '',
            null === $last => $began > 0 ? Wording::of('behind.nothing-played-yet', ['days' => self::days($began)]) : '',
            $isAway => Wording::of('behind.nothing-played', ['days' => self::days($today->since($last))]),
            null !== $progress?->begun
                && $today->since(
                    $progress->begun,
                ) >= self::LONG_ON_ONE => Wording::of('behind.since', [
                    'title' => $current->title,
                    'begun' => $progress->begun->spoken(),
                    'way' => match (true) {
                        null === $progress->highest => Wording::of('behind.no-tempo'),
                        [] !== $progress->goalDays => Wording::of('behind.goal-once', [
                            'day' => $progress->goalDays[0]->spoken(),
                        ]),
                        default => Wording::of('behind.at', [
                            'bpm' => $current->beatsAt($progress->highest),
                            'goal' => $current->goal,
                        ]),
                    },
                ]),
            $keys > 0 => Wording::of('behind.played-last-days', [
                'days' => \count($days),
                'began' => (int) min(self::LOOK_BACK, $began + 1),
            ]),
            default => '',
        };

        return new self($keys, $expected, $isAway, $says);
    }

    private static function days(int $days): string
    {
        return 1 === $days ? 'a day' : $days.' days';
    }
}
