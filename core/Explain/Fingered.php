<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Pitch\Pitch;

/**
 * A note as it is fingered on an instrument: what is down, and what is done for its tuning.
 */
final readonly class Fingered
{
    /**
     * @param list<string> $held    touches that are down without effect, but held
     * @param list<string> $resting touches that are only ready
     */
    private function __construct(
        public Instrument $instrument,
        public Pitch $pitch,
        public Fingering $fingering,
        public array $held,
        public array $resting,
        public ?Tuning $tuning,
    ) {
    }

    /** @param float $cents of the whole note, as the model or its player says */
    public static function note(Instrument $instrument, Pitch $pitch, PlannedNote $planned, float $cents): self
    {
        return new self(
            $instrument,
            $pitch,
            $planned->fingering,
            $planned->held,
            $planned->resting,
            $instrument->tuning($pitch, $planned->fingering, $cents),
        );
    }

    /** The fingering with what is held with it. */
    public function needed(): Fingering
    {
        return $this->fingering->holding($this->held);
    }

    /** @return list<string> everything that is down, with effect or without */
    public function down(): array
    {
        return [...$this->needed()->touches, ...$this->resting];
    }

    /** @return list<string> what is still down as the next note comes: a flick is over by then */
    public function stillDown(): array
    {
        return array_values(array_diff($this->down(), $this->fingering->momentary));
    }

    /** Whether it is the same note, and nothing moves. */
    public function isSameAs(self $other): bool
    {
        return $this->pitch->midi() === $other->pitch->midi()
            && $this->fingering->text === $other->fingering->text
            && [] === $other->fingering->momentary
            && array_values(array_unique($this->down())) === array_values(array_unique($other->down()));
    }
}
