<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Words\Catalogue;

/**
 * A line talked through on paper: beside each note its name, its drawing, and what a teacher says. Lengths are in
 * units, a hundred to the millimetre.
 */
final class TalkPage
{
    private const LEFT = 1500;
    private const WORDS = 4300;
    private const TEXT = 330;
    private const LINE = 430;

    /** @return non-empty-list<Page> */
    public static function pages(Part $part, bool $oneToSix, Paper $paper): array
    {
        $bottom = $paper->height() - 1500;
        $body = Svg::text(
            self::LEFT,
            2000,
            800,
            $part->writtenTitle().', talked through',
            weight: 700,
            face: Svg::SERIF,
        )
            .Svg::text(self::LEFT, 2560, 340, $part->instrument->name.' · '.$part->lineToRead(), fill: Ink::QUIET);
        [$legend, $tall] = Legend::line(
            Legend::signs($part->instrument, $part->plan->notes, true, Legend::drawsSlides($part)),
            $paper->width() - 2 * self::LEFT,
        );
        $body .= Svg::at(self::LEFT, 2700, $legend);
        $y = 2900 + $tall;
        $pages = [];
        foreach ((new Told($part, Catalogue::english(), $oneToSix))->talk() as $i => $note) {
            $lines = [];
            foreach ($note['says'] as $sentence) {
                array_push($lines, ...explode("\n", wordwrap($sentence, 92, "\n")));
            }
            $drawing = Diagram::planned(
                $part->instrument,
                $part->plan->notes[$i],
                $part->plan->notes[$i - 1] ?? null,
                $part->tuning($i)?->act,
            );
            $height = max(\count($lines) * self::LINE + 250, $drawing->height + 220);
            if ($y + $height > $bottom) {
                $pages[] = $body;
                [$body, $y] = ['', 1300];
            }
            $body .= Svg::stroke(\sprintf('M%d %d H%d', self::LEFT, $y, $paper->width() - self::LEFT), Ink::RULE, 8)
                .Svg::text(self::LEFT, $y + 480, 280, $i + 1, fill: Ink::QUIET)
                .Svg::text(self::LEFT + 520, $y + 520, 520, $note['note']->sign(), weight: 700, face: Svg::SERIF)
                .Svg::at(self::LEFT + 2050, $y + 110, $drawing->svg);
            foreach ($lines as $k => $line) {
                $body .= Svg::text(self::WORDS, $y + 420 + self::LINE * $k, self::TEXT, $line);
            }
            $y += $height;
        }
        $pages[] = $body;

        return PageFrame::pages(
            $paper,
            $pages,
            PageFrame::said($part->writtenTitle().', talked through', $part->instrument->name),
        );
    }
}
