<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Layout\SystemBreaks;

/**
 * How bars are shared out over systems, held to every other way of sharing them out.
 */
final class SystemBreaksTest extends TestCase
{
    /**
     * @param list<int>  $counts
     * @param list<bool> $begins
     *
     * @return list<int> notes on each system
     */
    private static function loads(array $counts, array $begins): array
    {
        $loads = [];
        foreach ($counts as $k => $count) {
            if ($begins[$k]) {
                $loads[] = 0;
            }
            $loads[\count($loads) - 1] += $count;
        }

        return $loads;
    }

    /**
     * Every way of cutting the bars whose systems are no fuller than a quarter over.
     *
     * @param list<int> $counts
     *
     * @return list<list<int>> notes on each system
     */
    private static function allWays(array $counts, int $perSystem, int $mostBars): array
    {
        $ways = [];
        for ($cuts = 0; $cuts < 2 ** (\count($counts) - 1); ++$cuts) {
            $begins = [true];
            for ($k = 1; $k < \count($counts); ++$k) {
                $begins[] = 0 !== ($cuts >> ($k - 1) & 1);
            }
            $bars = self::loads(array_fill(0, \count($counts), 1), $begins);
            $loads = self::loads($counts, $begins);
            $fits = true;
            foreach ($loads as $k => $load) {
                $fits = $fits && ($bars[$k] <= 1 || $load <= 1.25 * ($perSystem + 1)) && $bars[$k] <= $mostBars;
            }
            if ($fits) {
                $ways[] = $loads;
            }
        }

        return $ways;
    }

    public function testNoOtherWayIsBetter(): void
    {
        $random = new Randomizer(new Mt19937(20261202));
        for ($n = 0; $n < 600; ++$n) {
            $usual = [4, 8, 6, 12, 16, 3][$random->getInt(0, 5)];
            $counts = [];
            for ($k = $random->getInt(1, 9); $k > 0; --$k) {
                $counts[] = $random->getInt(0, 4) > 0 ? $usual : $random->getInt(1, 16);
            }
            $perSystem = [6, 10, 16, 20, 36][$random->getInt(0, 4)];
            $mostBars = [4, 9][$random->getInt(0, 1)];
            $begins = SystemBreaks::of($counts, $perSystem, $mostBars);
            self::assertCount(\count($counts), $begins);
            self::assertTrue($begins[0]);
            $loads = self::loads($counts, $begins);
            $ways = self::allWays($counts, $perSystem, $mostBars);
            $said = json_encode([$counts, $perSystem, $mostBars, $loads], \JSON_THROW_ON_ERROR);
            self::assertContains($loads, $ways, $said);
            $fewest = min(array_map(count(...), $ways));
            self::assertLessThanOrEqual($fewest + 1, \count($loads), $said);
            // A scrap of a note or two stands alone only where no way is without one.
            $isScrap = static fn (array $way): bool => \count($way) > 1 && end($way) <= 2;
            self::assertSame(
                [] === array_filter($ways, static fn (array $way): bool => !$isScrap($way)),
                $isScrap($loads),
                $said,
            );
            // Nothing is fuller than comfortable where as many systems do without, and the last is no scrap of half.
            $isComfortable = static fn (array $way): bool => [] === array_filter(
                $way,
                static fn (int $load): bool => $load > max($perSystem + 1, max($counts)),
            );
            $better = array_filter(
                $ways,
                static fn (array $way): bool => \count($way) <= \count($loads)
                    && $isComfortable($way)
                    && (1 === \count($way) || 2 * end($way) >= $perSystem),
            );
            if ([] !== $better) {
                self::assertTrue($isComfortable($loads), $said);
            }
        }
    }

    public function testALastBarOfOneNoteStandsWithTheBarBefore(): void
    {
        self::assertSame([true, true, false], SystemBreaks::of([16, 16, 1], BarLayout::SYSTEM, 3));
        self::assertSame([true, false, true, false], SystemBreaks::of([8, 8, 8, 1], BarLayout::SYSTEM, 4));
    }
}
