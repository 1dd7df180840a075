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
     * @param Pitch  $pitch     written, where the line plays it
     * @param string $degree    counted from the study's low tonic in the plain line
     * @param int    $number    the degree's number without its sign, 1 the low tonic, 8 the next, 0 and less below
     * @param bool   $ascending whether the line is going up here; the top note counts as going up
     * @param bool   $isTurn    first and last notes and turning points of scale or arpeggio
     * @param bool   $inSequel  whether it belongs to the arpeggio after the scale
     * @param int    $stretch   times its ordinary length
     * @param bool   $fillsBar  whether it is held to the end of its bar, because something new begins there
     * @param int    $octaves   octaves by which the range policy moved it
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
    ) {
    }

    public function moved(int $octaves): self
    {
        return 0 === $octaves ? $this : new self($this->pitch->octaves($octaves), $this->degree, $this->number, $this->ascending, $this->isTonic, $this->isTurn, $this->inSequel, $this->octaves + $octaves, $this->plainName, $this->stretch, $this->fillsBar);
    }

    public function drilled(int $stretch, bool $fillsBar): self
    {
        return new self($this->pitch, $this->degree, $this->number, $this->ascending, $this->isTonic, $this->isTurn, $this->inSequel, $this->octaves, $this->plainName, $stretch, $fillsBar);
    }
}
