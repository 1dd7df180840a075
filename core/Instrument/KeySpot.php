<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Place, size and shape of one touch in a drawing: its middle, width and height in hundredths of a millimetre.
 */
final readonly class KeySpot
{
    /** @param string $shape disc, oval, key, or half for a hole that is half covered */
    public function __construct(
        public int $x,
        public int $y,
        public int $width,
        public int $height,
        public string $shape,
    ) {
    }
}
