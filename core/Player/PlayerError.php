<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Knowledge\Mistake;

/**
 * Something said about a player that cannot be.
 */
final class PlayerError extends \DomainException implements Mistake
{
    public static function notARange(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a range; expected the lowest and the highest written note, for example "G3 to E5".',
            $read,
        ));
    }

    public static function notAWatchedNote(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a written note; expected notes without their octave, divided by commas, for example "B, Eb".',
            $read,
        ));
    }

    public static function tooManyWatchedNotes(int $read, int $most): self
    {
        return new self(\sprintf(
            'These are %d notes; expected %d at the most, for example "B, Eb": more signs are read past.',
            $read,
            $most,
        ));
    }

    public static function noBreath(string $read, float $least, float $most): self
    {
        return new self(\sprintf(
            '"%s" was read for how long a breath lasts; expected seconds from %d to %d, for example "9".',
            $read,
            $least,
            $most,
        ));
    }

    public static function limitsTooNarrow(Range $limits, string $instrument, Range $full): self
    {
        return new self(\sprintf(
            'The limits %s leave less than an octave of %s (%s); expected an octave or more, for example "%s".',
            $limits->spoken(),
            $instrument,
            $full->spoken(),
            $full->lowest->typed().' to '.$full->highest->typed(),
        ));
    }
}
