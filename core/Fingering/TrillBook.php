<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Study;

/**
 * The trills of an instrument: for two notes every pair of fingerings of its chart in which one finger moves, or
 * fingers of one hand in one direction. A pair that its chart does not have is not invented.
 *
 * Source: the handbook, chapter 4, "Trills and tremolos" (common practice, from memory).
 */
final readonly class TrillBook
{
    /** A trill is a half step or a whole step; what is wider is a tremolo. */
    public const WIDEST = 2;
    /** Wider than a fifth no hand keeps it even. */
    public const WIDEST_TREMOLO = 7;
    /** Ways to trill that are told: the best and two others. */
    private const MOST = 3;
    /** A thumb trills less willingly than a finger. */
    private const THUMB = 0.2;
    /** So does a little finger. */
    private const LITTLE_FINGER = 0.1;
    /** To leave a usual fingering for another costs as much as half a finger, whatever moves. */
    private const LEAVING = 0.5;
    /** The lip goes to the next partial with the valve: as good as one more valve on the same partial is not. */
    private const PARTIAL = 1.5;
    /** Ten cents off are worth a tenth of a finger. */
    private const CENT = 0.01;
    /** What a chart names for trills is taken before anything but one finger from usual fingering to usual fingering. */
    private const TAUGHT = 1.0;
    private const OTHER = 5.0;

    public function __construct(private Instrument $instrument)
    {
    }

    /**
     * Ways to trill between two written notes, the best first; empty where there is none worth the name.
     *
     * @return list<Trill>
     */
    public function between(Pitch $low, Pitch $high): array
    {
        $found = [];
        foreach ($this->instrument->fingerings($low) as $below) {
            foreach ($this->instrument->fingerings($high) as $above) {
                $trill = $this->trill($low, $below, $high, $above);
                if (null !== $trill) {
                    $key = implode(' ', $trill->hold).'|'.implode(' ', $trill->move).'|'.$below->slide?->position;
                    if (!isset($found[$key]) || $trill->effort < $found[$key]->effort) {
                        $found[$key] = $trill;
                    }
                }
            }
        }
        usort($found, static fn (Trill $a, Trill $b): int => $a->effort <=> $b->effort);

        return \array_slice($found, 0, self::MOST);
    }

    /**
     * Every half and whole step from one written note to another, from low to high.
     *
     * @return list<array{low: Pitch, high: Pitch, trills: list<Trill>}>
     */
    public function steps(?Pitch $from = null, ?Pitch $to = null): array
    {
        $range = $this->instrument->range[Stage::Full->value];
        $lowest = max($range->lowest->midi(), $from?->midi() ?? 0);
        $highest = min($range->highest->midi(), $to?->midi() ?? \PHP_INT_MAX);
        $steps = [];
        for ($midi = $lowest; $midi <= $highest; ++$midi) {
            array_push($steps, ...$this->above($midi, $highest));
        }

        return $steps;
    }

    /**
     * The half and the whole step above a written note, as far as the range goes.
     *
     * @return list<array{low: Pitch, high: Pitch, trills: list<Trill>}>
     */
    public function from(Pitch $low): array
    {
        return $this->above($low->midi(), $this->instrument->range[Stage::Full->value]->highest->midi());
    }

    /** @return list<array{low: Pitch, high: Pitch, trills: list<Trill>}> */
    private function above(int $midi, int $highest): array
    {
        $steps = [];
        for ($width = 1; $width <= self::WIDEST && $midi + $width <= $highest; ++$width) {
            [$low, $high] = self::spelled($midi, $width);
            if (!$this->instrument->range[Stage::Full->value]->holds($low, $high)) {
                continue;
            }
            $steps[] = ['low' => $low, 'high' => $high, 'trills' => $this->between($low, $high)];
        }

        return $steps;
    }

    /**
     * The steps of a study, and the wider intervals between which it goes back and forth, each once, in the order of
     * the line.
     *
     * @return list<array{low: Pitch, high: Pitch, trills: list<Trill>}>
     */
    public function ofStudy(Study $study): array
    {
        $pairs = [];
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
            $isTremolo = $width <= self::WIDEST_TREMOLO && self::alternates($study, $i);
            if ($width >= 1 && !isset($pairs[$key]) && ($width <= self::WIDEST || $isTremolo)) {
                $pairs[$key] = ['low' => $low, 'high' => $high, 'trills' => $this->between($low, $high)];
            }
        }

        return array_values($pairs);
    }

    /** Whether the notes from one on go X Y X Y. */
    private static function alternates(Study $study, int $i): bool
    {
        $midi = static fn (int $k): ?int => ($study->notes[$k] ?? null)?->pitch()->midi();

        return null !== $midi($i + 3) && $midi($i) === $midi($i + 2) && $midi($i + 1) === $midi($i + 3);
    }

    /**
     * As a book of trills spells them: a half step to the next letter or on one, a whole step to the next letter.
     *
     * @return array{Pitch, Pitch}
     */
    private static function spelled(int $midi, int $width): array
    {
        foreach ([[false, false], [true, true], [true, false], [false, true]] as [$lowSharp, $highSharp]) {
            $low = Pitch::plain($midi, $lowSharp);
            $high = Pitch::plain($midi + $width, $highSharp);
            if ($low->letter->up(1) === $high->letter) {
                return [$low, $high];
            }
        }

        return [Pitch::plain($midi, true), Pitch::plain($midi + $width, true)];
    }

    private function trill(Pitch $low, Fingering $below, Pitch $high, Fingering $above): ?Trill
    {
        $isTaught = FingeringUse::Trill === $below->use || FingeringUse::Trill === $above->use;
        if (
            !self::goesWith($below, $high)
            || !self::goesWith($above, $low)
            || (!$isTaught && $this->instrument->breakBetween($low, $high) > 0)
        ) {
            return null;
        }
        $move = $this->instrument->mechanism()->trills($below, $above);
        if (null === $move) {
            return null;
        }
        $touches = $this->instrument->mechanism()->touches();
        $effort = abs((int) $above->partial - (int) $below->partial) * self::PARTIAL
            + (abs($above->centsAsPlayed()) + abs($below->centsAsPlayed())) * self::CENT;
        $fingers = [];
        foreach ($move as $id) {
            $touch = $touches[$id];
            $fingers[$touch->finger] = 1.0
                + ($touch->isThumb() ? self::THUMB : 0.0)
                + ($touch->isLittleFinger() ? self::LITTLE_FINGER : 0.0);
        }
        $effort += array_sum($fingers);
        foreach ([$below, $above] as $one) {
            $effort += FingeringUse::Default === $one->use ? 0.0 : self::LEAVING;
        }
        if ([] !== $move && !$below->isDerived()) {
            $isPlain = FingeringUse::Default === $below->use
                && FingeringUse::Default === $above->use
                && 1 === \count($fingers);
            $effort += $isPlain ? 0.0 : ($isTaught ? self::TAUGHT : self::OTHER);
        }
        $hand = [] === $move ? null : ($touches[$move[0]]->isLeft() ? 'left' : 'right');

        return Trill::between($low, $below, $high, $above, $move, $hand, $effort);
    }

    /** Whether a fingering may stand in a trill with a note: one for trills only goes with the notes its chart names. */
    private static function goesWith(Fingering $fingering, Pitch $other): bool
    {
        if (FingeringUse::Trill !== $fingering->use) {
            return $fingering->use->mayBeChosen();
        }
        foreach ($fingering->may as $occasion) {
            if (true === $occasion->condition(ConditionKind::Alternation)?->names($other->midi())) {
                return true;
            }
        }

        return false;
    }
}
