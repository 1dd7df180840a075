<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Instrument\TuningAct;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * How a brass note lies, and what is done for it: "32 cents sharp: third slide out, about a finger’s breadth (19 mm)".
 *
 * Source: the handbook, chapter 4, "Tuning is part of the fingering".
 */
final readonly class TuningWords
{
    /** A finger's breadth in millimetres. Source: common practice, no source. */
    private const FINGER = 18.0;

    public function __construct(private Instrument $instrument)
    {
    }

    /**
     * For a card: with cents and millimetres.
     *
     * @param bool $isOwn whether its player says so of his own note
     */
    public function card(Fingering $fingering, Tuning $tuning, bool $isOwn): Saying
    {
        $lies = self::lies($tuning->cents);
        $breadth = null === $tuning->mm
            ? null
            : Saying::of('tuning.measured', [
                'breadth' => self::breadth($tuning->mm),
                'mm' => (string) (int) round($tuning->mm),
            ]);

        return $this->said($fingering, $tuning, $isOwn ? Saying::of('tuning.own', ['lies' => $lies]) : $lies, $breadth);
    }

    /** Beside the pupil: without numbers. */
    public function talk(Fingering $fingering, Tuning $tuning): Saying
    {
        return $this->said(
            $fingering,
            $tuning,
            Saying::of($tuning->cents > 0 ? 'tuning.bare-sharp' : 'tuning.bare-flat'),
            null === $tuning->mm ? null : self::breadth($tuning->mm),
        );
    }

    /** Another fingering of the note that lies better. */
    public function better(Fingering $usual, Fingering $other): Saying
    {
        $fingering = (new FingeringWords($this->instrument))->whole($other);
        $cents = $other->centsAsPlayed();

        return abs($cents) < 1
            ? Saying::of('tuning.better-so', ['fingering' => $fingering])
            : Saying::of('tuning.better', ['fingering' => $fingering, 'lies' => self::lies($cents)]);
    }

    private function said(Fingering $fingering, Tuning $tuning, Saying $lies, ?Saying $breadth): Saying
    {
        $with = ['lies' => $lies];
        $act = $tuning->act;

        return match (true) {
            null !== $act && $act->isDrawn() => Saying::of(
                'tuning.'.str_replace(' ', '-', $act->value),
                $with + ['breadth' => $breadth ?? self::breadth($tuning->mm ?? 0.0)],
            ),
            TuningAct::Hand === $act => Saying::of($tuning->cents > 0 ? 'tuning.hand-sharp' : 'tuning.hand-flat', $with),
            TuningAct::PositionIn === $act, TuningAct::PositionOut === $act => Saying::of(
                TuningAct::PositionIn === $act ? 'tuning.position-in' : 'tuning.position-out',
                $with + ['part' => Phrases::ofAPosition($tuning->positions ?? 0.0)],
            ),
            null !== $tuning->alternate => Saying::of('tuning.alternate', $with + [
                'fingering' => (new FingeringWords($this->instrument))->whole($tuning->alternate),
            ]),
            TuningAct::Lip === $act => Saying::of($this->lip($fingering, $tuning), $with),
            default => Saying::of($this->expected($tuning), $with),
        };
    }

    /** Where nothing of this instrument helps. */
    private function expected(Tuning $tuning): string
    {
        return match (true) {
            $tuning->cents < 0 => 'tuning.expect-flat',
            isset($this->instrument->mechanism()->touches()['v4']) => 'tuning.expect-sharp-four',
            default => 'tuning.expect-sharp',
        };
    }

    private function lip(Fingering $fingering, Tuning $tuning): string
    {
        return match (true) {
            $tuning->cents > 0 => 'tuning.lip-sharp',
            MechanismKind::Slide === $this->instrument->mechanism()->kind() => 'tuning.nothing-raises',
            '0' === $fingering->valves => 'tuning.nothing-shortens',
            default => 'tuning.lip-flat',
        };
    }

    private static function lies(float $cents): Saying
    {
        return Saying::of($cents > 0 ? 'tuning.sharp' : 'tuning.flat', ['cents' => (int) round(abs($cents))]);
    }

    /** A length beside fingers: "about a finger's breadth", "about two fingers". */
    private static function breadth(float $mm): Saying
    {
        $fingers = $mm / self::FINGER;

        return match (true) {
            $fingers < 0.25 => Saying::of('tuning.hair'),
            $fingers < 0.75 => Saying::of('tuning.half-finger'),
            $fingers < 1.3 => Saying::of('tuning.finger'),
            $fingers < 1.65 => Saying::of('tuning.finger-and-half'),
            default => Saying::of('tuning.fingers', ['number' => Phrases::number((int) round($fingers))]),
        };
    }
}
