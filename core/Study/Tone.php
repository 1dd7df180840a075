<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Pitch;

/**
 * One note of the line before it has a length: what sounds, where it stands in the scale, where the line is going.
 */
final readonly class Tone
{
    /**
     * @param Pitch  $pitch      written, where the line plays it
     * @param string $degree     counted from the study's low tonic in the plain line
     * @param int    $number     the degree's number without its sign, 1 the low tonic, 8 the next, 0 and less below
     * @param bool   $ascending  whether the line is going up here; the top note counts as going up
     * @param bool   $isTurn     first and last notes and turning points of scale or arpeggio
     * @param bool   $inSequel   whether it belongs to the arpeggio after the scale
     * @param int    $octaves    octaves by which the range policy moved it
     * @param int    $stretch    times its ordinary length
     * @param bool   $fillsBar   whether it is held to the end of its bar, because something new begins there
     * @param int    $cell       the cell it belongs to, counted from 0; -1 in a plain line
     * @param int    $group      the group within that cell
     * @param bool   $isRoot     whether it is the root of its cell, or the root's octave; in a plain line, a tonic
     * @param int    $rests      ordinary lengths of silence before it
     * @param bool   $isSeam     whether a drill starts its pair again after it: the player breathes
     */
    public function __construct(
        public Pitch $pitch,
        public string $degree,
        public int $number,
        public bool $ascending,
        public bool $isTonic,
        public bool $isTurn,
        public bool $inSequel,
        public int $octaves,
        public bool $plainName,
        public int $stretch = 1,
        public bool $fillsBar = false,
        public int $cell = -1,
        public int $group = 0,
        public bool $isRoot = false,
        public int $rests = 0,
        public bool $isSeam = false,
    ) {
    }

    public function moved(int $octaves): self
    {
        return 0 === $octaves ? $this : $this->with($this->pitch->octaves($octaves), $this->octaves + $octaves, $this->isTurn, $this->stretch, $this->fillsBar, $this->rests);
    }

    /** @param bool $isSeam whether its pair starts again after it */
    public function drilled(int $stretch, bool $fillsBar, bool $isSeam = false): self
    {
        return $this->with($this->pitch, $this->octaves, $this->isTurn, $stretch, $fillsBar, $this->rests, $isSeam);
    }

    public function afterRests(int $rests): self
    {
        return $this->with($this->pitch, $this->octaves, $this->isTurn, $this->stretch, $this->fillsBar, $rests);
    }

    public function turning(bool $isTurn): self
    {
        return $this->with($this->pitch, $this->octaves, $isTurn, $this->stretch, $this->fillsBar, $this->rests);
    }

    private function with(Pitch $pitch, int $octaves, bool $isTurn, int $stretch, bool $fillsBar, int $rests, bool $isSeam = false): self
    {
        return new self($pitch, $this->degree, $this->number, $this->ascending, $this->isTonic, $isTurn, $this->inSequel, $octaves, $this->plainName, $stretch, $fillsBar, $this->cell, $this->group, $this->isRoot, $rests, $isSeam || $this->isSeam);
    }
}
