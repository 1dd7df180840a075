<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Material;

/**
 * Keys as people read them.
 */
final class KeyNames
{
    /** "B♭ major", "C♯ natural minor", "F major arpeggio", "D on 1 ♭3 4 ♭5 5 ♭7". */
    public static function title(NoteName $tonic, Material $material): string
    {
        return match (true) {
            null !== $material->pair => $material->pair->titleOn($tonic),
            str_starts_with(
                $material->name,
                'formula ',
            ) => $tonic->sign().' on '.self::signs(substr($material->name, 8)),
            \in_array($material->name, ['arpeggio', 'triad'], true) => $tonic->sign().' major '.$material->name,
            default => $tonic->sign().' '.$material->name,
        };
    }

    /** A clause as people read it: signs of degrees printed, names of clauses left alone. */
    public static function plain(string $clause): string
    {
        return preg_replace(['/(?<![A-Za-z])b(?=\d)/', '/#(?=\d)/'], ['♭', '♯'], $clause) ?? $clause;
    }

    /** Degrees with printed signs: "b3" becomes "♭3". */
    public static function signs(string $degrees): string
    {
        return strtr($degrees, ['b' => '♭', '#' => '♯']);
    }

    /** The degree as the page shows it: the second octave counts 8 (1), 2, 3 …, and so does the first 8. */
    public static function pageDegree(string $degree, int $number): string
    {
        $plain = self::degree($degree, $number);

        return (
            '1' === $plain && $number > 1 ? '8 (1)' : $plain
        ).str_repeat(',', max(0, (int) ceil((1 - $number) / 7)));
    }

    /** The degree in whatever octave: "4", "♭3". */
    public static function degree(string $degree, int $number): string
    {
        return self::signs(rtrim(preg_replace('/[\d,]/', '', $degree) ?? '')).((($number - 1) % 7 + 7) % 7 + 1);
    }
}
