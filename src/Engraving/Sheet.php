<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * A finished drawing and its size in units, a hundred to the millimetre.
 */
final readonly class Sheet
{
    public function __construct(public string $svg, public int $width, public int $height)
    {
    }
}
