<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Knowledge\Mistake;

/**
 * A name that is not a note, a pitch or an interval.
 */
final class PitchError extends \InvalidArgumentException implements Mistake
{
    public static function notALetter(string $read): self
    {
        return new self(\sprintf('"%s" is not a letter of the scale; expected A to G, for example "F".', $read));
    }

    public static function notAnAccidental(string $read): self
    {
        return new self(\sprintf('"%s" is not an accidental; expected #, b, ## or bb, for example "Bb".', $read));
    }

    public static function notANote(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not the name of a note; expected a letter and perhaps a sign, for example "Bb" or "F#".',
            $read,
        ));
    }

    public static function notAPitch(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a pitch; expected a note and its octave, for example "Bb3" (C4 is middle C).',
            $read,
        ));
    }

    public static function notInRange(string $read, string $instrument, Pitch $lowest, Pitch $highest): self
    {
        return new self(\sprintf(
            '"%s" lies outside the range of %s; expected a note from %s to %s, for example "%s".',
            $read,
            $instrument,
            $lowest->sign(),
            $highest->sign(),
            $lowest->typed(),
        ));
    }

    public static function notAnInterval(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not an interval; expected a quality and a number, for example "M2", "P5" or "-m3".',
            $read,
        ));
    }
}
