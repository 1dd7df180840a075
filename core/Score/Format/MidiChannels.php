<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

/**
 * Channels of the parts of a score: one for each sound, the percussion's left out, and the last left for chords. Where
 * there are more sounds than channels, a part takes that of the sound that stands nearest in General MIDI's list, which
 * goes by families.
 *
 * Source: General MIDI 1.
 */
final class MidiChannels
{
    private const FREE = [0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 11, 12, 13, 14];

    /**
     * @param list<int> $programs of the parts, from 0
     *
     * @return list<int> channels from 0
     */
    public static function of(array $programs): array
    {
        $taken = [];
        $channels = [];
        foreach ($programs as $program) {
            if (!isset($taken[$program])) {
                if (\count($taken) < \count(self::FREE)) {
                    $taken[$program] = self::FREE[\count($taken)];
                } else {
                    $known = array_keys($taken);
                    usort(
                        $known,
                        static fn (int $a, int $b): int => abs($a - $program) <=> abs($b - $program) ?: $a <=> $b,
                    );
                    $channels[] = $taken[$known[0]];
                    continue;
                }
            }
            $channels[] = $taken[$program];
        }

        return $channels;
    }
}
