<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Study\Fit\Placement;
use SwiftReed\Words\Wording;

/**
 * A study made of one hard change: the two notes back and forth four times at half speed, then with the note before and
 * the note after, twice, then the line.
 *
 * Source: the handbook, chapter 4 (common practice).
 */
final class Drill
{
    private const TIMES = 4;

    /**
     * For each note of the drill, the note of the plain line that it is.
     *
     * @param int $after the note before the change, counted from 1
     * @param int $count notes of the plain line
     *
     * @return list<int>
     */
    public static function origins(int $after, int $count): array
    {
        $origins = [];
        for ($time = 1; $time <= self::TIMES; ++$time) {
            array_push($origins, $after - 1, $after);
        }
        $around = self::around($after, $count);

        return [...$origins, $after - 1, ...$around, ...$around, ...range(0, $count - 1)];
    }

    /** @return non-empty-list<int> the two notes of the change with one before and one after */
    private static function around(int $after, int $count): array
    {
        return range(max(0, $after - 2), min($count - 1, $after + 1));
    }

    /**
     * @param int $after the note before the change, counted from 1
     * @param int $rests ordinary lengths of silence before the line, where it has a pick-up
     */
    public static function of(Placement $plain, int $after, int $rests): Placement
    {
        $tones = $plain->tones;
        if (!isset($tones[$after - 1], $tones[$after])) {
            throw StudyError::noSuchChange($after, \count($tones));
        }
        [$from, $to] = [$tones[$after - 1], $tones[$after]];
        $around = self::around($after, \count($tones));
        $slow = 2 * self::TIMES + 1;
        $drill = [];
        foreach (self::origins($after, \count($tones)) as $i => $origin) {
            $drill[] = match (true) {
                $i < $slow => $tones[$origin]->drilled(2 * $tones[$origin]->stretch, $i === $slow - 1, 1 === $i % 2),
                $i < $slow + 2 * \count($around) => $tones[$origin]->drilled(
                    $tones[$origin]->stretch,
                    $origin === $around[\count($around) - 1],
                    $origin === $around[\count($around) - 1],
                ),
                $i === $slow + 2 * \count($around) => $tones[$origin]->afterRests($tones[$origin]->rests + $rests),
                default => $tones[$origin],
            };
        }
        \assert([] !== $drill);
        $how = Wording::of('drill.of', [
            'pitch' => $from->pitch->name()->sign(),
            'pitch_2' => $to->pitch->name()->sign(),
        ]);

        return $plain->with($drill, [$how]);
    }
}
