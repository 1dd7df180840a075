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

    /** The name of a degree so many octaves away: "#14" an octave lower is "#7". */
    public static function moved(string $text, int $number, int $octaves): string
    {
        $sign = rtrim((string) preg_replace('/[\d,]/', '', $text));
        $there = $number + 7 * $octaves;
        $octave = (int) floor(($there - 1) / 7);

        return $octave >= 0 ? $sign.$there : $sign.($there - 7 * $octave).str_repeat(',', -$octave);
    }

    public static function of(Pitch $tonic, Pitch $pitch): self
    {
        $letters = $pitch->staffPlace() - $tonic->staffPlace();
        foreach ([true, false] as $sharp) {
            // A name from the far side of the circle is counted as the note it sounds.
            $plain = Pitch::plain($pitch->midi(), $sharp);
            if (
                abs(self::alter($tonic, $letters, $pitch->midi())) > 2
                && abs(self::alter($tonic, $plain->staffPlace() - $tonic->staffPlace(), $pitch->midi())) <= 2
            ) {
                $letters = $plain->staffPlace() - $tonic->staffPlace();
            }
        }
        $octave = (int) floor($letters / 7);
        $plain = Degree::of($letters - 7 * $octave + 1, 0);
        $degree = Degree::of($plain->number, self::alter($tonic, $letters, $pitch->midi()));

        return new self($degree->textInOctave($octave), $plain->number + 7 * $octave);
    }

    /** Half steps by which a sound lies above the major scale's note so many letters from the tonic. */
    private static function alter(Pitch $tonic, int $letters, int $midi): int
    {
        $octave = (int) floor($letters / 7);

        return $midi - $tonic->midi() - 12 * $octave - Degree::of($letters - 7 * $octave + 1, 0)->halfSteps();
    }
}
