<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

/**
 * What travels beside the notes.
 */
final readonly class ExportChoices
{
    /**
     * @param bool $fromRoot   whether degrees are counted from the root of each cell, and not from the tonic
     * @param bool $hardSpots  whether the changes to practise first are named
     * @param bool $click      whether a MIDI file has a click on the beats, on a track of its own
     * @param bool $countIn    whether a bar of clicks goes before
     * @param bool $heldChords whether a MIDI file has the chords, held softly, on a track of their own
     */
    public function __construct(
        public FingeringText $fingerings = FingeringText::Short,
        public bool $degrees = true,
        public bool $fromRoot = false,
        public bool $letters = true,
        public bool $counts = false,
        public bool $chords = true,
        public bool $hardSpots = true,
        public bool $click = false,
        public bool $countIn = false,
        public bool $heldChords = false,
    ) {
    }

    /** The same with what a MIDI file adds to the notes. */
    public function sounding(bool $click, bool $countIn, bool $heldChords): self
    {
        return new self(
            $this->fingerings,
            $this->degrees,
            $this->fromRoot,
            $this->letters,
            $this->counts,
            $this->chords,
            $this->hardSpots,
            $click,
            $countIn,
            $heldChords,
        );
    }
}
