<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Range;
use SwiftReed\Study\Tone;

/**
 * A line where it lies: its notes, the lowest and the highest of them, and the tonic and steps between which it is
 * walked.
 */
final readonly class Line
{
    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $from  lowest step of the walk, 0 the tonic
     * @param int                  $top   highest step
     */
    private function __construct(
        public array $tones,
        public Pitch $low,
        public Pitch $high,
        public Pitch $tonic,
        public int $from,
        public int $top,
    ) {
    }

    /** @param non-empty-list<Tone> $tones */
    public static function of(array $tones, Pitch $tonic, int $from, int $top): self
    {
        $low = $high = $tones[0]->pitch;
        foreach ($tones as $tone) {
            $low = $low->isHigherThan($tone->lowest()) ? $tone->lowest() : $low;
            $high = $tone->highest()->isHigherThan($high) ? $tone->highest() : $high;
        }

        return new self($tones, $low, $high, $tonic, $from, $top);
    }

    /** The whole line so many octaves higher. */
    public function inOctave(int $octaves): self
    {
        return 0 === $octaves
            ? $this
            : new self(
                array_map(static fn (Tone $tone): Tone => $tone->inOctave($octaves), $this->tones),
                $this->low->octaves($octaves),
                $this->high->octaves($octaves),
                $this->tonic->octaves($octaves),
                $this->from,
                $this->top,
            );
    }

    /** @param non-empty-list<Tone> $tones its notes after they were moved */
    public function with(array $tones): self
    {
        return self::of($tones, $this->tonic, $this->from, $this->top);
    }

    /** @param int $octaves by which it would be moved */
    public function fits(Range $range, int $octaves = 0): bool
    {
        return $range->holds($this->low->octaves($octaves), $this->high->octaves($octaves));
    }

    /** Half steps by which it leaves a range, at both ends together. */
    public function beyond(Range $range): int
    {
        return max(0, $range->lowest->midi() - $this->low->midi()) + max(
            0,
            $this->high->midi() - $range->highest->midi(),
        );
    }

    /** How many of its notes were moved by octaves. */
    public function moved(): int
    {
        return \count(array_filter($this->tones, static fn (Tone $tone): bool => 0 !== $tone->octaves));
    }
}
