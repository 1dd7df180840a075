<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Fingering\Reason;
use SwiftReed\Fingering\ReasonKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Study\Study;

/**
 * Reasons of a plan, worded.
 */
final readonly class ReasonWords
{
    /** Turns of two fingers that are named; after three everybody knows how it goes on. */
    private const TURNS = 3;

    public function __construct(private Instrument $instrument, private Study $study, private FingeringPlan $plan)
    {
    }

    /** Why note i has not its usual fingering; nothing when it has. */
    public function why(int $i): string
    {
        $planned = $this->plan->notes[$i];
        $reason = $planned->why();
        if (null === $reason) {
            return '';
        }
        $what = FingeringWords::difference($this->instrument, $reason->instead, $planned->fingering);
        $words = match ($reason->kind) {
            ReasonKind::Avoids => $this->otherwise($reason),
            ReasonKind::Occasion => $this->occasion($i, $reason, $planned->fingering),
            ReasonKind::Pinned => 'pinned',
            ReasonKind::Tendency => 'the usual one lies flat for this player, and nothing raises it there',
            ReasonKind::Stays => 'kept for the exercise',
            ReasonKind::Pattern => $this->pattern($reason),
            ReasonKind::PatternGoesOn => \sprintf(
                'in %s from note %d on',
                self::turns($reason->pattern->fingers ?? []),
                $reason->from + 1,
            ),
            ReasonKind::Alike => \sprintf('the same as at note %d, where it is needed', $reason->from + 1),
            default => '',
        };

        return '' === $words ? $what : $what.': '.$words;
    }

    /** "right – left – right, notes 5 to 7; the same an octave lower". */
    private function pattern(Reason $reason): string
    {
        $pattern = $reason->pattern;
        if (null === $pattern) {
            return '';
        }
        $again = match ($pattern->again) {
            null => $pattern->isBack ? '; the same on the way back' : '',
            0 => '; the same again',
            -12 => '; the same an octave lower',
            12 => '; the same an octave higher',
            default => '; the same from another note',
        };

        return \sprintf(
            '%s, notes %d to %d, so that nothing slides%s',
            self::turns($pattern->fingers),
            $pattern->from + 1,
            $pattern->to + 1,
            $again,
        );
    }

    /** @param list<string> $fingers "right – left – right", "little finger – thumb – little finger"; three are enough */
    private static function turns(array $fingers): string
    {
        $isOneHand = 1 === \count(array_unique(array_map(static fn (string $one): string => $one[0], $fingers)));
        $names = array_map(
            static fn (string $finger): string => match (true) {
                !$isOneHand && 'T' !== $finger[1] => 'L' === $finger[0] ? 'left' : 'right',
                'T' === $finger[1] => 'thumb',
                default => 'little finger',
            },
            \array_slice($fingers, 0, self::TURNS),
        );

        return implode(' – ', $names);
    }

    private function otherwise(Reason $reason): string
    {
        $from = $this->study->notes[$reason->from]->pitch();
        $to = $this->study->notes[$reason->from + 1]->pitch();
        if (null === $reason->event || null === $reason->before || null === $reason->after) {
            return '';
        }

        return \sprintf(
            'with the usual fingering %s, %s to %s',
            EventWords::says($this->instrument, $reason->event, $reason->before, $reason->after, $from, $to, true),
            $from->name()->sign(),
            $to->name()->sign(),
        );
    }

    private function occasion(int $i, Reason $reason, Fingering $chosen): string
    {
        return null === $reason->occasion
            ? ''
            : OccasionWords::here(
                $this->instrument,
                $reason->occasion,
                $this->study->notes[$i]->pitch(),
                $reason->instead,
                $chosen,
                ($this->study->notes[$i - 1] ?? null)?->pitch(),
                ($this->study->notes[$i + 1] ?? null)?->pitch(),
                ($this->plan->notes[$i - 1] ?? null)?->fingering,
                ($this->plan->notes[$i + 1] ?? null)?->fingering,
            );
    }

    /** Why another fingering is not taken at note i. */
    public function whyNot(int $i, Reason $reason): string
    {
        $sharps = $this->study->signature->fifths >= 0;

        return match ($reason->kind) {
            ReasonKind::Avoids => $this->event($reason),
            ReasonKind::OutOfTune => \sprintf(
                'about %d cents %s',
                (int) round(abs($reason->instead->cents)),
                $reason->instead->cents > 0 ? 'sharp' : 'flat',
            ),
            ReasonKind::MoreMoves => 'more moves, and nothing is won',
            ReasonKind::UsualKept => 'the usual one is kept where nothing speaks against it',
            ReasonKind::AsGood => 'it would do as well here',
            ReasonKind::OnlyPinned => ($reason->instead->when ?? 'when the usual one does not speak').'; only pinned',
            default => $this->elsewhere($reason->instead, $sharps),
        };
    }

    /** Where it belongs, or what it is for where the chart names no place. */
    private function elsewhere(Fingering $fingering, bool $sharps): string
    {
        $places = OccasionWords::places($this->instrument, $fingering, $sharps);

        return match (true) {
            $this->instrument->onlyDefaults => 'this set-up keeps to one fingering for each note',
            '' !== $places => 'it belongs elsewhere: '.$places,
            null !== $fingering->when => 'for another purpose: '.$fingering->when,
            default => 'it has no place of its own; it can be pinned',
        };
    }

    private function event(Reason $reason): string
    {
        $from = $this->study->notes[$reason->from]->pitch();
        $to = $this->study->notes[$reason->from + 1]->pitch();
        if (null === $reason->event || null === $reason->before || null === $reason->after) {
            return '';
        }

        return \sprintf(
            '%s, %s to %s',
            EventWords::says($this->instrument, $reason->event, $reason->before, $reason->after, $from, $to, true),
            $from->name()->sign(),
            $to->name()->sign(),
        );
    }
}
