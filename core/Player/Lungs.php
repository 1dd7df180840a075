<?php

declare(strict_types=1);

namespace SwiftReed\Player;

/**
 * What phrasing asks of who plays: how long a breath lasts, and whether it is blown into brass.
 */
final readonly class Lungs
{
    /** @param float|null $seconds that a breath lasts; null for who needs none: mallets, keyboards */
    private function __construct(public ?float $seconds, public bool $isBrass)
    {
    }

    public static function lasting(float $seconds, bool $isBrass): self
    {
        return new self($seconds, $isBrass);
    }

    public static function none(): self
    {
        return new self(null, false);
    }
}
