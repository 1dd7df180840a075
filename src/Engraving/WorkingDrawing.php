<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Study\Working;

/**
 * The working of a scale as drawings: its steps over a keyboard, and both keys on the circle.
 */
final class WorkingDrawing
{
    private const WHITE = [0 => 0, 2 => 1, 4 => 2, 5 => 3, 7 => 4, 9 => 5, 11 => 6];

    /** The scale on a keyboard of an octave and a bit, whole and half steps above it. */
    public static function keyboard(Working $working): string
    {
        $low = $working->notes[0]->midi();
        $begin = $low - (isset(self::WHITE[$low % 12]) ? 0 : 1);
        $end = $low + 12 + (isset(self::WHITE[$low % 12]) ? 0 : 1);
        $place = static fn (int $midi): float => 40.0 * (7 * intdiv($midi, 12) + (self::WHITE[$midi % 12] ?? self::WHITE[$midi % 12 - 1] + 0.5));
        $left = $place($begin);
        $names = [];
        foreach ($working->notes as $note) {
            $names[$note->midi()] = $note->name()->sign();
        }
        $white = '';
        $black = '';
        for ($midi = $begin; $midi <= $end; ++$midi) {
            $x = $place($midi) - $left;
            $isWhite = isset(self::WHITE[$midi % 12]);
            $held = isset($names[$midi]);
            if ($isWhite) {
                $white .= \sprintf('<rect x="%.0f" y="46" width="40" height="120" fill="%s" stroke="%s" stroke-width="1.5"/>', $x, Ink::PAPER, Ink::QUIET);
            } else {
                $black .= \sprintf('<rect x="%.0f" y="46" width="24" height="74" fill="%s"/>', $x + 8, Ink::INK);
            }
            if ($held) {
                $dot = \sprintf('<circle cx="%.0f" cy="%d" r="10" fill="%s" stroke="%s" stroke-width="2"/>', $x + 20, $isWhite ? 148 : 104, $isWhite ? Ink::INK : Ink::PAPER, Ink::INK);
                $isWhite ? $white .= $dot : $black .= $dot;
                $black .= \sprintf('<text x="%.0f" y="%d" font-size="15" font-weight="700" text-anchor="middle" fill="%s">%s</text>', $x + 20, $isWhite ? 184 : 42, Ink::INK, Signs::text($names[$midi]));
            }
        }
        $steps = '';
        foreach ($working->halfSteps as $i => $halfSteps) {
            $from = $place($working->notes[$i]->midi()) - $left + 20;
            $to = $place($working->notes[$i + 1]->midi()) - $left + 20;
            $steps .= \sprintf('<path d="M%.0f 24 V16 H%.0f V24" fill="none" stroke="%s" stroke-width="%s"/><text x="%.0f" y="12" font-size="13" font-weight="700" text-anchor="middle" fill="%s">%s</text>', $from + 3, $to - 3, Ink::INK, 1 === $halfSteps ? '3.5' : '1.5', ($from + $to) / 2, Ink::INK, Working::step($halfSteps));
        }
        $width = $place($end) - $left + 40;
        $label = 'On the keyboard: '.implode(', ', array_map(static fn (int $i): string => $working->notes[$i]->name()->spoken().(isset($working->halfSteps[$i]) ? ', '.strtr(Working::step($working->halfSteps[$i]), ['H' => 'half step', 'W' => 'whole step', '3' => '3 half steps', '4' => '4 half steps']) : ''), array_keys($working->notes)));

        return \sprintf('<svg viewBox="-4 -4 %.0f 196" class="working-keyboard" role="img" aria-label="%s" font-family="Figtree, Noto Sans Math, sans-serif">%s%s%s</svg>', $width + 8, htmlspecialchars($label), $steps, $white, $black);
    }

    /** The twelve signatures in a ring, the concert key's with a ring, the written key's filled. */
    public static function circle(KeySignature $concert, KeySignature $written): string
    {
        $svg = '';
        for ($fifths = -5; $fifths <= 6; ++$fifths) {
            $angle = deg2rad(30 * $fifths - 90);
            [$x, $y] = [110 + 84 * cos($angle), 110 + 84 * sin($angle)];
            $isConcert = 0 === ($concert->fifths - $fifths) % 12;
            $isWritten = 0 === ($written->fifths - $fifths) % 12;
            $name = NoteName::fromFifths($isWritten ? $written->fifths : ($isConcert ? $concert->fifths : $fifths))->sign();
            if ($isWritten) {
                $svg .= \sprintf('<circle cx="%.1f" cy="%.1f" r="19" fill="%s"/>', $x, $y, Ink::INK);
            }
            if ($isConcert) {
                $svg .= \sprintf('<circle cx="%.1f" cy="%.1f" r="23" fill="none" stroke="%s" stroke-width="2.5" stroke-dasharray="5 3"/>', $x, $y, Ink::INK);
            }
            $svg .= \sprintf('<text x="%.1f" y="%.1f" font-size="17" font-weight="700" text-anchor="middle" fill="%s">%s</text>', $x, $y + 6, $isWritten ? Ink::PAPER : Ink::INK, Signs::text($name));
        }
        $label = \sprintf('The circle of fifths: concert signature %s, written signature %s.', $concert->spoken(), $written->spoken());

        return \sprintf('<svg viewBox="0 0 220 220" class="working-circle" role="img" aria-label="%s" font-family="Figtree, Noto Sans Math, sans-serif"><circle cx="110" cy="110" r="56" fill="none" stroke="%s" stroke-width="1"/><text x="110" y="106" font-size="12" text-anchor="middle" fill="%s">fifths ↻</text><text x="110" y="124" font-size="12" text-anchor="middle" fill="%s">fourths ↺</text>%s</svg>', htmlspecialchars($label), Ink::QUIET, Ink::QUIET, Ink::QUIET, $svg);
    }
}
