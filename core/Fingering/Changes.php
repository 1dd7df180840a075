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
    /** @var array<string, Change> */
    private array $known = [];

    public function __construct(Instrument $instrument)
    {
        $mechanism = $instrument->mechanism;
        $this->cost = match (true) {
            $mechanism instanceof Keywork => new KeyworkChange($instrument, $mechanism),
            'valves' === $mechanism->kind() => new ValveChange(),
            'slide' === $mechanism->kind() => new SlideChange(),
            default => new NoChange(),
        };
    }

    public function between(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        return $this->known[$from->midi().$before->text.'>'.$to->midi().$after->text] ??= $this->cost->change($from, $before, $to, $after);
    }
}
