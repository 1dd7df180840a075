<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Interval;
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
     * @param list<string> $chords    chords it fits over: a degree and what follows the letter, "2 m7", "1 maj7"
     * @param list<TriadPair> $pair   the pair of triads it is, if it is one
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
        public array $chords = [],
        public array $pair = [],
    ) {
    }

    /** A formula the user wrote: no signature, an accidental on every altered note. */
    public static function free(Formula $formula): self
    {
        return new self('formula '.$formula->text(), MaterialKind::Scale, $formula, $formula, $formula->isMinor() ? -3 : 0, false, '', false, false, '');
    }

    public function isTriadPair(): bool
    {
        return [] !== $this->pair;
    }

    /** The name as the study line prints it after this tonic: a pair of triads names its second triad. */
    public function nameOn(NoteName $tonic): string
    {
        return [] === $this->pair ? $this->name : $this->pair[0]->nameOn($tonic);
    }

    /**
     * The chords it fits over when it stands on this tonic: "C7", "G minor 7" as chord symbols.
     *
     * @return list<string> with printed signs
     */
    public function chordSymbols(NoteName $tonic): array
    {
        return array_map(static function (string $chord) use ($tonic): string {
            [$degree, $suffix] = [...explode(' ', $chord, 2), ''];
            $above = Degree::parse($degree);

            return $tonic->transpose(Interval::of($above->number - 1, $above->halfSteps()))->sign().strtr($suffix, ['b' => '♭', '#' => '♯']);
        }, $this->chords);
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
