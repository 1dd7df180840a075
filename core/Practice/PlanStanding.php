<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * Where a player stands in a plan.
 */
final readonly class PlanStanding
{
    /**
     * @param list<PlanLine>                    $lines    in the order in which they are learnt
     * @param array<string, KeyProgress>        $progress by the line
     * @param Day|null                          $last     day on which anything was played
     * @param array<string, list<Played>>       $played   by the line
     */
    public function __construct(public array $lines, public array $progress, public ?Day $last, private array $played)
    {
    }

    /**
     * The key that is being learnt: one that reached its goal already and wants another day, else the first that is not
     * clean. Null when all are.
     */
    public function current(): ?PlanLine
    {
        return $this->open()[0] ?? null;
    }

    /** @return list<PlanLine> clean keys that are due again, the longest overdue first */
    public function due(Day $today): array
    {
        $due = array_values(array_filter(
            $this->lines,
            fn (PlanLine $line): bool => $this->progress[$line->line]->isDue($today),
        ));
        usort($due, fn (PlanLine $a, PlanLine $b): int => $this->returnOf($a)->since($this->returnOf($b)));

        return $due;
    }

    private function returnOf(PlanLine $line): Day
    {
        return $this->progress[$line->line]->returns ?? throw new \LogicException('Only a clean key returns.');
    }

    public function reachedOn(PlanLine $line, Day $day): bool
    {
        foreach ($this->progress[$line->line]->goalDays as $one) {
            if ($one->equals($day)) {
                return true;
            }
        }

        return false;
    }

    public function wasPlayedOn(PlanLine $line, Day $day): bool
    {
        foreach ($this->played[$line->line] ?? [] as $one) {
            if ($one->day->equals($day)) {
                return true;
            }
        }

        return false;
    }

    /** Days on which something of the plan was played. */
    public function sessions(): int
    {
        $days = [];
        foreach ($this->played as $all) {
            foreach ($all as $one) {
                $days[$one->day->count] = true;
            }
        }

        return \count($days);
    }

    /** @return list<PlanLine> */
    public function clean(): array
    {
        return array_values(array_filter(
            $this->lines,
            fn (PlanLine $line): bool => $this->progress[$line->line]->isClean(),
        ));
    }

    /** @return list<PlanLine> those that are not clean yet, in the order in which they will be learnt */
    public function open(): array
    {
        $open = array_values(array_filter(
            $this->lines,
            fn (PlanLine $line): bool => !$this->progress[$line->line]->isClean(),
        ));
        $isNear = fn (PlanLine $line): bool => [] !== $this->progress[$line->line]->goalDays;

        return [
            ...array_filter($open, $isNear),
            ...array_filter($open, static fn (PlanLine $line): bool => !$isNear($line)),
        ];
    }

    public function isAllClean(): bool
    {
        return [] === $this->open();
    }
}
