<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Fingering\FingerPattern;
use SwiftReed\Fingering\Reason;
use SwiftReed\Fingering\ReasonKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Study\Study;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * Reasons of a plan.
 */
final readonly class ReasonWords
{
    /** Turns of two fingers that are named; after three everybody knows how it goes on. */
    private const TURNS = 3;

    private FingeringWords $words;
    private EventWords $events;
    private OccasionWords $occasions;

    public function __construct(private Instrument $instrument, private Study $study, private FingeringPlan $plan)
    {
        $this->words = new FingeringWords($instrument);
        $this->events = new EventWords($instrument);
        $this->occasions = new OccasionWords($instrument, $study->signature->fifths >= 0);
    }

    /** Why note i has not its usual fingering; null when it has. */
    public function why(int $i): ?Saying
    {
        $planned = $this->plan->notes[$i];
        $reason = $planned->why();
        if (null === $reason) {
            return null;
        }
        $what = $this->words->difference($reason->instead, $planned->fingering);
        $why = match ($reason->kind) {
            ReasonKind::Avoids => $this->otherwise($reason),
            ReasonKind::Occasion => $this->occasion($i, $reason, $planned->fingering),
            ReasonKind::Pinned => Saying::of('why.pinned'),
            ReasonKind::Tendency => Saying::of('why.tendency'),
            ReasonKind::Stays => Saying::of('why.stays'),
            ReasonKind::Pattern => null === $reason->pattern ? null : self::pattern($reason->pattern),
            ReasonKind::PatternGoesOn => Saying::of('why.pattern-goes-on', [
                'turns' => self::turns($reason->pattern->fingers ?? []),
                'note' => (string) ($reason->from + 1),
            ]),
            ReasonKind::Alike => Saying::of('why.alike', ['note' => (string) ($reason->from + 1)]),
            default => null,
        };

        return null === $why ? $what : Saying::of('why.because', ['what' => $what, 'why' => $why]);
    }

    /** "right – left – right, notes 5 to 7; the same an octave lower". */
    private static function pattern(FingerPattern $pattern): Saying
    {
        return Saying::of('why.pattern', [
            'turns' => self::turns($pattern->fingers),
            'from' => (string) ($pattern->from + 1),
            'to' => (string) ($pattern->to + 1),
            'again' => Saying::of(match ($pattern->again) {
                null => $pattern->isBack ? 'why.again-back' : 'why.nothing',
                0 => 'why.again',
                -12 => 'why.again-lower',
                12 => 'why.again-higher',
                default => 'why.again-elsewhere',
            }),
        ]);
    }

    /** @param list<string> $fingers "right – left – right", "little finger – thumb – little finger"; three are enough */
    private static function turns(array $fingers): Saying
    {
        $isOneHand = 1 === \count(array_unique(array_map(static fn (string $one): string => $one[0], $fingers)));
        $names = array_map(
            static fn (string $finger): Saying => match (true) {
                !$isOneHand && 'T' !== $finger[1] => FingerWords::hand($finger),
                'T' === $finger[1] => Saying::of('why.thumb'),
                default => Saying::of('why.little-finger'),
            },
            \array_slice($fingers, 0, self::TURNS),
        );

        return Phrases::joined($names, 'why.turns') ?? Saying::of('why.nothing');
    }

    private function otherwise(Reason $reason): ?Saying
    {
        return $this->event($reason, 'why.otherwise');
    }

    /** What would happen, between which notes. */
    private function event(Reason $reason, string $key): ?Saying
    {
        $from = $this->study->notes[$reason->from]->pitch();
        $to = $this->study->notes[$reason->from + 1]->pitch();

        return null === $reason->event || null === $reason->before || null === $reason->after
            ? null
            : Saying::of($key, [
                'event' => $this->events->says($reason->event, $reason->before, $reason->after, $from, $to, true),
                'from' => $from->name(),
                'to' => $to->name(),
            ]);
    }

    private function occasion(int $i, Reason $reason, Fingering $chosen): ?Saying
    {
        return null === $reason->occasion
            ? null
            : $this->occasions->here(
                $reason->occasion,
                $reason->instead,
                $chosen,
                Neighbour::at($this->study, $this->plan, $i - 1),
                Neighbour::at($this->study, $this->plan, $i + 1),
            );
    }

    /** Why another fingering is not taken at note i. */
    public function whyNot(Reason $reason): ?Saying
    {
        return match ($reason->kind) {
            ReasonKind::Avoids => $this->event($reason, 'why.event'),
            ReasonKind::OutOfTune => Saying::of(
                $reason->instead->cents > 0 ? 'why.sharp' : 'why.flat',
                ['cents' => (int) round(abs($reason->instead->cents))],
            ),
            ReasonKind::MoreMoves => Saying::of('why.more-moves'),
            ReasonKind::UsualKept => Saying::of('why.usual-kept'),
            ReasonKind::AsGood => Saying::of('why.as-good'),
            ReasonKind::OnlyPinned => Saying::of('why.only-pinned', [
                'when' => null === $reason->instead->when
                    ? Saying::of('why.does-not-speak')
                    : Saying::chart($reason->instead->when),
            ]),
            default => $this->elsewhere($reason->instead),
        };
    }

    /** Where it belongs, or what it is for where the chart names no place. */
    private function elsewhere(Fingering $fingering): Saying
    {
        $places = $this->occasions->places($fingering);

        return match (true) {
            $this->instrument->onlyDefaults => Saying::of('why.one-fingering'),
            null !== $places => Saying::of('why.elsewhere', ['places' => $places]),
            null !== $fingering->when => Saying::of('why.purpose', ['when' => Saying::chart($fingering->when)]),
            default => Saying::of('why.no-place'),
        };
    }
}
