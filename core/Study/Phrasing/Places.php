<?php

declare(strict_types=1);

namespace SwiftReed\Study\Phrasing;

use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;
use SwiftReed\Time\TimeSignature;

/**
 * Where a line may be breathed, and what each place is: after each note one, or none where nobody breathes.
 *
 * Source: the handbook, chapter 10, "Breath" (common practice).
 */
final readonly class Places
{
    /** Half steps from which a leap up asks for air on brass: a sixth. Source: the handbook, chapter 3. */
    private const SIXTH = 8;
    /** Beats from which a note is long enough to give up part of its time. */
    private const LONG_BEATS = 2;

    /** @param list<BreathPlace|null> $after each note; null where nobody breathes */
    private function __construct(public array $after)
    {
    }

    /** Whether a note is long enough to give up part of its time. */
    public static function isLong(int $ticks, TimeSignature $time): bool
    {
        return $ticks >= self::LONG_BEATS * $time->beatTicks();
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $lead    ticks of the first bar before the line begins
     * @param float                $most    ticks that a breath lasts
     * @param bool                 $byGroup whether each group of a cell is slurred by itself, as lip slurs are
     */
    public static function of(
        array $tones,
        Laid $laid,
        TimeSignature $time,
        int $lead,
        float $most,
        bool $isBrass,
        bool $byGroup,
    ): self {
        $lengths = $laid->lengths;
        $cells = Cells::of($tones, $lengths, $byGroup);
        $after = [];
        $onset = $lead;
        $isFirstOfPart = true;
        $last = \count($tones) - 1;
        foreach ($tones as $i => $tone) {
            $onset += $laid->gaps[$i];
            $end = $onset + $lengths[$i];
            $next = $tones[$i + 1] ?? null;
            if (null === $next) {
                $after[] = null;
                break;
            }
            $isPart = self::isPart($tone, $next) || ($tone->isTurn && $i > 0 && !$isFirstOfPart);
            $place = self::isForbidden($tones, $laid, $i) || $isFirstOfPart
                ? null
                : self::place($tones, $lengths, $i, $end, $time, $most, $isBrass, $cells);
            if (null !== $place && $i === $last - 1) {
                $place = self::isLong($lengths[$last], $time) ? BreathPlace::BeforeLast : null;
            }
            // Two notes that do not fit into a breath: it is taken between them, whatever is forbidden.
            $after[] = $lengths[$i] + $lengths[$i + 1] > $most ? $place ?? BreathPlace::Anywhere : $place;
            $isFirstOfPart = $isPart;
            $onset = $end;
        }

        return new self($after);
    }

    /** Whether one part ends and another begins: the scale and its arpeggio, the pairs of a drill. */
    private static function isPart(Tone $tone, Tone $next): bool
    {
        return $tone->isSeam || ($next->inSequel && !$tone->inSequel);
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<int>  $lengths
     */
    private static function place(
        array $tones,
        array $lengths,
        int $i,
        int $end,
        TimeSignature $time,
        float $most,
        bool $isBrass,
        Cells $cells,
    ): ?BreathPlace {
        [$tone, $next] = [$tones[$i], $tones[$i + 1]];
        $isAtBar = 0 === $end % $time->barTicks();
        if ($cells->isInside($i)) {
            return match (true) {
                $cells->ticks($i) <= $most => null,
                $tone->group !== $next->group => BreathPlace::Division,
                $isAtBar => BreathPlace::BarLine,
                default => BreathPlace::Anywhere,
            };
        }
        $isFold = $next->octaves > $tone->octaves;

        return match (true) {
            self::isPart($tone, $next) => BreathPlace::Part,
            $isBrass && $isFold => BreathPlace::Fold,
            $tone->isTurn && $i > 0 => BreathPlace::Turn,
            $cells->ends($i) => BreathPlace::Cell,
            self::isLong($lengths[$i], $time) => BreathPlace::LongNote,
            $isBrass && $next->pitch->midi() - $tone->pitch->midi() >= self::SIXTH => BreathPlace::Leap,
            $isAtBar => BreathPlace::BarLine,
            default => BreathPlace::Anywhere,
        };
    }

    /**
     * Never between leading note and tonic, inside a tuplet or a note's figure, or inside a drill's pair.
     *
     * @param non-empty-list<Tone> $tones
     */
    private static function isForbidden(array $tones, Laid $laid, int $i): bool
    {
        [$tone, $next] = [$tones[$i], $tones[$i + 1]];
        $isLeading = $next->number === $tone->number + 1
            && 0 === $tone->number % 7
            && 1 === $next->pitch->midi() - $tone->pitch->midi();

        return $isLeading || $laid->joined[$i] || (!$tone->isSeam && $next->isSeam);
    }
}
