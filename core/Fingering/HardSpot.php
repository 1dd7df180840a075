<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * A change that is likely to go wrong.
 */
final readonly class HardSpot
{
    /**
     * @param int          $from       index of the note before the change
     * @param float        $difficulty one is about the effort of moving one finger
     * @param string       $why        in a teacher's words
     * @param list<string> $flags
     * @param string       $change     the two written notes, "A4 B4": the same change may come again
     */
    public function __construct(public int $from, public int $to, public float $difficulty, public string $why, public array $flags, public string $change = '')
    {
    }
}
