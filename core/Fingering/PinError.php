<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Knowledge\Mistake;

/**
 * A pin that cannot be read or kept.
 */
final class PinError extends \InvalidArgumentException implements Mistake
{
    public static function notAPin(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a pin; expected a note and its fingering, for example "B4 = lE", "9 = lE" for the ninth note, or "B4 > C#5 = lE > rFs" for a pair.',
            mb_substr($read, 0, 80),
        ));
    }

    public static function notAHabit(string $read): self
    {
        return new self(\sprintf(
            '"%s" is for one note of one line; expected a habit for every line, for example "B4 = lE".',
            mb_substr($read, 0, 80),
        ));
    }

    public static function notATendency(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a tendency; expected a note, sharp or flat, and cents up to 60, for example "D4 flat 15".',
            mb_substr($read, 0, 80),
        ));
    }

    /** @param list<string> $known */
    public static function noSuchFingering(string $name, string $note, string $instrument, array $known): self
    {
        return new self(\sprintf(
            '"%s" is no fingering of %s on %s; expected one of: %s, for example "%s".',
            mb_substr($name, 0, 60),
            $note,
            $instrument,
            implode('; ', $known),
            $known[0] ?? 'open',
        ));
    }
}
