<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * Where one key of a study in several lies: its tonic and steps, its lowest and highest note, and whether it lies there
 * plainly.
 */
final readonly class Standing
{
    /**
     * @param int  $from    lowest step of its walk, 0 the tonic
     * @param int  $to      highest step
     * @param int  $low     MIDI number of its lowest written note
     * @param int  $high    of its highest
     * @param bool $isPlain whether nothing was moved or left out, so that it lies alike on any tonic
     */
    private function __construct(
        public Pitch $tonic,
        public int $from,
        public int $to,
        public int $low,
        public int $high,
        public bool $isPlain,
        public string $material,
        public bool $isBeyondLimit,
    ) {
    }

    public static function of(Study $study): self
    {
        $midi = array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $study->notes);

        return new self(
            $study->lowTonic,
            $study->fromStep,
            $study->toStep,
            min($midi),
            max($midi),
            [] === $study->moves
                && RangePolicy::WholeOctaves === $study->policy
                && !$study->recipe->pattern->isLipSlurs(),
            $study->recipe->line->clause(ClauseKind::Key)->word('material'),
            $study->isBeyondLimit,
        );
    }

    /** The same so many half steps away, on this tonic. */
    public function moved(Pitch $tonic, int $halfSteps): self
    {
        return new self(
            $tonic,
            $this->from,
            $this->to,
            $this->low + $halfSteps,
            $this->high + $halfSteps,
            true,
            $this->material,
            false,
        );
    }
}
