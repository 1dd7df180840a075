<?php

declare(strict_types=1);

namespace App\Band;

/**
 * What is written down of a place at an instrument: which set-up, which stage, how its pages look. Ranges stand as "G3
 * to E5".
 */
final readonly class ChairDetails
{
    /** @param list<string> $setups names of set-ups */
    public function __construct(
        public string $instrument,
        public array $setups = [],
        public string $stage = 'full',
        public string $limits = '',
        public string $watched = '',
        public string $section = '',
        public string $track = '',
        public string $style = 'written',
        public string $breath = '',
    ) {
    }

    /** As the chair keeps it. */
    public function setup(): string
    {
        return implode(',', $this->setups);
    }
}
