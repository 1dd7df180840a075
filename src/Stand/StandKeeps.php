<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\Keeps;
use App\Band\Player;

/**
 * What was practised, and the plans.
 */
final class StandKeeps implements Keeps
{
    public function __construct(
        private readonly PracticeResultRepository $results,
        private readonly PlanRepository $plans,
    ) {
    }

    public function hangingOn(Chair $chair): array
    {
        return [...$this->results->ofChair($chair), ...$this->plans->ofChair($chair)];
    }

    public function ofChair(Chair $chair): array
    {
        return [
            'practised' => array_map(
                static fn (PracticeResult $one): array => $one->data(),
                $this->results->ofChair($chair),
            ),
        ];
    }

    public function ofBand(): array
    {
        return ['plans' => array_map(self::plan(...), $this->plans->all())];
    }

    public function erase(Player $player): void
    {
    }

    /** @return array<string, mixed> */
    private static function plan(Plan $plan): array
    {
        $for = $plan->getChair()?->getName() ?? $plan->getSection();
        $choices = array_diff_key($plan->choices()->toArray(), ['copied' => 1]);

        return [
            'title' => $plan->getTitle(),
            'for' => $for,
            'lines' => $plan->rows(),
            'since' => $plan->begin()->text(),
        ] + $choices;
    }
}
