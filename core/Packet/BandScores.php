<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Score\Score;

/**
 * What a line is for a band: a score for each of its keys, everybody's own sheet, and who cannot play it.
 */
final readonly class BandScores
{
    /**
     * @param list<Score>                           $scores
     * @param array<string, \SwiftReed\Score\Sheet> $sheets by the name of the player
     * @param array<string, string>                 $left   sentences by the name of the player
     */
    public function __construct(public array $scores, public array $sheets, public array $left)
    {
    }
}
