<?php

declare(strict_types=1);

namespace SwiftReed\Player;

/**
 * With whom a player plays: the chairs of his band in the order of the score, and which of them is his.
 */
final readonly class Seating
{
    /**
     * @param non-empty-list<array{string, string}> $chairs id and family of each instrument
     * @param int                                   $seat   from 0
     */
    public function __construct(public array $chairs, public int $seat)
    {
    }

    /** Somebody who plays alone. */
    public static function alone(string $id, string $family): self
    {
        return new self([[$id, $family]], 0);
    }

    /** Whether nobody else is known of. */
    public function isAlone(): bool
    {
        return 1 === \count($this->chairs);
    }
}
