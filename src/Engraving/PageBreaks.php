<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Shares what is not cut out over pages: as few as hold it, full but for the last, cut where it hurts least. What it
 * costs says which of two settings of the same music is the better page. Lengths are in units, a hundred to the
 * millimetre.
 *
 * Source: common practice of music engraving, no source; the weights are our own.
 */
final readonly class PageBreaks
{
    /** A page of paper, against which everything else is weighed. */
    private const PAGE = 1.0;
    /** Room left on a page that is not the last: the square of its share. Half a page left is as dear as a cut study. */
    private const FILL = 1.5;
    /** Equal studies want equal pages, the last with them: six keys a side. */
    private const EVEN = 0.6;
    /** A study of several that goes on overleaf; a little less where the player has a rest to turn in. */
    private const CUT = 0.2;
    private const CUT_AT_REST = 0.15;
    /** One of many equal keys: it is found as a block, and is cut only where it is taller than a page. */
    private const CUT_EQUAL = 2.5;
    /** A single study that has to go on overleaf anyway. */
    private const TURN = 0.05;
    /** A last page with so little on it looks forgotten. */
    private const SCRAP_SHARE = 0.15;
    private const SCRAP = 0.3;
    /** What is taller than a page stands alone and runs over its foot: only where nothing else is left. */
    private const TOO_TALL = 50.0;

    /**
     * @param list<int> $pages for each chunk, the page on which it stands, from 0
     */
    private function __construct(public array $pages, public float $cost)
    {
    }

    public function count(): int
    {
        return [] === $this->pages ? 1 : max($this->pages) + 1;
    }

    /**
     * @param list<Chunk> $chunks in order
     * @param float       $first  room on the first page
     * @param float       $others room on every other page
     * @param bool        $isEven whether the studies are alike, so that all pages are to hold as many
     */
    public static function of(array $chunks, float $first, float $others, bool $isEven): self
    {
        $count = \count($chunks);
        if (0 === $count) {
            return new self([], self::PAGE);
        }
        $cheapest = [0 => 0.0];
        $from = [];
        for ($to = 1; $to <= $count; ++$to) {
            $used = 0.0;
            for ($at = $to - 1; $at >= 0; --$at) {
                $used += $chunks[$at]->height;
                $room = 0 === $at ? $first : $others;
                if ($used > $others + 0.5 && $to - $at > 1) {
                    break;
                }
                if ($used > $room + 0.5 && $to - $at > 1) {
                    continue;
                }
                $cost = ($cheapest[$at] ?? \INF) + self::PAGE + self::ofPage($used, $room, $to === $count, $isEven)
                    + self::atEnd($chunks, $to, $isEven) + ($to === $count && $at > 0 ? self::scrap($used, $others) : 0.0);
                // Of ways that are alike the one with more on the first pages.
                if (!isset($cheapest[$to]) || $cost < $cheapest[$to] - 1e-9) {
                    $cheapest[$to] = $cost;
                    $from[$to] = $at;
                }
            }
        }
        $begins = [];
        for ($to = $count; $to > 0; $to = $from[$to] ?? 0) {
            array_unshift($begins, $from[$to] ?? 0);
        }
        $pages = [];
        foreach ($begins as $page => $begin) {
            array_push($pages, ...array_fill(0, ($begins[$page + 1] ?? $count) - $begin, $page));
        }

        return new self($pages, $cheapest[$count] ?? \INF);
    }

    private static function ofPage(float $used, float $room, bool $isLast, bool $isEven): float
    {
        if ($used > $room + 0.5) {
            return self::TOO_TALL * ($used / max(1.0, $room) - 1.0);
        }
        $left = 1.0 - $used / max(1.0, $room);

        return ($isEven ? self::EVEN : ($isLast ? 0.0 : self::FILL)) * $left * $left;
    }

    private static function scrap(float $used, float $room): float
    {
        return $used < self::SCRAP_SHARE * $room ? self::SCRAP : 0.0;
    }

    /**
     * What it costs to end a page here.
     *
     * @param list<Chunk> $chunks
     */
    private static function atEnd(array $chunks, int $to, bool $isEven): float
    {
        $last = $chunks[$to - 1];
        $next = $chunks[$to] ?? null;

        return match (true) {
            null === $next || null === $last->study || $next->study !== $last->study => 0.0,
            $last->isOnlyStudy => self::TURN,
            $isEven => self::CUT_EQUAL,
            default => $last->endsAtRest ? self::CUT_AT_REST : self::CUT,
        };
    }
}
