<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Study\Drill;
use SwiftReed\Study\Ending;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Sequel;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Time\Bars;
use SwiftReed\Time\TimeSignature;

/**
 * A line that lies on its instrument, laid into time: as often as it is asked for, drilled, in the forms with one long
 * note, in figures, in even values; with its bars.
 *
 * Source: the handbook, chapter 3, "Rhythm" and "A language of rhythm" (common practice).
 */
final readonly class LineInTime
{
    /** @param int $comesOut rounds until it comes out on the beat */
    private function __construct(
        public Placement $placement,
        public Laid $laid,
        public Bars $bars,
        public TimeSignature $time,
        public int $comesOut,
    ) {
    }

    /** @throws StudyError when it would be too long, or cannot be written in its time */
    public static function of(Recipe $recipe, Placement $once): self
    {
        $time = self::time($recipe, $once);
        $comesOut = Rounds::untilItComesOut(self::cycle($recipe, $once->tones), $recipe->timing, $time);
        [$placement, $laid, $bars] = self::timed($recipe, $once, $time, $comesOut);

        return new self($placement, $laid, $bars, $time, $comesOut);
    }

    /** Ticks of the first bar before the line begins. */
    public static function lead(Timing $timing, TimeSignature $time): int
    {
        return $timing->pickUp > 0 ? $time->barTicks() - $timing->pickUp : 0;
    }

    /**
     * The time signature: a line that fills bars of another time with one long note in each takes that of itself.
     *
     * @throws StudyError when the line does not come out
     */
    private static function time(Recipe $recipe, Placement $placement): TimeSignature
    {
        $count = \count(array_filter($placement->tones, static fn (Tone $tone): bool => !$tone->inSequel));
        if (Rhythm::OneLongInTheBar === $recipe->timing->rhythm) {
            return self::oneLongTime(
                $recipe,
                $placement->tones,
                $count,
                $recipe->timing->isTimeSaid ? $recipe->timing->time : null,
            );
        }

        // Seven notes fill one bar of 2/4 by themselves; a pick-up was counted in the time that the line says or means.
        $fillsOneBar = Rhythm::LongOnBeat === $recipe->timing->rhythm
            && OneLong::notesInBar(TimeSignature::of('2/4')) === $count
            && $recipe->timing->longOn <= 2;
        $isFree = !$recipe->timing->isTimeSaid && 0 === $recipe->timing->pickUp;

        return $fillsOneBar && $isFree ? TimeSignature::of('2/4') : $recipe->timing->time;
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @throws StudyError
     */
    private static function oneLongTime(Recipe $recipe, array $tones, int $count, ?TimeSignature $said): TimeSignature
    {
        foreach ($tones as $tone) {
            if ($tone->rests > 0 || 1 !== $tone->stretch) {
                throw StudyError::ownLengthAlready(
                    $recipe->timing->rhythm->value,
                    $recipe->pattern->isStraight() ? $recipe->range->policy->value : $recipe->pattern->text,
                );
            }
        }

        return OneLong::time($count, $said)
            ?? throw StudyError::doesNotFillBars(
                $count,
                $said?->name(),
                $recipe->pattern->isStraight() && RangePolicy::TurnRound !== $recipe->range->policy,
            );
    }

    /**
     * The line as often as it is asked for, laid into time, and the bars.
     *
     * @param int $comesOut rounds until it comes out on the beat
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError when that would be too long, or cannot be written in this time
     */
    private static function timed(Recipe $recipe, Placement $once, TimeSignature $time, int $comesOut): array
    {
        if (Rhythm::OneLongInTheBar === $recipe->timing->rhythm) {
            return self::oneLong($recipe, $once, $time);
        }
        if (self::goesRoundApart($recipe) && null === $recipe->drillAfter) {
            return self::roundApart($recipe, $once, $time);
        }
        $timing = $recipe->timing;
        $times = $timing->rounds ?? $comesOut;
        $each = true === $timing->figure?->onEachNote
            ? $timing->figure->notes()
            : (Rhythm::EachValue === $timing->rhythm ? \count(EachValue::VALUES) : 1);
        if ($times * $each * \count($once->tones) > Walk::MOST) {
            throw StudyError::tooManyNotes(Walk::MOST);
        }
        $played = 1 === $times ? $once : $once->with(Rounds::of($once->tones, $times, null !== $recipe->over));
        $played = null === $recipe->drillAfter ? $played : Drill::of($played, $recipe->drillAfter, $recipe->drillRests);
        $isLong = Ending::LongLast === $recipe->course->ending;
        if (Rhythm::EachValue === $timing->rhythm) {
            $tones = EachValue::tones($played->tones);

            return [$played->with($tones), EachValue::laid($played->tones, $time), Bars::of($time)];
        }
        if (null === $timing->figure) {
            return [$played, self::plainly($played->tones, $timing, $time, $isLong), Bars::of($time)];
        }
        if ($timing->figure->onEachNote) {
            [$tones, $isRepeat] = EachNote::of($played->tones, $timing->figure->notes());
            $laid = Laying::of($tones, $timing->figure, $time, $isLong, $timing->pickUp, $isRepeat);

            return [$played->with($tones), $laid, Bars::of($time)];
        }

        return [$played, Laying::of($played->tones, $timing->figure, $time, $isLong, $timing->pickUp), Bars::of($time)];
    }

    /**
     * What goes round: the line, or its scale where the arpeggio goes round by itself.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private static function cycle(Recipe $recipe, array $tones): array
    {
        return self::goesRoundApart($recipe) ? self::parts($tones)[0][1] : $tones;
    }

    /**
     * The scale and its arpeggio, as far as each is there.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<array{bool, non-empty-list<Tone>}> whether it is the arpeggio, and its notes
     */
    private static function parts(array $tones): array
    {
        $parts = [];
        foreach ([false, true] as $inSequel) {
            $part = array_values(array_filter(
                $tones,
                static fn (Tone $tone): bool => $inSequel === $tone->inSequel,
            ));
            if ([] !== $part) {
                $parts[] = [$inSequel, $part];
            }
        }
        \assert([] !== $parts);

        return $parts;
    }

    /** Whether the scale and its arpeggio go round with a long note on one beat, each as often as it takes. */
    public static function goesRoundApart(Recipe $recipe): bool
    {
        return Rhythm::LongOnBeat === $recipe->timing->rhythm
            && 1 !== $recipe->timing->rounds
            && Sequel::None !== $recipe->course->sequel;
    }

    /**
     * The scale round and round until it comes out, then its arpeggio in the time that it takes of itself; each ends
     * with its bar.
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError
     */
    private static function roundApart(Recipe $recipe, Placement $once, TimeSignature $first): array
    {
        $timing = $recipe->timing;
        $lead = self::lead($timing, $first);
        $bars = Bars::of($first);
        $tones = [];
        $lengths = [];
        foreach (self::parts($once->tones) as [$inSequel, $section]) {
            $own = $inSequel && !$timing->isTimeSaid ? OneLong::time(\count($section), null) : null;
            $time = null !== $own && $timing->longOn <= $own->felt() ? $own : $first;
            $bars = $time === $first ? $bars : $bars->changing($lead + array_sum($lengths), $time);
            $times = $timing->rounds ?? Rounds::untilItComesOut($section, $timing, $time);
            if (\count($tones) + $times * \count($section) > Walk::MOST) {
                throw StudyError::tooManyNotes(Walk::MOST);
            }
            $played = Rounds::of($section, $times);
            $these = OneLong::onBeat(\count($played), $time, $timing->longOn, $inSequel ? 0 : $timing->pickUp);
            $over = (array_sum($these) - ($inSequel ? 0 : $timing->pickUp)) % $time->barTicks();
            $these[\count($these) - 1] += 0 === $over ? 0 : $time->barTicks() - $over;
            array_push($tones, ...$played);
            array_push($lengths, ...$these);
        }

        return [$once->with($tones), Laid::plainly($lengths, array_fill(0, \count($lengths), 0), $lead), $bars];
    }

    /** @param non-empty-list<Tone> $tones */
    private static function plainly(array $tones, Timing $timing, TimeSignature $time, bool $isLong): Laid
    {
        return Laid::plainly(
            $timing->rhythm->lengths($tones, $isLong, $time, $timing->longOn, $timing->pickUp),
            array_map(static fn (Tone $tone): int => $tone->rests * $timing->rhythm->ticks(), $tones),
            self::lead($timing, $time),
        );
    }

    /**
     * The scale, then its arpeggio in the time that it takes of itself, each as often as the bar has beats for the long
     * note.
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError
     */
    private static function oneLong(Recipe $recipe, Placement $once, TimeSignature $first): array
    {
        if (null !== $recipe->drillAfter) {
            throw StudyError::ownLengthAlready(
                $recipe->timing->rhythm->value,
                $recipe->line->clause(ClauseKind::Drill)->text,
            );
        }
        $bars = Bars::of($first);
        $tones = [];
        $lengths = [];
        foreach (self::parts($once->tones) as [$inSequel, $section]) {
            $time = $inSequel ? self::oneLongTime($recipe, $section, \count($section), null) : $first;
            $bars = $inSequel && $time !== $first ? $bars->changing(array_sum($lengths), $time) : $bars;
            $beats = intdiv($time->barTicks(), $time->beatTicks());
            if (\count($tones) + $beats * \count($section) > Walk::MOST) {
                throw StudyError::tooManyNotes(Walk::MOST);
            }
            for ($shift = 0; $shift < $beats; ++$shift) {
                array_push($tones, ...$section);
                array_push($lengths, ...OneLong::moving(\count($section), $time, $shift));
            }
        }
        \assert([] !== $tones && [] !== $lengths);

        return [$once->with($tones), Laid::plainly($lengths, array_fill(0, \count($lengths), 0), 0), $bars];
    }
}
