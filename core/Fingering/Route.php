<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * A way through the places of a line: one fingering each.
 */
final readonly class Route
{
    /**
     * @param non-empty-list<Fingering> $fingerings
     * @param int                       $slides     changes of it that cannot be played cleanly
     * @param float                     $cost       of the whole line
     */
    public function __construct(public array $fingerings, public int $slides, public float $cost)
    {
    }
}
