<?php

declare(strict_types=1);

namespace SwiftReed\Words;

/**
 * Small pieces of what is said: numbers, parts of a position, things joined.
 */
final class Phrases
{
    /** Parts that are said, with what they are of a whole. */
    private const PARTS = [
        'eighth' => 0.125,
        'fifth' => 0.2,
        'quarter' => 0.25,
        'third' => 1 / 3,
        'half' => 0.5,
        'two-thirds' => 2 / 3,
        'three-quarters' => 0.75,
        'whole' => 1.0,
    ];
    private const SPOKEN_NUMBERS = 10;

    /** "three"; in digits beyond ten. */
    public static function number(int $number): Saying|string
    {
        return $number >= 0 && $number <= self::SPOKEN_NUMBERS ? Saying::of('number.'.$number) : (string) $number;
    }

    /** "third", for 1 to 7. */
    public static function ordinal(int $number): Saying
    {
        return Saying::of('ordinal.'.$number);
    }

    /** The part that lies nearest: "a third". @param float $part of a whole, between 0 and 1 */
    public static function part(float $part): Saying
    {
        return Saying::of('part.'.self::nearest($part));
    }

    /** "a third of a position", "half a position". */
    public static function ofAPosition(float $part): Saying
    {
        return match (self::nearest($part)) {
            'half' => Saying::of('part.half-a-position'),
            'whole' => Saying::of('part.whole'),
            default => Saying::of('part.of-a-position', ['part' => self::part($part)]),
        };
    }

    /**
     * One after the other: "a", "a; b", "a; b; c".
     *
     * @param list<Saying> $all
     * @param string       $with a sentence that joins "first" and "second"
     */
    public static function joined(array $all, string $with = 'move.joined'): ?Saying
    {
        $said = null;
        foreach ($all as $one) {
            $said = null === $said ? $one : Saying::of($with, ['first' => $said, 'second' => $one]);
        }

        return $said;
    }

    /**
     * "a or b", "a, b or c".
     *
     * @param list<Saying> $all
     */
    public static function either(array $all): ?Saying
    {
        $last = array_pop($all);
        $first = self::joined($all, 'occasion.joined');

        return null === $first || null === $last
            ? $last
            : Saying::of('occasion.either', ['first' => $first, 'second' => $last]);
    }

    private static function nearest(float $part): string
    {
        $best = 'whole';
        foreach (self::PARTS as $name => $size) {
            if (abs($part - $size) < abs($part - self::PARTS[$best])) {
                $best = $name;
            }
        }

        return $best;
    }
}
