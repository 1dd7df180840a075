<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\Trill;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;

/**
 * A trill said as a teacher says it: what moves, which way, and what stays.
 */
final class TrillWords
{
    public const NONE = 'No good trill.';

    public static function says(Instrument $instrument, ?Trill $trill): string
    {
        if (null === $trill) {
            return self::NONE;
        }

        return self::moves($instrument, $trill).' '.self::held($instrument, $trill);
    }

    /** What moves, and which way: "The left middle finger trills, and comes up for B♭4." */
    public static function moves(Instrument $instrument, Trill $trill): string
    {
        if ([] === $trill->move) {
            return 'Lip trill: the lip alone.';
        }
        $moves = Speech::listed(array_map(
            static fn (string $id): string => self::moving($instrument, $id),
            $trill->move,
        ));

        return Speech::sentence(\sprintf(
            '%s %s %s for %s',
            $moves,
            1 === \count($trill->move) ? 'trills, and' : 'trill together, and',
            $trill->comesUp()
                ? (1 === \count($trill->move) ? 'comes up' : 'come up')
                : (1 === \count($trill->move) ? 'goes down' : 'go down'),
            $trill->high->sign(),
        ));
    }

    /** "Held: left index finger; left thumb on the thumb B flat key." */
    private static function held(Instrument $instrument, Trill $trill): string
    {
        if ($trill->below->isDerived()) {
            $moving = $trill->comesUp() ? $trill->above : $trill->below;

            return 'Held: '.lcfirst(FingeringWords::whole($instrument, $moving));
        }
        if ([] === $trill->hold) {
            return 'Nothing is held.';
        }

        return 'Held: '.lcfirst(FingeringWords::whole(
            $instrument,
            Fingering::keys($trill->hold, FingeringUse::Trill, null),
        ));
    }

    private static function moving(Instrument $instrument, string $id): string
    {
        $touch = $instrument->mechanism()->touches()[$id];

        return match (true) {
            $touch->isHole => FingeringWords::finger($touch->finger),
            str_starts_with($id, 'v') => 'the '.FingeringWords::valve($id),
            default => FingeringWords::touch($instrument, $id),
        };
    }
}
