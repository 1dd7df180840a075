<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Knowledge\Figures;

/**
 * The figures that decide how a line is learnt and the days are planned; each stands in data/practice.yaml with what it
 * means in playing.
 */
final readonly class PracticeFigures extends Figures
{
    protected static function file(): string
    {
        return 'practice';
    }
}
