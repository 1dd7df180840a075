<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\DegreeName;

/**
 * One note of the line before it has a length: what is written, what sounds, where it stands in the scale and in its
 * cell, where the line is going.
 */
final readonly class Tone
{
    /**
     * @param Pitch    $pitch     written, where the line plays it
     * @param Pitch    $sounding  the same in the concert key's own spelling
     * @param string   $degree    counted from the study's low tonic
     * @param int      $number    the degree's number without its sign, 1 the low tonic, 8 the next, 0 and less below
     * @param bool     $ascending whether the line is going up here; the top note counts as going up
     * @param bool     $isTurn    first and last notes and turning points of scale or arpeggio
     * @param bool     $inSequel  whether it belongs to the arpeggio after the scale
     * @param int      $octaves   octaves by which the range policy moved it
     * @param int      $stretch   times its ordinary length
     * @param bool     $fillsBar  whether it is held to the end of its bar, because something new begins there
     * @param int|null $cell      the cell it belongs to, counted from 0; none in a plain line
     * @param int      $group     the group within that cell
     * @param bool     $isRoot    whether it is the root of its cell, or the root's octave; in a plain line, a tonic
     * @param int      $rests     ordinary lengths of silence before it
     * @param bool     $isSeam    whether a drill starts its pair again after it: the player breathes
     * @param int      $root      number of its cell's root, counted as {@see $number}; in a plain line its own
     * @param string   $fromRoot  its degree counted from that root, as the pattern language writes it
     * @param list<string> $marks letters of the marks that its cell gives it: "s", "t", "a", "m"
     * @param list<Pitch> $graces  written grace notes before it, without time of their own
     * @param NoteName|null $rootName the written name of the cell's root; none in a plain line
     */
    public function __construct(
        public Pitch $pitch,
        public Pitch $sounding,
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
        public ?int $cell = null,
        public int $group = 0,
        public bool $isRoot = false,
        public int $rests = 0,
        public bool $isSeam = false,
        public int $root = 1,
        public string $fromRoot = '1',
        public ?NoteName $rootName = null,
        public array $marks = [],
        public array $graces = [],
    ) {
    }

    /** @return list<Pitch> its grace notes as they sound */
    public function soundingGraces(): array
    {
        $down = Interval::between($this->pitch, $this->sounding);

        return array_map(static fn (Pitch $grace): Pitch => $grace->transpose($down), $this->graces);
    }

    /** The lowest of the note and its grace notes. */
    public function lowest(): Pitch
    {
        $lowest = $this->pitch;
        foreach ($this->graces as $grace) {
            $lowest = $lowest->isHigherThan($grace) ? $grace : $lowest;
        }

        return $lowest;
    }

    /** The highest of the note and its grace notes. */
    public function highest(): Pitch
    {
        $highest = $this->pitch;
        foreach ($this->graces as $grace) {
            $highest = $grace->isHigherThan($highest) ? $grace : $highest;
        }

        return $highest;
    }

    /** The same note of the same line, all of which lies so many octaves higher. */
    public function inOctave(int $octaves): self
    {
        return 0 === $octaves
            ? $this
            : $this->with(pitch: $this->pitch->octaves($octaves), sounding: $this->sounding->octaves($octaves));
    }

    /** Moved out of the plain line by octaves; its number stays that of the plain line. */
    public function moved(int $octaves): self
    {
        return 0 === $octaves
            ? $this
            : $this->with(
                pitch: $this->pitch->octaves($octaves),
                sounding: $this->sounding->octaves($octaves),
                octaves: $this->octaves + $octaves,
            );
    }

    /** Moved by octaves, and counted where it lies. */
    public function transplanted(int $octaves): self
    {
        return 0 === $octaves
            ? $this
            : $this->moved($octaves)->with(
                degree: DegreeName::moved($this->degree, $this->number, $octaves),
                number: $this->number + 7 * $octaves,
                root: $this->root + 7 * $octaves,
            );
    }

    /** @param bool $isSeam whether its pair starts again after it */
    public function drilled(int $stretch, bool $fillsBar, bool $isSeam = false): self
    {
        return $this->with(stretch: $stretch, fillsBar: $fillsBar, isSeam: $isSeam || $this->isSeam);
    }

    public function afterRests(int $rests): self
    {
        return $rests === $this->rests ? $this : $this->with(rests: $rests);
    }

    /** The same in another cell. */
    public function inCell(int $cell): self
    {
        return $this->with(cell: $cell);
    }

    /** The same in another group of its cell. */
    public function inGroup(int $group): self
    {
        return $group === $this->group ? $this : $this->with(group: $group);
    }

    public function turning(bool $isTurn): self
    {
        return $isTurn === $this->isTurn ? $this : $this->with(isTurn: $isTurn);
    }

    public function seaming(bool $isSeam): self
    {
        return $isSeam === $this->isSeam ? $this : $this->with(isSeam: $isSeam);
    }

    public function sounding(Pitch $sounding): self
    {
        return $this->with(sounding: $sounding);
    }

    /**
     * What another voice has in its place.
     *
     * @param list<Pitch> $graces
     */
    public function inVoice(Pitch $pitch, Pitch $sounding, string $degree, int $number, array $graces): self
    {
        return $this->with(
            pitch: $pitch,
            sounding: $sounding,
            degree: $degree,
            number: $number,
            root: $this->root + $number - $this->number,
            graces: $graces,
        );
    }

    /** The same note as another reader has it before him. */
    public function read(Pitch $pitch): self
    {
        return $this->with(pitch: $pitch);
    }

    /** @param list<Pitch>|null $graces */
    private function with(
        ?Pitch $pitch = null,
        ?Pitch $sounding = null,
        ?string $degree = null,
        ?int $number = null,
        ?bool $isTurn = null,
        ?int $octaves = null,
        ?int $stretch = null,
        ?bool $fillsBar = null,
        ?int $rests = null,
        ?bool $isSeam = null,
        ?int $root = null,
        ?int $group = null,
        ?array $graces = null,
        ?int $cell = null,
    ): self {
        if (null === $graces && null !== $pitch && [] !== $this->graces) {
            // They move with their note.
            $by = Interval::between($this->pitch, $pitch);
            $graces = array_map(static fn (Pitch $grace): Pitch => $grace->transpose($by), $this->graces);
        }

        return new self(
            $pitch ?? $this->pitch,
            $sounding ?? $this->sounding,
            $degree ?? $this->degree,
            $number ?? $this->number,
            $this->ascending,
            $this->isTonic,
            $isTurn ?? $this->isTurn,
            $this->inSequel,
            $octaves ?? $this->octaves,
            $this->plainName,
            $stretch ?? $this->stretch,
            $fillsBar ?? $this->fillsBar,
            $cell ?? $this->cell,
            $group ?? $this->group,
            $this->isRoot,
            $rests ?? $this->rests,
            $isSeam ?? $this->isSeam,
            $root ?? $this->root,
            $this->fromRoot,
            $this->rootName,
            $this->marks,
            $graces ?? $this->graces,
        );
    }
}
