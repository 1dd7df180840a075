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
}
