<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Practice\Day;
use SwiftReed\Words\Wording;

/**
 * When a player will have passed a list at his pace so far.
 *
 * Source: the handbook, chapter 8, "who is ready for which list and by when at this pace".
 */
final readonly class Readiness
{
    /** Passes from which there is a pace: one alone says nothing of the next. */
    private const LEAST = 2;
    /** Longer ahead nobody's pace holds. */
    private const FURTHEST = 730;

    /**
     * @param int|null  $days     days that a requirement takes; null while nobody knows
     * @param Day|null $on when the last will be passed; null when nobody knows, or it is further than two years ahead
     * @param bool|null $isInTime null where no date is set, or nobody knows
     */
    private function __construct(
        public int $passed,
        public int $open,
        public ?int $days,
        public ?Day $on,
        public ?Day $due,
        public ?bool $isInTime,
    ) {
    }

    /**
     * @param list<Requirement> $requirements
     * @param list<RecordCell>  $cells        of the player, in their order
     */
    public static function of(array $requirements, array $cells, Day $today): self
    {
        $passed = [];
        $due = null;
        $open = 0;
        foreach ($cells as $k => $cell) {
            if (Standing::Passed === $cell->standing) {
                $passed[] = $cell->by->day ?? $today;
                continue;
            }
            ++$open;
            $by = $requirements[$k]->due;
            $due = null === $by || (null !== $due && $due->isBefore($by)) ? $due : $by;
        }
        usort($passed, static fn (Day $a, Day $b): int => $a->count <=> $b->count);
        // Until today, and not until the last pass: who has stopped is not as fast as before.
        $days = \count($passed) < self::LEAST || $today->since($passed[0]) < 1
            ? null
            : max(1, (int) ceil($today->since($passed[0]) / (\count($passed) - 1)));
        $on = 0 === $open
            ? $today
            : (null === $days || $days * $open > self::FURTHEST ? null : $today->plus($days * $open));

        return new self(
            \count($passed),
            $open,
            $days,
            $on,
            $due,
            null === $due ? null : (null === $on ? (null === $days ? null : false) : !$due->isBefore($on)),
        );
    }

    public function says(): string
    {
        return match (true) {
            0 === $this->open => Wording::of('readiness.everything-passed'),
            null === $this->days => Wording::of('readiness.go-pace-shows', ['open' => $this->open]),
            null === $this->on => Wording::of('readiness.go-one-days', [
                'open' => $this->open,
                'days' => $this->days,
            ]),
            default => Wording::of('readiness.go-one-ready', [
                'open' => $this->open,
                'days' => $this->days,
                'on' => $this->on->spoken(),
                'way' => match ($this->isInTime) {
                    null => '',
                    true => 'inTime',
                    false => 'late',
                },
                'due' => $this->due?->spoken() ?? '',
            ]),
        };
    }
}
