<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Score\Part;
use SwiftReed\Time\Length;

/**
 * A line as it is learnt: its steps in order, of which each can be left out.
 */
final readonly class Steps
{
    /**
     * @param Part       $whole the line as it is asked for; every step takes its fingerings from there
     * @param list<Step> $steps
     */
    public function __construct(public Part $whole, public array $steps)
    {
    }

    /** Seconds that all of it takes, once each with its repeats, without the ladder. */
    public function seconds(): float
    {
        return array_sum(array_map(
            static fn (Step $one): float => null !== $one->ladder ? 0.0 : $one->times * $one->ticks / self::beat(
                $one->unit,
            ) * 60.0 / $one->bpm,
            $this->steps,
        ));
    }

    /** Ticks of a beat that is given as a fraction of a whole note. */
    public static function beat(string $unit): int
    {
        [$over, $under] = array_map(intval(...), explode('/', $unit.'/1'));

        return intdiv(Length::WHOLE * $over, max(1, $under));
    }
}
