<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Length;
use SwiftReed\Study\Stage;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * Chooses the fingerings of a line by the shortest path: what each fingering costs and what each change costs, changes
 * weighing more at speed and less after a breath. The time it takes is linear in the number of notes.
 */
final class Planner
{
    /** A change at least this difficult is a hard spot. */
    private const HARD = 5.5;
    private const ALWAYS_HARD = ['little finger slides', 'over the break', 'half hole'];
    /** Notes a second at which a change counts in full. */
    private const USUAL_SPEED = 2.0;
    /** Notes on either side that a chart's "near" looks at. */
    private const NEAR = 3;
    /** What a cent off costs by the model, and besides beyond ten cents where the player himself says so. */
    private const CENT = 0.02;
    private const OWN_CENT = 0.25;

    private readonly Changes $changes;
    private readonly ShortestPath $path;

    public function __construct(private readonly Instrument $instrument)
    {
        $this->changes = new Changes($instrument);
        $this->path = new ShortestPath($this->changes, 'slide' === $instrument->mechanism()->kind());
    }

    /**
     * @param list<Pin>       $pins  the line is planned around them
     * @param list<Fingering> $given fingerings that are settled already, one for each note; empty when they are to be chosen
     * @param list<Tendency>  $tendencies the player's own, which override the model
     *
     * @throws PinError when a pin names a fingering that the instrument does not have
     */
    public function plan(Study $study, Stage $stage = Stage::Full, array $pins = [], array $given = [], array $tendencies = []): FingeringPlan
    {
        $notes = $study->notes;
        $candidates = [];
        foreach ($notes as $note) {
            $fingerings = $this->instrument->fingerings($note->pitch());
            if ([] === $fingerings) {
                throw new \DomainException(\sprintf('%s has no fingering for %s; expected a note of its range.', $this->instrument->name, $note->pitch()->sign()));
            }
            $candidates[] = $fingerings;
        }
        $weights = $this->weights($study);
        $own = $this->ownCosts($notes, $candidates, $study->signature->fifths, Stage::First === $stage, $tendencies);
        $pinned = [] === $given ? $this->pinned($notes, $candidates, $pins) : [];
        $chosen = $this->path->through($notes, $candidates, $weights, $own, [] === $given ? $pinned : array_map(static fn (Fingering $one): array => [$one], $given));
        $free = [] === $pinned ? $chosen : $this->path->through($notes, $candidates, $weights, $own, []);

        return $this->described($notes, $candidates, $chosen, $weights, $own, $pinned, $free);
    }

    /**
     * How much each change counts: index i is the change into note i.
     *
     * @return list<float>
     */
    private function weights(Study $study): array
    {
        $quarters = $study->recipe->tempo->quarters() / 60;
        $weights = [0.0];
        foreach ($study->notes as $i => $note) {
            if (0 === $i) {
                continue;
            }
            $before = $study->notes[$i - 1];
            $speed = $quarters * Length::QUARTER / max(1, $before->length);
            $weight = max(0.7, min(1.8, sqrt($speed / self::USUAL_SPEED)));
            $weights[] = $before->breathAfter ? 0.5 * $weight : $weight;
        }

        return $weights;
    }

    /**
     * What a player says of this note, in cents; 0 when nothing is said.
     *
     * @param list<Tendency> $tendencies later ones go before earlier ones
     */
    public static function tendency(array $tendencies, int $midi): int
    {
        $cents = 0;
        foreach ($tendencies as $tendency) {
            $cents = $tendency->written->midi() === $midi ? $tendency->cents : $cents;
        }

        return $cents;
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<Pin>                 $pins       later ones go before earlier ones
     *
     * @return array<int, list<Fingering>> the only fingerings allowed, by the index of the note
     */
    private function pinned(array $notes, array $candidates, array $pins): array
    {
        $line = array_map(static fn (StudyNote $note): Pitch => $note->pitch(), $notes);
        $pinned = [];
        foreach ($pins as $pin) {
            foreach ($pin->wants($line) as $i => $name) {
                try {
                    $pinned[$i] = Pin::meant($this->instrument, $line[$i], $candidates[$i], $name);
                } catch (PinError $error) {
                    if (!$pin->isRange) {
                        throw $error;
                    }
                }
            }
        }

        return $pinned;
    }

    /**
     * What each candidate costs by itself in its place.
     *
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<Tendency> $tendencies
     *
     * @return list<list<float>>
     */
    private function ownCosts(array $notes, array $candidates, int $fifths, bool $isFirstYear, array $tendencies): array
    {
        $midi = array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $notes);
        $costs = [];
        foreach ($candidates as $i => $fingerings) {
            $row = [];
            foreach ($fingerings as $fingering) {
                $own = [] !== $tendencies && UseOf::Default === $fingering->use ? self::tendency($tendencies, $midi[$i]) : 0;
                $cents = 0 === $own ? $fingering->cents : $own;
                $cost = $fingering->cost + self::CENT * abs($cents) + self::OWN_CENT * max(0, abs($own) - 10);
                if (!$fingering->context->isNone()) {
                    $neighbours = [];
                    $held = [];
                    foreach ([$i - 1, $i + 1] as $k) {
                        if (isset($midi[$k])) {
                            $neighbours[] = $midi[$k];
                            $held[] = $candidates[$k][0]->touches;
                        }
                    }
                    $near = \array_slice($midi, max(0, $i - self::NEAR), min($i, self::NEAR) + 1 + self::NEAR);
                    $cost += $fingering->context->cost($fifths, $neighbours, $near, $held, $isFirstYear);
                }
                $row[] = $cost;
            }
            $costs[] = $row;
        }

        return $costs;
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     * @param list<list<float>>           $own        what each candidate costs by itself in its place
     * @param array<int, list<Fingering>> $pinned
     * @param list<int>                   $free       what would be chosen without pins
     */
    private function described(array $notes, array $candidates, array $chosen, array $weights, array $own, array $pinned, array $free): FingeringPlan
    {
        $planned = [];
        $hard = [];
        $total = 0.0;
        foreach ($notes as $i => $note) {
            $fingering = $candidates[$i][$chosen[$i]];
            $total += $own[$i][$chosen[$i]];
            $flags = [];
            if ($i > 0) {
                $change = $this->at($notes, $candidates, $i, $chosen[$i - 1], $chosen[$i]);
                $total += $weights[$i] * $change->difficulty;
                $flags = $change->flags;
                $difficulty = round($change->difficulty, 1);
                if ($difficulty >= self::HARD || ([] !== $flags && [] !== array_intersect(self::ALWAYS_HARD, $flags))) {
                    $forced = (isset($pinned[$i]) || isset($pinned[$i - 1])) && $this->at($notes, $candidates, $i, $free[$i - 1], $free[$i])->difficulty < $change->difficulty - 1 ? '; the pin forces this' : '';
                    $hard[] = new HardSpot($i - 1, $i, $difficulty, ([] === $change->reasons ? 'many fingers move at once' : implode('; ', $change->reasons)).$forced, $change->flags, $notes[$i - 1]->pitch()->text().' '.$note->pitch()->text());
                    $flags[] = 'hard';
                }
            }
            $resting = [];
            if ([] !== $fingering->indifferent) {
                $around = [...(0 === $i ? [] : $candidates[$i - 1][$chosen[$i - 1]]->touches), ...(isset($notes[$i + 1]) ? $candidates[$i + 1][$chosen[$i + 1]]->touches : [])];
                $resting = array_values(array_intersect($fingering->indifferent, $around));
            }
            if (isset($pinned[$i])) {
                $flags[] = 'pinned';
            }
            $alternates = $this->alternates($notes, $candidates, $chosen, $weights, $own, $i);
            $why = match (true) {
                UseOf::Default === $fingering->use => '',
                isset($pinned[$i]) => FingeringWords::difference($this->instrument, $candidates[$i][0], $fingering).': pinned',
                default => $this->why($notes, $candidates, $chosen, $weights, $own, $i),
            };
            $planned[] = new PlannedNote($fingering, $resting, $why, $alternates, \count($flags) > 1 ? array_values(array_unique($flags)) : $flags);
        }

        return new FingeringPlan($planned, $hard, round($total, 1));
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     */
    private function at(array $notes, array $candidates, int $i, int $before, int $here): Change
    {
        return $this->changes->between($notes[$i - 1]->pitch(), $candidates[$i - 1][$before], $notes[$i]->pitch(), $candidates[$i][$here]);
    }

    /**
     * Difficulty around note i when it takes candidate j and its neighbours stay as chosen, with the two changes.
     *
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     * @param list<list<float>>         $own        what each candidate costs by itself in its place
     *
     * @return array{float, ?Change, ?Change} the sum, the change into the note, the change out of it
     */
    private function around(array $notes, array $candidates, array $chosen, array $weights, array $own, int $i, int $j): array
    {
        $sum = $own[$i][$j];
        $in = null;
        $out = null;
        if ($i > 0) {
            $in = $this->at($notes, $candidates, $i, $chosen[$i - 1], $j);
            $sum += $weights[$i] * $in->difficulty;
        }
        if (isset($notes[$i + 1])) {
            $out = $this->at($notes, $candidates, $i + 1, $j, $chosen[$i + 1]);
            $sum += $weights[$i + 1] * $out->difficulty;
        }

        return [$sum, $in, $out];
    }

    /**
     * The weightiest reason of the two changes that the fingering in use does not have as well, and where it lies.
     *
     * @param non-empty-list<StudyNote> $notes
     * @param list<string>              $kept  reasons that count for nothing
     */
    private function reason(array $notes, int $i, ?Change $in, ?Change $out, array $kept): string
    {
        $changes = [[$in, ', coming from ', $i - 1], [$out, ', going to ', $i + 1]];
        if (null !== $in && null !== $out && $out->difficulty > $in->difficulty) {
            $changes = array_reverse($changes);
        }
        foreach ($changes as [$change, $where, $neighbour]) {
            foreach (null === $change ? [] : $change->reasons as $reason) {
                if (!\in_array($reason, $kept, true)) {
                    return $reason.$where.$notes[$neighbour]->pitch()->name()->sign();
                }
            }
        }

        return '';
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     * @param list<list<float>>         $own        what each candidate costs by itself in its place
     *
     * @return list<Alternate>
     */
    private function alternates(array $notes, array $candidates, array $chosen, array $weights, array $own, int $i): array
    {
        if (\count($candidates[$i]) < 2) {
            return [];
        }
        [$here] = $this->around($notes, $candidates, $chosen, $weights, $own, $i, $chosen[$i]);
        $alternates = [];
        foreach ($candidates[$i] as $j => $other) {
            if ($j === $chosen[$i]) {
                continue;
            }
            [$there, $in, $out] = $this->around($notes, $candidates, $chosen, $weights, $own, $i, $j);
            $more = round($there - $here, 1) + 0.0;
            $reason = $this->reason($notes, $i, $in, $out, []);
            $alternates[] = new Alternate($other, $more, match (true) {
                '' !== $reason => self::would($reason),
                '' !== $other->when => 'meant for: '.$other->when,
                $more > 0.4 => 'more fingers move',
                default => 'as good; the usual one is kept',
            });
        }

        return $alternates;
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     * @param list<list<float>>         $own        what each candidate costs by itself in its place
     */
    private function why(array $notes, array $candidates, array $chosen, array $weights, array $own, int $i): string
    {
        [, $keptIn, $keptOut] = $this->around($notes, $candidates, $chosen, $weights, $own, $i, $chosen[$i]);
        [, $in, $out] = $this->around($notes, $candidates, $chosen, $weights, $own, $i, 0);
        $avoided = $this->reason($notes, $i, $in, $out, [...($keptIn->reasons ?? []), ...($keptOut->reasons ?? [])]);
        $fingering = $candidates[$i][$chosen[$i]];
        $what = FingeringWords::difference($this->instrument, $candidates[$i][0], $fingering);
        if ('' !== $avoided) {
            return \sprintf('%s, because with the usual fingering %s', $what, self::would($avoided));
        }

        return '' === $fingering->when ? \sprintf('%s: less moves than with the usual fingering (%s)', $what, $candidates[$i][0]->text) : \sprintf('%s: %s', $what, $fingering->when);
    }

    /** What happens, said as what would happen. */
    private static function would(string $reason): string
    {
        return strtr($reason, [' slides ' => ' would slide ', ' rolls ' => ' would roll ', ' move, ' => ' would move, ', ' land, ' => ' would land, ']);
    }
}
