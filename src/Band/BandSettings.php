<?php

declare(strict_types=1);

namespace App\Band;

/**
 * What a director sets for a band.
 */
final readonly class BandSettings
{
    /** @param list<int> $lessonDays days of the week, 1 for Monday; @param int $keptDays for which results are kept */
    public function __construct(
        public string $name,
        public Usual $usual,
        public int $keptDays,
        public \DateTimeZone $zone,
        public array $lessonDays,
    ) {
    }
}
