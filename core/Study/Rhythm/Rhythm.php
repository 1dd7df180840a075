<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

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
    /** Every tonic of the scale two beats, the arpeggio even. */
    case LongTonics = 'long tonics';
    /** Sixteenths that fill the bar; the long note moves to each beat in turn. */
    case OneLongInTheBar = 'one long in the bar';
    /** Sixteenths with a long note on one beat of every bar. */
    case LongOnBeat = 'long on';
    /** A figure of the language of rhythm, walked over the line. */
    case Figure = 'figure';
    /** The line in quarters, eighths, triplets and sixteenths, one after another. */
    case EachValue = 'each value';
    /** Halves, eighths, triplets, sixteenths, each in its turn, as the pattern lays them out. */
    case InTurn = 'in turn';

    /** Of which triplets and sixteenths are both made, in ticks. */
    public const SMALLEST = Length::QUARTER / 12;

    /** Ticks of an ordinary note. */
    public function ticks(): int
    {
        return match ($this) {
            self::Wholes => Length::WHOLE,
            self::Halves => Length::HALF,
            self::Untimed, self::Figure, self::EachValue => Length::QUARTER,
            self::Quarters, self::LongEnds, self::LongTonics => Length::QUARTER,
            self::Eighths, self::LongEndsInEighths => Length::EIGHTH,
            self::Triplets => Length::TRIPLET_EIGHTH,
            self::InTurn => self::SMALLEST,
            self::Sixteenths, self::OneLongInTheBar, self::LongOnBeat => Length::SIXTEENTH,
        };
    }

    private function isLong(Tone $tone): bool
    {
        return match ($this) {
            self::LongEnds, self::LongEndsInEighths => $tone->isTonic && $tone->isTurn,
            self::LongTonics => $tone->isTonic && !$tone->inSequel,
            default => false,
        };
    }

    /**
     * Lengths in ticks, one for each tone, rests before the tones left out. Long tonics are twice as long as the rest.
     * A long last note lasts to the end of its bar, and twice the ordinary value at least.
     *
     * @param non-empty-list<Tone> $tones
     * @param int                  $longOn the beat of the long note, where it stays on one
     * @param int                  $pickUp ticks that stand before the first bar
     *
     * @return non-empty-list<int>
     */
    public function lengths(array $tones, bool $longLast, TimeSignature $time, int $longOn = 1, int $pickUp = 0): array
    {
        $given = self::LongOnBeat === $this ? OneLong::onBeat(\count($tones), $time, $longOn, $pickUp) : [];
        $lengths = [];
        $elapsed = $pickUp > 0 ? $time->barTicks() - $pickUp : 0;
        $last = \count($tones) - 1;
        $bar = $time->barTicks();
        foreach ($tones as $i => $tone) {
            $elapsed += $tone->rests * $this->ticks();
            $ticks = ($given[$i] ?? $this->ticks()) * $tone->stretch;
            if ($this->isLong($tone)) {
                $ticks *= 2;
            }
            if (($tone->fillsBar || ($longLast && $i === $last)) && self::Untimed !== $this) {
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
