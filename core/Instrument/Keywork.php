<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Holes and keys with a chart: written note to fingerings.
 */
final class Keywork implements Mechanism
{
    /**
     * @param array<string, Touch>         $touches
     * @param array<int, list<Fingering>>  $chart    by the MIDI number of the written note, the default first
     * @param list<list<string>>           $together groups of touches that one finger can hold at the same time
     * @param list<list<string>>           $rollers  groups of touches between which a finger can roll
     * @param array<string, list<string>>  $covers   touches that one touch closes by itself
     */
    public function __construct(private readonly array $touches, public readonly array $chart, public readonly array $together, public readonly array $rollers, public readonly array $covers)
    {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        return $this->chart[$written->midi()] ?? [];
    }

    public function touches(): array
    {
        return $this->touches;
    }

    public function kind(): string
    {
        return 'keywork';
    }
}
