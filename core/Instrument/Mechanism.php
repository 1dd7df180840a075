<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * What makes the notes: keywork, a tube with valves, a tube with a slide, or nothing that is fingered.
 */
interface Mechanism
{
    /**
     * Every fingering of a note, the default first; empty when the mechanism does not have the note.
     *
     * @param Pitch $written  as the player reads it
     * @param int   $sounding MIDI number of the sounding pitch
     *
     * @return list<Fingering>
     */
    public function fingerings(Pitch $written, int $sounding): array;

    /** @return array<string, Touch> touches by id, in the order in which fingerings list them */
    public function touches(): array;

    public function kind(): MechanismKind;

    /**
     * What moves in a trill between two fingerings: touches of one hand that all go down or all come up; nothing where
     * the lip alone does it; null where the pair is no trill.
     *
     * @param Fingering $lower of the lower note
     * @param Fingering $upper of the upper
     *
     * @return list<string>|null touch ids
     */
    public function trills(Fingering $lower, Fingering $upper): ?array;

    /**
     * The length of tube of a fingering, and each that is a half step longer, as far as the instrument has them.
     *
     * @param bool $fromOpen whether they begin with the open tube of that side instead
     *
     * @return list<TubeLength> empty where nothing is a tube
     */
    public function lengthsFrom(Fingering $from, bool $fromOpen): array;

    /**
     * What the player does for a note that lies so far off; null where the instrument does not say how its notes lie.
     *
     * @param float  $cents    of the whole note, positive is sharp
     * @param string $slides   that the player moves while playing: valves' slides as digits, "hand", "main"
     */
    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): ?Tuning;

    /** From where its changes count as hard. */
    public function hardness(): Hardness;

    /** How its fingerings are asked for; null where nothing is fingered. */
    public function askable(): ?Askable;
}
