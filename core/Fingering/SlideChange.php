<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on a slide: how far it goes, whether a trigger moves, the lip going to another partial.
 *
 * Source of the rules: the handbook, chapter 4 (common practice).
 */
final class SlideChange implements ChangeCost
{
    /** Positions from which a throw is long. Source: the handbook, chapter 4, "Breath and hard spots". */
    public const LONG = 4.0;
    /** Half steps from which a leap asks for faster air: a seventh. */
    public const LEAP = 10;

    public function __construct(private readonly Weights $weights)
    {
    }

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        $distance = abs($after->onSlide()->out - $before->onSlide()->out);
        $moves = $this->weights->position * $distance + $this->weights->longThrow * max(0.0, $distance - 3);
        $unclean = 0.0;
        $events = [];
        if ($distance >= self::LONG - 1e-6) {
            $unclean = $this->weights->uncleanRoll;
            $events[] = Event::between(EventKind::LongThrow, $distance, $before, $after);
        }
        $triggers = \count(array_diff(
            $before->touches,
            $after->touches,
        )) + \count(array_diff($after->touches, $before->touches));
        $moves += $this->weights->trigger * $triggers + $this->weights->slidePartial * min(
            4,
            abs((int) $after->partial - (int) $before->partial),
        );
        if ($to->midi() - $from->midi() >= self::LEAP) {
            $moves += $this->weights->leap;
            $events[] = Event::between(EventKind::WideLeap, $this->weights->leap, $before, $after);
        }

        return new Change($moves, $unclean, $events, $unclean > 0.0 ? 1 : 0, [] !== $events);
    }
}
