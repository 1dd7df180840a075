<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * A stretch of the range that speaks alike.
 */
final readonly class Register
{
    /**
     * @param int $breakBelow how much harder it is to come into it from below,
     *  or leave it downward; 0 where there is no break
     */
    public function __construct(
        public string $name,
        public Pitch $lowest,
        public Pitch $highest,
        public int $breakBelow,
    ) {
    }
}
