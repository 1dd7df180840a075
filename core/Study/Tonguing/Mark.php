<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

/**
 * A sign at a note that says how it is played.
 */
enum Mark: string
{
    case Staccato = 'staccato';
    case Tenuto = 'tenuto';
    case Accent = 'accent';
    case Marcato = 'marcato';
    case Fermata = 'fermata';

    /** By the letter with which a cell says it. */
    public static function ofLetter(string $letter): self
    {
        return match ($letter) {
            's' => self::Staccato, 't' => self::Tenuto, 'a' => self::Accent, default => self::Marcato,
        };
    }

    /** The element of MusicXML 4.0. */
    public function musicXml(): string
    {
        return self::Marcato === $this ? 'strong-accent' : $this->value;
    }
}
