<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Trills on one tube: valves or a trigger that all go down or all come up on one partial; one of them to the
 * neighbouring partial; or the lip alone, where partials lie close enough.
 *
 * Source: the handbook, chapter 4, "Trills and tremolos" (common practice).
 */
final class TubeTrill
{
    /** Cents by which the upper note may be off: a trill is heard by its upper note. */
    private const IN_TUNE = 30.0;
    /** From here on neighbouring partials are a whole step apart, and the lip trills between them. */
    private const LIP = 8;

    /** @return list<string>|null touches that move; nothing where the lip alone does it; null where it is no trill */
    public static function moves(Fingering $lower, Fingering $upper): ?array
    {
        $partials = abs((int) $upper->partial - (int) $lower->partial);
        if ($partials > 1 || abs($upper->centsAsPlayed()) > self::IN_TUNE || self::slides($lower, $upper)) {
            return null;
        }
        $down = array_values(array_diff($lower->touches, $upper->touches));
        $up = array_values(array_diff($upper->touches, $lower->touches));
        $moves = [...$down, ...$up];

        return match (true) {
            [] !== $down && [] !== $up => null,
            [] === $moves => min((int) $lower->partial, (int) $upper->partial) >= self::LIP ? [] : null,
            1 === $partials && \count($moves) > 1 => null,
            // A thumb that takes another side of a horn changes the tube.
            $lower->side !== $upper->side && null === $lower->slide => null,
            default => $moves,
        };
    }

    private static function slides(Fingering $lower, Fingering $upper): bool
    {
        return null !== $lower->slide && null !== $upper->slide && abs($lower->slide->out - $upper->slide->out) > 1e-6;
    }
}
