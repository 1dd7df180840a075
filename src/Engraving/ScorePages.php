<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\BandPart;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Score;
use SwiftReed\Score\Sheet;

/**
 * Scores: everybody's staff under each other, the bars under each other. Who plays the same notes on the same
 * instrument shares a staff. Lengths are in units, a hundred to the millimetre.
 */
final class ScorePages
{
    private const WIDTH = PageMaker::WIDTH;
    private const MARGIN = 1300;
    /** What a staff takes with the room around it, before anything is drawn. */
    private const STAFF = 1650;
    /** A score is not drawn smaller than this: staves of two millimetres and a half. */
    private const SMALLEST = 0.36;
    private const LARGEST = 0.85;
    /** A system that is so much smaller than reckoned would leave the right of the page empty. */
    private const NEARLY = 0.97;
    /** Scores of which each may be engraved twice. */
    private const FEW = 6;
    /**
     * Systems that are to stand on a page, and down to which size of the staff: a conductor reads four millimetres
     * on a stand, and turns half as often.
     */
    private const TOGETHER = [3 => 0.6, 2 => 0.5];
    private const BETWEEN = 500;
    /** The title and what the score is, the number and key, and what is between: a system finds room under them. */
    private const HEADS = 3000;
    /** The number and key of a study over its first system. */
    private const HEADING = 700;
    /** Size of the names before the staves, a little more than the engraver's. */
    private const LABEL = 460;
    /** How far the place of a note reaches to the right, where the next is far. */
    private const PLACE = 900;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * @param list<Score> $scores one for each key
     * @param string                $title  over the first page; nothing for that of the line
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    public function of(array $scores, bool $isConcert, string $title, Paper $paper, string $foot = ''): array
    {
        $made = $this->laidOut($scores, $isConcert, $title, $paper, $foot);
        if (1 !== \count($scores) || 1 === \count($made)) {
            return $made;
        }
        // A single study whose systems fill a page each stands on a paper that lies across, where that is enough.
        $across = $this->laidOut($scores, $isConcert, $title, $paper->across(), $foot);

        return \count($across) < \count($made) ? $across : $made;
    }

    /**
     * @param list<Score> $scores
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    private function laidOut(array $scores, bool $isConcert, string $title, Paper $paper, string $foot): array
    {
        $room = $paper->height() - 2 * self::MARGIN;
        $left = intdiv($paper->width() - $paper->room(), 2);
        $pages = [];
        $svg = '';
        $glyphs = [];
        $y = 0.0;
        $isOnly = '' === $title && 1 === \count($scores);
        $title = '' === $title ? self::title($scores) : $title;
        $how = $isConcert ? 'score in concert pitch' : 'score, as everybody reads it';
        $svg .= Svg::text($left, self::MARGIN + 700, 860, $title, weight: 700, face: Svg::SERIF);
        $svg .= Svg::text($left, self::MARGIN + 1240, 340, ucfirst($how), fill: Ink::QUIET);
        $y = 1700.0;
        foreach ($scores as $score) {
            [$engraving, $scale] = $this->engraved(
                $score,
                $isConcert,
                $room - self::HEADS,
                $paper->room(),
                \count($scores) <= self::FEW,
            );
            $heading = $score->number.'. '.$score->heading();
            foreach ($engraving->systems as $k => $system) {
                $height = $system->height * $scale + self::BETWEEN;
                $head = 0 === $k && !$isOnly ? self::HEADING : 0;
                if ($y > 0 && $y + $head + $height > $room) {
                    $pages[] = [$svg, $glyphs];
                    [$svg, $glyphs, $y] = ['', [], 0.0];
                }
                if ($head > 0) {
                    $svg .= Svg::text($left, self::MARGIN + $y + 420, 440, $heading, weight: 700, face: Svg::SERIF);
                    $y += self::HEADING;
                }
                $svg .= Svg::at($left, self::MARGIN + $y, $system->body, $scale);
                $glyphs += $engraving->glyphs;
                $y += $height;
            }
        }
        $pages[] = [$svg, $glyphs];
        $made = [];
        foreach ($pages as $i => [$drawing, $symbols]) {
            $drawing .= PageFrame::foot($paper, PageFrame::said($title, $how, $foot), $i, \count($pages));
            $made[] = Svg::page($paper, $drawing, self::symbols($symbols));
        }

        return $made;
    }

    /**
     * What a score without a title of its own is called.
     *
     * @param list<Score> $scores
     */
    public static function title(array $scores): string
    {
        return match (\count($scores)) {
            0 => '',
            1 => $scores[0]->heading(),
            default => Heading::ofKeys(array_map(static fn (Score $one): Part => $one->parts[0]->part, $scores)),
        };
    }

    /**
     * For the screen: the systems under each other; a press on a note asks what everybody has there.
     *
     * @param \Closure(int): string $address of a note, counted from 0
     *
     * @throws EngravingError
     */
    public function screen(Score $score, bool $isConcert, \Closure $address): Page
    {
        $width = (int) (self::WIDTH / 0.7);
        $staves = self::staves($score, $isConcert);
        $engraving = $this->engraver->engrave(
            MusicXmlWriter::scoreForEngraving($staves, BarLayout::SYSTEM),
            $width,
            self::labels($staves),
        );
        $y = 0.0;
        $body = '';
        foreach ($engraving->systems as $system) {
            $body .= Svg::at(
                0,
                $y,
                Svg::tag('g', ['aria-hidden' => 'true'], $system->body).self::places($system, $address),
            );
            $y += $system->height + self::BETWEEN;
        }

        return new Page(
            Svg::drawing(0, 0, $width, $y, 'music score-music', $body, 'group', 'Score', $engraving->glyphs()),
            $width,
            (int) $y,
        );
    }

    /** @param \Closure(int): string $address */
    private static function places(EngravedSystem $system, \Closure $address): string
    {
        $svg = '';
        $lefts = array_map(static fn (NoteHead $head): float => $head->left, array_values($system->heads));
        foreach (array_keys($system->heads) as $k => $i) {
            $to = min($lefts[$k + 1] ?? $lefts[$k] + self::PLACE, $lefts[$k] + self::PLACE);
            $svg .= Svg::tag(
                'a',
                [
                    'href' => $address($i),
                    'aria-label' => 'note '.($i + 1).': what everybody has',
                    'class' => 'score-place',
                    'data-note' => (string) $i,
                ],
                Svg::tag(
                    'rect',
                    [
                        'x' => $lefts[$k] - 120, 'y' => 0, 'width' => max(260.0, $to - $lefts[$k]),
                        'height' => $system->height, 'fill' => 'transparent',
                    ],
                ),
            );
        }

        return $svg;
    }

    /**
     * Engraved as large as a whole system finds room on a page.
     *
     * @param bool $isFew whether there are so few that each may be engraved twice
     *
     * @return array{Engraving, float}
     */
    private function engraved(Score $score, bool $isConcert, float $room, int $width, bool $isFew): array
    {
        $staves = self::staves($score, $isConcert);
        [$scale, $each] = self::scale($room, \count($staves));
        $at = fn (float $scale): Engraving => $this->engraver->engrave(
            MusicXmlWriter::scoreForEngraving($staves, (int) (0.8 * BarLayout::SYSTEM / $scale * $width / self::WIDTH)),
            (int) ($width / $scale),
            self::labels($staves),
        );
        $engraving = $at($scale);
        $fits = min($scale, $each / self::tallest($engraving));
        if ($isFew && $fits < self::NEARLY * $scale) {
            // What came out too tall is engraved anew for its own size, so that it goes to the margin.
            $engraving = $at($fits);
            $fits = min($fits, $each / self::tallest($engraving));
        }

        return [$engraving, $fits];
    }

    private static function tallest(Engraving $engraving): int
    {
        return max(1, ...array_map(static fn (EngravedSystem $one): int => $one->height, $engraving->systems));
    }

    /**
     * As large as lets several systems stand on a page, where that is not too small; else a single one.
     *
     * @return array{float, float} the scale, and how high a system may come out
     */
    private static function scale(float $room, int $staves): array
    {
        foreach (self::TOGETHER as $systems => $least) {
            $each = $room / $systems - self::BETWEEN - self::HEADING;
            $scale = $each / (self::STAFF * $staves);
            if ($scale >= $least) {
                return [min(self::LARGEST, $scale), $each];
            }
        }

        return [max(self::SMALLEST, min(self::LARGEST, $room / (self::STAFF * $staves))), $room];
    }

    /**
     * Room for the names before the staves.
     *
     * @param non-empty-array<string, Sheet> $staves
     */
    private static function labels(array $staves): int
    {
        return (int) max(array_map(
            static fn (string $name): float => Ink::width($name, self::LABEL),
            array_map(strval(...), array_keys($staves)),
        ));
    }

    /** @return non-empty-array<string, Sheet> by the name before the staff */
    private static function staves(Score $score, bool $isConcert): array
    {
        $same = $score->alike();
        $count = array_count_values(array_map(static fn (array $all): string => $all[0]->part->instrument->id, $same));
        $staves = [];
        foreach ($same as $all) {
            $part = $isConcert ? $all[0]->part->inConcert() : $all[0]->part;
            $names = array_map(static fn (BandPart $one): string => $one->player, $all);
            // Where players of one instrument read differently, the staff says whose it is.
            $name = $part->instrument->name.(
                $count[$part->instrument->id] > 1 && $names[0] !== $part->instrument->name
                    ? ' ('.$names[0].(\count($names) > 1 ? ' +'.(\count($names) - 1) : '').')'
                    : ''
            );
            for ($k = 2, $free = $name; isset($staves[$free]); ++$k) {
                $free = $name.' '.$k;
            }
            $staves[$free] = Sheet::of($part);
        }

        return $staves;
    }

    /** @param array<string, string> $glyphs */
    private static function symbols(array $glyphs): string
    {
        $all = '';
        foreach ($glyphs as $id => $content) {
            $all .= \sprintf('<symbol id="%s" viewBox="0 0 1000 1000" overflow="inherit">%s</symbol>', $id, $content);
        }

        return $all;
    }
}
