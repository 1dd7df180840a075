<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * Words of a line that were understood in another sense than word for word: what was said, and how the line says it.
 */
final readonly class ReadAs
{
    public function __construct(public string $said, public string $means)
    {
    }
}
