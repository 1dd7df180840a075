<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * The hard spots that are marked on the page: each kind of change once, with the change back, the worst few, numbered
 * in the order of the line.
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
        $marked = \array_slice(array_values(self::once($marked)), 0, self::MARKED);
        usort($marked, static fn (HardSpot $a, HardSpot $b): int => $a->from <=> $b->from);

        return [] === $marked ? [] : array_combine(range(1, \count($marked)), $marked);
    }

    /**
     * Each change once; two that mirror each other are one.
     *
     * @param list<HardSpot> $spots
     *
     * @return array<string, HardSpot> by the two notes with their fingerings, in the order given
     */
    public static function once(array $spots): array
    {
        /** @var array<string, HardSpot> $once */
        $once = [];
        foreach ($spots as $spot) {
            $known = $once[$spot->pair()] ?? null;
            $once[$spot->pair()] = match (true) {
                null === $known => $spot,
                $known->change !== $spot->change && !$known->goesBack => $known->andBack(),
                default => $known,
            };
        }

        return $once;
    }

    /**
     * All of them, each change once, with the indexes of the notes before it wherever it comes.
     *
     * @param list<HardSpot> $spots
     *
     * @return list<array{spot: HardSpot, at: non-empty-list<int>}>
     */
    public static function grouped(array $spots): array
    {
        $at = [];
        foreach ($spots as $spot) {
            $at[$spot->pair()][] = $spot->from;
        }
        $groups = [];
        foreach (self::once($spots) as $pair => $spot) {
            $groups[] = ['spot' => $spot, 'at' => $at[$pair]];
        }

        return $groups;
    }
}
