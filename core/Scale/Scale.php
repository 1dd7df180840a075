<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\Pitch;

/**
 * A formula standing on a tonic, open at both ends: step 0 is the tonic, step 1 the note above it, step -1 the note
 * below, whatever the number of notes in the octave.
 */
final class Scale
{
    private const CHROMATIC_UP = [
        [1, 0], [1, 1], [2, 0], [2, 1], [3, 0], [4, 0], [4, 1], [5, 0], [5, 1], [6, 0], [6, 1], [7, 0],
    ];
    private const CHROMATIC_DOWN = [
        [1, 0], [2, -1], [2, 0], [3, -1], [3, 0], [4, 0], [5, -1], [5, 0], [6, -1], [6, 0], [7, -1], [7, 0],
    ];

    /** @var array<int, ScaleNote> */
    private array $made = [];

    /** @param non-empty-list<Degree> $degrees */
    private function __construct(
        public readonly Pitch $tonic,
        private readonly array $degrees,
        private readonly bool $isChromatic,
        private readonly bool $sharps,
    ) {
    }

    public static function of(Pitch $tonic, Formula $formula): self
    {
        return new self($tonic, $formula->degrees, false, false);
    }

    /**
     * All twelve notes, from the tonic as it is spelled; the others natural where there is a natural, else sharp
     * (going up) or flat (going down).
     */
    public static function chromatic(Pitch $tonic, bool $sharps): self
    {
        $degrees = array_map(
            static fn (array $degree): Degree => Degree::of($degree[0], $degree[1]),
            $sharps ? self::CHROMATIC_UP : self::CHROMATIC_DOWN,
        );

        return new self($tonic, $degrees, true, $sharps);
    }

    public function size(): int
    {
        return \count($this->degrees);
    }

    public function note(int $step): ScaleNote
    {
        return $this->made[$step] ??= $this->make($step);
    }

    private function make(int $step): ScaleNote
    {
        $size = \count($this->degrees);
        $octave = (int) floor($step / $size);
        $degree = $this->degrees[$step - $octave * $size];
        $midi = $this->tonic->midi() + 12 * $octave + $degree->halfSteps();
        if ($this->isChromatic) {
            $pitch = $step === $octave * $size ? $this->tonic->octaves($octave) : Pitch::plain($midi, $this->sharps);

            return new ScaleNote($pitch, $degree->textInOctave($octave), $degree->number + 7 * $octave, $step, false);
        }
        $letter = Letter::from(($this->tonic->letter->value + $degree->number - 1) % 7);
        $pitch = Pitch::onLetter($letter, $midi);
        if (abs($pitch->alter) > 2) {
            // A triple sharp or flat has no sign: the note takes its plain name.
            return new ScaleNote(
                Pitch::plain($midi, $pitch->alter > 0),
                $degree->textInOctave($octave),
                $degree->number + 7 * $octave,
                $step,
                true,
            );
        }

        return new ScaleNote($pitch, $degree->textInOctave($octave), $degree->number + 7 * $octave, $step, false);
    }
}
