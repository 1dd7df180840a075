<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\Accidental;

/**
 * Small drawings that stand among the music: reminder accidentals and the note of a metronome mark. Lengths are in
 * units, a hundred to the millimetre.
 */
final class Signs
{
    public const ACCENT = '#0d6160';

    /** A reminder, smaller than a true accidental, its middle at x, y. */
    public static function reminder(Accidental $sign, float $x, float $y): string
    {
        $flat = '<path d="M-45 -175 V75 M-45 -20 C-10 -70 60 -60 45 0 C35 40 -15 60 -45 75"/>';
        $sharp = '<path d="M-25 -115 V125 M30 -130 V110 M-70 -30 L75 -65 M-70 55 L75 20"/>';
        $natural = '<path d="M-38 -150 V70 L42 45 M38 150 V-70 L-42 -45"/>';
        $drawing = match ($sign->besideNote()) {
            '#' => $sharp,
            'b' => $flat,
            'natural' => $natural,
            'bb' => '<g transform="translate(-45)">'.$flat.'</g><g transform="translate(55)">'.$flat.'</g>',
            '##' => '<path d="M-55 -55 L55 55 M-55 55 L55 -55"/>',
            default => '',
        };

        return '' === $drawing ? '' : \sprintf('<g class="reminder" transform="translate(%.0f %.0f) scale(.92)" fill="none" stroke="%s" stroke-width="24" stroke-linecap="round">%s</g>', $x, $y, self::ACCENT, $drawing);
    }

    /** Text for a drawing; sharps and flats come from the face that has them. */
    public static function text(string $text): string
    {
        $escaped = htmlspecialchars($text, \ENT_QUOTES | \ENT_XML1);

        return preg_replace('/[♭♯♮]+/u', '<tspan font-family="Noto Sans Math" font-weight="400">$0</tspan>', $escaped) ?? $escaped;
    }

    /** "♩ = 72", its baseline at x, y. */
    public static function metronome(string $unit, int $bpm, float $x, float $y): string
    {
        [$over, $under] = array_map(intval(...), explode('/', $unit));
        $dotted = 3 === $over;
        $value = $dotted ? intdiv($under, 2) : $under;
        $open = $value <= 2;
        $head = \sprintf('<ellipse cx="0" cy="-55" rx="82" ry="56" transform="rotate(-22 0 -55)" fill="%s" stroke="#23202b" stroke-width="22"/>', $open ? 'none' : '#23202b');
        $stem = $value > 1 ? '<path d="M78 -80 V-430" stroke="#23202b" stroke-width="22"/>' : '';
        $flag = $value >= 8 ? '<path d="M78 -470 C100 -370 210 -330 170 -200 C170 -290 110 -320 78 -340 z" fill="#23202b"/>' : '';
        $dot = $dotted ? '<circle cx="150" cy="-55" r="26" fill="#23202b"/>' : '';

        return \sprintf('<g transform="translate(%.0f %.0f)">%s%s%s%s<text x="%d" y="0" font-size="380" fill="#23202b">= %d</text></g>', $x + 90, $y, $head, $stem, $flag, $dot, $dotted ? 260 : ($value >= 8 ? 240 : 190), $bpm);
    }
}
