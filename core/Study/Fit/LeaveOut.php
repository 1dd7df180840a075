<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Study\Tone;

/**
 * Notes beyond the range are silent, and their time is kept.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class LeaveOut
{
    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return array{list<Tone>, list<string>} what is played, and the names of what is not
     */
    public static function tones(array $tones, Range $range): array
    {
        $kept = [];
        $out = [];
        $rests = 0;
        foreach ($tones as $tone) {
            $rests += $tone->rests;
            if ($range->holds($tone->pitch, $tone->pitch)) {
                $kept[] = $tone->afterRests($rests);
                $rests = 0;
            } else {
                $out[] = $tone->pitch->sign();
                $rests += $tone->stretch;
            }
        }

        return [$kept, $out];
    }
}
