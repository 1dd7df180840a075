<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Tone;
use SwiftReed\Time\TimeSignature;

/**
 * The line played several times on end. Where it comes back to the note on which it began, that note is not repeated:
 * an octave up and down is a cycle of 14 notes.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class Rounds
{
    public const MOST = 48;

    /** @param non-empty-list<Tone> $tones */
    public static function isCycle(array $tones): bool
    {
        return \count($tones) > 2 && $tones[0]->pitch->midi() === $tones[\count($tones) - 1]->pitch->midi();
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param bool                 $wholly whether the note on which it ends and begins is played twice all the same
     *
     * @return non-empty-list<Tone>
     */
    public static function of(array $tones, int $times, bool $wholly = false): array
    {
        $cycle = self::isCycle($tones) && !$wholly ? \array_slice($tones, 0, -1) : $tones;
        $all = [];
        for ($round = 1; $round <= $times; ++$round) {
            array_push($all, ...($round === $times ? $tones : $cycle));
        }
        \assert([] !== $all);

        return $all;
    }

    /**
     * How many rounds it takes until the line begins on a beat again (with a long note that stays on one beat: at the
     * beginning of a bar; with a figure: on its first note).
     *
     * @param non-empty-list<Tone> $tones
     */
    public static function untilItComesOut(array $tones, Timing $timing, TimeSignature $time): int
    {
        $rhythm = $timing->rhythm;
        $isWhole = [Rhythm::Untimed, Rhythm::OneLongInTheBar, Rhythm::EachValue];
        if (\in_array($rhythm, $isWhole, true) || true === $timing->figure?->onEachNote) {
            return 1;
        }
        $cycle = self::isCycle($tones) ? \array_slice($tones, 0, -1) : $tones;
        if (null !== $timing->figure) {
            $taken = array_sum(array_map(static fn (Tone $tone): int => $tone->rests + $tone->stretch, $cycle));
            $notes = $timing->figure->notes();

            return intdiv($notes, self::common($taken, $notes));
        }
        if (Rhythm::LongOnBeat === $rhythm) {
            $count = \count($cycle);
            $unit = OneLong::notesInBar($time);
        } else {
            \assert([] !== $cycle);
            $count = array_sum($rhythm->lengths($cycle, false, $time)) + $rhythm->ticks() * array_sum(array_map(
                static fn (Tone $tone): int => $tone->rests,
                $cycle,
            ));
            $unit = $time->beatTicks();
        }

        return intdiv($unit, self::common($count, $unit));
    }

    private static function common(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return $a;
    }
}
