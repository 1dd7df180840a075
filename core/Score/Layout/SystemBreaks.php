<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

/**
 * Bars shared out over as few systems as hold them, as evenly as bars allow, and no scrap left for the last: by their
 * notes alone, so that the parts of a whole band and the worksheet and its answer key break alike.
 *
 * Source: common practice of music copying, no source: a last line is no single note.
 */
final class SystemBreaks
{
    /** A system more, against which everything else is weighed. */
    private const SYSTEM = 1.0;
    /** A system that is fuller than comfortable, by a quarter at most: taken where it spares a scrap at the end. */
    private const CROWDED = 0.9;
    private const CROWDED_BY = 1.25;
    /** A last system under half of the comfortable number of notes. */
    private const HALF_EMPTY = 0.5;
    /** A last system with so few notes looks like a mistake of the copyist, and is the last thing taken. */
    private const SCRAP_NOTES = 2;
    private const SCRAP = 4.0;

    /**
     * @param list<int> $counts    notes and rests in each bar
     * @param int       $perSystem notes that stand comfortably on one system
     * @param int       $mostBars  bars on one system at most
     *
     * @return list<bool> whether a system begins with this bar
     */
    public static function of(array $counts, int $perSystem, int $mostBars): array
    {
        $bars = \count($counts);
        $cheapest = [$bars => 0.0];
        $next = [];
        for ($from = $bars - 1; $from >= 0; --$from) {
            $notes = 0;
            for ($to = $from + 1; $to <= $bars && $to - $from <= max(1, $mostBars); ++$to) {
                $notes += $counts[$to - 1];
                $cost = self::cost($notes, $perSystem, $to - $from, $from > 0 && $to === $bars);
                if (null === $cost) {
                    break;
                }
                $cost += $cheapest[$to];
                // Of ways that are alike the one with more on the first systems.
                if (!isset($cheapest[$from]) || $cost < $cheapest[$from] + 1e-9) {
                    $cheapest[$from] = $cost;
                    $next[$from] = $to;
                }
            }
        }
        $begins = [];
        for ($at = 0; $at < $bars; $at = $next[$at]) {
            array_push($begins, true, ...array_fill(0, $next[$at] - $at - 1, false));
        }

        return $begins;
    }

    /** What such a system costs; null where so much does not stand on one. A bar is never cut. */
    private static function cost(int $notes, int $perSystem, int $bars, bool $isLastOfSeveral): ?float
    {
        $comfortable = $perSystem + 1;
        if ($bars > 1 && $notes > $comfortable * self::CROWDED_BY) {
            return null;
        }
        $left = max(0.0, 1.0 - $notes / $comfortable);

        return self::SYSTEM + $left * $left + match (true) {
            $notes > $comfortable && $bars > 1 => self::CROWDED,
            $isLastOfSeveral && $notes <= self::SCRAP_NOTES => self::SCRAP,
            $isLastOfSeveral && 2 * $notes < $perSystem => self::HALF_EMPTY,
            default => 0.0,
        };
    }
}
