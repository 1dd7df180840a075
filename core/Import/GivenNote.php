<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;

/**
 * A note that was typed or read from a file, as it is written there.
 */
final readonly class GivenNote
{
    /**
     * @param int  $ticks    length; {@see \SwiftReed\Time\Length::QUARTER} are a quarter note
     * @param int  $rests    ticks of silence before it
     * @param bool $slurredInto whether it is slurred from the note before
     * @param bool $isSoft   whether it is marked as legato-tongued
     * @param list<string> $marks as MusicXML calls them: "staccato", "accent", "strong-accent", "fermata"
     */
    public function __construct(
        public Pitch $pitch,
        public int $ticks,
        public int $rests,
        public bool $slurredInto = false,
        public bool $isSoft = false,
        public array $marks = [],
    ) {
    }

    public function longer(int $ticks): self
    {
        return new self(
            $this->pitch,
            $this->ticks + $ticks,
            $this->rests,
            $this->slurredInto,
            $this->isSoft,
            $this->marks,
        );
    }

    public function after(int $rests): self
    {
        return new self($this->pitch, $this->ticks, $rests, $this->slurredInto, $this->isSoft, $this->marks);
    }

    public function transpose(Interval $interval): self
    {
        $pitch = $this->pitch->transpose($interval);

        return new self(
            abs($pitch->alter) > 1 ? $pitch->plainName() : $pitch,
            $this->ticks,
            $this->rests,
            $this->slurredInto,
            $this->isSoft,
            $this->marks,
        );
    }

    public function octaves(int $octaves): self
    {
        return new self(
            $this->pitch->octaves($octaves),
            $this->ticks,
            $this->rests,
            $this->slurredInto,
            $this->isSoft,
            $this->marks,
        );
    }
}
