<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Tone;

/**
 * The line where it lies on the instrument, and what was done to make it fit.
 */
final readonly class Placement
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param Pitch                $tonic    from which the steps of its walk are counted
     * @param int                  $from     lowest step of the walk
     * @param int                  $top      highest step
     * @param list<string>         $warnings
     */
    private function __construct(
        public array $tones,
        public Pitch $tonic,
        public int $from,
        public int $top,
        public RangePolicy $policy,
        public array $warnings,
    ) {
    }

    /** @param list<string> $warnings */
    public static function of(Line $line, RangePolicy $policy, array $warnings = []): self
    {
        return new self($line->tones, $line->tonic, $line->from, $line->top, $policy, $warnings);
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param list<string>         $warnings said before the others
     */
    public function with(array $tones, array $warnings = []): self
    {
        return new self(
            $tones,
            $this->tonic,
            $this->from,
            $this->top,
            $this->policy,
            [...$warnings, ...$this->warnings],
        );
    }
}
