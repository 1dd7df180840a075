<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Hardness;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on valves: how many move, both ways at once, crossing 1-3 to 2, the lip going to another partial, and the
 * thumb valve as a finger that moves.
 *
 * Source of the rules: the handbook, chapter 4 (common practice).
 */
final class ValveChange implements ChangeCost
{
    /** The valves of the three fingers that must pass each other; the fourth has a finger or a hand to itself. */
    private const THREE = ['v1', 'v2', 'v3'];

    public function __construct(private readonly Weights $weights, private readonly Hardness $hard)
    {
    }

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        $pressed = array_diff($after->touches, $before->touches, ['T']);
        $lifted = array_diff($before->touches, $after->touches, ['T']);
        $moving = \count($pressed) + \count($lifted);
        $moves = $this->weights->valve * $moving;
        $events = [];
        $isHard = false;
        if ([] !== $pressed && [] !== $lifted) {
            $moves += $this->weights->valvesBothWays;
            $isHard = $this->hard->isReached(
                'valves',
                \count(array_intersect([...$pressed, ...$lifted], self::THREE)),
            );
            if (self::crosses($pressed, $lifted) || self::crosses($lifted, $pressed)) {
                $moves += $this->weights->crossing;
                $events[] = Event::between(EventKind::Crossing, $this->weights->crossing + 2, $before, $after);
            } elseif ($moving > 2) {
                $events[] = Event::between(EventKind::ManyValves, 1.0, $before, $after, $moving);
            }
        }
        if ($before->side !== $after->side) {
            $moves += $this->weights->thumbValve;
            $isHard = $isHard || ([] !== $pressed && [] !== $lifted);
            $events[] = Event::between(EventKind::ThumbSide, $this->weights->thumbValve, $before, $after);
        } else {
            $partials = abs((int) $after->partial - (int) $before->partial);
            $isHard = $isHard || ($this->hard->isReached('partials', $partials) && [] !== $pressed && [] !== $lifted);
            $moves += $this->weights->partial * min(4, $partials);
            if ($partials > 0 && $moving > 0) {
                $moves += $this->weights->partialAndValves;
                if ($moving > 1) {
                    $events[] = Event::between(
                        EventKind::PartialAndValves,
                        $this->weights->partialAndValves,
                        $before,
                        $after,
                        $moving,
                    );
                }
            }
        }
        if ($this->hard->isReached('leap', $to->midi() - $from->midi())) {
            $isHard = true;
            $moves += $this->weights->leap;
            $events[] = Event::between(EventKind::WideLeap, $this->weights->leap, $before, $after);
        }

        return new Change($moves, 0.0, $events, 0, $isHard);
    }

    /**
     * @param array<string> $outer
     * @param array<string> $inner
     */
    private static function crosses(array $outer, array $inner): bool
    {
        return \in_array('v1', $outer, true) && \in_array('v3', $outer, true) && \in_array('v2', $inner, true);
    }

    /** One against two is nothing by itself, and stumbles where it is fast. */
    public function figures(array $places, Route $route): array
    {
        $figures = [];
        for ($i = 1, $count = \count($places); $i < $count; ++$i) {
            [$before, $after] = [$route->fingerings[$i - 1], $route->fingerings[$i]];
            $swap = [...array_diff($before->touches, $after->touches), ...array_diff($after->touches, $before->touches)];
            sort($swap);
            if (
                $this->hard->isReached('one-against-two', $places[$i]->speed)
                && ['v1', 'v2'] === $swap
                && [] !== array_diff($before->touches, $after->touches)
                && [] !== array_diff($after->touches, $before->touches)
            ) {
                $figures[$i][] = Event::between(
                    EventKind::FirstAgainstSecond,
                    $this->weights->valvesBothWays,
                    $before,
                    $after,
                );
            }
        }

        return $figures;
    }
}
