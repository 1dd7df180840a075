<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on a slide: how far it goes, whether the trigger moves, the lip going to another partial.
 *
 * Source of the rules: the handbook, chapter 4 (common practice); the weights are ours.
 */
final class SlideChange implements ChangeCost
{
    private const POSITION = 0.9;
    private const TRIGGER = 0.8;
    private const PARTIAL = 0.3;
    /** Positions from which a throw counts as long. */
    private const LONG = 4.0;

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        $distance = abs($after->slidePlace - $before->slidePlace);
        $difficulty = self::POSITION * $distance + ($distance >= self::LONG ? $distance - self::LONG + 1 : 0);
        $reasons = [];
        $flags = [];
        if ($distance >= self::LONG) {
            $reasons[] = \sprintf('slide from %s to %s', self::position($before), self::position($after));
            $flags[] = 'long slide';
        }
        if ($before->side !== $after->side) {
            $difficulty += self::TRIGGER;
        }
        $partials = abs($after->partial - $before->partial);
        $difficulty += self::PARTIAL * min(4, $partials);
        if (abs($to->midi() - $from->midi()) > 7) {
            $difficulty += 2.0;
            $reasons[] = 'a wide leap for the lip';
            $flags[] = 'wide leap';
        }

        return new Change($difficulty, $reasons, $flags);
    }

    private static function position(Fingering $fingering): string
    {
        return ('' === $fingering->side ? '' : $fingering->side).$fingering->slide;
    }
}
