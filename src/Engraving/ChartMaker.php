<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\OccasionWords;
use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\ChartXml;
use SwiftReed\Words\Catalogue;

/**
 * Draws the back of the book: every half step of an instrument's range with its fingering and the alternates below it.
 */
final class ChartMaker
{
    private const PER_SYSTEM = 12;
    private const NARROW = 6;
    private const MOST = 4;
    /** How much larger than nine millimetres the fingerings of a chart are drawn. */
    private const SCALE = 1.3;
    /** Height of what is written under a fingering. */
    private const LABEL = 240;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * @param string $register only the notes of this register; all when it is empty
     * @param int    $found    MIDI number of the written note that was looked for; it is marked
     *
     * @throws EngravingError
     */
    public function screen(Instrument $instrument, bool $narrow, string $register = '', int $found = -1): Page
    {
        $pitches = self::notes($instrument, $register);
        $width = $narrow ? 9500 : PageMaker::WIDTH;
        [$systems, $glyphs] = $this->systems(
            $instrument,
            $pitches,
            $narrow ? self::NARROW : self::PER_SYSTEM,
            $width,
            $found,
        );
        $body = '';
        $y = 0;
        foreach ($systems as [$drawing, $height]) {
            $body .= Svg::at(0, $y, $drawing);
            $y += $height;
        }

        return new Page(
            Svg::drawing(0, 0, $width, $y, 'music', $body, 'group', 'Fingerings of '.$instrument->article, $glyphs),
            $width,
            $y,
        );
    }

    /**
     * The whole range on paper with title, set-up, legend, and when each alternate is used.
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    public function print(Instrument $instrument, Paper $paper = Paper::A4): array
    {
        $pitches = self::notes($instrument);
        [$systems, $glyphs] = $this->systems($instrument, $pitches, self::PER_SYSTEM, PageMaker::WIDTH, -1);
        $left = intdiv($paper->width() - PageMaker::WIDTH, 2);
        $bottom = $paper->height() - 1500;
        $setup = '' === $instrument->setupSays ? '' : ' · '.$instrument->setupSays;
        $says = 'Written notes, both spellings'.$setup
            .'. The first is the usual one; what is numbered is explained below.';
        [$under, $lower] = PageFrame::under($says, $left, 2480, 360);
        $body = Svg::text($left, 1900, 800, $instrument->name.', fingerings', weight: 700, face: Svg::SERIF).$under;
        [$legend, $tall] = Legend::line(self::legend($instrument, $pitches), PageMaker::WIDTH);
        $body .= Svg::at($left, 2640 + $lower, $legend);
        $top = 2800 + $lower + $tall;
        $y = $top;
        $pages = [];
        foreach ($systems as [$drawing, $height]) {
            if ($y + $height > $bottom && $y > $top) {
                $pages[] = $body;
                [$body, $y] = ['', 1400];
            }
            $body .= Svg::at($left, $y, $drawing);
            $y += $height;
        }
        foreach (self::explained($instrument, $pitches) as ['number' => $number, 'note' => $note, 'says' => $says]) {
            foreach (explode("\n", wordwrap(\sprintf('%d. %s: %s', $number, $note, $says), 118, "\n")) as $k => $line) {
                if ($y + 420 > $bottom) {
                    $pages[] = $body;
                    [$body, $y] = ['', 1400];
                }
                $y += 400;
                $body .= Svg::text($left + ($k > 0 ? 400 : 0), $y, 290, $line);
            }
        }
        $pages[] = $body;

        return PageFrame::pages($paper, $pages, $instrument->name.', fingerings', $glyphs);
    }

    /**
     * The systems with room for every drawing: fewer notes on a line where they would touch.
     *
     * @param list<Pitch> $pitches
     *
     * @return array{list<array{string, int}>, string} drawings with heights, and glyphs
     */
    private function systems(Instrument $instrument, array $pitches, int $perSystem, int $width, int $found): array
    {
        for (;; $perSystem = (int) ceil($perSystem * 0.8)) {
            $engraving = $this->engraver->engrave(ChartXml::write($pitches, $instrument->clef, $perSystem), $width);
            if ($perSystem <= 4 || self::isClear($instrument, $pitches, $engraving)) {
                break;
            }
        }
        $numbers = [];
        foreach (self::explained($instrument, $pitches) as $one) {
            $numbers[$one['key']] = $one['number'];
        }

        return [
            array_map(
                fn (EngravedSystem $system): array => $this->system($instrument, $pitches, $system, $numbers, $found),
                $engraving->systems,
            ),
            $engraving->glyphs(),
        ];
    }

    /** @param list<Pitch> $pitches */
    private static function isClear(Instrument $instrument, array $pitches, Engraving $engraving): bool
    {
        foreach ($engraving->systems as $system) {
            $edge = -\INF;
            foreach ($system->heads as $i => $head) {
                $left = 0.0;
                $right = 0.0;
                foreach (self::shown($instrument, $pitches[$i]) as $k => $fingering) {
                    $drawing = Diagram::of($instrument, $fingering);
                    $label = Ink::width(self::label($k, $fingering), self::LABEL) / 2 / self::SCALE;
                    $left = min($left, $drawing->left, -$label);
                    $right = max($right, $drawing->right, $label);
                }
                if ($head->left + 160 + self::SCALE * $left < $edge + 120) {
                    return false;
                }
                $edge = $head->left + 160 + self::SCALE * $right;
            }
        }

        return true;
    }

    /** @return list<Fingering> the usual one and those that are shown below it; trills have pages of their own */
    private static function shown(Instrument $instrument, Pitch $pitch): array
    {
        $fingerings = array_filter(
            $instrument->fingerings($pitch),
            static fn (Fingering $one): bool => FingeringUse::Trill !== $one->use,
        );

        return \array_slice($fingerings, 0, self::MOST);
    }

    /**
     * When the alternates are used, numbered from low to high; and where players differ.
     *
     * @param list<Pitch> $pitches
     *
     * @return list<array{number: int, key: string, note: string, says: string}>
     */
    public static function explained(Instrument $instrument, array $pitches): array
    {
        $explained = [];
        foreach ($pitches as $pitch) {
            foreach (self::shown($instrument, $pitch) as $k => $fingering) {
                $says = Catalogue::english()->say((new OccasionWords($instrument, true))->general($fingering));
                if ('' === $says && 0 === $k) {
                    continue;
                }
                $what = 0 === $k
                    ? ''
                    : Catalogue::english()->say(
                        (new FingeringWords($instrument))->difference($instrument->fingerings($pitch)[0], $fingering),
                    );
                $use = FingeringUse::Default === $fingering->use || FingeringUse::Alternate === $fingering->use
                    ? ''
                    : $fingering->use->value;
                $explained[] = [
                    'number' => \count($explained) + 1,
                    'key' => $pitch->midi().' '.$k,
                    'note' => $pitch->sign(),
                    'says' => implode('; ', array_filter([$what, $use, $says])),
                ];
            }
        }

        return $explained;
    }

    /** @return list<array{number: int, key: string, note: string, says: string}> of the whole range or one register */
    public static function notesTo(Instrument $instrument, string $register): array
    {
        return self::explained($instrument, self::notes($instrument, $register));
    }

    /**
     * @param list<Pitch> $pitches
     *
     * @return list<array{sign: string, says: string}>
     */
    private static function legend(Instrument $instrument, array $pitches): array
    {
        $notes = [];
        foreach ($pitches as $pitch) {
            foreach (self::shown($instrument, $pitch) as $fingering) {
                $notes[] = new PlannedNote($fingering, [], null, null, [], []);
            }
        }

        return Legend::signs($instrument, $notes, false);
    }

    /** @return list<array{svg: string, says: string}> */
    public static function legendForPage(Instrument $instrument): array
    {
        return Legend::forPage(self::legend($instrument, self::notes($instrument)));
    }

    /** The notes of the range on a keyboard, each a link to its place in the chart. */
    public static function keyboard(Instrument $instrument): string
    {
        $range = $instrument->range[Stage::Full->value];
        $low = $range->lowest->midi() - $range->lowest->midi() % 12;
        $white = '';
        $black = '';
        $x = 0;
        for ($midi = $low; $midi <= $range->highest->midi() + 1 || 0 !== $midi % 12; ++$midi) {
            $pitch = Pitch::plain($midi, true);
            $inRange = $range->holds($pitch, $pitch);
            $name = 0 === $pitch->alter ? $pitch->text() : $pitch->spoken();
            if (0 === $pitch->alter) {
                $label = 'C' === $pitch->letter->text()
                    ? Svg::text(
                        $x + 24,
                        150,
                        20,
                        $pitch->text(),
                        fill: $inRange ? Ink::INK : Ink::QUIET,
                        anchor: 'middle',
                    )
                    : '';
                $key = Svg::tag(
                    'rect',
                    [
                        'x' => $x, 'y' => 2, 'width' => 48, 'height' => 160,
                        'fill' => $inRange ? Ink::PAPER : Ink::BEYOND, 'stroke' => Ink::QUIET, 'stroke-width' => 2,
                    ],
                ).$label;
                $white .= $inRange ? Svg::tag('a', ['href' => '#note-'.$midi, 'aria-label' => $name], $key) : $key;
                $x += 48;
            } else {
                $key = Svg::tag(
                    'rect',
                    [
                        'x' => $x - 15, 'y' => 2, 'width' => 30, 'height' => 100,
                        'fill' => $inRange ? Ink::INK : Ink::BEYOND_BLACK,
                    ],
                );
                $black .= $inRange ? Svg::tag('a', ['href' => '#note-'.$midi, 'aria-label' => $name], $key) : $key;
            }
        }

        return Svg::drawing(
            -2,
            0,
            $x + 4,
            166,
            'keyboard',
            $white.$black,
            'group',
            'The range on a keyboard',
            keepsLeft: true,
        );
    }

    /** @return list<Pitch> of the whole range, or of one register */
    public static function notes(Instrument $instrument, string $register = ''): array
    {
        $range = $instrument->range[Stage::Full->value];
        $notes = [];
        foreach ($range->pitches() as $pitch) {
            if ('' === $register || $instrument->register($pitch) === $register) {
                $notes[] = $pitch;
            }
        }

        return $notes;
    }

    /**
     * @param list<Pitch>        $pitches
     * @param array<string, int> $numbers of what is explained
     *
     * @return array{string, int}
     */
    private function system(
        Instrument $instrument,
        array $pitches,
        EngravedSystem $system,
        array $numbers,
        int $found = -1,
    ): array {
        $svg = $system->body;
        $top = $system->height + 300;
        $deepest = $top;
        $diagram = (int) (self::SCALE * Diagram::height($instrument));
        foreach ($system->heads as $i => $head) {
            $pitch = $pitches[$i];
            $x = $head->left + 160;
            $name = $pitch->sign().(0 === $pitch->alter ? '' : ' '.Pitch::plain($pitch->midi(), false)->sign());
            $svg .= Svg::text($x, $top, 340, $name, weight: 700, anchor: 'middle', face: Svg::SERIF);
            $svg .= Svg::tag('g', ['id' => 'note-'.$pitch->midi()]);
            if ($pitch->midi() === $found) {
                $svg .= Svg::tag(
                    'rect',
                    [
                        'x' => $x - 620, 'y' => 40, 'width' => 1240, 'height' => $top + $diagram + 200, 'rx' => 140,
                        'fill' => 'none', 'stroke' => Ink::ACCENT, 'stroke-width' => 40,
                    ],
                );
            }
            $y = $top + 180;
            foreach (self::shown($instrument, $pitch) as $k => $fingering) {
                $words = $pitch->spoken().', '.(
                    0 === $k ? '' : $fingering->use->value.': '
                ).Catalogue::english()->sentence((new FingeringWords($instrument))->whole($fingering)).' '
                    .Catalogue::english()->sentence((new OccasionWords($instrument, true))->general($fingering));
                $drawn = Svg::tag('title', [], Svg::escape(trim($words))).Diagram::of($instrument, $fingering)->svg;
                $svg .= Svg::at(
                    $x,
                    $y,
                    Svg::tag('g', ['role' => 'img', 'aria-label' => trim($words)], $drawn),
                    self::SCALE,
                );
                $y += $diagram + 60;
                $number = $numbers[$pitch->midi().' '.$k] ?? null;
                if (null !== $number) {
                    // What it is, and below that where it is explained: side by side they meet their neighbours'.
                    foreach ([self::label($k, $fingering), (string) $number] as $line) {
                        $svg .= Svg::text(
                            $x,
                            $y + 170,
                            self::LABEL,
                            $line,
                            fill: Ink::QUIET,
                            anchor: 'middle',
                            isItalic: true,
                        );
                        $y += 260;
                    }
                }
                $y += 60;
            }
            $deepest = max($deepest, $y);
        }

        return [$svg, $deepest + 300];
    }

    /** What stands under a fingering that is explained. @param int $k which of its note, 0 for the usual one */
    private static function label(int $k, Fingering $fingering): string
    {
        return 0 === $k ? 'players differ' : match ($fingering->use) {
            FingeringUse::Default => 'usual',
            FingeringUse::Alternate => 'also',
            FingeringUse::Fallback => 'fallback',
            FingeringUse::Trill => 'trill',
            FingeringUse::LastResort => 'last resort',
        };
    }
}
