<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\Mistake;

final class FormulaError extends \InvalidArgumentException implements Mistake
{
    public static function notADegree(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a degree; expected 1 to 7, perhaps with b or # before it, for example "b3".',
            $read,
        ));
    }

    public static function mustRise(string $read): self
    {
        return new self(\sprintf(
            '"%s" does not rise above the degree before it; a formula goes up from 1, for example "1 b3 4 b5 5 b7".',
            $read,
        ));
    }

    public static function startsWithOne(string $read): self
    {
        return new self(\sprintf(
            'The formula begins with "%s"; it begins with 1, the tonic, for example "1 b3 4 b5 5 b7".',
            $read,
        ));
    }

    public static function notAChord(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a kind of chord; expected what follows the letter, for example "m7", "7" or "maj7".',
            $read,
        ));
    }

    public static function sharedNotes(string $one, string $other, string $notes): self
    {
        return new self(\sprintf(
            'The triads %s and %s share %s; expected a pair without a common note, for example "concert Bb triad pair C".',
            $one,
            $other,
            $notes,
        ));
    }

    public static function notAPair(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a pair of triads; expected two, for example "concert Bb triad pair C".',
            $read,
        ));
    }

    public static function tooShort(): self
    {
        return new self('A formula needs at least two degrees, for example "1 b3 4 b5 5 b7".');
    }
}
