<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Study\StudyNote;

/**
 * Writes down what a plan tells of a line whose fingerings are chosen: what rests, what is hard and whether it must be,
 * what else there is for each note and what that would cost, and why.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 3, and "Hard spots".
 */
final readonly class PlanWriter
{
    /** Changes that are offered to be practised where fewer are hard. */
    private const WIDEST = 2;
    /** What is less than half as wide as the widest is not offered for being wide. */
    private const NEARLY = 0.5;

    private Why $why;
    /** @var list<Change> into each note; into the first, what it would be from itself */
    private array $taken;

    /**
     * @param non-empty-list<Place> $places
     * @param Route                 $route   as it is chosen
     * @param bool                  $isGiven whether all fingerings came from outside
     * @param Route                 $free    what would be chosen without pins
     * @param Proof|null            $proof   where something slides: whether it must
     */
    public function __construct(
        private Instrument $instrument,
        private Weights $weights,
        private Changes $changes,
        private Offers $offers,
        private bool $isFirstYear,
        private array $places,
        private Paths $paths,
        private Route $route,
        private bool $isGiven,
        private Route $free,
        private ?Proof $proof,
    ) {
        $this->why = new Why($places, $paths, $changes, $weights, $instrument->mechanism()->touches());
        $taken = [];
        foreach ($places as $i => $place) {
            $taken[] = $changes->between(
                $places[max(0, $i - 1)]->note->tone->pitch,
                $route->fingerings[max(0, $i - 1)],
                $place->note->tone->pitch,
                $route->fingerings[$i],
            );
        }
        $this->taken = $taken;
    }

    public function plan(): FingeringPlan
    {
        $best = $this->paths->prepare();
        $resting = (new Rests($this->instrument, $this->isFirstYear))->of($this->places, $this->route);
        $figures = $this->isGiven ? [] : $this->changes->figures($this->places, $this->route);
        $planned = [];
        $hard = [];
        $other = [];
        $total = 0.0;
        foreach ($this->places as $i => $place) {
            $flags = [];
            $difficulty = 0.0;
            if ($i > 0) {
                $change = $this->taken[$i];
                $difficulty = $change->difficulty;
                $total += $place->weight * $change->moves;
                $flags = $change->flags;
                $isHard = $change->isHard;
                if (isset($figures[$i])) {
                    $isHard = true;
                    foreach ($figures[$i] as $figure) {
                        $flags[] = $figure->kind->value;
                    }
                }
                if ($isHard && (!$place->isFresh || self::goesOn($this->places[$i - 1]->note, $place->note))) {
                    $hard[] = $this->hardSpot($i, $difficulty, [...$change->events, ...$figures[$i] ?? []]);
                    $flags[] = 'hard';
                } elseif ($difficulty > 0.0 && !$place->isFresh) {
                    $other[$i] = $difficulty;
                }
            }
            if ($place->isPinned && !$this->isGiven) {
                $flags[] = 'pinned';
            }
            $isUsual = FingeringUse::Default === $this->route->fingerings[$i]->use;
            $planned[] = new PlannedNote(
                $this->route->fingerings[$i],
                $resting[$i][1],
                $isUsual ? null : $this->reason($i),
                $this->occasion($i),
                isset($place->all[1]) ? $this->alternates($i, $best) : [],
                isset($flags[1]) ? array_values(array_unique($flags)) : $flags,
                $difficulty,
                $resting[$i][0],
            );
        }

        return new FingeringPlan($planned, $hard, round($total, 1), $this->widest($other));
    }

    /** @return Reason|(\Closure(): Reason) why a note has not its usual fingering */
    private function reason(int $i): Reason|\Closure
    {
        [$why, $route] = [$this->why, $this->route];

        return $this->isGiven
            ? Reason::stays($this->places[$i]->all[0])
            : static fn (): Reason => $why->reason($i, $route);
    }

    private function occasion(int $i): ?Occasion
    {
        $index = $this->places[$i]->indexOf($this->route->fingerings[$i]);

        return null === $index ? null : $this->places[$i]->occasions[$index] ?? null;
    }

    /**
     * Whether the line goes on after a breath: after a rest, and where a drill starts its pair again, nothing is
     * changed.
     */
    private static function goesOn(StudyNote $before, StudyNote $note): bool
    {
        return !$before->tone->isSeam && $note->onset <= $before->onset + $before->length;
    }

    /** @param list<Event> $events what makes the change into note i hard */
    private function hardSpot(int $i, float $difficulty, array $events): HardSpot
    {
        $proof = $this->proof;
        $change = $this->taken[$i];
        $isForced = ($this->places[$i]->isPinned || $this->places[$i - 1]->isPinned)
            && !$this->isGiven
            && $change->moves + $change->unclean > 1 + $this->freeCost($i);

        return new HardSpot(
            $i - 1,
            $i,
            $difficulty,
            $events,
            $this->route->fingerings[$i - 1],
            $this->route->fingerings[$i],
            !$isForced && true === $proof?->isNoOtherWay($i),
            $isForced,
            $this->named($i),
            $isForced || null === $proof ? null : static fn (): ?int => $proof->elsewhere($i),
        );
    }

    /** The two written notes of the change into note i. */
    private function named(int $i): string
    {
        return $this->places[$i - 1]->note->pitch()->text().' '.$this->places[$i]->note->pitch()->text();
    }

    /** What the change into note i would cost in the line without pins. */
    private function freeCost(int $i): float
    {
        $change = $this->changes->between(
            $this->places[$i - 1]->note->pitch(),
            $this->free->fingerings[$i - 1],
            $this->places[$i]->note->pitch(),
            $this->free->fingerings[$i],
        );

        return $change->moves + $change->unclean;
    }

    /**
     * The widest changes of those that are not hard: offered to be practised where there is nothing worse.
     *
     * @param array<int, float> $difficulties by the index of the note after the change
     *
     * @return list<HardSpot>
     */
    private function widest(array $difficulties): array
    {
        arsort($difficulties);
        $least = self::NEARLY * (reset($difficulties) ?: 0.0);
        $widest = [];
        foreach ($difficulties as $i => $difficulty) {
            if (\count($widest) > self::WIDEST || $difficulty < $least) {
                break;
            }
            $widest[] = new HardSpot(
                $i - 1,
                $i,
                $difficulty,
                $this->taken[$i]->events,
                $this->route->fingerings[$i - 1],
                $this->route->fingerings[$i],
                false,
                false,
                $this->named($i),
            );
            $widest = array_values(HardSpots::once($widest));
        }

        return \array_slice($widest, 0, self::WIDEST);
    }

    /**
     * @param float $best cost of the best line
     *
     * @return list<Alternate>
     */
    private function alternates(int $i, float $best): array
    {
        $place = $this->places[$i];
        $chosen = $this->route->fingerings[$i];
        $made = $this->offers->madeFrom($chosen);
        $alternates = [];
        foreach ($place->all as $other) {
            if ($other === $chosen || $other === $made) {
                continue;
            }
            $index = $place->indexOf($other);
            if (null === $index && FingeringUse::Trill === $other->use) {
                continue; // it stands in the book of trills
            }
            $own = null === $index
                ? $this->weights->leaving + $this->offers->tuningCost($other, 0)
                : $place->own[$index];
            // What does not belong here is not chosen, however little it moves: it costs nothing less than the line as
            // it is.
            $costHere = max(0.0, round($this->paths->costWith($i, $other, $own) - $best, 1));
            $alternates[] = new Alternate($other, $costHere, fn (): Reason => $this->whyNot($i, $other, $own));
        }

        return $alternates;
    }

    private function whyNot(int $i, Fingering $other, float $own): Reason
    {
        $instead = $this->paths->stretchWith($i, $other, $own, $this->route);

        return $this->why->whyNot($i, $other, $instead, $this->route);
    }
}
