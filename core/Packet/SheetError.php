<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;

final class SheetError extends \DomainException implements Mistake
{
    public static function inLine(int $number, string $line, string $why): self
    {
        return new self(\sprintf(
            'Line %d of the sheet, "%s": %s',
            $number,
            mb_strlen($line) > 80 ? mb_substr($line, 0, 79).'…' : $line,
            $why,
        ));
    }

    public static function isEmpty(): self
    {
        return new self(
            'The sheet has no line; expected one study line in each row, for example "concert F major, 2 octaves".',
        );
    }

    public static function tooLong(int $most): self
    {
        return new self(\sprintf(
            'The sheet would have more than %d studies; expected fewer lines or keys, for example "keys by fourths" on one line.',
            $most,
        ));
    }

    public static function tooManyNotes(int $most): self
    {
        return new self(\sprintf(
            'The sheet would have more than %d notes for one player; expected fewer keys, a shorter cell or a smaller extent, for example "concert C major, 1 octave, keys by fourths".',
            $most,
        ));
    }

    public static function tooManyCharacters(int $length, int $most): self
    {
        return new self(\sprintf(
            'The sheet has %d characters; expected at most %d: make two sheets of it.',
            $length,
            $most,
        ));
    }
}
