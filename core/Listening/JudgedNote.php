<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Pitch\Pitch;

/**
 * A note of the line as it was played.
 */
final readonly class JudgedNote
{
    /**
     * @param int        $i        from 0
     * @param Pitch|null $heard    written, as this player calls it; null where nothing was heard for it
     * @param float|null $cents    against equal temperament; null where another note sounded, or none
     * @param float|null $against  cents against the take
     * @param float|null $late     milliseconds against the tempo of the take; null where nobody can say
     * @param float|null $ofBeat   the same as a share of a beat
     * @param bool       $isSure   whether its octave is
     * @param bool       $firstTime whether it spoke at once
     * @param float|null $onset    milliseconds in the take
     */
    public function __construct(
        public int $i,
        public ExpectedNote $expected,
        public ?Pitch $heard,
        public Verdict $verdict,
        public ?float $cents,
        public ?float $against,
        public ?float $late,
        public ?float $ofBeat,
        public bool $isSure,
        public bool $firstTime,
        public ?float $onset,
    ) {
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        $round = static fn (?float $one, int $digits): ?float => null === $one ? null : round($one, $digits) + 0.0;

        return [
            'i' => $this->i,
            'expected' => $this->expected->written->text(),
            'heard' => $this->heard?->text(),
            'verdict' => $this->verdict->value,
            'cents' => $round($this->cents, 1),
            'cents_against_take' => $round($this->against, 1),
            'late_ms' => $round($this->late, 1),
            'late_of_beat' => $round($this->ofBeat, 3),
            'octave_uncertain' => !$this->isSure,
            'first_time' => $this->firstTime,
            'onset_ms' => $round($this->onset, 1),
        ];
    }
}
