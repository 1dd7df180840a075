<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Pitch;

/**
 * The written range from which a study takes its notes.
 */
final readonly class Compass
{
    private function __construct(public Pitch $lowest, public Pitch $highest)
    {
    }

    public static function of(Pitch $lowest, Pitch $highest): self
    {
        return new self($lowest, $highest);
    }

    public function holds(Pitch $low, Pitch $high): bool
    {
        return $low->midi() >= $this->lowest->midi() && $high->midi() <= $this->highest->midi();
    }

    public function halfSteps(): int
    {
        return $this->highest->midi() - $this->lowest->midi();
    }

    /** "E3 to C6" with printed signs. */
    public function spoken(): string
    {
        return $this->lowest->sign().' to '.$this->highest->sign();
    }
}
