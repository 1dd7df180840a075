<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Shares blocks out over the fewest pages that hold them, filled as evenly as they can be. Lengths are in units, a
 * hundred to the millimetre.
 */
final class PageFill
{
    /**
     * @param list<float> $heights of what is not cut, in order
     * @param float       $first   room on the first page
     * @param float       $others  room on every other page
     *
     * @return list<int> for each, the page on which it stands, from 0
     */
    public static function pages(array $heights, float $first, float $others): array
    {
        $count = \count($heights);
        if (0 === $count) {
            return [];
        }
        $sums = [0.0];
        foreach ($heights as $height) {
            $sums[] = $sums[\count($sums) - 1] + $height;
        }
        $most = self::fewest($heights, $first, $others);
        // Least unevenness of the first i blocks on p pages: squares of the room that is left, the last page's a little
        // less dear.
        $best = [0 => [0 => 0.0]];
        $from = [];
        for ($p = 1; $p <= $most; ++$p) {
            $room = 1 === $p ? $first : $others;
            for ($i = 1; $i <= $count; ++$i) {
                for ($j = $i - 1; $j >= 0; --$j) {
                    $used = $sums[$i] - $sums[$j];
                    if ($used > $room + 0.5 && $i - $j > 1) {
                        break;
                    }
                    if (!isset($best[$p - 1][$j])) {
                        continue;
                    }
                    $left = max(0.0, $room - $used) / $others;
                    $cost = $best[$p - 1][$j] + $left * $left;
                    if (!isset($best[$p][$i]) || $cost < $best[$p][$i] - 1e-12) {
                        $best[$p][$i] = $cost;
                        $from[$p][$i] = $j;
                    }
                }
            }
        }
        $pages = array_fill(0, $count, 0);
        for ($p = $most, $i = $count; $p > 0; --$p) {
            $j = $from[$p][$i] ?? 0;
            for ($k = $j; $k < $i; ++$k) {
                $pages[$k] = $p - 1;
            }
            $i = $j;
        }

        return array_values($pages);
    }

    /** @param non-empty-list<float> $heights */
    private static function fewest(array $heights, float $first, float $others): int
    {
        $pages = 1;
        $left = $first;
        $isFresh = true;
        foreach ($heights as $height) {
            if ($height > $left + 0.5 && !$isFresh) {
                ++$pages;
                $left = $others;
            }
            $left -= $height;
            $isFresh = false;
        }

        return $pages;
    }
}
