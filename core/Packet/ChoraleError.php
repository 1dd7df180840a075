<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A chorale that cannot be read or played.
 */
final class ChoraleError extends \DomainException implements Mistake
{
    /** @param list<string> $known */
    public static function unknown(string $name, array $known): self
    {
        return new self(Wording::of('chorale-error.unknown', [
            'name' => mb_substr($name, 0, 40),
            'known' => implode(', ', $known),
            'known_2' => $known[0] ?? 'evening',
        ]));
    }

    public static function notANote(string $read): self
    {
        return new self(Wording::of('chorale-error.not-a-note', ['read' => mb_substr($read, 0, 40)]));
    }

    public static function voices(int $count): self
    {
        return new self(Wording::of('chorale-error.voices', ['count' => $count]));
    }

    public static function tooLong(int $notes, int $most): self
    {
        return new self(Wording::of('chorale-error.too-long', ['notes' => $notes, 'most' => $most]));
    }

    public static function outOfRange(string $chorale, string $player): self
    {
        return new self(Wording::of('chorale-error.out-of-range', ['chorale' => $chorale, 'player' => $player]));
    }
}
