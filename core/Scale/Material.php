<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;

/**
 * What is played on a tonic: a scale, an arpeggio, a triad, the chromatic scale.
 */
final readonly class Material
{
    /**
     * @param string $name            as the study line prints it
     * @param int    $modeFifths      signed fifths between its key and the parallel major's; for material without a signature, by which the written key is chosen
     * @param bool   $printsSignature whether that key's signature stands on the page
     * @param string $arpeggio        name of its own arpeggio, or nothing
     */
    public function __construct(
        public string $name,
        public MaterialKind $kind,
        public Formula $up,
        public Formula $down,
        public int $modeFifths,
        public bool $printsSignature,
        public string $arpeggio,
        public bool $isChromatic,
        public bool $isShort,
        public string $fitsOver,
    ) {
    }

    /** A formula the user wrote: no signature, an accidental on every altered note. */
    public static function free(Formula $formula): self
    {
        return new self('formula '.$formula->text(), MaterialKind::Scale, $formula, $formula, $formula->isMinor() ? -3 : 0, false, '', false, false, '');
    }

    public function keyOn(NoteName $tonic): Key
    {
        return Key::mode($tonic, $this->modeFifths);
    }

    public function printedSignature(NoteName $tonic): KeySignature
    {
        return $this->printsSignature ? $this->keyOn($tonic)->signature() : KeySignature::of(0);
    }

    /** Notes in one octave, the octave itself not counted. */
    public function size(): int
    {
        return $this->isChromatic ? 12 : $this->up->size();
    }

    public function ascending(Pitch $tonic): Scale
    {
        return $this->isChromatic ? Scale::chromatic($tonic, true) : Scale::of($tonic, $this->up);
    }

    public function descending(Pitch $tonic): Scale
    {
        return $this->isChromatic ? Scale::chromatic($tonic, false) : Scale::of($tonic, $this->down);
    }
}
