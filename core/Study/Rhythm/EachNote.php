<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Tone;

/**
 * Every note of a line as often as a figure has notes.
 */
final class EachNote
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $notes of the figure
     *
     * @return array{non-empty-list<Tone>, list<bool>} the notes, and whether each is the one before once more
     */
    public static function of(array $tones, int $notes): array
    {
        $all = [];
        $isRepeat = [];
        foreach ($tones as $tone) {
            $times = $notes * $tone->stretch;
            for ($k = 1; $k <= $times; ++$k) {
                $isLast = $k === $times;
                // What is silent before a note is silent before its figure; what comes after it comes after the last.
                $all[] = $tone->drilled(1, $isLast && $tone->fillsBar)
                    ->turning($isLast && $tone->isTurn)
                    ->afterRests(1 === $k ? $tone->rests * $notes : 0)
                    ->seaming($isLast && $tone->isSeam);
                $isRepeat[] = $k > 1;
            }
        }
        \assert([] !== $all);

        return [$all, $isRepeat];
    }
}
