<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * The fingering chosen for one note of a study.
 */
final readonly class PlannedNote
{
    /**
     * @param list<string>    $resting    touches that are down without effect
     * @param string          $why        why it is not the chart's default; nothing when it is
     * @param list<Alternate> $alternates
     * @param list<string>    $flags
     */
    public function __construct(public Fingering $fingering, public array $resting, public string $why, public array $alternates, public array $flags)
    {
    }
}
