<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;

/**
 * What makes a line's notes on a tonic, before they are fitted to an instrument.
 */
interface LineWalk
{
    /**
     * @param int $from lowest step; 0 is the tonic
     * @param int $top  highest step
     *
     * @return non-empty-list<Tone>
     *
     * @throws StudyError
     */
    public function tones(Pitch $tonic, int $from, int $top): array;

    /**
     * From the tonic up to the highest step, down to the lowest, and back to the tonic.
     *
     * @return non-empty-list<Tone>
     *
     * @throws StudyError
     */
    public function turningRound(Pitch $tonic, int $lowest, int $highest): array;
}
