<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a chart can ask of the place in which a fingering belongs. The value is how the chart writes it; what follows it
 * there are notes, touches or a number.
 *
 * Source: the handbook, chapter 4, "Choosing along the line".
 */
enum ConditionKind: string
{
    /** The note before or after is one of these. */
    case Beside = 'beside';
    case NotBeside = 'not beside';
    case After = 'after';
    case Before = 'before';
    /** The same one of these notes before and after. */
    case Turn = 'turn on';
    /** One of the two notes before, the other after. */
    case Amid = 'amid';
    /** Both neighbours hold these touches in the fingerings chosen for them. */
    case Between = 'between notes that hold';
    /** Both neighbours hold these touches in their usual fingerings. */
    case Keeps = 'keeps';
    /** A neighbour's usual fingering holds one of these touches. */
    case BesideHeld = 'beside held';
    case NotBesideHeld = 'not beside held';
    /** One of three or more notes by half steps in one direction. */
    case ChromaticRun = 'chromatic run';
    /** One of three or more notes by steps in one direction. */
    case Run = 'run';
    /** One of at least X Y X Y, with one of these notes where some are named. */
    case Alternation = 'alternation';
    case Slurred = 'slurred';
    case Tongued = 'tongued';
    /** The note before lies lower than this one. */
    case FromBelow = 'from below';
    /** The note before lies from this to that. */
    case FromWithin = 'from within';
    case ByStep = 'by step';
    case ByLeap = 'by leap';
    /** Both neighbours lie more than a step away. */
    case Leaps = 'leaps';
    case LineHas = 'line has';
    /** No such note in the whole line: a habit kept for the line. */
    case LineHasNo = 'line has no';
    /** The faster of the changes into and out of the note, in notes a second. */
    case Speed = 'speed';
    /** Not for first-year players. */
    case Later = 'later';
    /** A neighbour can be played with a key of a little finger. */
    case LittleFinger = 'little finger';
    /** With the usual position a throw of so many positions to a neighbour; with this one less. */
    case ThrowOf = 'throw of';
    /** A throw to a neighbour becomes shorter by so many positions. */
    case Spares = 'spares';
    /** Only to avoid what cannot be played cleanly at any speed. */
    case Needed = 'needed';
    /** Neither the first nor the last note of the line, nor a long one. */
    case Within = 'within';
    /** Nowhere else, not even to spare what cannot be played cleanly. */
    case Only = 'only';
    /** A flick of the thumb, which depends on how the note begins and not on its length. */
    case Flick = 'flick';

    /** Whether it tells apart the way up from the way down. */
    public function namesDirection(): bool
    {
        return match ($this) {
            self::After,
            self::Before,
            self::FromBelow,
            self::FromWithin,
            self::ByStep,
            self::ByLeap,
            self::Slurred,
            self::Tongued => true,
            default => false,
        };
    }

    public function takesNotes(): bool
    {
        return match ($this) {
            self::Beside,
            self::NotBeside,
            self::After,
            self::Before,
            self::Turn,
            self::Amid,
            self::Alternation,
            self::FromBelow,
            self::FromWithin,
            self::LineHas,
            self::LineHasNo => true,
            default => false,
        };
    }

    public function takesTouches(): bool
    {
        return \in_array($this, [self::Between, self::Keeps, self::BesideHeld, self::NotBesideHeld], true);
    }

    public function takesNumber(): bool
    {
        return \in_array($this, [self::Speed, self::ThrowOf, self::Spares], true);
    }
}
