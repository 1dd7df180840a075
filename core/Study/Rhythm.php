<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * Which length each note takes.
 */
enum Rhythm: string
{
    case Untimed = 'untimed';
    case Wholes = 'whole notes';
    case Halves = 'half notes';
    case Quarters = 'quarters';
    case Eighths = 'eighths';
    case Triplets = 'triplets';
    case Sixteenths = 'sixteenths';
    case LongEnds = 'long ends';
    case LongEndsInEighths = 'long ends in eighths';

    /** Ticks of an ordinary note. */
    public function ticks(): int
    {
        return match ($this) {
            self::Wholes => Length::WHOLE,
            self::Halves => Length::HALF,
            self::Untimed, self::Quarters, self::LongEnds => Length::QUARTER,
            self::Eighths, self::LongEndsInEighths => Length::EIGHTH,
            self::Triplets => Length::TRIPLET_EIGHTH,
            self::Sixteenths => Length::SIXTEENTH,
        };
    }

    public function hasLongEnds(): bool
    {
        return self::LongEnds === $this || self::LongEndsInEighths === $this;
    }

    /**
     * Lengths in ticks, one for each tone. With long ends the tonics at the ends and turns of scale and arpeggio are
     * twice as long as the rest. A long last note lasts to the end of its bar, and twice the ordinary value at least.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<int>
     */
    public function lengths(array $tones, bool $longLast, TimeSignature $time): array
    {
        $lengths = [];
        $elapsed = 0;
        $last = \count($tones) - 1;
        foreach ($tones as $i => $tone) {
            $ticks = $this->ticks() * $tone->stretch;
            if ($this->hasLongEnds() && $tone->isTonic && $tone->isTurn) {
                $ticks *= 2;
            }
            if (($tone->fillsBar || ($longLast && $i === $last)) && self::Untimed !== $this) {
                $bar = $time->barTicks();
                $left = $bar - $elapsed % $bar;
                $least = $tone->fillsBar ? $ticks : 2 * $this->ticks();
                $ticks = $left >= $least ? $left : $left + $bar;
            }
            $lengths[] = $ticks;
            $elapsed += $ticks;
        }

        return $lengths;
    }
}
