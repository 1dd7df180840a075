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

    /** @throws EngravingError */
    public function screen(Instrument $instrument, bool $narrow): Sheet
    {
        $pitches = self::notes($instrument);
        $width = $narrow ? 9500 : PageMaker::WIDTH;
        $engraving = $this->engraver->engrave(ChartXml::write($pitches, $instrument->clef, $narrow ? self::NARROW : self::PER_SYSTEM), $width);
        $body = '';
        $y = 0;
        foreach ($engraving->systems as $system) {
            [$drawing, $height] = $this->system($instrument, $pitches, $system);
            $body .= \sprintf('<g transform="translate(0 %d)">%s</g>', $y, $drawing);
            $y += $height;
        }

        return new Sheet(\sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" class="music" role="group" aria-label="Fingerings of %s" color="%s" font-family="Figtree, Noto Sans Math, sans-serif"><defs>%s</defs>%s</svg>', $width, $y, htmlspecialchars($instrument->article), self::INK, $engraving->glyphs(), $body), $width, $y);
    }

    /** @return list<Pitch> */
    private static function notes(Instrument $instrument): array
    {
        $compass = $instrument->compass[Stage::Full->value];
        $notes = [];
        for ($midi = $compass->lowest->midi(); $midi <= $compass->highest->midi(); ++$midi) {
            $notes[] = Pitch::plain($midi, true);
        }

        return $notes;
    }

    /**
     * @param list<Pitch> $pitches
     *
     * @return array{string, int}
     */
    private function system(Instrument $instrument, array $pitches, EngravedSystem $system): array
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
            UseOf::Default => 'usual', UseOf::Alternate => 'also', UseOf::Fallback => 'fallback', UseOf::Trill => 'trill', UseOf::LastResort => 'last resort'
        };
    }
}
