<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Line\LineNames;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Score\Told;

/**
 * Sheets on pages of paper: a heading, the studies shared out evenly over the fewest pages, remarks and the legend, and
 * a foot with the line and the page. Lengths are in units, a hundred to the millimetre.
 */
final class PrintedPages
{
    /** Room for the sign of swing. */
    private const SWING = 1800;
    private const WIDTH = PageMaker::WIDTH;
    /** Margins above and below, the second to save paper: both leave a printer the six millimetres it cannot reach. */
    private const TOP = [1250, 750];
    private const FOOT = [1550, 1000];
    /** From the edge of the paper to the words of the foot. */
    private const FOOT_LINE = [900, 640];
    /** Settings of one job that are engraved to see whether they come out as reckoned. */
    private const TRIED = 3;
    /** Room for number and key beside the music, where the page shows nothing under the notes. */
    private const MARGIN = 2600;
    /** Between two studies, and how much more where a page has room left. */
    private const BETWEEN = 260;
    private const BETWEEN_TIGHT = 40;
    private const STRETCH = 700;
    /** Between two lines of one study, where a page has room left. */
    private const LINE_STRETCH = 450;
    /** Bars on a line with nothing under the notes, and notes on it at most. */
    private const BARE_BARS = 4;
    private const BARE_NOTES = 36;
    /** Notes on a line with names and numbers but no fingerings. */
    private const PLAIN_NOTES = 20;

    public function __construct(private readonly PageMaker $music)
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
            fn (bool $isTight, float $size): array => $this->chunks(
                $studies,
                $rows,
                $look,
                $remarks,
                $second,
                $isTight,
                $size,
            ),
            fn (int $margins): Block => $this->heads($studies, $look, $margins),
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
        foreach (\array_slice($ways, 0, self::TRIED) as [$setting, $reckoned]) {
            if ($reckoned >= $least - 1e-9) {
                break;
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

    /** The heading of the first page; as high on a worksheet as on its answer key, which break at the same places. */
    private function heads(Sheet $studies, PrintLook $look, int $margins): Block
    {
        $head = $this->heading($studies, $look, $margins > 0);
        if (!$look->style->isWritten()) {
            return $head;
        }
        $other = PageStyle::Worksheet === $look->style ? PageStyle::Answers : PageStyle::Worksheet;

        return $head->asHighAs($this->heading($studies, $look->inStyle($other), $margins > 0)->height);
    }

    /**
     * What is not cut, in order.
     *
     * @param list<array{string, int}> $remarks
     *
     * @return list<Chunk>
     *
     * @throws EngravingError
     */
    private function chunks(
        Sheet $studies,
        Rows $rows,
        PrintLook $look,
        array $remarks,
        ?SecondRow $second,
        bool $isTight,
        float $size,
    ): array {
        $inMargin = !$studies->isSingle() && PageStyle::AsShown === $look->style && $rows->isBare();
        $chunks = [];
        foreach ($studies->parts as $k => $part) {
            $systems = $this->systems($part, $rows, $look, $second, $isTight, $inMargin, $size);
            $blocks = $studies->isSingle()
                ? $systems
                : $this->withHeading($part, $studies, $k, $systems, $look, $inMargin, $size);
            $between = $isTight ? self::BETWEEN_TIGHT : self::BETWEEN;
            array_push($chunks, ...self::ofStudy($blocks, $k, $studies->isSingle(), $size * $between));
        }
        $lines = [];
        if (PageStyle::AsShown === $look->style) {
            $lines = [...$remarks, ...($studies->isSingle() ? self::toPractise($studies->parts[0], $rows) : [])];
        }
        $heading = [];
        foreach ($lines as [$text, $weight]) {
            // The lines of one remark stand together, and what is over them with the first.
            $block = $heading;
            $letters = (int) (370 * $look->words());
            foreach (self::wrapped($text, 92) as $i => $line) {
                $drawn = Svg::text($i > 0 ? 400 : 0, $letters, $letters, $line, weight: $weight);
                $block[] = new Block($drawn, 1.25 * $letters);
            }
            $block[] = new Block('', 60 * $look->words());
            $heading = $weight > 400 ? $block : [];
            if ([] === $heading) {
                $chunks[] = new Chunk($block);
            }
        }
        [$legend, $tall] = $this->legend($studies, $rows);
        if ($tall > 0) {
            $chunks[] = new Chunk([new Block(Svg::at(0, 160, $legend), $tall + 160)]);
        }

        return $chunks;
    }

    /**
     * @return list<Block>
     *
     * @throws EngravingError
     */
    private function systems(
        Part $part,
        Rows $rows,
        PrintLook $look,
        ?SecondRow $second,
        bool $isTight,
        bool $inMargin,
        float $size,
    ): array {
        $scale = $size * $look->scale();
        $width = (int) ((self::WIDTH - ($inMargin ? self::MARGIN : 0)) / $scale);
        if (PageStyle::Numbers === $look->style) {
            return array_map(
                static fn (array $line): Block => (new Block($line[0], $line[1]))->scaled($scale),
                NumbersPage::lines($part, $width, $rows->fromRoot),
            );
        }
        // Pages that pupils write on break where their answer key breaks, whatever the instrument.
        $perSystem = match (true) {
            $rows->isBare() && !$look->style->isWritten() => self::BARE_NOTES,
            FingeringStyle::None === $rows->fingerings && !$look->style->isWritten() => self::PLAIN_NOTES,
            default => BarLayout::SYSTEM,
        };
        $perSystem = (int) ($perSystem / $scale);
        $style = $look->styleOf($part);
        if ($look->style->isWritten()) {
            $rows = $style->rows($rows);
        }
        if ($look->hasNames() && PageStyle::Worksheet === $style) {
            $rows = new Rows(
                true,
                true,
                Reminders::None,
                FingeringStyle::None,
                fromRoot: $rows->fromRoot,
                isUnsigned: true,
            );
        }
        // The key and the worksheet have the same engraving: room for names under every note.
        [$engraving, $sized] = $this->music->roomy(
            $part,
            $isTight ? $rows->tight() : $rows,
            $perSystem,
            $width,
            $rows->isBare() && !$look->style->isWritten() ? self::BARE_BARS : null,
            $isTight,
        );
        $blocks = [];
        foreach ($engraving->systems as $system) {
            [$drawing, $tall] = SystemDrawing::of($part, $system, $sized, false, $second);
            $block = new Block($drawing, $tall, $engraving->glyphs(), endsAtRest: self::endsAtRest($part, $system));
            if (PageStyle::Worksheet === $style && !$look->hasNames()) {
                // Lines to write names and numbers on.
                $block = new Block(
                    $drawing.Svg::stroke(
                        \sprintf('M0 %d H%d M0 %d H%d', $tall + 420, $width, $tall + 1060, $width),
                        Ink::QUIET,
                        12,
                        '30 60',
                    ),
                    $tall + 1200,
                    $engraving->glyphs(),
                    endsAtRest: $block->endsAtRest,
                );
            }
            if ($look->style->isWritten()) {
                $marked = SystemDrawing::of($part, $system, PageStyle::Answers->rows($rows), false)[1];
                $block = $block->asHighAs(max(
                    $marked,
                    SystemDrawing::of($part, $system, PageStyle::Worksheet->rows($rows), false)[1] + 1200,
                ));
            }
            $blocks[] = $block->scaled($scale);
        }

        return $blocks;
    }

    /** Whether a rest stands between the last note of a system and the next. */
    private static function endsAtRest(Part $part, EngravedSystem $system): bool
    {
        $last = [] === $system->heads ? null : max(array_keys($system->heads));
        $notes = $part->study->notes;

        return null !== $last
            && (!isset($notes[$last + 1]) || $notes[$last + 1]->onset > $notes[$last]->onset + $notes[$last]->length);
    }

    /**
     * Number and key of a study, above its music or in the margin beside it.
     *
     * @param list<Block> $systems
     *
     * @return list<Block>
     */
    private function withHeading(
        Part $part,
        Sheet $studies,
        int $k,
        array $systems,
        PrintLook $look,
        bool $inMargin,
        float $size,
    ): array {
        $words = $size * $look->words();
        $isOneLine = 1 === \count($studies->lines);
        $title = $studies->numbers[$k].'. '.($isOneLine ? $part->writtenTitle() : $studies->over($k));
        $told = array_filter(
            [
                $part->signature(),
                $part->concertTitle() === $part->writtenTitle() ? '' : 'concert '.$part->concertTitle(),
            ],
            static fn (string $one): bool => '' !== $one,
        );
        $says = implode(' · ', $told);
        if ($inMargin && isset($systems[0])) {
            $svg = '';
            $y = 620;
            foreach (self::wrapped($title, 15) as $line) {
                $svg .= Svg::text(0, $y, (int) (360 * $words), $line, weight: 700, face: Svg::SERIF);
                $y += 420;
            }
            foreach (array_merge(
                ...array_map(static fn (string $one): array => self::wrapped($one, 21), array_values($told)),
            ) as $line) {
                $svg .= Svg::text(0, $y, (int) (250 * $words), $line, fill: Ink::QUIET);
                $y += 310;
            }
            $blocks = array_map(static fn (Block $block): Block => $block->shifted(self::MARGIN), $systems);
            $blocks[0] = new Block($blocks[0]->svg.$svg, max($blocks[0]->height, $y - 200), $blocks[0]->glyphs);

            return $blocks;
        }
        $letters = (int) (440 * $words);
        $svg = Svg::text(0, (int) (430 * $words), $letters, $title, weight: 700, face: Svg::SERIF);
        $room = self::WIDTH - Ink::width($title, $letters) - 400;
        $tempo = $part->study->recipe->timing->tempo;
        $swing = $part->study->recipe->timing->swing;
        if (null !== $swing && !$isOneLine) {
            $room -= self::SWING * $words;
            $right = ($tempo->printed ? 2200 * $words : 0) + self::SWING * $words;
            $svg .= Signs::swing($swing, self::WIDTH - (int) $right, (int) (430 * $words));
        }
        if ($tempo->printed && !$isOneLine) {
            $room -= 2400 * $words;
            $svg .= Signs::metronome(
                $tempo->unit,
                $tempo->bpm,
                self::WIDTH - (int) (2200 * $words),
                (int) (430 * $words),
            );
        }
        $y = 540 * $words;
        $small = (int) (300 * $words);
        if (Ink::width($says, $small) <= $room) {
            $svg .= Svg::text(
                (int) (Ink::width($title, $letters) + 300),
                (int) (430 * $words),
                $small,
                $says,
                fill: Ink::QUIET,
            );
        } else {
            $svg .= Svg::text(0, (int) ($y + 230 * $words), $small, $says, fill: Ink::QUIET);
            $y += 350 * $words;
        }
        foreach ($part->study->warnings as $warning) {
            foreach (self::wrapped($warning, 110) as $line) {
                $svg .= Svg::text(0, (int) ($y + 230 * $words), (int) (280 * $words), $line, fill: Ink::QUIET);
                $y += 350 * $words;
            }
        }

        return [new Block($svg, $y, keepsNext: true), ...$systems];
    }

    /**
     * The systems of a study, the heading with the first, and what is between it and the next.
     *
     * @param list<Block> $blocks
     *
     * @return list<Chunk>
     */
    private static function ofStudy(array $blocks, int $k, bool $isOnly, float $between): array
    {
        $chunks = [];
        $chunk = [];
        $last = \count($blocks) - 1;
        foreach ($blocks as $i => $block) {
            $chunk[] = $block;
            if ($block->keepsNext && $i < $last) {
                continue;
            }
            if ($i === $last && !$isOnly) {
                $chunk[] = new Block('', $between);
            }
            $chunks[] = new Chunk($chunk, $k, $isOnly, $i === $last, $block->endsAtRest);
            $chunk = [];
        }

        return $chunks;
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

    private function heading(Sheet $studies, PrintLook $look, bool $isNarrow): Block
    {
        $words = $look->words();
        $first = $studies->parts[0];
        $tempo = $first->study->recipe->timing->tempo;
        $isOneTempo = $tempo->printed && ($studies->isSingle() || 1 === \count($studies->lines));
        $title = self::fitted($studies->heading(), (int) (860 * $words), self::WIDTH);
        $svg = '';
        $y = 0.0;
        foreach ($title[0] as $line) {
            $y += $title[1] * 0.95;
            $svg .= Svg::text(0, $y, $title[1], $line, weight: 700, face: Svg::SERIF);
        }
        $who = [$look->player, $first->instrument->name];
        $key = [];
        if ($studies->isSingle()) {
            $key = [
                null === $studies->title ? '' : $first->writtenTitle(),
                $first->signature(),
                $first->concertTitle() === $first->writtenTitle() ? '' : 'concert '.$first->concertTitle(),
            ];
        }
        $size = (int) (420 * $words);
        $right = trim($look->date);
        $told = implode(' · ', array_filter([...$who, ...$key], static fn (string $one): bool => '' !== $one));
        // To save paper, who plays it stands beside a short title.
        $isBeside = $isNarrow
            && '' === $right
            && !$isOneTempo
            && null === $first->study->recipe->timing->swing
            && 1 === \count($title[0])
            && Ink::width($title[0][0], $title[1]) + Ink::width($told, $size) + 600 <= self::WIDTH;
        if ($isBeside) {
            $svg .= Svg::text(self::WIDTH, $y, $size, $told, anchor: 'end');
        } else {
            $y += 620 * $words;
        }
        $swing = $studies->isSingle() || 1 === \count($studies->lines) ? $first->study->recipe->timing->swing : null;
        $atRight = ($isOneTempo ? 2600 * $words : 0) + (null === $swing ? 0 : self::SWING * $words);
        $besides = ('' === $right ? 0 : Ink::width($right, $size) + 400) + $atRight;
        $under = $isBeside
            ? ['']
            : self::inLines(
                array_filter([...$who, ...$key], static fn (string $one): bool => '' !== $one),
                $size,
                self::WIDTH - $besides,
            );
        foreach ($under as $k => $line) {
            $svg .= Svg::text(0, (int) ($y + 1.3 * $size * $k), $size, $line);
        }
        if ('' !== $right) {
            $svg .= Svg::text(
                self::WIDTH - (int) $atRight,
                $y,
                $size,
                $right,
                anchor: 'end',
            );
        }
        if (null !== $swing) {
            $svg .= Signs::swing($swing, self::WIDTH - (int) ($atRight - ($isOneTempo ? 300 * $words : 0)), (int) $y);
        }
        if ($isOneTempo) {
            $svg .= Signs::metronome($tempo->unit, $tempo->bpm, self::WIDTH - (int) (2200 * $words), (int) $y);
        }
        $y += 1.3 * $size * (\count($under) - 1);
        if ($look->nameLine || PageStyle::Worksheet === $look->style) {
            $y += 780 * $words;
            $svg .= Svg::text(
                0,
                $y,
                (int) (360 * $words),
                'Name ______________________   Class __________   Date __________'.(
                    PageStyle::Worksheet === $look->style ? '   Score ______' : ''
                ),
            );
        }
        $needed = 'Notes you will need: '.implode(
            ' ',
            array_map(static fn (Pitch $pitch): string => $pitch->sign(), $first->notesNeeded()),
        );
        $says = match ($look->style) {
            PageStyle::Worksheet => 'Write the sign beside each note that the signature alters'.(
                $look->hasNames() ? '.' : ', and its name and number on the lines below.'
            ).(
                $this->isPartWorked($studies, $look) ? ' Some keys are worked for you.' : ''
            ),
            PageStyle::Answers => 'Answer key.',
            PageStyle::Numbers => NumbersPage::says($first, $studies->isSingle()),
            default => $studies->isSingle() ? $needed : '',
        };
        foreach ('' === $says ? [] : self::wrapped($says, (int) (108 / $words)) as $line) {
            $y += 500 * $words;
            $svg .= Svg::text(0, $y, (int) (320 * $words), $line, fill: Ink::QUIET);
        }
        foreach ($studies->isSingle() ? $first->study->warnings : [] as $warning) {
            foreach (self::wrapped($warning, (int) (108 / $words)) as $line) {
                $y += 430 * $words;
                $svg .= Svg::text(0, $y, (int) (320 * $words), $line, fill: Ink::QUIET);
            }
        }

        // What is said to the players is not said to whoever marks their work.
        $isSaid = '' !== $look->words && PageStyle::Answers !== $look->style;
        foreach (!$isSaid ? [] : self::wrapped($look->words, (int) (96 / $words)) as $line) {
            $y += 500 * $words;
            $svg .= Svg::text(0, $y, (int) (370 * $words), $line);
        }

        return new Block($svg, $y + 420);
    }

    private function isPartWorked(Sheet $studies, PrintLook $look): bool
    {
        return [] !== array_filter(
            $studies->parts,
            static fn (Part $part): bool => $look->styleOf($part) !== $look->style,
        );
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

    /** @return array{string, int} drawing and height of the signs that the page uses */
    private function legend(Sheet $studies, Rows $rows): array
    {
        $first = $studies->parts[0];
        if (
            FingeringStyle::Diagram !== $rows->fingerings
            || MechanismKind::None === $first->instrument->mechanism()->kind()
        ) {
            return ['', 0];
        }
        $notes = array_merge(...array_map(static fn (Part $part): array => $part->plan->notes, $studies->parts));

        $drawsSlides = $rows->tuning && [] !== array_filter($studies->parts, Legend::drawsSlides(...));

        return Legend::line(Legend::signs($first->instrument, $notes, $rows->moves, $drawsSlides), self::WIDTH);
    }

    /** @return list<array{string, int}> lines under the music and their weight */
    private static function toPractise(Part $part, Rows $rows): array
    {
        if ([] === $part->plan->hardSpots || FingeringStyle::None === $rows->fingerings) {
            return [];
        }
        $lines = [['Changes to practise first, back and forth, slowly:', 700]];
        foreach (HardSpots::worst($part->plan->hardSpots) as $number => $spot) {
            $notes = $part->study->notes;
            $lines[] = [
                \sprintf(
                    '%d. Bar %d, %s to %s%s: %s',
                    $number,
                    $notes[$spot->from]->bar,
                    $notes[$spot->from]->pitch()->name()->sign(),
                    $notes[$spot->to]->pitch()->name()->sign(),
                    $spot->goesBack ? ' and back' : '',
                    Told::english($part)->hard($spot),
                ),
                400,
            ];
        }

        return $lines;
    }

    /**
     * A title on one line, a little smaller if need be, else on several.
     *
     * @return array{non-empty-list<string>, int} lines and their size
     */
    private static function fitted(string $title, int $size, int $width): array
    {
        for ($smaller = $size; $smaller >= 0.72 * $size; $smaller -= 20) {
            if (Ink::width($title, $smaller) <= $width) {
                return [[$title], $smaller];
            }
        }
        $size = (int) (0.72 * $size);
        $lines = array_values(array_filter(
            self::inLines([$title], $size, $width, '', $width),
            static fn (string $line): bool => '' !== $line,
        ));

        return [[] === $lines ? [$title] : $lines, $size];
    }

    /** The text as far as there is room, cut at a word with an ellipsis. */
    /**
     * Words that belong together stay together; what finds no room on the first line goes to the next.
     *
     * @param array<string> $parts
     * @param float         $first room on the first line
     *
     * @return non-empty-list<string>
     */
    private static function inLines(
        array $parts,
        int $size,
        float $first,
        string $between = ' · ',
        float $others = self::WIDTH,
    ): array {
        $lines = [''];
        foreach ($parts as $part) {
            $last = \count($lines) - 1;
            $longer = '' === $lines[$last] ? $part : $lines[$last].$between.$part;
            if (Ink::width($longer, $size) <= (0 === $last ? $first : $others)) {
                $lines[$last] = $longer;
            } else {
                // Longer than a line: word by word.
                $lines[] = '';
                foreach (explode(' ', $part) as $word) {
                    $last = \count($lines) - 1;
                    $longer = trim($lines[$last].' '.$word);
                    if ('' === $lines[$last] || Ink::width($longer, $size) <= $others) {
                        $lines[$last] = $longer;
                    } else {
                        $lines[] = $word;
                    }
                }
            }
        }

        return $lines;
    }

    /** @return list<string> */
    private static function wrapped(string $text, int $letters): array
    {
        return array_values(array_filter(
            explode("\n", self::wordwrap($text, $letters)),
            static fn (string $line): bool => '' !== $line,
        ));
    }

    private static function wordwrap(string $text, int $letters): string
    {
        $lines = [''];
        foreach (explode(' ', $text) as $word) {
            $line = $lines[\count($lines) - 1];
            if ('' !== $line && mb_strlen($line.' '.$word) > $letters) {
                $lines[] = $word;
            } else {
                $lines[\count($lines) - 1] = '' === $line ? $word : $line.' '.$word;
            }
        }

        return implode("\n", $lines);
    }
}
