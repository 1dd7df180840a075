<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One length of a brass instrument's tube: valves that are down or a place of the slide, and the side or trigger it is
 * on. All partials on it have the same fingering.
 */
final readonly class TubeLength
{
    private function __construct(private ?string $valves, private ?int $position, private ?string $side)
    {
    }

    public static function valves(string $valves, ?string $side): self
    {
        return new self($valves, null, $side);
    }

    public static function position(int $position, ?string $side): self
    {
        return new self(null, $position, $side);
    }

    public function isOf(Fingering $fingering): bool
    {
        return $fingering->valves === $this->valves
            && $fingering->slide?->position === $this->position
            && $fingering->side === $this->side;
    }

    /** Tells it from the other lengths of its instrument. */
    public function key(): string
    {
        return $this->side.' '.$this->valves.$this->position;
    }
}
