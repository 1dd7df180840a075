<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * The hard spots that are marked on the page: each kind of change once, the worst few, numbered in the order of the
 * line.
 */
final class HardSpots
{
    private const MARKED = 6;

    /**
     * @param list<HardSpot> $spots
     *
     * @return array<int, HardSpot> by the number that is printed
     */
    public static function worst(array $spots): array
    {
        $marked = $spots;
        usort(
            $marked,
            static fn (HardSpot $a, HardSpot $b): int => $b->difficulty <=> $a->difficulty ?: $a->from <=> $b->from,
        );
        $once = [];
        foreach ($marked as $spot) {
            $once[$spot->change] ??= $spot;
        }
        $marked = \array_slice(array_values($once), 0, self::MARKED);
        usort($marked, static fn (HardSpot $a, HardSpot $b): int => $a->from <=> $b->from);

        return [] === $marked ? [] : array_combine(range(1, \count($marked)), $marked);
    }
}
