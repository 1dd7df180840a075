<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Words\Wording;

/**
 * A take that came as MIDI: the notes as they were sent. Keys have no cents.
 */
final class MidiTake
{
    /** Notes of a take. */
    private const MOST = 5000;
    private const LONGEST = 600_000;
    /** Decibels that a key which was let go falls, for whoever asks whether notes are apart. */
    private const DIP = 20.0;

    /**
     * What an instrument with keys sent.
     *
     * @param mixed $given [[ms, end ms, key], …]
     *
     * @return list<HeardNote>
     *
     * @throws ListeningError
     */
    public static function read(mixed $given): array
    {
        if (!\is_array($given) || !array_is_list($given) || \count($given) > self::MOST) {
            throw ListeningError::notFrames('There is no list of notes');
        }
        $notes = [];
        foreach ($given as $k => $one) {
            $numbers = \is_array($one) && array_is_list($one) ? array_values(array_filter($one, is_numeric(...))) : [];
            if (
                3 !== \count($numbers)
                || $numbers[0] < 0
                || $numbers[1] < $numbers[0]
                || $numbers[1] > self::LONGEST
                || $numbers[2] < 0
                || $numbers[2] > 127
            ) {
                throw ListeningError::notFrames(Wording::of('midi-take.read', ['k' => $k + 1]));
            }
            $notes[] = [(float) $numbers[0], (float) $numbers[1], (int) $numbers[2]];
        }
        usort($notes, static fn (array $one, array $other): int => $one[0] <=> $other[0]);

        return self::heard($notes);
    }

    /**
     * A Standard MIDI File, by what its reader has read of it.
     *
     * @param list<array{float, float, int}> $notes milliseconds of beginning and end, and key
     *
     * @return list<HeardNote>
     */
    public static function heard(array $notes): array
    {
        $heard = [];
        $before = null;
        foreach ($notes as [$on, $off, $key]) {
            $hole = null === $before ? 0.0 : max(0.0, $on - $before);
            $heard[] = new HeardNote($on, max($off, $on), (float) $key, true, $hole > 0 ? self::DIP : 0.0, $hole);
            $before = $off;
        }

        return $heard;
    }
}
