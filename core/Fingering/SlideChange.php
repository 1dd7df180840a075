<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Hardness;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on a slide: how far it goes, whether a trigger moves, the lip going to another partial.
 *
 * Source of the rules: the handbook, chapter 4 (common practice).
 */
final class SlideChange implements ChangeCost
{
    public function __construct(private readonly Weights $weights, private readonly Hardness $hard)
    {
    }

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        $distance = abs($after->onSlide()->out - $before->onSlide()->out);
        $moves = $this->weights->position * $distance + $this->weights->longThrow * max(0.0, $distance - 3);
        $unclean = 0.0;
        $events = [];
        if ($this->hard->isReached('throw', $distance)) {
            $unclean = $this->weights->uncleanRoll;
            $events[] = Event::between(EventKind::LongThrow, $distance, $before, $after);
        }
        $triggers = \count(array_diff(
            $before->touches,
            $after->touches,
        )) + \count(array_diff($after->touches, $before->touches));
        if ($triggers > 0 && $this->hard->isReached('trigger', $distance)) {
            $events[] = Event::between(EventKind::TriggerAndSlide, $this->weights->trigger, $before, $after);
        }
        $moves += $this->weights->trigger * $triggers + $this->weights->slidePartial * min(
            4,
            abs((int) $after->partial - (int) $before->partial),
        );
        if ($this->hard->isReached('leap', $to->midi() - $from->midi())) {
            $moves += $this->weights->leap;
            $events[] = Event::between(EventKind::WideLeap, $this->weights->leap, $before, $after);
        }

        return new Change($moves, $unclean, $events, $unclean > 0.0 ? 1 : 0, [] !== $events);
    }

    /** The slide turns twice running with arm's lengths between; a slur in which the lip goes against the slide. */
    public function figures(array $places, Route $route): array
    {
        $figures = [];
        $legs = [];
        for ($i = 1, $count = \count($places); $i < $count; ++$i) {
            [$before, $after] = [$route->fingerings[$i - 1], $route->fingerings[$i]];
            $leg = $after->onSlide()->out - $before->onSlide()->out;
            $legs[] = $leg;
            if ($this->turnsTwice(\array_slice($legs, -3))) {
                $figures[$i][] = Event::between(EventKind::TurnsTwice, $this->weights->turn, $before, $after);
            }
            $rises = (int) $after->partial - (int) $before->partial;
            $isAgainst = $rises * $leg > 0 && $this->hard->isReached('slur', abs($leg));
            if ($places[$i]->surroundings->isSlurred && $isAgainst) {
                $figures[$i][] = Event::between(EventKind::AgainstTheSlide, $this->weights->slidePartial, $before, $after);
            }
        }

        return $figures;
    }

    /** @param list<float> $legs positions the slide goes, out is positive; the last three */
    private function turnsTwice(array $legs): bool
    {
        foreach ($legs as $leg) {
            if (!$this->hard->isReached('turn', abs($leg))) {
                return false;
            }
        }

        return 3 === \count($legs) && $legs[0] * $legs[1] < 0 && $legs[1] * $legs[2] < 0;
    }
}
