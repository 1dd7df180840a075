<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * The key a player reads, how it came about, and the enharmonic twin where one can be offered.
 */
final readonly class WrittenKey
{
    /**
     * @param Key|null $twin the other spelling, where it can be offered
     */
    public function __construct(public Key $key, public bool $respelled, public string $why, public ?Key $twin)
    {
    }
}
