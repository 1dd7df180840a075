<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Line\LineNames;
use SwiftReed\Score\Sheet;

/**
 * Sheets on pages of paper: of all the ways to set a job the one that costs least, with its heading and its feet. Lengths
 * are in units, a hundred to the millimetre.
 */
final class PrintedPages
{
    private const WIDTH = PageMaker::WIDTH;
    /** Margins above and below, the second to save paper: both leave a printer the six millimetres it cannot reach. */
    private const TOP = [1250, 750];
    private const FOOT = [1550, 1000];
    /** From the edge of the paper to the words of the foot. */
    private const FOOT_LINE = [900, 640];
    /** Settings of one job that are engraved to see whether they come out as reckoned. */
    private const TRIED = 3;
    /** Between two studies, where a page has room left. */
    private const STRETCH = 700;
    /** Between two lines of one study, where a page has room left. */
    private const LINE_STRETCH = 450;

    public function __construct(private readonly SheetPieces $pieces)
    {
    }

    /**
     * @param list<array{string, int}> $remarks lines under the music and their weight
     * @param SecondRow|null           $second  another school, under a single study
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    public function of(
        Sheet $studies,
        Rows $rows,
        PrintLook $look = new PrintLook(),
        array $remarks = [],
        ?SecondRow $second = null,
    ): array {
        // What is hard is marked where its words stand on the same paper, under a single study.
        $rows = $look->style->rows($studies->isSingle() ? $rows : $rows->withoutHardSpots());
        [$setting, $breaks, $chunks, $head] = $this->best(
            fn (bool $isTight, float $size): array => $this->pieces->of(
                $studies,
                $rows,
                $look,
                $remarks,
                $second,
                $isTight,
                $size,
            ),
            static fn (int $margins): Block => SheetHeading::of($studies, $look, $margins),
            $look,
            !$studies->isSingle() && 1 === \count($studies->lines),
        );

        return $this->set(
            $chunks,
            $breaks->pages,
            $head,
            $look,
            $this->tells($studies, $look),
            $setting->margins,
        );
    }

    /**
     * The setting that costs least: paper first, then room, then what the reader gives up for it. The same job is set
     * the same way.
     *
     * @param \Closure(bool, float): list<Chunk> $chunks of a closeness and a size
     * @param \Closure(int): Block               $heads  of margins
     *
     * @return array{Setting, PageBreaks, list<Chunk>, Block}
     */
    private function best(\Closure $chunks, \Closure $heads, PrintLook $look, bool $isEven): array
    {
        $heads = [$heads(0), $heads(1)];
        $loose = $chunks(false, 1.0);
        // Equal keys stand as blocks, so many a side; what is taller than half a page each runs on from page to page.
        $isEven = $isEven && self::tallest($loose) <= self::room($look, 0) / 2;
        $broken = static fn (Setting $setting, Chunk ...$them): PageBreaks => PageBreaks::of(
            array_values($them),
            self::room($look, $setting->margins) - $heads[$setting->margins]->height
                - self::corner($look, $setting->margins),
            self::room($look, $setting->margins),
            $isEven,
        );
        $comfortable = Setting::comfortable();
        $breaks = $broken($comfortable, ...$loose);
        if (1 === $breaks->count()) {
            return [$comfortable, $breaks, $loose, $heads[0]];
        }
        $tight = $look->isLarge ? $loose : $chunks(true, 1.0);
        $ways = [];
        foreach (Setting::all($look->isLarge) as $setting) {
            $them = array_map(
                static fn (Chunk $one): Chunk => $one->scaled($setting->size),
                $setting->isTight ? $tight : $loose,
            );
            $ways[] = [$setting, $broken($setting, ...$them)->cost + $setting->cost()];
        }
        usort($ways, static fn (array $a, array $b): int => $a[1] <=> $b[1]);
        // Smaller music is engraved anew, for its own width: whether it comes out as it was reckoned is seen then.
        $best = [$comfortable, $breaks, $loose, $heads[0]];
        $least = $breaks->cost + $comfortable->cost();
        $tried = 0;
        foreach ($ways as [$setting, $reckoned]) {
            if ($reckoned >= $least - 1e-9) {
                break;
            }
            if (1.0 !== $setting->size && ++$tried > self::TRIED) {
                continue;
            }
            $them = match (true) {
                1.0 !== $setting->size => $chunks($setting->isTight, $setting->size),
                $setting->isTight => $tight,
                default => $loose,
            };
            $breaks = $broken($setting, ...$them);
            if ($breaks->cost + $setting->cost() < $least - 1e-9) {
                $least = $breaks->cost + $setting->cost();
                $best = [$setting, $breaks, $them, $heads[$setting->margins]];
            }
        }

        return $best;
    }

    /** What a corner to be torn off takes of the first page, above the foot. */
    private static function corner(PrintLook $look, int $margins): int
    {
        return $look->hasCorner ? max(0, CornerPages::HEIGHT + 300 - self::FOOT[$margins]) : 0;
    }

    /** Height of a page between its margins. */
    private static function room(PrintLook $look, int $margins): int
    {
        return $look->paper->height() - self::TOP[$margins] - self::FOOT[$margins];
    }

    /**
     * Height of the tallest study.
     *
     * @param list<Chunk> $chunks
     */
    private static function tallest(array $chunks): float
    {
        $heights = [];
        foreach ($chunks as $chunk) {
            $heights[$chunk->study ?? -1] = ($heights[$chunk->study ?? -1] ?? 0.0) + $chunk->height;
        }

        return max([0.0, ...$heights]);
    }

    /**
     * @param list<Chunk> $chunks
     * @param list<int>   $pages  of each chunk
     *
     * @return non-empty-list<Page>
     */
    private function set(array $chunks, array $pages, Block $head, PrintLook $look, string $foot, int $margins): array
    {
        $paper = $look->paper;
        $left = intdiv($paper->width() - self::WIDTH, 2);
        $last = [] === $pages ? 0 : max($pages);
        $sheets = [];
        for ($page = 0; $page <= $last; ++$page) {
            $here = array_values(array_filter(
                $chunks,
                static fn (int $k): bool => $pages[$k] === $page,
                \ARRAY_FILTER_USE_KEY,
            ));
            $room = self::room($look, $margins) - (0 === $page ? $head->height + self::corner($look, $margins) : 0.0);
            $spare = $room - array_sum(array_map(static fn (Chunk $chunk): float => $chunk->height, $here));
            // Room that is left goes between the music, but not so much that a page with little on it is torn apart, nor
            // between the systems of one study of several, nor between words.
            $isWider = static fn (Chunk $chunk): bool => $chunk->endsStudy || $chunk->isOnlyStudy;
            $places = \count(array_filter(\array_slice($here, 0, -1), $isWider));
            $most = [] === $here || $here[0]->isOnlyStudy ? self::LINE_STRETCH : self::STRETCH;
            $gap = $places > 0 ? max(0.0, min($most, $spare / $places)) : 0.0;
            $svg = 0 === $page ? Svg::at($left, self::TOP[$margins], $head->svg) : '';
            $glyphs = [];
            $y = self::TOP[$margins] + (0 === $page ? $head->height : 0.0);
            foreach ($here as $chunk) {
                foreach ($chunk->blocks as $block) {
                    $glyphs[hash('xxh3', $block->glyphs)] = $block->glyphs;
                    $svg .= '' === $block->svg ? '' : Svg::at($left, $y, $block->svg);
                    $y += $block->height;
                }
                $y += $isWider($chunk) ? $gap : 0.0;
            }
            $right = self::WIDTH - (0 === $page && $look->hasCorner ? CornerPages::WIDTH - $left + 300 : 0);
            $svg .= PageFrame::foot(
                $paper,
                $foot,
                $page,
                $last + 1,
                $look->words(),
                self::FOOT_LINE[$margins],
                $left + $right,
            );
            $sheets[] = Svg::page($paper, $svg, self::symbols($glyphs));
        }

        \assert([] !== $sheets);
        if ($look->onBothSides && 1 === \count($sheets) % 2) {
            $sheets[] = self::blank($paper);
        }

        return $sheets;
    }

    /** A back with nothing on it, which no "page x of y" counts: the next copy begins on a sheet of its own. */
    private static function blank(Paper $paper): Page
    {
        return Svg::page($paper, '');
    }

    /**
     * Each symbol once, however many studies use it.
     *
     * @param array<string, string> $glyphs
     */
    private static function symbols(array $glyphs): string
    {
        $once = [];
        foreach ($glyphs as $symbols) {
            foreach (explode('<symbol ', $symbols) as $symbol) {
                if ('' !== $symbol) {
                    $once[$symbol] = true;
                }
            }
        }

        return implode('', array_map(static fn (string $symbol): string => '<symbol '.$symbol, array_keys($once)));
    }

    /** What stands at the foot: the title or the line, whose it is, of which day and edition. */
    private function tells(Sheet $studies, PrintLook $look): string
    {
        $isLine = '' === $look->edition && 1 === \count($studies->lines);

        return PageFrame::said(
            $look->band,
            $isLine ? LineNames::inForce()->printed($studies->lines[0]) : $studies->heading(),
            ...($isLine ? [] : [$look->player, $studies->parts[0]->instrument->name]),
            ...['' === $look->edition ? '' : $look->edition, $look->date],
        );
    }
}
