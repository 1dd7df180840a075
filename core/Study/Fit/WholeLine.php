<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;

/**
 * The line as it is.
 */
final readonly class WholeLine implements Policy
{
    public function lines(Ground $ground, int $octaves, Range $range): array
    {
        $fitting = [];
        foreach ($ground->lines($octaves, $range) as $by => $line) {
            if ($line->fits($range, $by)) {
                $fitting[] = $line->inOctave($by);
            }
        }

        return $fitting;
    }

    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line
    {
        return $line;
    }

    public function name(): RangePolicy
    {
        return RangePolicy::WholeOctaves;
    }
}
