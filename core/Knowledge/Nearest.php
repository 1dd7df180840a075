<?php

declare(strict_types=1);

namespace SwiftReed\Knowledge;

/**
 * The known word that looks most like one that is not known.
 */
final class Nearest
{
    /**
     * @param iterable<string> $known
     *
     * @return string the nearest known word, or nothing when none is near enough to be meant
     */
    public static function to(string $word, iterable $known): string
    {
        $word = mb_strtolower(substr($word, 0, 60));
        $best = '';
        $least = max(2, (int) ceil(\strlen($word) / 2));
        foreach ($known as $candidate) {
            $distance = levenshtein($word, mb_strtolower($candidate));
            if ('' !== $word && str_starts_with(mb_strtolower($candidate), $word)) {
                $distance = 0; // the beginning of a word is the likeliest slip
            }
            if ($distance < $least) {
                $best = $candidate;
                $least = $distance;
            }
        }

        return $best;
    }
}
