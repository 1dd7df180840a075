<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Tone;
use SwiftReed\Time\TimeSignature;

/**
 * A line in each of the usual values in turn. Each time through ends with its bar, so that the next begins on one.
 *
 * Source: the handbook, chapter 3, "A language of rhythm".
 */
final class EachValue
{
    public const VALUES = [Rhythm::Quarters, Rhythm::Eighths, Rhythm::Triplets, Rhythm::Sixteenths];

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    public static function tones(array $tones): array
    {
        return array_merge(...array_fill(0, \count(self::VALUES), $tones));
    }

    /** @param non-empty-list<Tone> $tones once through */
    public static function laid(array $tones, TimeSignature $time): Laid
    {
        $lengths = [];
        $gaps = [];
        $last = \count($tones) - 1;
        foreach (self::VALUES as $k => $rhythm) {
            $these = $rhythm->lengths($tones, $k < \count(self::VALUES) - 1, $time);
            $silent = array_map(static fn (Tone $tone): int => $tone->rests * $rhythm->ticks(), $tones);
            if ($k === \count(self::VALUES) - 1) {
                $elapsed = array_sum($these) + array_sum($silent);
                $over = $elapsed % $time->beatTicks();
                $these[$last] += 0 === $over ? 0 : $time->beatTicks() - $over;
            }
            array_push($lengths, ...$these);
            array_push($gaps, ...$silent);
        }

        return Laid::plainly($lengths, $gaps, 0);
    }
}
