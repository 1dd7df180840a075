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
     * @param TriadPair|null $pair    the pair of triads it is
     * @param list<string> $arpeggioNote what is to be said when its arpeggio follows
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
        public ?TriadPair $pair = null,
        public array $arpeggioNote = [],
    ) {
    }

    /** A formula the user wrote: no signature, an accidental on every altered note. */
    public static function free(Formula $formula): self
    {
        return new self('formula '.$formula->text(), MaterialKind::Scale, $formula, $formula, $formula->isMinor() ? -3 : 0, false, '', false, false, '');
    }

    public function isTriadPair(): bool
    {
        return null !== $this->pair;
    }

    /** The name as the study line prints it after this tonic: a pair of triads names its second triad. */
    public function nameOn(NoteName $tonic): string
    {
        return null === $this->pair ? $this->name : $this->pair->nameOn($tonic);
    }

    /**
     * The chords it fits over when it stands on this tonic: "C7", "G minor 7" as chord symbols.
     *
     * @return list<string> with printed signs
     */
    public function chordSymbols(NoteName $tonic): array
    {
        return array_map(static fn (Chord $chord): string => $chord->sign(), $this->chordsOn($tonic));
    }

    /** @return list<Chord> the same as chords */
    public function chordsOn(NoteName $tonic): array
    {
        return array_map(static function (string $chord) use ($tonic): Chord {
            [$degree, $quality] = [...explode(' ', $chord, 2), ''];
            $above = Degree::parse($degree);

            return Chord::of($tonic->transpose(Interval::of($above->number - 1, $above->halfSteps())), $quality);
        }, $this->chords);
    }

    public function keyOn(NoteName $tonic): Key
    {
        return Key::mode($tonic, $this->modeFifths);
    }

    /** What stands at the left of the staff: seven signs at most, beyond them accidentals beside the notes. */
    public function printedSignature(NoteName $tonic): KeySignature
    {
        return KeySignature::of($this->printsSignature ? max(-7, min(7, $this->keyOn($tonic)->fifths())) : 0);
    }

    /**
     * Signs that its notes need on this tonic where no signature is printed: each note once, up and down, a double sign as three.
     */
    public function signsOn(NoteName $tonic): int
    {
        $signs = [];
        foreach ([$this->ascending($tonic->at(4)), $this->descending($tonic->at(4))] as $scale) {
            for ($step = 0; $step < $scale->size(); ++$step) {
                $name = $scale->note($step)->pitch->name();
                $signs[$name->text()] = abs($name->alter) > 1 ? 3 : abs($name->alter);
            }
        }

        return array_sum($signs);
    }

    /** Whether it has every half step, in whichever spelling. */
    public function hasEveryHalfStep(): bool
    {
        return 12 === $this->size();
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
