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

    /** The element of MusicXML 4.0. */
    public function musicXml(): string
    {
        return self::Marcato === $this ? 'strong-accent' : $this->value;
    }
}
