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
    public function __construct(public array $touches, public UseOf $use, public string $when, public Context $context, public bool $overblows, public float $cost)
    {
    }

    /**
     * The same overblown.
     *
     * @param list<string> $touches
     */
    public function with(array $touches, int $halfSteps): self
    {
        return new self($touches, $this->use, $this->when, $this->context->raised($halfSteps), $this->overblows, $this->cost);
    }
}
