<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Pitch\Pitch;

/**
 * A note as it should be heard.
 */
final readonly class ExpectedNote
{
    /**
     * @param int    $midi     sounding
     * @param float  $at       quarter notes from the beginning
     * @param float  $quarters its length, until the next begins
     * @param bool   $isTongued whether it begins with the tongue
     * @param bool   $isFree   whether a breath or a leap stands before it, so that its time is not judged
     * @param string $degree   in whatever octave, "4"
     * @param list<int> $graces sounding grace notes that may stand before it
     */
    public function __construct(
        public Pitch $written,
        public int $midi,
        public float $at,
        public float $quarters,
        public bool $isTongued,
        public bool $isFree,
        public string $degree,
        public array $graces = [],
    ) {
    }
}
