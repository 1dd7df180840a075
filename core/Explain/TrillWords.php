<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\Trill;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * A trill said as a teacher says it: what moves, which way, and what stays.
 */
final readonly class TrillWords
{
    private FingerWords $fingers;

    public function __construct(private Instrument $instrument)
    {
        $this->fingers = new FingerWords($instrument);
    }

    /**
     * What moves and what is held, each a sentence; one sentence where there is no good trill.
     *
     * @return non-empty-list<Saying>
     */
    public function says(?Trill $trill): array
    {
        return null === $trill
            ? [Saying::of('trill.none')]
            : [$this->moves($trill), $this->held($trill)];
    }

    /** What moves, and which way: "the left middle finger trills, and comes up for B♭4". */
    public function moves(Trill $trill): Saying
    {
        return [] === $trill->move
            ? Saying::of('trill.lip')
            : Saying::of($trill->comesUp() ? 'trill.moves-up' : 'trill.moves-down', [
                'fingers' => array_map($this->moving(...), $trill->move),
                'count' => \count($trill->move),
                'note' => $trill->high,
            ]);
    }

    /** "held: thumb B flat key, one left". */
    private function held(Trill $trill): Saying
    {
        $words = new FingeringWords($this->instrument);
        if ($trill->below->isDerived()) {
            return Saying::of('trill.held', [
                'whole' => $words->whole($trill->comesUp() ? $trill->above : $trill->below),
            ]);
        }

        return [] === $trill->hold
            ? Saying::of('trill.nothing-held')
            : Saying::of('trill.held', [
                'whole' => $words->whole(Fingering::keys($trill->hold, FingeringUse::Trill, null)),
            ]);
    }

    private function moving(string $id): Saying
    {
        $touch = $this->instrument->mechanism()->touches()[$id];

        return match (true) {
            $touch->isHole => $this->fingers->finger($touch->finger),
            str_starts_with($id, 'v') => Saying::of('touch.the', ['name' => Saying::of('touch.valve', [
                'ordinal' => Phrases::ordinal((int) substr($id, 1)),
            ])]),
            default => $this->fingers->touch($id),
        };
    }
}
