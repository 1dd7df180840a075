<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet as StudySheet;

/**
 * Sets the rows under the engraved notes and puts the systems on a page: one endless page for the screen, pages of
 * paper for print. Lengths are in units, a hundred to the millimetre.
 */
final class PageMaker
{
    public const WIDTH = 18000;
    private const NARROW = 10000;
    private const TEMPO = 520;
    /** Where the music of a sheet begins on its first page, and on the others. */
    private const FIRST = 3200;
    private const TOP = 1500;
    /** A study on a sheet is not drawn smaller than this. */
    private const SMALLEST = 0.85;
    /** Sizes of the fingerings that are tried, the largest first; 1 is nine millimetres and has letters of six points. */
    private const SIZES = [1.35, 1.2, 1.1, 1.0];
    /** Share of the notes whose fingering may stand in a second row. */
    private const FEW = 0.2;
    /** Notes on a line that is not made shorter still. */
    private const FEWEST = 6;
    private const INK = '#23202b';
    private const QUIET = '#6d6677';

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * One drawing with all systems, and a region for every note that can be focused and pressed.
     *
     * @param int $perSystem notes on one line of music; fewer than usual make a narrow page
     *
     * @throws EngravingError
     */
    public function screen(Part $part, Rows $rows, string $label, int $perSystem = BarLayout::SYSTEM, ?SecondRow $second = null): Sheet
    {
        $width = $perSystem < BarLayout::SYSTEM ? self::NARROW : self::WIDTH;
        [$engraving, $rows] = $this->roomy($part, $rows, $perSystem, $width);
        $y = $part->study->recipe->tempo->printed ? self::TEMPO : 0;
        $body = $this->tempo($part, 0, 430);
        foreach ($engraving->systems as $system) {
            [$drawing, $height] = SystemDrawing::of($part, $system, $rows, true, $second);
            $body .= \sprintf('<g transform="translate(0 %d)">%s</g>', $y, $drawing);
            $y += $height;
        }
        $label = '' === $label ? $part->instrument->name.', '.$part->writtenTitle() : $label;
        $svg = \sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" class="music" role="group" aria-label="%s" color="%s" font-family="Figtree, Noto Sans Math, sans-serif"><defs>%s</defs>%s</svg>', $width, $y, self::escape($label), self::INK, $engraving->glyphs(), $body);

        return new Sheet($svg, $width, $y);
    }

    /**
     * The music with room under every note for its fingering: where drawings would touch they are drawn smaller, then fewer
     * notes stand on a line; what still finds no room goes to a second row.
     *
     * @return array{Engraving, Rows} the music, and the rows with the size of the fingerings
     *
     * @throws EngravingError
     */
    private function roomy(Part $part, Rows $rows, int $perSystem, int $width): array
    {
        for (;; $perSystem = max(self::FEWEST, (int) floor($perSystem * 0.75))) {
            $engraving = $this->engraver->engrave(MusicXmlWriter::forEngraving($part, $perSystem), $width);
            foreach (self::SIZES as $size) {
                $sized = $rows->drawnAt($size);
                $aside = array_sum(array_map(static fn (EngravedSystem $system): int => SystemDrawing::withoutRoom($part, $system, $sized), $engraving->systems));
                if (0 === $aside) {
                    return [$engraving, $sized];
                }
            }
            // A few in a second row are better than half as many notes on a line.
            if ($aside <= self::FEW * \count($part->study->notes) || $perSystem <= self::FEWEST) {
                return [$engraving, $rows->drawnAt(1.0)];
            }
        }
    }

    /**
     * The legend of a part's fingerings.
     *
     * @return array{string, int} drawing and height
     */
    private function legend(Part $part, Rows $rows): array
    {
        if (FingeringStyle::Diagram !== $rows->fingerings || 'none' === $part->instrument->mechanism()->kind()) {
            return ['', 0];
        }

        return Legend::line(Legend::signs($part->instrument, $part->plan->notes, $rows->moves), self::WIDTH);
    }

    /**
     * Pages of paper, each a drawing of its own.
     *
     * @param list<array{string, int}> $remarks lines under the music and their weight
     *
     * @return non-empty-list<Sheet>
     *
     * @throws EngravingError
     */
    public function print(Part $part, Rows $rows, string $name, Paper $paper = Paper::A4, array $remarks = [], PageStyle $style = PageStyle::AsShown, ?SecondRow $second = null): array
    {
        $rows = $style->rows($rows);
        [$blocks, $glyphs] = $this->blocks($part, $rows, $style, $second);
        $left = intdiv($paper->width() - self::WIDTH, 2);
        $bottom = $paper->height() - 1600;
        [$head, $y] = $this->heading($part, $name, $left, $style);
        $pages = [];
        $body = $head;
        $isFresh = true;
        foreach ($blocks as [$drawing, $height]) {
            if ($y + $height > $bottom && !$isFresh) {
                $pages[] = $body;
                $body = '';
                $y = self::TOP;
            }
            $body .= \sprintf('<g transform="translate(%d %d)">%s</g>', $left, $y, $drawing);
            $y += $height;
            $isFresh = false;
        }
        if (PageStyle::Worksheet === $style || PageStyle::Numbers === $style) {
            $remarks = [];
            $rows = PageStyle::Worksheet->rows($rows);
        }
        foreach ([...$remarks, ...$this->remarks($part, $rows)] as [$text, $weight]) {
            foreach (self::wrapped($text) as $k => $line) {
                if ($y + 600 > $bottom) {
                    $pages[] = $body;
                    $body = '';
                    $y = self::TOP;
                }
                $y += 520;
                $body .= self::text($left + ($k > 0 ? 400 : 0), $y, 370, $line, self::INK, $weight);
            }
        }
        [$legend, $tall] = $this->legend($part, $rows);
        if ($tall > 0) {
            if ($y + $tall > $bottom) {
                $pages[] = $body;
                $body = '';
                $y = self::TOP;
            }
            $body .= \sprintf('<g transform="translate(%d %d)">%s</g>', $left, $y + 160, $legend);
        }
        $pages[] = $body;
        $sheets = [];
        foreach ($pages as $i => $page) {
            $foot = self::text($left, $paper->height() - 1000, 300, \count($pages) > 1 ? \sprintf('%s · page %d of %d', $part->line(), $i + 1, \count($pages)) : $part->line(), self::QUIET);
            $sheets[] = $this->paper($paper, $glyphs, $page.$foot);
        }

        return $sheets;
    }

    /**
     * The systems of a study in a style, and the glyphs they use.
     *
     * @return array{list<array{string, int}>, string}
     *
     * @throws EngravingError
     */
    private function blocks(Part $part, Rows $rows, PageStyle $style, ?SecondRow $second = null): array
    {
        if (PageStyle::Numbers === $style) {
            return [NumbersPage::lines($part, self::WIDTH), ''];
        }
        $scale = $style->scale();
        [$engraving, $rows] = $this->roomy($part, $rows, $style->perSystem(BarLayout::SYSTEM), (int) (self::WIDTH / $scale));
        $blocks = [];
        foreach ($engraving->systems as $system) {
            [$drawing, $height] = SystemDrawing::of($part, $system, $rows, false, $second);
            if (PageStyle::Worksheet === $style) {
                // A line to write names and numbers on.
                $drawing .= \sprintf('<path d="M0 %1$d H%2$d" stroke="%3$s" stroke-width="12" stroke-dasharray="30 60"/>', $height + 420, self::WIDTH, self::QUIET);
                $height += 800;
            }
            $blocks[] = [1.0 === $scale ? $drawing : \sprintf('<g transform="scale(%.2f)">%s</g>', $scale, $drawing), (int) ($scale * $height)];
        }

        return [$blocks, $engraving->glyphs()];
    }

    /**
     * Numbered studies one below the other; a study that does not fit on the rest of a page begins a new one.
     *
     * @return non-empty-list<Sheet>
     *
     * @throws EngravingError
     */
    public function sheet(StudySheet $studies, Rows $rows, string $name, Paper $paper = Paper::A4, PageStyle $style = PageStyle::AsShown): array
    {
        $rows = $style->rows($rows);
        $left = intdiv($paper->width() - self::WIDTH, 2);
        $bottom = $paper->height() - 1600;
        $first = $studies->parts[0];
        $pages = [];
        $glyphs = [];
        $body = \sprintf('<text x="%d" y="2150" font-size="760" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text>', $left, self::INK, Signs::text(ucfirst(mb_strlen($name) > 60 ? mb_substr($name, 0, 59).'…' : $name)))
            .self::text($left, 2780, 430, $first->instrument->name, self::INK);
        $y = self::FIRST;
        $used = [];
        foreach ($studies->parts as $k => $part) {
            [$systems, $symbols] = $this->blocks($part, $rows, $style);
            $blocks = [$this->studyHeading($part, $studies->numbers[$k]), ...$systems];
            $whole = array_sum(array_map(static fn (array $block): int => $block[1], $blocks));
            $page = $bottom - self::TOP;
            // A study is not cut in two: it begins a new page, and is drawn smaller where it is a little longer than one.
            $scale = $whole > $page && $whole * self::SMALLEST <= $page ? $page / $whole : 1.0;
            if ($y > self::FIRST && $y + $scale * $whole > $bottom) {
                [$pages[], $glyphs[], $body, $used, $y] = [$body, implode('', $used), '', [], self::TOP];
            } elseif ($scale < 1 && 0 === $k) {
                $scale = min($scale, ($bottom - $y) / $whole);
            } elseif (0 === $k && $whole > $bottom - $y && $whole * self::SMALLEST <= $bottom - $y) {
                $scale = ($bottom - $y) / $whole;
            }
            foreach ($blocks as $b => [$drawing, $height]) {
                // A heading stays with its first system.
                $needed = $scale * ($height + (0 === $b ? $blocks[1][1] ?? 0 : 0));
                if ($y + $needed > $bottom + 1 && $y > self::FIRST) {
                    [$pages[], $glyphs[], $body, $used, $y] = [$body, implode('', $used), '', [], self::TOP];
                }
                $used += [hash('xxh3', $symbols) => $symbols];
                $body .= \sprintf('<g transform="translate(%d %.0f)%s">%s</g>', $left, $y, 1.0 === $scale ? '' : \sprintf(' scale(%.4f)', $scale), $drawing);
                $y += $scale * $height;
            }
            $y += 300;
        }
        [$legend, $tall] = $this->legend($first, $rows);
        if ($tall > 0 && $y + $tall <= $bottom) {
            $body .= \sprintf('<g transform="translate(%d %.0f)">%s</g>', $left, $y, $legend);
        }
        $pages[] = $body;
        $glyphs[] = implode('', $used);
        $sheets = [];
        foreach ($pages as $i => $page) {
            $foot = self::text($left, $paper->height() - 1000, 300, \count($pages) > 1 ? \sprintf('%s · page %d of %d', $first->instrument->name, $i + 1, \count($pages)) : $first->instrument->name, self::QUIET);
            $sheets[] = $this->paper($paper, $glyphs[$i], $page.$foot);
        }

        return $sheets;
    }

    /** @return array{string, int} number, key and tempo of a study on a sheet */
    private function studyHeading(Part $part, string $number): array
    {
        $svg = \sprintf('<text x="0" y="520" font-size="520" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text>', self::INK, Signs::text($number.'. '.$part->writtenTitle()));
        $svg .= self::text(0, 940, 320, $part->study->signature->spoken().' · concert '.$part->concertTitle().' · '.$part->line(), self::QUIET);
        $y = 1100;
        foreach ($part->study->warnings as $warning) {
            foreach (self::wrapped($warning) as $line) {
                $svg .= self::text(0, $y + 240, 300, $line, self::QUIET);
                $y += 400;
            }
        }

        return [$svg.$this->tempo($part, 13500, 520), $y];
    }

    private function paper(Paper $paper, string $glyphs, string $body): Sheet
    {
        return new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%.1fmm" height="%.1fmm" viewBox="0 0 %d %d" color="%s" font-family="Figtree, Noto Sans Math, sans-serif"><defs>%s</defs>%s</svg>', $paper->width() / 100, $paper->height() / 100, $paper->width(), $paper->height(), self::INK, $glyphs, $body), $paper->width(), $paper->height());
    }

    /** @return array{string, int} drawing and the height where the music begins */
    private function heading(Part $part, string $name, int $left, PageStyle $style): array
    {
        $study = $part->study;
        $svg = \sprintf('<text x="%d" y="2250" font-size="900" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text>', $left, self::INK, Signs::text('' === $name ? $part->writtenTitle() : $name));
        $svg .= self::text($left, 2950, 470, $part->instrument->name.' · '.('' === $name ? '' : $part->writtenTitle().', ').$study->signature->spoken().' · concert '.$part->concertTitle(), self::INK);
        $needed = 'Notes you will need: '.implode(' ', array_map(static fn (Pitch $pitch): string => $pitch->sign(), $part->notesNeeded()));
        $svg .= self::text($left, 3480, 340, match ($style) {
            PageStyle::Worksheet => 'Write the sign beside each note that the signature alters, and its name and number below. Name: ______________________',
            PageStyle::Answers => 'Answer key. '.$needed,
            PageStyle::Numbers => 'From '.$part->study->notes[0]->pitch()->sign().'; the numbers are the degrees. A stroke above: the octave above; below: the octave below.',
            default => $needed,
        }, self::QUIET);
        $y = 3700;
        foreach ($study->warnings as $warning) {
            foreach (self::wrapped($warning) as $line) {
                $y += 480;
                $svg .= self::text($left, $y - 80, 340, $line, self::QUIET);
            }
        }
        if ($study->recipe->tempo->printed) {
            $svg .= $this->tempo($part, $left, $y + 560);
            $y += 700;
        }

        return [$svg, $y + 200];
    }

    /** @return list<array{string, int}> lines under the music and their weight */
    private function remarks(Part $part, Rows $rows): array
    {
        if ([] === $part->plan->hardSpots || FingeringStyle::None === $rows->fingerings) {
            return [];
        }
        $lines = [['Changes to practise first, back and forth, slowly:', 700]];
        foreach (HardSpots::worst($part->plan->hardSpots) as $number => $spot) {
            $notes = $part->study->notes;
            $lines[] = [\sprintf('%d. Bar %d, %s to %s: %s', $number, $notes[$spot->from]->bar, $notes[$spot->from]->pitch()->name()->sign(), $notes[$spot->to]->pitch()->name()->sign(), $part->hard($spot)), 400];
        }

        return $lines;
    }

    private function tempo(Part $part, int $x, int $y): string
    {
        $tempo = $part->study->recipe->tempo;

        return $tempo->printed ? Signs::metronome($tempo->unit, $tempo->bpm, $x, $y) : '';
    }

    /** @return list<string> lines that fit the width of the page */
    private static function wrapped(string $text): array
    {
        return explode("\n", wordwrap($text, 92, "\n"));
    }

    private static function text(int $x, int $y, int $size, string $text, string $colour, int $weight = 400): string
    {
        return \sprintf('<text x="%d" y="%d" font-size="%d" font-weight="%d" fill="%s">%s</text>', $x, $y, $size, $weight, $colour, Signs::text($text));
    }

    private static function escape(string $text): string
    {
        return htmlspecialchars($text, \ENT_QUOTES | \ENT_XML1);
    }
}
