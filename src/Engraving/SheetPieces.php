<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Score\Told;

/**
 * A sheet in the pieces that are not cut: each study's lines of music under its heading, what is to be practised, the
 * legend. Lengths are in units, a hundred to the millimetre.
 */
final class SheetPieces
{
    /** Room for the sign of swing. */
    public const SWING = 1800;
    private const WIDTH = PageMaker::WIDTH;
    /** Room for number and key beside the music, where the page shows nothing under the notes. */
    private const MARGIN = 2600;
    /** Between two studies, and how much more where a page has room left. */
    private const BETWEEN = 260;
    private const BETWEEN_TIGHT = 40;
    /** Bars on a line with nothing under the notes, and notes on it at most. */
    private const BARE_BARS = 4;
    private const BARE_NOTES = 36;
    /** Notes on a line with names and numbers but no fingerings. */
    private const PLAIN_NOTES = 20;

    public function __construct(private readonly PageMaker $music)
    {
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
    public function of(
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
            foreach (PageWords::wrapped($text, 92) as $i => $line) {
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
            foreach (PageWords::wrapped($title, 15) as $line) {
                $svg .= Svg::text(0, $y, (int) (360 * $words), $line, weight: 700, face: Svg::SERIF);
                $y += 420;
            }
            foreach (array_merge(
                ...array_map(static fn (string $one): array => PageWords::wrapped($one, 21), array_values($told)),
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
            foreach (PageWords::wrapped($warning, 110) as $line) {
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
}
