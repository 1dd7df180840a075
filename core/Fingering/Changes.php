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
            MechanismKind::Valves === $mechanism->kind() => new ValveChange($weights),
            MechanismKind::Slide === $mechanism->kind() => new SlideChange($weights),
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
}
