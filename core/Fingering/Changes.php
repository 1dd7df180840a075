<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Pitch;

/**
 * The changes of one instrument, each worked out once.
 */
final class Changes
{
    private readonly ChangeCost $cost;
    /** @var array<int, array<int, Change>> by the object ids of the two fingerings; the instrument keeps both alive, and whoever asks holds the instrument */
    private array $known = [];
    /** @var array<int, list<list<float>>> by the MIDI numbers of the two written notes */
    private array $matrices = [];

    public function __construct(Instrument $instrument)
    {
        $mechanism = $instrument->mechanism();
        $this->cost = match (true) {
            $mechanism instanceof Keywork => new KeyworkChange($instrument, $mechanism),
            'valves' === $mechanism->kind() => new ValveChange(),
            'slide' === $mechanism->kind() => new SlideChange(),
            default => new NoChange(),
        };
    }

    /**
     * The difficulties from every fingering of one note to every fingering of another.
     *
     * @param list<Fingering> $before
     * @param list<Fingering> $after
     *
     * @return list<list<float>> by the place of the fingering after, then of the one before
     */
    public function difficulties(Pitch $from, array $before, Pitch $to, array $after): array
    {
        return $this->matrices[$from->midi() * 128 + $to->midi()] ??= array_map(
            fn (Fingering $later): array => array_map(fn (Fingering $earlier): float => $this->between($from, $earlier, $to, $later)->difficulty, $before),
            $after,
        );
    }

    public function between(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        return $this->known[spl_object_id($before)][spl_object_id($after)] ??= $this->cost->change($from, $before, $to, $after);
    }
}
