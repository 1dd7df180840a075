<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Chord;
use SwiftReed\Scale\Material;

/**
 * One chord in a key: its root and kind, the scale played on it, how long it lasts.
 */
final readonly class Change
{
    /** @param int $ticks that it lasts */
    public function __construct(public Chord $chord, public Material $scale, public int $ticks)
    {
    }

    /** Its root in the octave from this tonic up. */
    public function rootAbove(Pitch $tonic): Pitch
    {
        $root = $this->chord->root->at($tonic->octave);
        while ($root->midi() < $tonic->midi()) {
            $root = $root->octaves(1);
        }
        while ($root->midi() >= $tonic->midi() + 12) {
            $root = $root->octaves(-1);
        }

        return $root;
    }

    /** Whether this note, MIDI number, is one of the chord's. */
    public function has(int $midi): bool
    {
        $above = (($midi - $this->chord->root->pitchClass()) % 12 + 12) % 12;
        foreach ($this->chord->quality()->held as $halfSteps) {
            if ($halfSteps % 12 === $above) {
                return true;
            }
        }

        return false;
    }
}
