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
            'hint' => '' === $nearest ? '.' : Wording::of('hint.did-you-mean', ['nearest' => $nearest]),
        ]));
    }

    /** @param list<string> $known */
    public static function unknownSetup(string $read, string $instrument, array $known): self
    {
        if ([] === $known) {
            return new self(Wording::of('instrument-error.has-no-setups', [
                'read' => mb_substr($read, 0, 60),
                'instrument' => $instrument,
            ]));
        }
        $nearest = Nearest::to($read, $known);

        return new self(Wording::of('instrument-error.unknown-setup', [
            'read' => mb_substr($read, 0, 60),
            'instrument' => $instrument,
            'known' => implode(', ', $known),
            'hint' => '' === $nearest ? '' : Wording::of('hint.did-you-mean', ['nearest' => $nearest]),
            'example' => $known[0],
        ]));
    }

    public static function setupsExclude(string $one, string $other, string $instrument): self
    {
        return new self(Wording::of('instrument-error.setups-exclude', [
            'one' => $one,
            'other' => $other,
            'instrument' => $instrument,
        ]));
    }
}
