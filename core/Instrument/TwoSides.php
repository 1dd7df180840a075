<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Two tubes on one mouthpiece: the long side, and the short side, which the thumb takes from a written note up.
 */
final class TwoSides implements Mechanism
{
    /**
     * @param string $insteadOfShort what is said of the long side where the short is usual
     * @param string $insteadOfLong  what is said of the short side where the long is usual
     */
    public function __construct(
        private readonly ValveTube $long,
        private readonly ValveTube $short,
        private readonly Pitch $thumbFrom,
        private readonly string $insteadOfShort,
        private readonly string $insteadOfLong,
    ) {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        $long = $this->long->fingerings($written, $sounding);
        $short = $this->short->fingerings($written, $sounding);
        $isThumbUsual = $written->midi() >= $this->thumbFrom->midi();
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
}
