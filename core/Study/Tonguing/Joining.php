<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Study\Tone;

/**
 * The ways of joining notes that have a name: which are tongued and which are slurred into.
 */
enum Joining: string
{
    case Tongued = 'tongued';
    case Slurred = 'slurred';
    case TongueUpSlurDown = 'tongue up slur down';
    /** Each root, in both directions, tongued; the rest slurred. */
    case TongueRoots = 'tongue roots';
    /** The first note of each cell tongued; the rest slurred. */
    case TongueCells = 'tongue cells';
    case Legato = 'legato';

    /** Whether a note, counted from 0, is slurred to the next one, if nothing else keeps them apart. */
    public function joins(int $i, Tone $tone, Tone $next): bool
    {
        return match ($this) {
            self::Tongued, self::Legato => false,
            self::Slurred => true,
            self::TongueUpSlurDown => !$next->ascending,
            self::TongueRoots => !$next->isRoot,
            // A plain line has no cells: its notes go by fours.
            self::TongueCells => null === $next->cell
                ? 3 !== $i % 4
                : $next->cell === $tone->cell && $next->group === $tone->group,
        };
    }
}
