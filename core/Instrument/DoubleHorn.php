<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Two sides on one mouthpiece: the long side, and the short side with the thumb from a written note up.
 */
final class DoubleHorn implements Mechanism
{
    public function __construct(private readonly ValveTube $long, private readonly ValveTube $short, private readonly Pitch $thumbFrom)
    {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        $long = $this->long->fingerings($written, $sounding);
        $short = $this->short->fingerings($written, $sounding);
        $high = $written->midi() >= $this->thumbFrom->midi();
        [$first, $second, $use, $when] = $high
            ? [$short, $long, FingeringUse::Alternate, 'on the F side, without the thumb']
            : [$long, $short, FingeringUse::Fallback, 'on the B♭ side, with the thumb, where the F side does not speak'];
        $fingerings = $first;
        foreach ($second as $fingering) {
            $isUsual = FingeringUse::Default === $fingering->use;
            // What is an alternate on the other side is a second choice twice over.
            $fingerings[] = [] === $first && $isUsual ? $fingering : $fingering->belonging([], [])->as($isUsual ? $use : FingeringUse::LastResort, $when);
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
}
