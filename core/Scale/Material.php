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
     * @param int $modeFifths signed fifths between its key and the parallel major's; for material without a signature,
     *  by which the written key is chosen
     * @param bool   $printsSignature whether that key's signature stands on the page
     * @param string|null $arpeggio   name of its own arpeggio
     * @param list<string> $chords    chords it fits over: a degree and what follows the letter, "2 m7", "1 maj7"
     * @param TriadPair|null $pair    the pair of triads it is
     * @param string|null $arpeggioNote what is to be said when its arpeggio follows
     * @param string|null $mode       name of the mode of the major scale that has its notes
     * @param list<string> $minors    names of what stands beside it in minor keys, the first where one is meant
     * @param string|null $relation   what it is related to, {2} for the note of its second degree
     * @param string|null $byTheKey   name of the same sounds spelled by the key
     * @param bool   $isUsual         whether an unknown line is taken for it even when some of its notes are not in it
     */
    public function __construct(
        public string $name,
        public MaterialKind $kind,
        public Formula $up,
        public Formula $down,
        public int $modeFifths,
        public bool $printsSignature,
        public ?string $arpeggio = null,
        public bool $isChromatic = false,
        public bool $isShort = false,
        public array $chords = [],
        public ?TriadPair $pair = null,
        public ?string $arpeggioNote = null,
        public ?string $mode = null,
        public array $minors = [],
        public ?string $relation = null,
        public ?string $byTheKey = null,
        public bool $isUsual = false,
    ) {
    }

    /** A formula the user wrote: no signature, an accidental on every altered note. */
    public static function free(Formula $formula): self
    {
        return new self(
            'formula '.$formula->text(),
            MaterialKind::Scale,
            $formula,
            $formula,
            $formula->isMinor() ? -3 : 0,
            false,
        );
    }

    /** Whether it is a key of its own, in which chords have numerals: seven notes under a signature. */
    public function isKey(): bool
    {
        return 7 === $this->size() && $this->printsSignature && MaterialKind::Scale === $this->kind;
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
     * Signs that its notes need on this tonic where no signature is printed: each note once, up and down, a double sign
     * as three.
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

    /** Whether it is itself one of the modes of the major scale. */
    public function isMode(): bool
    {
        return $this->mode === $this->name;
    }

    /** The least number of half steps after which its notes come back: 12 for what is not symmetric. */
    public function comesBackAfter(): int
    {
        $classes = [];
        for ($step = 0; $step < $this->size(); ++$step) {
            $classes[] = $this->ascending(NoteName::parse('C')->at(4))->note($step)->pitch->midi() % 12;
        }
        foreach ([1, 2, 3, 4, 6] as $every) {
            if ([] === array_diff(
                array_map(static fn (int $class): int => ($class + $every) % 12, $classes),
                $classes,
            )) {
                return $every;
            }
        }

        return 12;
    }

    /** What it is related to, when it stands on this tonic, as a sentence with printed signs. */
    public function relationOn(NoteName $tonic): ?string
    {
        return null === $this->relation
            ? null
            : strtr($this->relation, ['{2}' => $this->ascending($tonic->at(4))->note(1)->pitch->name()->sign()]);
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
