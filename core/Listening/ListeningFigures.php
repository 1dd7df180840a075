<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Knowledge\Figures;

/**
 * The figures by which a take is heard and judged; each stands in data/listening.yaml with what it means in playing.
 */
final readonly class ListeningFigures extends Figures
{
    protected static function file(): string
    {
        return 'listening';
    }
}
