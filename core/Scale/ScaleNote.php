<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Pitch;

/**
 * One note of a scale: its pitch, its degree counted from the low tonic (with its sign, and as a number:
 * 8 the next tonic, 0 and less below), its step (0 is the tonic, 1 the next note of this scale).
 */
final readonly class ScaleNote
{
    public function __construct(
        public Pitch $pitch,
        public string $degree,
        public int $number,
        public int $step,
        public bool $plainName,
    ) {
    }
}
