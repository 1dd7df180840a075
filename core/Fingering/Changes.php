<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Pitch;

/**
 * The changes of one instrument, each worked out once.
 */
final class Changes
{
    private readonly ChangeCost $cost;
    /** @var array<int, array<int, Change>> by the object ids of the two fingerings; the instrument keeps both alive, and whoever asks holds the instrument */
    private array $known = [];

    public function __construct(Instrument $instrument)
    {
        $mechanism = $instrument->mechanism();
        $this->cost = match (true) {
            $mechanism instanceof Keywork => new KeyworkChange($instrument, $mechanism),
            'valves' === $mechanism->kind() => new ValveChange(),
            'slide' === $mechanism->kind() => new SlideChange(),
            default => new NoChange(),
        };
    }

    public function between(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        return $this->known[spl_object_id($before)][spl_object_id($after)] ??= $this->cost->change($from, $before, $to, $after);
    }
}
