<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * Where somebody stands on a ladder.
 */
final readonly class LadderState
{
    /**
     * @param int $tempo  beats a minute of the next pass
     * @param int $from the place from which one fell,
     *  to which one climbs back through every tempo between; the tempo itself where one did not fall
     * @param int $clean  clean passes in a row at this tempo
     * @param int $missed passes missed in a row at the lowest place
     */
    public function __construct(
        public int $tempo,
        public int $from,
        public int $clean,
        public int $missed,
        public LadderStanding $standing,
    ) {
    }

    /**
     * Its name in the table: "70", "60<70" after a fall, with a dot for each clean pass and a minus for a missed one.
     */
    public function name(): string
    {
        return match ($this->standing) {
            LadderStanding::Done => 'done',
            default => $this->tempo.(
                $this->from === $this->tempo ? '' : '<'.$this->from
            ).str_repeat('.', $this->clean).str_repeat('-', $this->missed).(
                LadderStanding::HardChange === $this->standing ? '*' : ''
            ),
        };
    }
}
