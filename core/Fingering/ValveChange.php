<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on valves: how many move, both ways at once, crossing 1-3 to 2, the lip going to another partial.
 *
 * Source of the rules: the handbook, chapter 4 (common practice); the weights are ours.
 */
final class ValveChange implements ChangeCost
{
    private const VALVE = 1.0;
    private const BOTH_WAYS = 0.6;
    private const CROSSING = 1.2;
    private const PARTIAL = 0.35;
    private const PARTIAL_AND_VALVES = 0.8;
    private const SIDE = 0.8;

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        $pressed = array_diff($after->touches, $before->touches);
        $lifted = array_diff($before->touches, $after->touches);
        $moving = \count($pressed) + \count($lifted);
        $difficulty = self::VALVE * $moving;
        $reasons = [];
        $flags = [];
        if ([] !== $pressed && [] !== $lifted) {
            $difficulty += self::BOTH_WAYS;
            if (self::crosses($pressed, $lifted)) {
                $difficulty += self::CROSSING;
                $reasons[] = \sprintf('the fingers cross from %s to %s', $before->text, $after->text);
            } elseif ($moving > 2) {
                $reasons[] = \sprintf('%d valves change, some down while others come up', $moving);
            }
        }
        $partials = $before->side === $after->side ? abs($after->partial - $before->partial) : 0;
        $difficulty += self::PARTIAL * min(4, $partials);
        if ($partials > 0 && $moving > 0) {
            $difficulty += self::PARTIAL_AND_VALVES;
            if ($moving > 1) {
                $reasons[] = 'new partial and new valves together';
            }
        }
        if ($before->side !== $after->side) {
            $difficulty += self::SIDE;
            $reasons[] = 'the thumb changes the side';
        }
        if (abs($to->midi() - $from->midi()) > 7) {
            $difficulty += 2.0;
            $reasons[] = 'a wide leap for the lip';
            $flags[] = 'wide leap';
        }

        return new Change($difficulty, $reasons, $flags);
    }

    /**
     * @param array<string> $pressed
     * @param array<string> $lifted
     */
    private static function crosses(array $pressed, array $lifted): bool
    {
        foreach ([[$pressed, $lifted], [$lifted, $pressed]] as [$outer, $inner]) {
            if (\in_array('v1', $outer, true) && \in_array('v3', $outer, true) && \in_array('v2', $inner, true)) {
                return true;
            }
        }

        return false;
    }
}
