<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Occasion;

/**
 * Why a note has another fingering than the usual one, or why not another: a value that Explain words.
 */
final readonly class Reason
{
    /**
     * @param Fingering     $instead  the fingering that is not taken
     * @param Event|null    $event    what would happen with it
     * @param int           $from     index of the note before that event
     * @param Fingering|null $before  the fingering at that note with which it would happen
     * @param FingerPattern|null $pattern of which it is a part
     * @param Occasion|null $occasion that holds for the fingering taken
     */
    private function __construct(
        public ReasonKind $kind,
        public Fingering $instead,
        public ?Event $event = null,
        public int $from = 0,
        public ?Fingering $before = null,
        public ?Fingering $after = null,
        public ?Occasion $occasion = null,
        public ?FingerPattern $pattern = null,
    ) {
    }

    /** With the other fingering something hard appears in the line, between notes $from and $from + 1. */
    public static function avoids(
        Fingering $instead,
        Event $event,
        int $from,
        Fingering $before,
        Fingering $after,
        ?Occasion $occasion,
    ): self {
        return new self(ReasonKind::Avoids, $instead, $event, $from, $before, $after, $occasion);
    }

    public static function occasion(Fingering $instead, Occasion $occasion): self
    {
        return new self(ReasonKind::Occasion, $instead, occasion: $occasion);
    }

    /** The same stands in the same surroundings at another note, where it is needed. */
    public static function alike(Fingering $instead, int $at): self
    {
        return new self(ReasonKind::Alike, $instead, from: $at);
    }

    /** Two fingers take turns, so that neither slides; $from is the index of the note at which that is told. */
    public static function pattern(Fingering $instead, FingerPattern $pattern, int $from, int $here): self
    {
        $kind = $from === $here ? ReasonKind::Pattern : ReasonKind::PatternGoesOn;

        return new self($kind, $instead, from: $from, pattern: $pattern);
    }

    /** A teacher or the player has settled it. */
    public static function pinned(Fingering $instead): self
    {
        return new self(ReasonKind::Pinned, $instead);
    }

    /** The usual one lies too far off on this player's instrument. */
    public static function tendency(Fingering $instead): self
    {
        return new self(ReasonKind::Tendency, $instead);
    }

    /** More moves, and nothing harder. */
    public static function moreMoves(Fingering $instead): self
    {
        return new self(ReasonKind::MoreMoves, $instead);
    }

    /** The chart gives it for some other purpose. */
    public static function otherPurpose(Fingering $instead): self
    {
        return new self(ReasonKind::OtherPurpose, $instead);
    }

    /** It would do as well here. */
    public static function asGood(Fingering $instead): self
    {
        return new self(ReasonKind::AsGood, $instead);
    }

    /** It is never chosen of itself: a fallback, a last resort. */
    public static function onlyPinned(Fingering $instead): self
    {
        return new self(ReasonKind::OnlyPinned, $instead);
    }

    /** It lies out of tune. */
    public static function outOfTune(Fingering $instead): self
    {
        return new self(ReasonKind::OutOfTune, $instead);
    }

    /** Nothing speaks against it but that the one taken is usual here. */
    public static function usualKept(Fingering $instead): self
    {
        return new self(ReasonKind::UsualKept, $instead);
    }

    /** The same fingering stays through a line, a figure, a drill. */
    public static function stays(Fingering $instead): self
    {
        return new self(ReasonKind::Stays, $instead);
    }
}
