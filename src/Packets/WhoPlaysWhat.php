<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Packet\PartFacts;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Score;

/**
 * Who plays what: rows for a table, those who have the same notes on the same instrument together.
 */
final class WhoPlaysWhat
{
    /** The same columns by their names in the catalogue. */
    public const ON_SCREEN = ['who.family', 'who.who', 'who.key', 'who.extent', 'who.leaps', 'who.hardest'];
    /** Columns, and their shares of the width of a page. */
    public const COLUMNS = [
        'family' => 3.2, 'who' => 4.6, 'key' => 2.6, 'from, to' => 2.4, 'leaps' => 2.2, 'hardest change' => 6.5,
    ];

    /** @return list<list<string>> a cell for each column */
    public static function rows(Score $score): array
    {
        $rows = [];
        foreach ($score->alike() as $members) {
            $part = $members[0]->part;
            $facts = PartFacts::of($part);
            $names = array_values(array_filter(
                array_map(static fn (BandPart $one): string => $one->player, $members),
                static fn (string $name): bool => $name !== $part->instrument->name,
            ));
            $rows[] = [
                $part->instrument->family,
                $part->instrument->name.([] === $names ? '' : ': '.implode(', ', $names)),
                $part->writtenTitle(),
                $facts->lowest->sign().' to '.$facts->highest->sign(),
                [] === $facts->leaps ? '' : PartFacts::spoken(['' => $facts->leaps]),
                $facts->hardest(),
            ];
        }

        return $rows;
    }
}
