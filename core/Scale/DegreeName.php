<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Pitch;

/**
 * The degree a written pitch has above a tonic, by its letter: F sharp above C is #4, G flat is b5.
 */
final readonly class DegreeName
{
    private function __construct(public string $text, public int $number)
    {
    }

    public static function of(Pitch $tonic, Pitch $pitch): self
    {
        $letters = $pitch->staffPlace() - $tonic->staffPlace();
        $octave = (int) floor($letters / 7);
        $plain = Degree::of($letters - 7 * $octave + 1, 0);
        $degree = Degree::of($plain->number, $pitch->midi() - $tonic->midi() - 12 * $octave - $plain->halfSteps());

        return new self($degree->textInOctave($octave), $plain->number + 7 * $octave);
    }
}
