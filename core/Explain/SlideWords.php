<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * Where a slide is: "second position, a third in"; with a trigger, where that is among the usual positions.
 */
final class SlideWords
{
    private const TRIGGERS = ['T', 'V', 'TV'];
    /** What a slide is set by where nothing says how far. Cents. */
    private const USUAL = 15.0;

    /** A fingering whole. @param Tuning|null $tuning what is done for it on this note */
    public static function whole(Fingering $fingering, ?Tuning $tuning): Saying
    {
        $position = self::position($fingering, $tuning);

        return null === $fingering->side
            ? $position
            : Saying::of('whole.trigger', ['trigger' => self::trigger($fingering->side), 'where' => $position]);
    }

    /** Without the trigger. */
    public static function position(Fingering $fingering, ?Tuning $tuning): Saying
    {
        $slide = $fingering->onSlide();
        $part = Phrases::part(self::part($fingering, $tuning));
        if (null !== $fingering->side && !$slide->isIn()) {
            $where = self::placed($slide->out);

            return match ($slide->adjust) {
                SlideAdjust::None => $where,
                SlideAdjust::Raised => Saying::of('slide.part-in', ['where' => $where, 'part' => $part]),
                SlideAdjust::Lowered => Saying::of('slide.part-out', ['where' => $where, 'part' => $part]),
            };
        }
        $ordinal = Phrases::ordinal($slide->position);

        return match ($slide->adjust) {
            SlideAdjust::None => Saying::of('whole.position', ['ordinal' => $ordinal]),
            SlideAdjust::Raised => Saying::of('whole.position-in', ['ordinal' => $ordinal, 'part' => $part]),
            SlideAdjust::Lowered => Saying::of('whole.position-out', ['ordinal' => $ordinal, 'part' => $part]),
        };
    }

    /** Whence it goes: "second", "second, a third in,"; with a trigger where that is. */
    public static function from(Fingering $fingering, ?Tuning $tuning): Saying
    {
        $slide = $fingering->onSlide();

        return match (true) {
            SlideAdjust::None !== $slide->adjust => Saying::of('slide.and', [
                'where' => self::position($fingering, $tuning),
            ]),
            null === $fingering->side => Phrases::ordinal($slide->position),
            default => self::position($fingering, $tuning),
        };
    }

    /** Where the slide really is, in usual positions, 1.0 all the way in. */
    public static function place(Fingering $fingering, ?Tuning $tuning): float
    {
        $slide = $fingering->onSlide();
        $part = self::part($fingering, $tuning);

        return $slide->out + match ($slide->adjust) {
            SlideAdjust::None => 0.0,
            SlideAdjust::Raised => -$part,
            SlideAdjust::Lowered => $part,
        };
    }

    /** By how much of a usual position it is set short or long. */
    private static function part(Fingering $fingering, ?Tuning $tuning): float
    {
        if (SlideAdjust::None === $fingering->onSlide()->adjust) {
            return 0.0;
        }

        return $tuning->positions ?? abs(0.0 === $fingering->cents ? self::USUAL : $fingering->cents) / 100;
    }

    /** "F trigger", "both triggers". */
    public static function trigger(string $side): Saying
    {
        return Saying::of('trigger.'.(\in_array($side, self::TRIGGERS, true) ? $side : 'other'));
    }

    /** Where the slide is among its seven usual positions: "a little beyond second", "where fifth is". */
    public static function placed(float $place): Saying
    {
        $whole = (int) floor($place);
        $beyond = $place - $whole;
        $names = ['ordinal' => Phrases::ordinal(min(7, $whole)), 'next' => Phrases::ordinal(min(7, $whole + 1))];

        return match (true) {
            $place > 7.15 => Saying::of('slide.end'),
            $beyond < 0.13 => Saying::of('slide.at', $names),
            $beyond < 0.36 => Saying::of('slide.beyond', $names),
            $beyond <= 0.64 => Saying::of('slide.between', $names),
            $beyond < 0.87 => Saying::of('slide.short', $names),
            default => Saying::of('slide.at', ['ordinal' => $names['next']]),
        };
    }
}
