<?php

declare(strict_types=1);

namespace SwiftReed\Study\Phrasing;

/**
 * Why a breath is taken where it is.
 *
 * Source: the handbook, chapter 10, "Breath" (common practice).
 */
enum BreathPlace
{
    /** Where a drill starts its pair again: always. */
    case Seam;
    /** Between the scale and its arpeggio. */
    case Part;
    /** On brass, before a folded line leaps up an octave. */
    case Fold;
    /** After the top or the lowest note, where the line turns. */
    case Turn;
    case Cell;
    /** At the division of a cell that is longer than a breath. */
    case Division;
    /** After a long note, which gives up part of its time. */
    case LongNote;
    /** On brass, before a leap up. */
    case Leap;
    case BarLine;
    case Anywhere;
    /** Before a last note that is long, where nothing else is left. */
    case BeforeLast;
    /** Where those breathe with whom one plays. */
    case Together;

    /** What a breath there costs, the best place least: each counts more than several of the places before it. */
    public function cost(): float
    {
        return match ($this) {
            self::Seam, self::Together => 0.0,
            self::Part, self::Fold => 1.0,
            self::Turn => 2.0,
            self::Cell => 10.0,
            self::Division => 12.0,
            self::LongNote => 20.0,
            self::Leap => 30.0,
            self::BarLine => 40.0,
            self::Anywhere => 150.0,
            self::BeforeLast => 400.0,
        };
    }

    /** Whether it is one of those that come first: between parts, and where the line turns. */
    public function comesFirst(): bool
    {
        return $this->cost() <= self::Turn->cost();
    }
}
