<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

/**
 * A last bar that slows down evenly, to two thirds of the tempo at its end.
 *
 * Source: common practice, no source; the figure is ours.
 */
final readonly class Ritardando
{
    /** Share of the tempo that is left at the end: slower sounds like stopping, less is not heard in one bar. */
    private const AT_END = 2 / 3;

    private function __construct(private int $from, private int $to)
    {
    }

    /** Between two places, in ticks. */
    public static function over(int $from, int $to): self
    {
        return new self($from, max($from + 1, $to));
    }

    /** Where a place is heard, in ticks of the tempo that held before. */
    public function heard(int $place): int
    {
        if ($place <= $this->from) {
            return $place;
        }
        $in = min($place, $this->to) - $this->from;
        $length = $this->to - $this->from;
        // Time per tick grows evenly from one to its greatest; what is heard is what has passed of it.
        $grows = (1 / self::AT_END - 1) / 2;

        return $this->from
            + (int) round($in + $grows * $in * $in / $length)
            + (int) round(max(0, $place - $this->to) / self::AT_END);
    }

    /** The share of the tempo that holds at a place. */
    public function tempoAt(int $place): float
    {
        $in = max(0, min($place, $this->to) - $this->from) / ($this->to - $this->from);

        return 1 / (1 + (1 / self::AT_END - 1) * $in);
    }
}
