<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Study\Study;
use SwiftReed\Words\Saying;

/**
 * The one place that makes what is said of the notes of a line.
 */
final class Voices
{
    private readonly FingeringWords $words;
    private readonly Likeness $likeness;
    private readonly ReasonWords $reasons;
    private readonly EventWords $events;
    private readonly TuningWords $tunings;
    /** @var array<int, HardSpot> by the note that is come to */
    private array $hard = [];
    /** @var array<int, Fingered> */
    private array $fingered = [];

    /**
     * @param list<Tendency> $tendencies the player's own
     * @param bool           $oneToSix   whether fingers are called by their numbers from 1 to 6
     */
    public function __construct(
        private readonly Instrument $instrument,
        private readonly Study $study,
        private readonly FingeringPlan $plan,
        private readonly array $tendencies = [],
        private readonly bool $oneToSix = false,
    ) {
        $this->words = new FingeringWords($instrument, $oneToSix);
        $this->likeness = new Likeness($instrument, $study->signature->fifths, $oneToSix);
        $this->reasons = new ReasonWords($instrument, $study, $plan);
        $this->events = new EventWords($instrument);
        $this->tunings = new TuningWords($instrument);
        foreach ($plan->hardSpots as $spot) {
            $this->hard[$spot->to] = $spot;
        }
    }

    public function of(int $i): Voice
    {
        $now = $this->fingered($i);
        $tuning = $now->tuning;
        $better = $this->instrument->betterInTune($now->pitch, $now->fingering, $this->cents($i));
        $why = $this->reasons->why($i);

        return new Voice(
            $this->words->whole($now->needed(), $tuning, $now->pitch),
            0 === $i ? null : $this->moves($i)->said(),
            0 === $i ? $this->readyAt($now) : $this->moves($i)->ready,
            OtherName::of($this->study, $i),
            $this->likeness->of($now->pitch, $now->fingering),
            $why ?? $this->because($now),
            null !== $why,
            null === $tuning ? null : $this->tunings->card($now->fingering, $tuning, $this->isOwn($i)),
            null === $tuning ? null : $this->tunings->talk($now->fingering, $tuning),
            null === $better || null !== $tuning?->alternate
                ? null
                : $this->tunings->better($now->fingering, $better),
            BreathWords::after($this->study, $i),
            $this->watch($i),
            $this->others($now),
        );
    }

    /** How note i lies, in cents from equal temperament: by the model, or as the player says of his own note. */
    public function cents(int $i): float
    {
        return Tendency::cents($this->tendencies, $this->plan->notes[$i]->fingering, $this->study->notes[$i]->pitch());
    }

    /** What is done for note i; null where nothing is, or nothing is known. */
    public function tuning(int $i): ?Tuning
    {
        return $this->fingered($i)->tuning;
    }

    /** What changes from note i - 1 to note i. */
    public function moves(int $i): Moves
    {
        return Moves::between($this->fingered($i - 1), $this->fingered($i), $this->oneToSix);
    }

    /**
     * Everything that a teacher adds on a note, from the chart's advice.
     *
     * @return list<Saying>
     */
    public function advice(int $i): array
    {
        $mechanism = $this->instrument->mechanism();
        $midi = fn (int $at): ?int => ($this->study->notes[$at] ?? null)?->pitch()->midi();
        $planned = $this->plan->notes[$i];
        $said = [];
        foreach ($mechanism instanceof Keywork ? $mechanism->advice : [] as $one) {
            if ($one->holds($midi($i - 1), (int) $midi($i), $midi($i + 1), $planned->down(), $planned->resting)) {
                $said[] = Saying::chart($one->says);
            }
        }

        return $said;
    }

    private function isOwn(int $i): bool
    {
        return $this->cents($i) !== $this->plan->notes[$i]->fingering->cents;
    }

    private function fingered(int $i): Fingered
    {
        return $this->fingered[$i] ??= Fingered::note(
            $this->instrument,
            $this->study->notes[$i]->pitch(),
            $this->plan->notes[$i],
            $this->cents($i),
        );
    }

    private function readyAt(Fingered $now): ?Saying
    {
        return [] === $now->resting ? null : Saying::of('move.ready', ['touches' => Moves::named(
            new FingerWords($this->instrument, $this->oneToSix),
            $now,
            $now->resting,
        )]);
    }

    /** Why the usual fingering is the usual one; null where there is no choice. */
    private function because(Fingered $now): ?Saying
    {
        $says = $this->instrument->because($now->pitch, $now->fingering);

        return null === $says ? null : Saying::chart($says);
    }

    /** One thing: what makes the change hard; else the first that the chart advises. */
    private function watch(int $i): ?Saying
    {
        $spot = $this->hard[$i] ?? null;

        return null === $spot
            ? ($this->advice($i)[0] ?? null)
            : $this->events->spot(
                $spot,
                $this->study->notes[$spot->from]->pitch(),
                $this->study->notes[$spot->to]->pitch(),
            );
    }

    /** What stands there in the set-up next door, where that is another usual fingering. */
    private function others(Fingered $now): ?Saying
    {
        $nextDoor = $this->instrument->nextDoor;
        if (null === $nextDoor || FingeringUse::Default !== $now->fingering->use) {
            return null;
        }
        $instrument = $nextDoor->instrument();
        $other = $instrument->fingerings($now->pitch)[0] ?? null;

        return null === $other || $other->isHeldLike($now->fingering)
            ? null
            : Saying::of('others.asks', [
                'question' => Saying::chart($nextDoor->asks),
                'whole' => (new FingeringWords($instrument, $this->oneToSix))->whole(
                    $other,
                    $instrument->tuning($now->pitch, $other, $other->cents),
                    $now->pitch,
                ),
            ]);
    }
}
