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
     * @param list<string> $set touches that are set and lifted in their own time, like a whisper key
     * @param list<array{touch: string, for: string}> $exchanges where a habit takes the first touch on one note,
     *  it stands for the second on all notes of the line
     * @param list<string> $registerKeys touches that change the register
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
        private readonly Hardness $hardness,
        public readonly array $registerKeys,
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
     * Fingers of one hand that all go down or all come up; no register key, no half hole, and no finger that holds
     * something else meanwhile, unless the chart has the pair for trills.
     */
    public function trills(Fingering $lower, Fingering $upper): ?array
    {
        $down = array_values(array_diff($lower->touches, $upper->touches));
        $up = array_values(array_diff($upper->touches, $lower->touches));
        $moves = [...$down, ...$up];
        if (([] === $down) === ([] === $up) || [] !== $lower->momentary || [] !== $upper->momentary) {
            return null;
        }
        $isTaught = FingeringUse::Trill === $lower->use || FingeringUse::Trill === $upper->use;
        $held = array_map(
            fn (string $id): string => $this->touches[$id]->finger,
            array_intersect($lower->touches, $upper->touches),
        );
        foreach ($moves as $id) {
            $touch = $this->touches[$id];
            if (
                $touch->isLeft() !== $this->touches[$moves[0]]->isLeft()
                || $touch->isHalfHole
                || \in_array($id, $this->registerKeys, true)
                || (!$isTaught && !$touch->isPalmKey() && \in_array($touch->finger, $held, true))
            ) {
                return null;
            }
        }

        return $moves;
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

    public function lengthsFrom(Fingering $from, bool $fromOpen): array
    {
        return [];
    }

    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): ?Tuning
    {
        return null;
    }

    public function hardness(): Hardness
    {
        return $this->hardness;
    }

    public function askable(): Askable
    {
        return new AskedTouches($this->touches);
    }
}
