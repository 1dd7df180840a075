<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * One exercise of a sheet: a study line, or a chorale.
 */
final readonly class Exercise
{
    /**
     * @param string $line    nothing for a chorale
     * @param string $chorale its id
     * @param string $for     "brass" or "woodwind", where not everybody has something to do in it
     */
    public function __construct(public string $title, public string $line, public string $chorale, public string $for)
    {
    }
}
