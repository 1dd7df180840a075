<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A day of a plan.
 */
final readonly class PlanDay
{
    /**
     * @param list<PlanItem> $items    in the order in which they are played
     * @param list<PlanItem> $tomorrow what is due and did not fit
     */
    public function __construct(public Day $day, public array $items, public array $tomorrow)
    {
    }

    public function minutes(): int
    {
        return array_sum(array_map(static fn (PlanItem $one): int => $one->minutes, $this->items));
    }
}
