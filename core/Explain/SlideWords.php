<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Instrument\TuningAct;
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
        $set = self::set($fingering, $tuning);
        $isPlaced = null !== $fingering->side && !$slide->isIn();
        $where = $isPlaced
            ? self::placed($slide->out)
            : Saying::of('whole.position', ['ordinal' => Phrases::ordinal($slide->position)]);

        return 0.0 === $set ? $where : Saying::of($set < 0 ? 'slide.part-in' : 'slide.part-out', [
            'where' => $where,
            'part' => Phrases::part(abs($set)),
        ]);
    }

    /** Whence it goes: "second", "second position, a third in,"; with a trigger where that is. */
    public static function from(Fingering $fingering, ?Tuning $tuning): Saying
    {
        return match (true) {
            0.0 !== self::set($fingering, $tuning) => Saying::of('slide.and', [
                'where' => self::position($fingering, $tuning),
            ]),
            null === $fingering->side => Phrases::ordinal($fingering->onSlide()->position),
            default => self::position($fingering, $tuning),
        };
    }

    /** Where the slide really is, in usual positions, 1.0 all the way in. */
    public static function place(Fingering $fingering, ?Tuning $tuning): float
    {
        return $fingering->onSlide()->out + self::set($fingering, $tuning);
    }

    /** By how much of a usual position it is set long (positive) or short: as the note lies, else as its kind does. */
    private static function set(Fingering $fingering, ?Tuning $tuning): float
    {
        $usual = abs(0.0 === $fingering->cents ? self::USUAL : $fingering->cents) / 100;

        return match (true) {
            TuningAct::PositionIn === $tuning?->act => -($tuning->positions ?? 0.0),
            TuningAct::PositionOut === $tuning?->act => $tuning->positions ?? 0.0,
            default => match ($fingering->onSlide()->adjust) {
                SlideAdjust::None => 0.0,
                SlideAdjust::Raised => -$usual,
                SlideAdjust::Lowered => $usual,
            },
        };
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
