<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * Something said about a player that cannot be.
 */
final class PlayerError extends \DomainException implements Mistake
{
    public static function notARange(string $read): self
    {
        return new self(Wording::of('player-error.not-a-range', ['read' => $read]));
    }

    public static function notAWatchedNote(string $read): self
    {
        return new self(Wording::of('player-error.not-a-watched-note', ['read' => $read]));
    }

    public static function tooManyWatchedNotes(int $read, int $most): self
    {
        return new self(Wording::of('player-error.too-many-watched-notes', ['read' => $read, 'most' => $most]));
    }

    public static function noBreath(string $read, float $least, float $most): self
    {
        return new self(Wording::of('player-error.no-breath', [
            'read' => $read,
            'least' => $least,
            'most' => $most,
        ]));
    }

    public static function limitsTooNarrow(Range $limits, string $instrument, Range $full): self
    {
        return new self(Wording::of('player-error.limits-too-narrow', [
            'limits' => $limits->spoken(),
            'instrument' => $instrument,
            'full' => $full->spoken(),
            'lowest' => $full->lowest->typed().' to '.$full->highest->typed(),
        ]));
    }
}
