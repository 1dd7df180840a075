<?php

declare(strict_types=1);

namespace SwiftReed\Study;

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
    public static function tones(array $tones, Compass $compass): array
    {
        $kept = [];
        $out = [];
        $rests = 0;
        foreach ($tones as $tone) {
            $rests += $tone->rests;
            if ($compass->holds($tone->pitch, $tone->pitch)) {
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
