<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Study\StudyError;

/**
 * A rule for lines that may not fit: every place in which the line, shaped by the rule, lies inside a range.
 */
interface Policy
{
    /**
     * @return list<Line> from low to high
     *
     * @throws StudyError
     */
    public function lines(Ground $ground, int $octaves, Range $range): array;

    /**
     * One line that begins where it is told to, shaped by the rule; it may leave the range.
     *
     * @throws StudyError when nothing of it is left
     */
    public function shaped(Ground $ground, Line $line, int $octaves, Range $range): Line;

    public function name(): RangePolicy;
}
