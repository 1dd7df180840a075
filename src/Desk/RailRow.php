<?php

declare(strict_types=1);

namespace App\Desk;

/**
 * One instrument of the band rail, with the key in which its player reads the line.
 */
final readonly class RailRow
{
    /** @param string $key the written key, "B♭ major"; nothing where the line cannot be read */
    public function __construct(public string $id, public string $name, public string $key, public bool $isChosen)
    {
    }
}
