<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Length;
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
    /** Notes a second at which a change counts in full. */
    private const USUAL_SPEED = 2.0;
    private const WRONG_SIDE = 0.8;
    private const RIGHT_SIDE = -1.5;

    private readonly Changes $changes;

    public function __construct(private readonly Instrument $instrument)
    {
        $this->changes = new Changes($instrument);
    }

    public function plan(Study $study): FingeringPlan
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
        $side = $study->signature->fifths <=> 0;
        $chosen = $this->shortestPath($notes, $candidates, $weights, $side);

        return $this->described($notes, $candidates, $chosen, $weights, $side);
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
     * @param non-empty-list<StudyNote>   $notes
     * @param list<list<Fingering>>       $candidates
     * @param list<float>                 $weights
     *
     * @return list<int> the chosen candidate of each note
     */
    private function shortestPath(array $notes, array $candidates, array $weights, int $side): array
    {
        $best = [];
        $from = [];
        foreach ($notes as $i => $note) {
            $pitch = $note->pitch();
            foreach ($candidates[$i] as $j => $fingering) {
                $least = 0.0;
                $back = 0;
                if ($i > 0) {
                    $least = \INF;
                    $before = $notes[$i - 1]->pitch();
                    foreach ($candidates[$i - 1] as $k => $earlier) {
                        $sum = $best[$i - 1][$k] + $weights[$i] * $this->changes->between($before, $earlier, $pitch, $fingering)->difficulty;
                        if ($sum < $least - 1e-9) {
                            $least = $sum;
                            $back = $k;
                        }
                    }
                }
                $best[$i][$j] = $least + self::ownCost($fingering, $side);
                $from[$i][$j] = $back;
            }
        }
        $last = \count($notes) - 1;
        $at = (int) array_search(min($best[$last]), $best[$last], true);
        $chosen = [];
        for ($i = $last; $i >= 0; --$i) {
            $chosen[$i] = $at;
            $at = $from[$i][$at];
        }
        ksort($chosen);

        return array_values($chosen);
    }

    private static function ownCost(Fingering $fingering, int $side): float
    {
        $cost = $fingering->cost + 0.02 * abs($fingering->cents);
        if ('' !== $fingering->preferredIn) {
            $cost += ('flats' === $fingering->preferredIn) === ($side < 0) ? self::RIGHT_SIDE : self::WRONG_SIDE;
        }

        return $cost;
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     */
    private function described(array $notes, array $candidates, array $chosen, array $weights, int $side): FingeringPlan
    {
        $planned = [];
        $hard = [];
        $total = 0.0;
        foreach ($notes as $i => $note) {
            $fingering = $candidates[$i][$chosen[$i]];
            $total += self::ownCost($fingering, $side);
            $flags = [];
            $resting = [];
            if ($i > 0) {
                $change = $this->at($notes, $candidates, $i, $chosen[$i - 1], $chosen[$i]);
                $total += $weights[$i] * $change->difficulty;
                $flags = $change->flags;
                $difficulty = round($change->difficulty, 1);
                if ($difficulty >= self::HARD || \in_array('little finger slides', $change->flags, true) || \in_array('over the break', $change->flags, true)) {
                    $hard[] = new HardSpot($i - 1, $i, $difficulty, [] === $change->reasons ? 'many fingers move at once' : implode('; ', $change->reasons), $change->flags);
                    $flags[] = 'hard';
                }
                $resting = array_values(array_intersect($fingering->indifferent, $candidates[$i - 1][$chosen[$i - 1]]->touches));
            }
            if (isset($notes[$i + 1])) {
                $resting = array_values(array_unique([...$resting, ...array_intersect($fingering->indifferent, $candidates[$i + 1][$chosen[$i + 1]]->touches)]));
            }
            $alternates = [];
            foreach ($candidates[$i] as $j => $other) {
                if ($j !== $chosen[$i]) {
                    $alternates[] = $this->alternate($notes, $candidates, $chosen, $weights, $side, $i, $j);
                }
            }
            $why = UseOf::Default === $fingering->use ? '' : $this->why($notes, $candidates, $chosen, $i);
            $planned[] = new PlannedNote($fingering, $resting, $why, $alternates, array_values(array_unique($flags)));
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
     * Difficulty around note i when it takes candidate j and its neighbours stay as chosen, with the reasons.
     *
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     *
     * @return array{float, list<string>} reasons of the harder change first
     */
    private function around(array $notes, array $candidates, array $chosen, array $weights, int $side, int $i, int $j): array
    {
        $sum = self::ownCost($candidates[$i][$j], $side);
        $reasons = [];
        if ($i > 0) {
            $change = $this->at($notes, $candidates, $i, $chosen[$i - 1], $j);
            $sum += $weights[$i] * $change->difficulty;
            $reasons[] = [$change->difficulty, array_map(static fn (string $reason): string => $reason.', coming from '.self::named($notes[$i - 1]->pitch()), $change->reasons)];
        }
        if (isset($notes[$i + 1])) {
            $change = $this->at($notes, $candidates, $i + 1, $j, $chosen[$i + 1]);
            $sum += $weights[$i + 1] * $change->difficulty;
            $reasons[] = [$change->difficulty, array_map(static fn (string $reason): string => $reason.', going to '.self::named($notes[$i + 1]->pitch()), $change->reasons)];
        }
        usort($reasons, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return [$sum, array_merge(...array_column($reasons, 1))];
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     * @param list<float>               $weights
     */
    private function alternate(array $notes, array $candidates, array $chosen, array $weights, int $side, int $i, int $j): Alternate
    {
        [$here] = $this->around($notes, $candidates, $chosen, $weights, $side, $i, $chosen[$i]);
        [$there, $reasons] = $this->around($notes, $candidates, $chosen, $weights, $side, $i, $j);
        $other = $candidates[$i][$j];
        $more = round($there - $here, 1);
        $whyNot = match (true) {
            [] !== $reasons => $reasons[0],
            '' !== $other->when => 'meant for: '.$other->when,
            $more > 0.4 => 'more fingers move',
            default => 'as good; the usual one is kept',
        };

        return new Alternate($other, $more, $whyNot);
    }

    /**
     * @param non-empty-list<StudyNote> $notes
     * @param list<list<Fingering>>     $candidates
     * @param list<int>                 $chosen
     */
    private function why(array $notes, array $candidates, array $chosen, int $i): string
    {
        $flat = array_fill(0, \count($notes), 1.0);
        [, $reasons] = $this->around($notes, $candidates, $chosen, $flat, 0, $i, 0);
        [, $kept] = $this->around($notes, $candidates, $chosen, $flat, 0, $i, $chosen[$i]);
        $avoids = array_values(array_diff($reasons, $kept));
        $default = $candidates[$i][0]->text;
        if ([] !== $avoids) {
            return \sprintf('instead of %s, with which %s', $default, $avoids[0]);
        }
        $when = $candidates[$i][$chosen[$i]]->when;

        return '' === $when ? \sprintf('instead of %s: fewer fingers move here', $default) : $when;
    }

    private static function named(Pitch $pitch): string
    {
        return $pitch->name()->sign();
    }
}
