<?php

declare(strict_types=1);

namespace SwiftReed\Score;

/**
 * One part of a score, with the name of who plays it.
 */
final readonly class BandPart
{
    /** @param string $player name; unique in the score */
    public function __construct(public string $player, public Part $part)
    {
    }

    /** "Ada, Flute", or the instrument alone where nobody is named. */
    public function called(): string
    {
        return match (true) {
            '' === $this->player, $this->player === $this->part->instrument->name => $this->part->instrument->name,
            str_contains($this->player, '('.$this->part->instrument->name) => $this->player,
            default => $this->player.', '.$this->part->instrument->name,
        };
    }
}
