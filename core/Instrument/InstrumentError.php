<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Words\Wording;

/**
 * An instrument or set-up that is not known.
 */
final class InstrumentError extends \InvalidArgumentException implements Mistake
{
    /** @param list<string> $known */
    public static function unknown(string $read, array $known): self
    {
        $nearest = Nearest::to($read, $known);

        return new self(Wording::of('instrument-error.unknown', [
            'read' => mb_substr($read, 0, 60),
            'hint' => '' === $nearest ? '.' : \sprintf('; did you mean "%s"?', $nearest),
        ]));
    }

    /** @param list<string> $known */
    public static function unknownSetup(string $read, string $instrument, array $known): self
    {
        if ([] === $known) {
            return new self(\sprintf(
                '"%s" was read as a set-up, but %s has none; leave it out, for example --for=%2$s.',
                mb_substr($read, 0, 60),
                $instrument,
            ));
        }
        $nearest = Nearest::to($read, $known);

        return new self(Wording::of('instrument-error.unknown-setup', [
            'read' => mb_substr($read, 0, 60),
            'instrument' => $instrument,
            'known' => implode(', ', $known),
            'hint' => '' === $nearest ? '' : \sprintf('; did you mean "%s"?', $nearest),
            'known_2' => $known[0],
        ]));
    }

    public static function setupsExclude(string $one, string $other, string $instrument): self
    {
        return new self(\sprintf(
            'The set-ups "%s" and "%s" of %s exclude each other; expected one of the two, for example --setup=%1$s.',
            $one,
            $other,
            $instrument,
        ));
    }
}
