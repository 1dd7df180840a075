<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\TalkThrough;
use SwiftReed\Score\Part;

/**
 * A line talked through on paper: beside each note its name, its drawing, and what a teacher says. Lengths are in units, a
 * hundred to the millimetre.
 */
final class TalkPage
{
    private const LEFT = 1500;
    private const WORDS = 4300;
    private const TEXT = 330;
    private const LINE = 430;

    /** @return non-empty-list<Sheet> */
    public static function pages(Part $part, bool $oneToSix, Paper $paper): array
    {
        $bottom = $paper->height() - 1500;
        $body = \sprintf('<text x="%d" y="2000" font-size="800" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text>', self::LEFT, Ink::INK, Signs::text($part->writtenTitle().', talked through'))
            .\sprintf('<text x="%d" y="2560" font-size="340" fill="%s">%s</text>', self::LEFT, Ink::QUIET, Signs::text($part->instrument->name.' · '.$part->line()));
        [$legend, $tall] = Legend::line(Legend::signs($part->instrument, $part->plan->notes, true), $paper->width() - 2 * self::LEFT);
        $body .= \sprintf('<g transform="translate(%d 2700)">%s</g>', self::LEFT, $legend);
        $y = 2900 + $tall;
        $pages = [];
        foreach (TalkThrough::of($part->instrument, $part->study, $part->plan, $oneToSix) as $i => $note) {
            $lines = [];
            foreach ($note['says'] as $sentence) {
                array_push($lines, ...explode("\n", wordwrap($sentence, 92, "\n")));
            }
            $drawing = Diagram::planned($part->instrument, $part->plan->notes[$i], $part->plan->notes[$i - 1] ?? null);
            $height = max(\count($lines) * self::LINE + 250, $drawing->height + 220);
            if ($y + $height > $bottom) {
                $pages[] = $body;
                [$body, $y] = ['', 1300];
            }
            $body .= \sprintf('<path d="M%d %d H%d" stroke="#d8cfbc" stroke-width="8"/>', self::LEFT, $y, $paper->width() - self::LEFT)
                .\sprintf('<text x="%d" y="%d" font-size="280" fill="%s">%d</text>', self::LEFT, $y + 480, Ink::QUIET, $i + 1)
                .\sprintf('<text x="%d" y="%d" font-size="520" font-family="Alegreya, Noto Sans Math, serif" font-weight="700" fill="%s">%s</text>', self::LEFT + 520, $y + 520, Ink::INK, Signs::text($note['note']))
                .\sprintf('<g transform="translate(%d %d)">%s</g>', self::LEFT + 2050, $y + 110, $drawing->svg);
            foreach ($lines as $k => $line) {
                $body .= \sprintf('<text x="%d" y="%d" font-size="%d" fill="%s">%s</text>', self::WORDS, $y + 420 + self::LINE * $k, self::TEXT, Ink::INK, Signs::text($line));
            }
            $y += $height;
        }
        $pages[] = $body;
        $sheets = [];
        foreach ($pages as $k => $page) {
            $foot = \sprintf('<text x="%d" y="%d" font-size="300" fill="%s">page %d of %d</text>', self::LEFT, $paper->height() - 900, Ink::QUIET, $k + 1, \count($pages));
            $sheets[] = new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%.1fmm" height="%.1fmm" viewBox="0 0 %d %d" color="%s" font-family="Figtree, Noto Sans Math, sans-serif">%s</svg>', $paper->width() / 100, $paper->height() / 100, $paper->width(), $paper->height(), Ink::INK, $page.$foot), $paper->width(), $paper->height());
        }

        return $sheets;
    }
}
