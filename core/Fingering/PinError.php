<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A pin that cannot be read or kept.
 */
final class PinError extends \InvalidArgumentException implements Mistake
{
    public static function notAPin(string $read): self
    {
        return new self(Wording::of('pin-error.not-a-pin', ['read' => mb_substr($read, 0, 80)]));
    }

    public static function notAHabit(string $read): self
    {
        return new self(Wording::of('pin-error.not-a-habit', ['read' => mb_substr($read, 0, 80)]));
    }

    public static function notATendency(string $read): self
    {
        return new self(Wording::of('pin-error.not-a-tendency', ['read' => mb_substr($read, 0, 80)]));
    }

    /** @param list<string> $known */
    public static function noSuchFingering(string $name, string $note, string $instrument, array $known): self
    {
        return new self(Wording::of('pin-error.no-such-fingering', [
            'name' => mb_substr($name, 0, 60),
            'note' => $note,
            'instrument' => $instrument,
            'known' => implode('; ', $known),
            'known_2' => $known[0] ?? 'open',
        ]));
    }
}
