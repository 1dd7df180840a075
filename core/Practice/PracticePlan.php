<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A plan of one player with what was played.
 */
final readonly class PracticePlan
{
    /**
     * @param list<PlanLine> $lines
     * @param list<Played>   $played from early to late
     */
    public function __construct(public array $lines, public PlanSettings $settings, public array $played)
    {
    }

    /** @return list<Played> what was played up to the end of a day */
    public function before(Day $day): array
    {
        return array_values(array_filter($this->played, static fn (Played $one): bool => !$day->isBefore($one->day)));
    }
}
