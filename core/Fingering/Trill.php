<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Study;

/**
 * Two neighbouring notes back and forth, fast: the pair of fingerings between which the least moves. Fingerings that
 * are for trills only cost nothing extra here.
 */
final readonly class Trill
{
    /** A trill is a half step or a whole step. */
    private const WIDEST = 2;
    /** Nobody trills on a last resort. */
    private const LAST_RESORT = 20.0;
    private const OTHER = 0.5;
    /** As easy, a trill is played on the key that is made for it. */
    private const TRILL_KEY = 0.1;

    /**
     * @param list<string> $restingBelow touches that stay down on the lower note without effect
     * @param list<string> $restingAbove and on the upper
     */
    private function __construct(
        public Pitch $low,
        public Pitch $high,
        public Fingering $below,
        public Fingering $above,
        public array $restingBelow,
        public array $restingAbove,
        public float $difficulty,
    ) {
    }

    public static function best(Instrument $instrument, Pitch $low, Pitch $high): ?self
    {
        $changes = new Changes($instrument, Weights::shipped());
        $best = null;
        foreach ($instrument->fingerings($low) as $below) {
            foreach ($instrument->fingerings($high) as $above) {
                if (!self::goesWith($below, $high) || !self::goesWith($above, $low)) {
                    continue;
                }
                $restingBelow = self::resting($instrument, $low, $below, $above);
                $restingAbove = self::resting($instrument, $high, $above, $below);
                $lower = $below->holding($restingBelow);
                $upper = $above->holding($restingAbove);
                $there = $changes->between($low, $lower, $high, $upper);
                $back = $changes->between($high, $upper, $low, $lower);
                $difficulty = $there->moves + $there->unclean + $back->moves + $back->unclean + self::own(
                    $below,
                ) + self::own($above);
                if (null === $best || $difficulty < $best->difficulty - 1e-9) {
                    $best = new self($low, $high, $below, $above, $restingBelow, $restingAbove, $difficulty);
                }
            }
        }

        return $best;
    }

    /** A fingering for trills only goes with the note that its chart names. */
    private static function goesWith(Fingering $fingering, Pitch $other): bool
    {
        if (FingeringUse::Trill !== $fingering->use) {
            return true;
        }
        foreach ($fingering->may as $occasion) {
            if (true === $occasion->condition(ConditionKind::Alternation)?->names($other->midi())) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> touches that the other note holds and that may stay down on this one while it is trilled */
    private static function resting(Instrument $instrument, Pitch $pitch, Fingering $fingering, Fingering $other): array
    {
        $mechanism = $instrument->mechanism();
        $resting = [];
        foreach ($mechanism instanceof Keywork ? $mechanism->resting : [] as $rule) {
            if ('trill' === $rule->how && $rule->isOn($pitch->midi())) {
                array_push(
                    $resting,
                    ...array_diff(array_intersect($rule->touches, $other->touches), $fingering->touches),
                );
            }
        }

        return $resting;
    }

    /**
     * A trill for every step of a study, each once, in the order of the line.
     *
     * @return list<self>
     */
    public static function ofStudy(Study $study, Instrument $instrument): array
    {
        $trills = [];
        foreach ($study->notes as $i => $note) {
            $next = $study->notes[$i + 1] ?? null;
            if (null === $next) {
                break;
            }
            [$low, $high] = $note->pitch()->isHigherThan($next->pitch())
                ? [$next->pitch(), $note->pitch()]
                : [$note->pitch(), $next->pitch()];
            $key = $low->midi().' '.$high->midi();
            $width = $high->midi() - $low->midi();
            if ($width < 1 || $width > self::WIDEST || isset($trills[$key])) {
                continue;
            }
            $trill = self::best($instrument, $low, $high);
            if (null !== $trill) {
                $trills[$key] = $trill;
            }
        }

        return array_values($trills);
    }

    private static function own(Fingering $fingering): float
    {
        return match ($fingering->use) {
            FingeringUse::LastResort, FingeringUse::Fallback => self::LAST_RESORT,
            FingeringUse::Trill => -self::TRILL_KEY,
            FingeringUse::Default => 0.0,
            FingeringUse::Alternate => self::OTHER,
        } + 0.03 * abs($fingering->centsAsPlayed());
    }
}
