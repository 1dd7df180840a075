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
     * @param array<string, Touch>                                                  $touches
     * @param array<int, list<Fingering>> $chart by the MIDI number of the written note, the default first
     * @param list<list<string>> $together groups of touches that one finger can hold at the same time
     * @param list<list<string>> $rollers groups of touches between which a finger can roll
     * @param array<string, list<string>> $covers touches that one touch closes by itself
     * @param list<Resting>                                                         $resting
     * @param array<string, array{closes: list<string>, opens: list<string>,
     *  shuts: list<string>}> $pads by touch: what it closes and opens,
     *  and what it keeps shut whatever else would open it
     * @param list<array{int, int}> $modes written MIDI numbers, lowest and highest,
     *  of the stretches in which pads alone decide which note is lower
     * @param list<Advice> $advice
     * @param int $hardBothWays fingers of one hand that move in one change, some down and some up,
     *  from which it is hard
     * @param int $hardHalfHole fingers that land with a half hole, from which it is hard
     * @param list<string> $set touches that are set and lifted in their own time, like a whisper key
     * @param list<array{touch: string, for: string}> $exchanges where a habit takes the first touch on one note,
     *  it stands for the second on all notes of the line
     */
    public function __construct(
        private readonly array $touches,
        public readonly array $chart,
        public readonly array $together,
        public readonly array $rollers,
        public readonly array $covers,
        public readonly array $resting,
        public readonly array $pads,
        public readonly array $modes,
        public readonly array $exchanges,
        public readonly array $advice,
        public readonly array $set,
        public readonly int $hardBothWays,
        public readonly int $hardHalfHole,
    ) {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        return $this->chart[$written->midi()] ?? [];
    }

    public function touches(): array
    {
        return $this->touches;
    }

    public function kind(): MechanismKind
    {
        return MechanismKind::Keywork;
    }

    /**
     * The pads that stand open with a fingering: those that rest open and are not closed, and those that are opened and
     * not kept shut.
     *
     * @param list<string> $touches
     *
     * @return list<string>
     */
    public function openPads(array $touches): array
    {
        $open = [];
        foreach ($this->pads as $pad) {
            array_push($open, ...$pad['closes']);
        }
        foreach ($touches as $id) {
            array_push($open, ...$this->pads[$id]['opens']);
        }
        $shut = [];
        foreach ($touches as $id) {
            array_push($shut, ...$this->pads[$id]['closes'], ...$this->pads[$id]['shuts']);
        }

        return array_values(array_unique(array_diff($open, $shut)));
    }
}
