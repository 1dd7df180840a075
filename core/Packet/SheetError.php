<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

final class SheetError extends \DomainException implements Mistake
{
    public static function inLine(int $number, string $line, string $why): self
    {
        return new self(Wording::of('sheet-error.in-line', [
            'number' => $number,
            'line' => mb_strlen($line) > 80 ? mb_substr($line, 0, 79).'…' : $line,
            'why' => $why,
        ]));
    }

    public static function isEmpty(): self
    {
        return new self(
            Wording::of('sheet-error.is-empty'),
        );
    }

    public static function tooLong(int $most): self
    {
        return new self(Wording::of('sheet-error.too-long', ['most' => $most]));
    }

    public static function tooManyNotes(int $most): self
    {
        return new self(Wording::of('sheet-error.too-many-notes', ['most' => $most]));
    }

    public static function tooManyCharacters(int $length, int $most): self
    {
        return new self(Wording::of('sheet-error.too-many-characters', ['length' => $length, 'most' => $most]));
    }
}
