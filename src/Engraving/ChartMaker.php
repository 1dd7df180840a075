<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Fingering\FingeringWords;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\ChartXml;
use SwiftReed\Study\Stage;

/**
 * Draws the back of the book: every half step of an instrument's range with its fingering and the alternates below it.
 */
final class ChartMaker
{
    private const PER_SYSTEM = 12;
    private const NARROW = 6;
    private const INK = '#23202b';
    private const QUIET = '#6d6677';
    private const MOST = 4;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * @param string $register only the notes of this register; all when it is empty
     * @param int    $found    MIDI number of the written note that was looked for; it is marked
     *
     * @throws EngravingError
     */
    public function screen(Instrument $instrument, bool $narrow, string $register = '', int $found = -1): Sheet
    {
        $pitches = self::notes($instrument, $register);
        $width = $narrow ? 9500 : PageMaker::WIDTH;
        $engraving = $this->engraver->engrave(ChartXml::write($pitches, $instrument->clef, $narrow ? self::NARROW : self::PER_SYSTEM), $width);
        $body = '';
        $y = 0;
        foreach ($engraving->systems as $system) {
            [$drawing, $height] = $this->system($instrument, $pitches, $system, $found);
            $body .= \sprintf('<g transform="translate(0 %d)">%s</g>', $y, $drawing);
            $y += $height;
        }

        return new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" class="music" role="group" aria-label="Fingerings of %s" color="%s" font-family="Figtree, Noto Sans Math, sans-serif"><defs>%s</defs>%s</svg>', $width, $y, htmlspecialchars($instrument->article), self::INK, $engraving->glyphs(), $body), $width, $y);
    }

    /**
     * The whole range on paper: one page where it fits, every note in both spellings.
     *
     * @return non-empty-list<Sheet>
     *
     * @throws EngravingError
     */
    public function print(Instrument $instrument, Paper $paper = Paper::A4): array
    {
        $pitches = self::notes($instrument);
        $engraving = $this->engraver->engrave(ChartXml::write($pitches, $instrument->clef, self::PER_SYSTEM), PageMaker::WIDTH);
        $body = '';
        $height = 0;
        foreach ($engraving->systems as $system) {
            [$drawing, $tall] = $this->system($instrument, $pitches, $system);
            $body .= \sprintf('<g transform="translate(0 %d)">%s</g>', $height, $drawing);
            $height += $tall;
        }
        $room = $paper->height() - 4200;
        $scale = min(1.0, $room / max(1, $height));
        $left = ($paper->width() - PageMaker::WIDTH * $scale) / 2;
        $setup = [] === $instrument->setup ? '' : ' ('.implode(', ', $instrument->setup).')';
        $svg = \sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%.1fmm" height="%.1fmm" viewBox="0 0 %d %d" color="%s" font-family="Figtree, Noto Sans Math, sans-serif"><defs>%s</defs><text x="1500" y="2000" font-size="800" font-family="Alegreya, serif" font-weight="700" fill="%s">%s</text><g transform="translate(%.0f 2600) scale(%.4f)">%s</g></svg>', $paper->width() / 100, $paper->height() / 100, $paper->width(), $paper->height(), self::INK, $engraving->glyphs(), self::INK, Signs::text($instrument->name.$setup), $left, $scale, $body);

        return [new Sheet($svg, $paper->width(), $paper->height())];
    }

    /** The notes of the range on a keyboard, each a link to its place in the chart. */
    public static function keyboard(Instrument $instrument): string
    {
        $compass = $instrument->compass[Stage::Full->value];
        $low = $compass->lowest->midi() - $compass->lowest->midi() % 12;
        $white = '';
        $black = '';
        $x = 0;
        for ($midi = $low; $midi <= $compass->highest->midi() + 1 || 0 !== $midi % 12; ++$midi) {
            $pitch = Pitch::plain($midi, true);
            $inRange = $midi >= $compass->lowest->midi() && $midi <= $compass->highest->midi();
            $name = $pitch->spoken();
            if (0 === $pitch->alter) {
                $label = \in_array($pitch->letter->text(), ['C'], true) ? \sprintf('<text x="%d" y="150" font-size="20" text-anchor="middle" fill="%s">%s</text>', $x + 24, $inRange ? self::INK : self::QUIET, $pitch->text()) : '';
                $key = \sprintf('<rect x="%d" y="2" width="48" height="160" fill="%s" stroke="%s" stroke-width="2"/>%s', $x, $inRange ? '#fffdf7' : '#e4ddcd', self::QUIET, $label);
                $white .= $inRange ? \sprintf('<a href="#note-%d" aria-label="%s">%s</a>', $midi, $name, $key) : $key;
                $x += 48;
            } else {
                $key = \sprintf('<rect x="%d" y="2" width="30" height="100" fill="%s"/>', $x - 15, $inRange ? self::INK : '#b9b2a4');
                $black .= $inRange ? \sprintf('<a href="#note-%d" aria-label="%s">%s</a>', $midi, $name, $key) : $key;
            }
        }

        return \sprintf('<svg viewBox="-2 0 %d 166" preserveAspectRatio="xMinYMin meet" class="keyboard" role="group" aria-label="The range on a keyboard">%s%s</svg>', $x + 4, $white, $black);
    }

    /** @return list<Pitch> */
    private static function notes(Instrument $instrument, string $register = ''): array
    {
        $compass = $instrument->compass[Stage::Full->value];
        $notes = [];
        for ($midi = $compass->lowest->midi(); $midi <= $compass->highest->midi(); ++$midi) {
            $pitch = Pitch::plain($midi, true);
            if ('' === $register || $instrument->register($pitch) === $register) {
                $notes[] = $pitch;
            }
        }

        return $notes;
    }

    /**
     * @param list<Pitch> $pitches
     *
     * @return array{string, int}
     */
    private function system(Instrument $instrument, array $pitches, EngravedSystem $system, int $found = -1): array
    {
        $svg = $system->body;
        $top = $system->height + 300;
        $deepest = $top;
        $diagram = Diagram::height($instrument);
        foreach ($system->heads as $i => $head) {
            $pitch = $pitches[$i];
            $x = $head->left + 160;
            $name = $pitch->sign().(0 === $pitch->alter ? '' : ' '.Pitch::plain($pitch->midi(), false)->sign());
            $svg .= \sprintf('<text x="%.0f" y="%d" font-size="360" font-weight="700" text-anchor="middle" font-family="Alegreya, Noto Sans Math, serif" fill="%s">%s</text>', $x, $top, self::INK, Signs::text($name));
            $svg .= \sprintf('<g id="note-%d"></g>', $pitch->midi());
            if ($pitch->midi() === $found) {
                $svg .= \sprintf('<rect x="%.0f" y="40" width="1240" height="%d" rx="140" fill="none" stroke="%s" stroke-width="40"/>', $x - 620, $top + $diagram + 200, Signs::ACCENT);
            }
            $y = $top + 180;
            foreach (\array_slice($instrument->fingerings($pitch), 0, self::MOST) as $k => $fingering) {
                $words = $pitch->spoken().', '.(0 === $k ? '' : $fingering->use->value.': ').FingeringWords::whole($instrument, $fingering).('' === $fingering->when ? '' : ' '.ucfirst($fingering->when).'.');
                $svg .= \sprintf('<g transform="translate(%.0f %d)%s" role="img" aria-label="%s"><title>%s</title>%s</g>', $x, $y, $k > 0 ? ' scale(.82)' : '', htmlspecialchars($words), htmlspecialchars($words), Diagram::svg($instrument, $fingering));
                $y += (int) ($diagram * ($k > 0 ? 0.82 : 1)) + 60;
                if ($k > 0) {
                    $svg .= \sprintf('<text x="%.0f" y="%d" font-size="230" font-style="italic" text-anchor="middle" fill="%s">%s</text>', $x, $y + 170, self::QUIET, self::use($fingering->use));
                    $y += 260;
                }
                $y += 60;
            }
            $deepest = max($deepest, $y);
        }

        return [$svg, $deepest + 400];
    }

    private static function use(UseOf $use): string
    {
        return match ($use) {
            UseOf::Default => 'usual', UseOf::Alternate => 'also', UseOf::Fallback => 'fallback', UseOf::Trill => 'trill', UseOf::LastResort => 'last resort',
        };
    }
}
