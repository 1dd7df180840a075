<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Study;

/**
 * Two neighbouring notes back and forth, fast: the pair of fingerings between which the least moves. Fingerings that are
 * for trills only cost nothing extra here.
 */
final readonly class Trill
{
    /** A trill is a half step or a whole step. */
    private const WIDEST = 2;
    private const LAST_RESORT = 3.0;

    private function __construct(public Pitch $low, public Pitch $high, public Fingering $below, public Fingering $above, public float $difficulty)
    {
    }

    public static function best(Instrument $instrument, Pitch $low, Pitch $high): ?self
    {
        $changes = new Changes($instrument);
        $best = null;
        foreach ($instrument->fingerings($low) as $below) {
            foreach ($instrument->fingerings($high) as $above) {
                $difficulty = $changes->between($low, $below, $high, $above)->difficulty + $changes->between($high, $above, $low, $below)->difficulty
                    + self::own($below) + self::own($above);
                if (null === $best || $difficulty < $best->difficulty - 1e-9) {
                    $best = new self($low, $high, $below, $above, $difficulty);
                }
            }
        }

        return $best;
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
            [$low, $high] = $note->pitch()->isHigherThan($next->pitch()) ? [$next->pitch(), $note->pitch()] : [$note->pitch(), $next->pitch()];
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
            UseOf::LastResort => self::LAST_RESORT,
            UseOf::Trill, UseOf::Default => 0.0,
            default => min(0.5, max(0.0, $fingering->cost)),
        } + 0.03 * abs($fingering->cents);
    }
}
