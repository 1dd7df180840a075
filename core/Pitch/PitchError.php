<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A name that is not a note, a pitch or an interval.
 */
final class PitchError extends \InvalidArgumentException implements Mistake
{
    public static function notALetter(string $read): self
    {
        return new self(Wording::of('pitch-error.not-a-letter', ['read' => $read]));
    }

    public static function notAnAccidental(string $read): self
    {
        return new self(Wording::of('pitch-error.not-an-accidental', ['read' => $read]));
    }

    public static function notANote(string $read): self
    {
        return new self(Wording::of('pitch-error.not-a-note', ['read' => $read]));
    }

    public static function notAPitch(string $read): self
    {
        return new self(Wording::of('pitch-error.not-a-pitch', ['read' => $read]));
    }

    public static function notInRange(string $read, string $instrument, Pitch $lowest, Pitch $highest): self
    {
        return new self(Wording::of('pitch-error.not-in-range', [
            'read' => $read,
            'instrument' => $instrument,
            'lowest' => $lowest->sign(),
            'highest' => $highest->sign(),
            'example' => $lowest->typed(),
        ]));
    }

    public static function notAnInterval(string $read): self
    {
        return new self(Wording::of('pitch-error.not-an-interval', ['read' => $read]));
    }
}
