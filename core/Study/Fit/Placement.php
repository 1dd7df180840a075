<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\Tone;

/**
 * The line where it lies on the instrument, and what was done to make it fit.
 */
final readonly class Placement
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param list<string>         $warnings
     */
    public function __construct(public array $tones, public RangePolicy $policy, public array $warnings)
    {
    }
}
