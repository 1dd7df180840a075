<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Judges changes between fingerings on one kind of mechanism.
 */
interface ChangeCost
{
    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change;
}
