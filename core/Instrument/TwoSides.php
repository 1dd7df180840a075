<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Two tubes on one mouthpiece: the long side, and the short side, which the thumb takes from a written note up.
 */
final class TwoSides implements Mechanism
{
    /** Cents by which a fingering must lie better in tune to be taken for that: the handbook, chapter 4, "Tuning". */
    private const BETTER_IN_TUNE = Tuning::BETTER;

    /**
     * @param string $insteadOfShort what is said of the long side where the short is usual
     * @param string $insteadOfLong  what is said of the short side where the long is usual
     * @param bool   $thumbInTune    whether the thumb also takes lower notes that it puts in tune
     */
    public function __construct(
        private readonly ValveTube $long,
        private readonly ValveTube $short,
        private readonly Pitch $thumbFrom,
        private readonly string $insteadOfShort,
        private readonly string $insteadOfLong,
        private readonly bool $thumbInTune = false,
    ) {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        $long = $this->long->fingerings($written, $sounding);
        $short = $this->short->fingerings($written, $sounding);
        $isThumbUsual = $written->midi() >= $this->thumbFrom->midi()
            || ($this->thumbInTune && self::isBetter($short[0] ?? null, $long[0] ?? null));
        [$first, $second, $use, $when] = $isThumbUsual
            ? [$short, $long, FingeringUse::Alternate, $this->insteadOfShort]
            : [$long, $short, FingeringUse::Fallback, $this->insteadOfLong];
        $fingerings = $first;
        foreach ($second as $fingering) {
            $isUsual = FingeringUse::Default === $fingering->use;
            // What is an alternate on the other side is a second choice twice over.
            $fingerings[] = [] === $first && $isUsual
                ? $fingering
                : $fingering->belonging([], [])->as($isUsual ? $use : FingeringUse::LastResort, $when);
        }

        return $fingerings;
    }

    private static function isBetter(?Fingering $one, ?Fingering $other): bool
    {
        return null !== $one
            && null !== $other
            && abs($other->cents) - abs($one->cents) > self::BETTER_IN_TUNE;
    }

    public function touches(): array
    {
        return $this->long->touches() + $this->short->touches();
    }

    public function kind(): MechanismKind
    {
        return MechanismKind::Valves;
    }

    public function trills(Fingering $lower, Fingering $upper): ?array
    {
        return TubeTrill::moves($lower, $upper);
    }

    public function lengthsFrom(Fingering $from, bool $fromOpen): array
    {
        return $this->long->lengthsFrom($from, $fromOpen);
    }

    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): Tuning
    {
        $side = \in_array('T', $fingering->touches, true) ? $this->short : $this->long;

        return $side->tuning($fingering, $sounding, $cents, $slides);
    }

    public function hardness(): Hardness
    {
        return $this->long->hardness();
    }

    public function askable(): Askable
    {
        return new AskedTouches($this->touches());
    }
}
