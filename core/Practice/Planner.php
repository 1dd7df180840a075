<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Words\Wording;

/**
 * What is practised on a day: keys that are due again, oldest first and at most half the minutes; the key that is being
 * learnt; and what is clean, mixed. Everything is worked out anew from what was played, so a day that was missed shifts
 * the rest and adds nothing up.
 *
 * Source: the handbook, chapter 7, "The day and the weeks".
 */
final readonly class Planner
{
    private Reviews $reviews;
    private Rotation $rotation;
    /** @var list<PlanLine> */
    private array $lines;
    private KnownProgress $known;

    /**
     * @param list<PlanLine> $lines in the order in which they are learnt; the hardest first where the settings say so
     */
    public function __construct(array $lines, private PlanSettings $settings, private PracticeFigures $figures)
    {
        if ($settings->hardFirst) {
            usort($lines, static fn (PlanLine $a, PlanLine $b): int => $b->hardness <=> $a->hardness);
        }
        $this->lines = $lines;
        $this->reviews = Reviews::usual($figures);
        $this->rotation = $settings->rotation ?? Rotation::of();
        $this->known = new KnownProgress();
    }

    /** @return list<PlanLine> in the order in which they are learnt */
    public function lines(): array
    {
        return $this->lines;
    }

    /**
     * @param list<Played> $played from early to late
     */
    public function standing(array $played): PlanStanding
    {
        $byLine = [];
        foreach ($played as $one) {
            $byLine[$one->line][] = $one;
        }
        $progress = [];
        foreach ($this->lines as $line) {
            $own = $byLine[$line->line] ?? [];
            $progress[$line->line] = $this->known->of(
                $line->line,
                $own,
                fn (): KeyProgress => KeyProgress::of(
                    $own,
                    $line->quarters($line->goal),
                    $this->settings->inARow,
                    $this->settings->goalDays,
                    $this->reviews,
                ),
            );
        }
        $last = [] === $played ? null : $played[\count($played) - 1]->day;

        return new PlanStanding($this->lines, $progress, $last, $byLine);
    }

    /**
     * @param list<Played> $played  from early to late
     * @param int|null     $minutes that there are today; those of the settings where none are said
     */
    public function day(Day $today, array $played, ?int $minutes = null): PlanDay
    {
        $standing = $this->standing($played);
        $seconds = 0.0;
        $before = null;
        for ($k = \count($played) - 1; $k >= 0 && null === $before; --$k) {
            $seconds += $played[$k]->day->equals($today) ? $played[$k]->seconds : 0.0;
            $before = $played[$k]->day->isBefore($today) ? $played[$k]->day : null;
        }
        $technique = Session::technique($minutes ?? $this->settings->minutes, $this->figures);
        $wasAway = null !== $before && $today->since($before) >= $this->figures->count('away-days');

        return $this->filled(
            $today,
            $standing,
            $technique,
            max(0, $technique - (int) floor($seconds / 60.0)),
            $wasAway,
        );
    }

    private function filled(Day $today, PlanStanding $standing, int $technique, int $left, bool $wasAway): PlanDay
    {
        $items = [];
        $tomorrow = [];
        $current = $standing->current();
        // Where nothing new is left to be starved, what is due may have all the time.
        $forReviews = min(
            $left,
            null === $current ? $technique : (int) floor($this->figures->number('review-share') * $technique),
        );
        foreach ($standing->due($today) as $line) {
            $progress = $standing->progress[$line->line];
            $why = $progress->slipped
                ? Wording::of('planner.slipped-last-time')
                : Wording::of('planner.clean-comes-back', ['clean' => $progress->clean?->spoken() ?? '']);
            $needs = $this->needed($line, $progress, $wasAway);
            $given = min(
                $needs,
                [] === array_filter($items, static fn (PlanItem $one): bool => PlanItem::REVIEW === $one->kind)
                    ? max(min(1, $left), $forReviews)
                    : $forReviews,
            );
            $item = new PlanItem($line, $given, PlanItem::REVIEW, $this->tempo($line, $progress, $wasAway), $why);
            // One at least comes on the first day that there is, shortened where it must be.
            if ($given < 1 || ($given < $needs && [] !== $items)) {
                $tomorrow[] = new PlanItem($line, $needs, PlanItem::REVIEW, $item->tempo, $why);
                continue;
            }
            $items[] = $item;
            $forReviews -= $given;
            $left -= $given;
        }
        if (null !== $current && !$standing->reachedOn($current, $today)) {
            $progress = $standing->progress[$current->line];
            $given = min($left, $this->figures->count('sitting'));
            $why = match (true) {
                null === $progress->begun => Wording::of('planner.next-key'),
                [] !== $progress->goalDays => Wording::of('planner.reached-goal-once'),
                default => Wording::of('planner.you-learning-one'),
            };
            if ($given >= 1) {
                array_unshift(
                    $items,
                    new PlanItem($current, $given, PlanItem::NEW, $this->tempo($current, $progress, $wasAway), $why),
                );
                $left -= $given;
            } else {
                $tomorrow[] = new PlanItem(
                    $current,
                    1,
                    PlanItem::NEW,
                    $this->tempo($current, $progress, $wasAway),
                    $why,
                );
            }
        }
        array_push($items, ...$this->mixed($today, $standing, $left, $items, $wasAway));

        return new PlanDay($today, $items, $tomorrow);
    }

    /**
     * Clean keys that are not due, in the way of the day, as far as the minutes go.
     *
     * @param list<PlanItem> $taken
     *
     * @return list<PlanItem>
     */
    private function mixed(Day $today, PlanStanding $standing, int $left, array $taken, bool $wasAway): array
    {
        $days = max(0, $today->since($this->settings->begin));
        $names = array_map(static fn (PlanItem $one): string => $one->line->line, $taken);
        $free = array_values(array_filter(
            $this->lines,
            static fn (PlanLine $line): bool => $standing->progress[$line->line]->isClean() && !\in_array(
                $line->line,
                $names,
                true,
            ) && !$standing->wasPlayedOn($line, $today),
        ));
        $pattern = $this->rotation->pattern($days, $standing->sessions());
        $items = [];
        foreach ($this->rotation->order(
            array_map(static fn (PlanLine $line): int => $line->pitchClass, $free),
            $days,
            $standing->sessions(),
        ) as $k) {
            $line = $free[$k];
            $needs = $this->needed($line, $standing->progress[$line->line], $wasAway);
            if ($needs > $left) {
                break;
            }
            $items[] = new PlanItem(
                $line,
                $needs,
                PlanItem::KEEP,
                $this->tempo($line, $standing->progress[$line->line], $wasAway),
                Wording::of('planner.mixed', ['way' => $this->rotation->way($days, $standing->sessions())]),
                $line->isPlain ? $pattern : '',
            );
            $left -= $needs;
        }

        return $items;
    }

    /** Beats a minute at which its ladder begins today. */
    public function tempo(PlanLine $line, KeyProgress $progress, bool $wasAway): int
    {
        return Ladder::begin(
            $this->settings->rungs,
            $line->goal,
            $line->first,
            null === $progress->highest ? null : $line->beatsAt($progress->highest),
            $wasAway,
        );
    }

    /** Minutes from there to the goal when every pass is clean; at least one. */
    private function needed(PlanLine $line, KeyProgress $progress, bool $wasAway): int
    {
        $ladder = Ladder::of(
            $this->settings->rungs,
            $this->tempo($line, $progress, $wasAway),
            $line->goal,
            $this->settings->inARow,
            $this->figures,
        );
        $seconds = 0.0;
        foreach ($ladder->places as $place) {
            $seconds += $place >= $ladder->start
                ? $this->settings->inARow * $line->pass($place, $this->figures->number('breath'))
                : 0.0;
        }

        return max(1, (int) ceil($seconds / 60.0));
    }

    /** Minutes that a day has for scales. */
    public function technique(): int
    {
        return Session::technique($this->settings->minutes, $this->figures);
    }
}
