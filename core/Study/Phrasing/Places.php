<?php

declare(strict_types=1);

namespace SwiftReed\Study\Phrasing;

use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;
use SwiftReed\Time\TimeSignature;

/**
 * Where a line may be breathed, and how good each place is: after each note a cost, or nothing where nobody breathes.
 *
 * Source: the handbook, chapter 10, "Breath" (common practice).
 */
final readonly class Places
{
    /** Costs of a breath, the best place first: each counts more than several of the places before it. */
    private const PART = 1.0;
    private const TOP = 2.0;
    private const CELL = 10.0;
    /** Of a cell that is longer than a breath: at its division, or at a bar line in it. */
    private const DIVISION = 12.0;
    private const LONG = 20.0;
    private const LEAP = 30.0;
    private const BAR = 40.0;
    private const ANYWHERE = 150.0;
    /** Before a last note that is long, where nothing else is left. */
    private const BEFORE_LAST = 400.0;
    /** Half steps from which a leap up asks for air on brass: a sixth. Source: the handbook, chapter 3. */
    private const SIXTH = 8;
    /** Beats from which a note is long enough to give up part of its time. */
    private const LONG_BEATS = 2;

    /** @param list<float|null> $costs of a breath after each note; null where nobody breathes */
    private function __construct(public array $costs)
    {
    }

    /** Whether a place is one of those that come first: between parts, and where the line turns. */
    public static function comesFirst(?float $cost): bool
    {
        return null !== $cost && $cost <= self::TOP;
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
        $costs = [];
        $onset = $lead;
        $isFirstOfPart = true;
        $last = \count($tones) - 1;
        foreach ($tones as $i => $tone) {
            $onset += $laid->gaps[$i];
            $end = $onset + $lengths[$i];
            $next = $tones[$i + 1] ?? null;
            if (null === $next) {
                $costs[] = null;
                break;
            }
            $isPart = self::isPart($tone, $next) || ($tone->isTurn && $i > 0 && !$isFirstOfPart);
            $cost = self::isForbidden($tones, $laid, $i) || $isFirstOfPart
                ? null
                : self::cost($tones, $lengths, $i, $end, $time, $most, $isBrass, $cells);
            if (null !== $cost && $i === $last - 1) {
                $cost = $lengths[$last] >= self::LONG_BEATS * $time->beatTicks() ? self::BEFORE_LAST : null;
            }
            // Two notes that do not fit into a breath: it is taken between them, whatever is forbidden.
            $costs[] = $lengths[$i] + $lengths[$i + 1] > $most ? $cost ?? self::ANYWHERE : $cost;
            $isFirstOfPart = $isPart;
            $onset = $end;
        }

        return new self($costs);
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
    private static function cost(
        array $tones,
        array $lengths,
        int $i,
        int $end,
        TimeSignature $time,
        float $most,
        bool $isBrass,
        Cells $cells,
    ): ?float {
        [$tone, $next] = [$tones[$i], $tones[$i + 1]];
        $isAtBar = 0 === $end % $time->barTicks();
        if ($cells->isInside($i)) {
            return match (true) {
                $cells->ticks($i) <= $most => null,
                $tone->group !== $next->group => self::DIVISION,
                $isAtBar => self::BAR,
                default => self::ANYWHERE,
            };
        }
        $isFold = $next->octaves > $tone->octaves;
        $isLong = $lengths[$i] >= self::LONG_BEATS * $time->beatTicks();

        return match (true) {
            self::isPart($tone, $next) => self::PART,
            $isBrass && $isFold => self::PART,
            $tone->isTurn && $i > 0 => self::TOP,
            $cells->ends($i) => self::CELL,
            $isLong => self::LONG,
            $isBrass && $next->pitch->midi() - $tone->pitch->midi() >= self::SIXTH => self::LEAP,
            $isAtBar => self::BAR,
            default => self::ANYWHERE,
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
