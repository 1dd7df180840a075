<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * Where bar lines stand when the time signature changes on the way. Places are ticks from the first bar line (of the
 * pick-up, as if its bar were whole).
 */
final readonly class Bars
{
    /**
     * @param non-empty-list<array{int, int, TimeSignature}> $stretches the place where each begins,
     *  its first bar counted from 0, its time
     */
    private function __construct(private array $stretches)
    {
    }

    public static function of(TimeSignature $time): self
    {
        return new self([[0, 0, $time]]);
    }

    /** The same, with another time from a bar line on. */
    public function changing(int $place, TimeSignature $time): self
    {
        return new self([...$this->stretches, [$place, $this->bar($place), $time]]);
    }

    /** Whether the time changes on the way. */
    public function change(): bool
    {
        return \count($this->stretches) > 1;
    }

    public function time(int $place): TimeSignature
    {
        return $this->stretch($place)[2];
    }

    /** The bar of a place, counted from 0. */
    public function bar(int $place): int
    {
        [$begin, $first, $time] = $this->stretch($place);

        return $first + intdiv($place - $begin, $time->barTicks());
    }

    /** Ticks from the bar line before it. */
    public function inBar(int $place): int
    {
        [$begin, , $time] = $this->stretch($place);

        return ($place - $begin) % $time->barTicks();
    }

    /** The bar line after a place. */
    public function nextLine(int $place): int
    {
        return $place - $this->inBar($place) + $this->time($place)->barTicks();
    }

    /** @return array{int, int, TimeSignature} */
    private function stretch(int $place): array
    {
        $found = $this->stretches[0];
        foreach ($this->stretches as $stretch) {
            if ($stretch[0] <= $place) {
                $found = $stretch;
            }
        }

        return $found;
    }
}
