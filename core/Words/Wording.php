<?php

declare(strict_types=1);

namespace SwiftReed\Words;

/**
 * A sentence of the catalogue, worded at once: for mistakes, warnings and advice, which are texts where they are made.
 * Numbers stand as they are; notes are given as they are to be named.
 */
final class Wording
{
    /**
     * @param string                               $key  of the catalogue, "study-error.no-ninth"
     * @param array<string, int|float|string|null> $with by the names that the sentence has for them
     *
     * @throws \LogicException when the catalogue lacks the sentence
     */
    public static function of(string $key, array $with = []): string
    {
        return Catalogue::english()->say(Saying::of(
            $key,
            array_map(static fn (int|float|string|null $one): string => mb_scrub((string) $one), $with),
        ));
    }
}
