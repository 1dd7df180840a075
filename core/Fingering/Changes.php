<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\Pitch;

/**
 * The changes of one instrument, each worked out once.
 */
final class Changes
{
    private readonly ChangeCost $cost;
    /**
     * @var array<int, array<int, Change>> by the object ids of the two fingerings; the instrument and the planner keep
     *  all of them alive
     */
    private array $known = [];

    public function __construct(Instrument $instrument, Weights $weights)
    {
        $mechanism = $instrument->mechanism();
        $this->cost = match (true) {
            $mechanism instanceof Keywork => new KeyworkChange($instrument, $mechanism, $weights),
            MechanismKind::Valves === $mechanism->kind() => new ValveChange($weights, $mechanism->hardness()),
            MechanismKind::Slide === $mechanism->kind() => new SlideChange($weights, $mechanism->hardness()),
            default => new NoChange(),
        };
    }

    public function between(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        return $this->known[spl_object_id($before)][spl_object_id($after)] ??= $this->cost->change(
            $from,
            $before,
            $to,
            $after,
        );
    }

    /**
     * What is hard of the line around a change: {@see ChangeCost::figures()}.
     *
     * @param non-empty-list<Place> $places
     *
     * @return array<int, list<Event>>
     */
    public function figures(array $places, Route $route): array
    {
        return $this->cost->figures($places, $route);
    }
}
