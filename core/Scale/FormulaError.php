<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

final class FormulaError extends \InvalidArgumentException implements Mistake
{
    public static function notADegree(string $read): self
    {
        return new self(Wording::of('formula-error.not-a-degree', ['read' => $read]));
    }

    public static function mustRise(string $read): self
    {
        return new self(Wording::of('formula-error.must-rise', ['read' => $read]));
    }

    public static function startsWithOne(string $read): self
    {
        return new self(Wording::of('formula-error.starts-with-one', ['read' => $read]));
    }

    public static function notAChord(string $read): self
    {
        return new self(Wording::of('formula-error.not-a-chord', ['read' => $read]));
    }

    public static function sharedNotes(string $one, string $other, string $notes): self
    {
        return new self(Wording::of('formula-error.shared-notes', [
            'one' => $one,
            'other' => $other,
            'notes' => $notes,
        ]));
    }

    public static function notAPair(string $read): self
    {
        return new self(Wording::of('formula-error.not-a-pair', ['read' => $read]));
    }

    public static function tooShort(): self
    {
        return new self(Wording::of('formula-error.too-short'));
    }
}
