<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Practice\TeachingOrder;

/**
 * Plans are begun from an order of teaching, changed, and copied for one player.
 */
final class KeepPlans
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly StandPlans $held,
    ) {
    }

    /** @param Chair|null $for the one whose own it is; everybody's otherwise */
    public function begin(TeachingOrder $order, ?Chair $for = null): Plan
    {
        $choices = (new PlanChoices($order->goal))->toArray();
        $plan = new Plan($order->name, implode("\n", $order->lines), $choices, $this->held->today());
        if (null !== $for) {
            $plan->belongsTo($for, '');
        }
        $this->entities->persist($plan);
        $this->entities->flush();

        return $plan;
    }

    /**
     * @param Chair|null $chair   whose own it is
     * @param string     $section whose it is, where it is no single player's; nothing for everybody
     */
    public function change(
        Plan $plan,
        string $title,
        string $lines,
        PlanChoices $choices,
        ?Chair $chair,
        string $section,
    ): void {
        $plan->change($title, $lines, $choices);
        $plan->belongsTo($chair, $section);
        $this->entities->flush();
    }

    /** The same for one player, to be changed there. */
    public function copy(Plan $plan, Chair $for): Plan
    {
        $copy = $plan->copyFor($for, $this->held->today());
        $this->entities->persist($copy);
        $this->entities->flush();

        return $copy;
    }

    /** A line before all others of a plan; where it stood before it stands no more. */
    public function putFirst(Plan $plan, string $line): void
    {
        $plan->change($plan->getTitle(), implode("\n", array_unique([$line, ...$plan->rows()])), $plan->choices());
        $this->entities->flush();
    }
}
