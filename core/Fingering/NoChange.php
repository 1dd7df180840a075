<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Where nothing is fingered, nothing is hard to change.
 */
final class NoChange implements ChangeCost
{
    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        return new Change(0.0, 0.0, []);
    }

    public function figures(array $places, Route $route): array
    {
        return [];
    }
}
