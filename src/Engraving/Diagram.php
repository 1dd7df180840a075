<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Touch;

/**
 * Draws a fingering. Keywork: two columns, left hand and right hand, each with its thumb above, the three main fingers,
 * and the little finger below; keys that are no main holes stand beside their finger with a letter. Down and staying is a
 * full disc, newly put down a disc with a bright middle, just lifted a thick ring, up a thin ring: told by shape, so that
 * it survives black-and-white print. Valves: caps and digits. Slide: a bar with a marker and the position.
 *
 * Lengths are in units, a hundred to the millimetre; the drawing is centred on x = 0 and hangs from y = 0.
 */
final class Diagram
{
    private const INK = '#23202b';
    private const QUIET = '#8a8494';
    private const PAPER = '#fffdf7';
    private const HAND = 165.0;
    private const SIDE = 360.0;

    /** Height of the drawing for this mechanism, in units. */
    public static function height(Instrument $instrument): int
    {
        return match ($instrument->mechanism()->kind()) {
            'keywork' => 1100, 'valves' => 620, 'slide' => 640, default => 0,
        };
    }

    /** @param list<string> $heldBefore touches of the note before; empty when there is none, or when staying does not matter */
    public static function svg(Instrument $instrument, Fingering $fingering, array $heldBefore = [], bool $showsMoves = false): string
    {
        return match ($instrument->mechanism()->kind()) {
            'keywork' => self::keywork($instrument->mechanism()->touches(), $fingering, $heldBefore, $showsMoves),
            'valves' => self::valves($instrument->mechanism()->touches(), $fingering, $heldBefore, $showsMoves),
            'slide' => self::slide($fingering),
            default => '',
        };
    }

    /**
     * @param array<string, Touch> $touches
     * @param list<string>         $before
     */
    private static function keywork(array $touches, Fingering $fingering, array $before, bool $moves): string
    {
        $svg = '';
        $half = '';
        $labels = [];
        foreach ($touches as $id => $touch) {
            $down = \in_array($id, $fingering->touches, true);
            $was = $moves && \in_array($id, $before, true);
            $new = $moves && $down && !$was;
            $x = $touch->isLeft() ? -self::HAND : self::HAND;
            if ($touch->isHalfHole) {
                if ($down) {
                    $half .= self::half($x, 300 + 222 * ((int) $touch->finger[1] - 1), 92);
                }
            } elseif ($touch->isHole && !$touch->isThumb()) {
                $svg .= self::disc($x, 300 + 222 * ((int) $touch->finger[1] - 1), 92, $down, $new, $was && !$down);
            } elseif ($touch->isHole) {
                $svg .= self::thumb($x, 100, $down, $new, $was && !$down);
            } elseif ($down) {
                $labels[$touch->finger][] = [$touch->label, $new];
            }
        }
        foreach ($labels as $finger => $keys) {
            $finger = (string) $finger;
            $side = 'L' === $finger[0] ? -1 : 1;
            foreach ($keys as $i => [$label, $new]) {
                [$x, $y] = match ($finger[1]) {
                    'T' => [$side * (self::SIDE + 15) + $side * 130 * $i, 100.0],
                    '4' => [$side * self::HAND + $side * 235 * $i, 968.0],
                    default => [$side * (self::SIDE + (mb_strlen($label) > 1 ? 20 : 0)), 300.0 + 222 * ((int) $finger[1] - 1) + 165 * $i],
                };
                $svg .= self::key($x, $y, $label, $new);
            }
        }

        return $svg.$half;
    }

    /** A hole that is half covered. */
    private static function half(float $x, float $y, float $radius): string
    {
        return \sprintf('<circle cx="%1$.0f" cy="%2$.0f" r="%3$.0f" fill="%4$s" stroke="%5$s" stroke-width="18"/><path d="M%1$.0f %6$.0f A%3$.0f %3$.0f 0 0 0 %1$.0f %7$.0f Z" fill="%5$s"/>', $x, $y, $radius - 9, self::PAPER, self::INK, $y - $radius + 9, $y + $radius - 9);
    }

    private static function disc(float $x, float $y, float $radius, bool $down, bool $new, bool $lifted): string
    {
        if ($down) {
            return \sprintf('<circle cx="%.0f" cy="%.0f" r="%.0f" fill="%s"/>', $x, $y, $radius, self::INK)
                .($new ? \sprintf('<circle cx="%.0f" cy="%.0f" r="%.0f" fill="%s"/>', $x, $y, $radius * 0.4, self::PAPER) : '');
        }

        return \sprintf('<circle cx="%.0f" cy="%.0f" r="%.0f" fill="none" stroke="%s" stroke-width="%d"/>', $x, $y, $radius - ($lifted ? 14 : 6), $lifted ? self::INK : self::QUIET, $lifted ? 30 : 12);
    }

    private static function thumb(float $x, float $y, bool $down, bool $new, bool $lifted): string
    {
        $box = \sprintf('x="%.0f" y="%.0f" width="170" height="104" rx="52"', $x - 85, $y - 52);
        if ($down) {
            return \sprintf('<rect %s fill="%s"/>', $box, self::INK).($new ? \sprintf('<rect x="%.0f" y="%.0f" width="84" height="36" rx="18" fill="%s"/>', $x - 42, $y - 18, self::PAPER) : '');
        }

        return \sprintf('<rect %s fill="none" stroke="%s" stroke-width="%d"/>', $box, $lifted ? self::INK : self::QUIET, $lifted ? 28 : 12);
    }

    private static function key(float $x, float $y, string $label, bool $new): string
    {
        $width = mb_strlen($label) > 1 ? 262 : 176;
        $frame = \sprintf('<rect x="%.0f" y="%.0f" width="%d" height="196" rx="40" fill="%s" stroke="%s" stroke-width="14"/>', $x - $width / 2, $y - 98, $width, $new ? self::INK : self::PAPER, self::INK);

        return $frame.self::text($x, $y + 62, 180, $label, $new ? self::PAPER : self::INK);
    }

    /**
     * @param array<string, Touch> $touches
     * @param list<string>         $before
     */
    private static function valves(array $touches, Fingering $fingering, array $before, bool $moves): string
    {
        $caps = array_values(array_filter(array_keys($touches), static fn (string $id): bool => 'T' !== $id));
        $svg = '';
        foreach ($caps as $i => $id) {
            $down = \in_array($id, $fingering->touches, true);
            $was = $moves && \in_array($id, $before, true);
            $svg .= self::disc(($i - (\count($caps) - 1) / 2) * 200, 100, 80, $down, $moves && $down && !$was, $was && !$down);
        }

        return $svg.self::text(0, 560, 340, $fingering->text, self::INK);
    }

    private static function slide(Fingering $fingering): string
    {
        $place = $fingering->slidePlace;
        $left = -300.0;
        $svg = \sprintf('<path d="M%.0f 100 H300" stroke="%s" stroke-width="12"/>', $left, self::QUIET);
        for ($position = 1; $position <= 7; ++$position) {
            $svg .= \sprintf('<path d="M%.0f 70 V130" stroke="%s" stroke-width="10"/>', $left + 100 * ($position - 1), self::QUIET);
        }
        $svg .= \sprintf('<rect x="%.0f" y="30" width="44" height="140" rx="12" fill="%s"/>', $left + 100 * (min(7.5, $place) - 1) - 22, self::INK);
        $sign = match ($fingering->slideAdjust) {
            SlideAdjust::None => '',
            SlideAdjust::Raised => \sprintf('<path d="M%d 430 l70 130 h-140 z" fill="%s"/>', 190, self::INK),
            SlideAdjust::Lowered => \sprintf('<path d="M%d 560 l70 -130 h-140 z" fill="%s"/>', 190, self::INK),
        };

        return $svg.self::text('' === $sign ? 0 : -30, 580, 360, $fingering->side.$fingering->slide, self::INK).$sign;
    }

    private static function text(float $x, float $y, int $size, string $text, string $colour): string
    {
        return \sprintf('<text x="%.0f" y="%.0f" font-size="%d" font-weight="700" text-anchor="middle" fill="%s">%s</text>', $x, $y, $size, $colour, Signs::text($text));
    }
}
