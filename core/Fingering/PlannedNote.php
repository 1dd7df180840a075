<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Occasion;

/**
 * The fingering chosen for one note of a study.
 */
final readonly class PlannedNote
{
    /**
     * @param list<string>    $resting    touches that are down without effect, only ready for what comes
     * @param Reason|(\Closure(): Reason)|null $reason why it is not the chart's default; null when it is
     * @param Occasion|null   $occasion   on which the chart allows it; null for the default and for pins
     * @param list<Alternate> $alternates
     * @param list<string>    $flags
     * @param float $difficulty of the change into it; one is about the effort of moving one finger,
     *  0 for the first note
     * @param list<string> $held touches that are down without effect because that is taught, or because the finger has no
     *  time to lift
     */
    public function __construct(
        public Fingering $fingering,
        public array $resting,
        private Reason|\Closure|null $reason,
        public ?Occasion $occasion,
        public array $alternates,
        public array $flags,
        public float $difficulty = 0.0,
        public array $held = [],
    ) {
    }

    /** Why it is not the chart's default, found when it is asked for; null when it is. */
    public function why(): ?Reason
    {
        return $this->reason instanceof \Closure ? ($this->reason)() : $this->reason;
    }

    /** The fingering with what is held with it; what is only ready is not in it. */
    public function needed(): Fingering
    {
        return $this->fingering->holding($this->held);
    }

    /** @return list<string> everything that is down, with effect or without */
    public function down(): array
    {
        return [...$this->needed()->touches, ...$this->resting];
    }
}
