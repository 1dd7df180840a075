<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Forecast;
use SwiftReed\Practice\PlanDay;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Planner;
use SwiftReed\Practice\PlanSettings;
use SwiftReed\Practice\PlanStanding;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeFigures;

/**
 * The plan that holds for a chair, as its player has it.
 */
final readonly class ChairPlan
{
    public Planner $planner;

    /**
     * @param Plan|null             $plan  null for the usual order, where nobody made a plan
     * @param list<PlanLine>        $lines
     * @param array<string, string> $left  lines that this player cannot play, with the reason
     * @param list<Played>          $played
     */
    public function __construct(
        public Chair $chair,
        public ?Plan $plan,
        public string $title,
        public array $lines,
        public array $left,
        public PlanSettings $settings,
        public array $played,
        private PracticeFigures $figures,
    ) {
        $this->planner = new Planner($lines, $settings, $figures);
    }

    public function standing(): PlanStanding
    {
        return $this->planner->standing($this->played);
    }

    public function day(Day $today, ?int $minutes = null): PlanDay
    {
        return $this->planner->day($today, $this->played, $minutes);
    }

    /** @param int $days that are written out */
    public function forecast(Day $today, int $days = 0): Forecast
    {
        return Forecast::of($this->planner, $this->settings, $this->figures, $today, $this->played, $days);
    }

    /** Whether nothing was played for so long that ladders begin lower. */
    public function wasAway(Day $today): bool
    {
        $before = array_filter($this->played, static fn (Played $one): bool => $one->day->isBefore($today));
        $last = end($before);

        return false !== $last && $today->since($last->day) >= $this->figures->count('away-days');
    }

    /** @return list<Played> */
    public function playedOn(Day $day): array
    {
        return array_values(array_filter($this->played, static fn (Played $one): bool => $one->day->equals($day)));
    }
}
