<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * Where the player breathes: before a leap to a higher note, before the last long note, and at the ends of cells within
 * about eight slow beats. Nobody breathes inside a slur or inside a cell.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class Breaths
{
    private const LEAP = 12;
    /** Seconds that a breath lasts with ease: eight beats at sixty. */
    private const SECONDS = 8.0;
    /** Nobody breathes again before the last long note so soon after a breath, in seconds. */
    private const SOON = 2.0;

    /**
     * @param non-empty-list<Tone>               $tones
     * @param non-empty-list<int>                $lengths ticks
     * @param non-empty-list<array{Attack, Slur}> $marks
     *
     * @return list<bool> whether the player breathes after the note
     */
    public static function after(array $tones, array $lengths, array $marks, Tempo $tempo, bool $isUntimed): array
    {
        $second = Length::QUARTER * $tempo->quarters() / 60;
        $breaths = [];
        $since = 0;
        $last = \count($tones) - 1;
        foreach ($tones as $i => $tone) {
            $since += $lengths[$i];
            $next = $tones[$i + 1] ?? null;
            $isSlurred = \in_array($marks[$i][1], [Slur::Start, Slur::Continue], true);
            if (null === $next || $isSlurred) {
                $breaths[] = false;
                continue;
            }
            $endsCell = $tone->cell !== $next->cell;
            $isInCell = $tone->cell >= 0 && !$endsCell && $tone->group === $next->group;
            $leaps = $next->octaves > $tone->octaves || (!$isInCell && $next->pitch->midi() - $tone->pitch->midi() >= self::LEAP);
            $comesHome = $i + 1 === $last && !$isInCell && !$isUntimed && $lengths[$last] >= 2 * $lengths[$i] && $since >= self::SOON * $second;
            $runsOut = $endsCell && !$isUntimed && $since + self::cellAfter($tones, $lengths, $i + 1) > self::SECONDS * $second * 1.05;
            $breathes = $next->rests > 0 ? false : $leaps || $comesHome || $runsOut;
            if ($breathes || $next->rests > 0) {
                $since = 0;
            }
            $breaths[] = $breathes;
        }

        return $breaths;
    }

    /**
     * Ticks of the cell that begins here.
     *
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<int>  $lengths
     */
    private static function cellAfter(array $tones, array $lengths, int $from): int
    {
        $ticks = 0;
        for ($i = $from; isset($tones[$i]) && $tones[$i]->cell === $tones[$from]->cell; ++$i) {
            $ticks += $lengths[$i];
        }

        return $ticks;
    }
}
