<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One line of a chart as it stands in the file, before it becomes a fingering.
 */
final readonly class ChartEntry
{
    /**
     * @param list<string> $touches
     * @param float        $cost    what it costs to use it; -1 for what its use costs
     */
    public function __construct(public array $touches, public UseOf $use, public string $when, public string $preferredIn, public bool $overblows, public float $cost)
    {
    }

    /** @param list<string> $touches */
    public function with(array $touches): self
    {
        return new self($touches, $this->use, $this->when, $this->preferredIn, $this->overblows, $this->cost);
    }
}
