<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * The set-up of the player at the next desk: "no thumb valve?".
 */
final readonly class NextDoor
{
    /** @param \Closure(): Instrument $build the same instrument in that set-up */
    public function __construct(public string $asks, private \Closure $build)
    {
    }

    public function instrument(): Instrument
    {
        return ($this->build)();
    }
}
