<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Instrument\MechanismKind;

/**
 * Lines to warm up with, in the player's own C: long notes; on brass slurs on one fingering too. Source: the handbook,
 * chapter 7 (common practice).
 */
final class WarmUp
{
    /** @return list<string> study lines */
    public static function lines(MechanismKind $kind): array
    {
        return [
            'own C major, 5 notes, whole notes, quarter = 60',
            ...(Session::isBrass($kind) ? ['own G major, lip slurs, half notes, quarter = 60'] : []),
        ];
    }
}
