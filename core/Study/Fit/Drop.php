<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Study\Tone;

/**
 * A pattern that runs out of notes: the group that would be too high starts from the same root an octave lower, and so does the
 * next root, as long as that octave has it; so the skip into the next root is kept. What would be too low is raised likewise.
 *
 * Source: the handbook, chapter 3, "Range" (common practice).
 */
final readonly class Drop implements Policy
{
    public function lines(Ground $ground, int $octaves, Range $range): array
    {
        $high = $ground->highest($range);
        $fitting = [];
        foreach ($ground->lines($octaves, $range) as $line) {
            if ($line->tonic->midi() < $range->lowest->midi() || $line->tonic->midi() > $high) {
                continue;
            }
            $dropped = $this->shaped($ground, $line, $octaves, $range);
            if ($dropped->fits($range) && $dropped->high->midi() <= $high) {
                $fitting[] = $dropped;
            }
        }

        return $fitting;
    }

    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line
    {
        return $line->with(self::tones($line->tones, $range->lowest->midi(), $ground->highest($range)));
    }

    public function name(): RangePolicy
    {
        return RangePolicy::Drop;
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $low   MIDI number of the lowest written note
     * @param int                  $high  MIDI number of the highest written note
     *
     * @return non-empty-list<Tone>
     */
    private static function tones(array $tones, int $low, int $high): array
    {
        $dropped = [];
        $octaves = 0;
        foreach (Groups::of($tones) as $group) {
            $midi = array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $group);
            [$bottom, $top] = [min($midi), max($midi)];
            $fits = static fn (int $by): bool => $bottom + 12 * $by >= $low && $top + 12 * $by <= $high;
            if (!$fits($octaves)) {
                $octaves = 0;
                while ($top + 12 * $octaves > $high) {
                    --$octaves;
                }
                while ($bottom + 12 * $octaves < $low && $top + 12 * ($octaves + 1) <= $high) {
                    ++$octaves;
                }
            }
            foreach ($group as $tone) {
                $dropped[] = $tone->transplanted($octaves);
            }
        }

        return $dropped;
    }
}
