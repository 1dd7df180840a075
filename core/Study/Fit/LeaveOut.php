<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;

/**
 * Notes beyond the range are silent, and their time is kept: the places with the fewest of them.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final readonly class LeaveOut implements Policy
{
    public function lines(Ground $ground, int $octaves, Range $range): array
    {
        $fitting = [];
        $most = 0;
        foreach ($ground->lines($octaves, $range) as $by => $line) {
            $tonic = $line->tonic->octaves($by);
            $count = self::count($line, $range, $by);
            if (0 === $count || !$range->holds($tonic, $tonic)) {
                continue;
            }
            if ($count > $most) {
                $fitting = [];
                $most = $count;
            }
            $kept = $count === $most ? self::kept($line->inOctave($by), $range) : null;
            if (null !== $kept) {
                $fitting[] = $kept;
            }
        }

        return $fitting;
    }

    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line
    {
        return self::kept($line, $range) ?? throw $ground->nothingFits();
    }

    public function name(): RangePolicy
    {
        return RangePolicy::LeaveOut;
    }

    /** Notes that are kept when the line is moved by octaves. */
    private static function count(Line $line, Range $range, int $octaves): int
    {
        [$low, $high] = [$range->lowest->midi() - 12 * $octaves, $range->highest->midi() - 12 * $octaves];
        $count = 0;
        foreach ($line->tones as $tone) {
            $midi = $tone->pitch->midi();
            $count += $midi >= $low && $midi <= $high ? 1 : 0;
        }

        return $count;
    }

    private static function kept(Line $line, Range $range): ?Line
    {
        $kept = [];
        $rests = 0;
        foreach ($line->tones as $tone) {
            $rests += $tone->rests;
            if ($range->holds($tone->pitch, $tone->pitch)) {
                $kept[] = $tone->afterRests($rests);
                $rests = 0;
            } else {
                $rests += $tone->stretch;
            }
        }

        return [] === $kept ? null : $line->with($kept);
    }

    /**
     * The notes of the plain line that are left out, each once.
     *
     * @return list<string> with printed signs
     */
    public static function missing(Line $plain, Range $range): array
    {
        $out = [];
        foreach ($plain->tones as $tone) {
            if (!$range->holds($tone->pitch, $tone->pitch)) {
                $out[$tone->pitch->sign()] = true;
            }
        }

        return array_keys($out);
    }
}
