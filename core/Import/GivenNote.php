<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Pitch;

/**
 * A note that was typed or read from a file, as it is written for the player.
 */
final readonly class GivenNote
{
    /**
     * @param int $ticks length; 480 are a quarter note
     * @param int $rests ticks of silence before it
     */
    public function __construct(public Pitch $pitch, public int $ticks, public int $rests)
    {
    }

    public function longer(int $ticks): self
    {
        return new self($this->pitch, $this->ticks + $ticks, $this->rests);
    }
}
