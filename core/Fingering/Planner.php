<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Length;

/**
 * Chooses the fingerings of a line in three parts: what the occasions of the chart allow, what is cheapest among that,
 * and why.
 *
 * Source: the handbook, chapter 4, "Choosing along the line".
 */
final class Planner
{
    /** Changes that are offered to be practised where fewer are hard. */
    private const WIDEST = 2;
    /** What is less than half as wide as the widest is not offered for being wide. */
    private const NEARLY = 0.5;

    private readonly Changes $changes;
    private readonly bool $hasSlide;
    /** On which something from elsewhere in the chart is admitted. */
    private ?Occasion $sparing = null;
    /**
     * @var array<string, array{Fingering, Fingering}> fingerings made from the chart's,
     *  with what they are made from: both are kept alive
     */
    private array $made = [];

    public function __construct(private readonly Instrument $instrument, private readonly Weights $weights)
    {
        $this->changes = new Changes($instrument, $weights);
        $this->hasSlide = MechanismKind::Slide === $instrument->mechanism()->kind();
    }

    /**
     * @param list<Pin>       $pins  the line is planned around them
     * @param list<Fingering> $given fingerings that are settled already,
     *  one for each note; empty when they are to be chosen
     * @param list<Tendency>  $tendencies the player's own, which override the model
     *
     * @throws PinError when a pin names a fingering that the instrument does not have
     */
    public function plan(
        Study $study,
        Stage $stage = Stage::Full,
        array $pins = [],
        array $given = [],
        array $tendencies = [],
    ): FingeringPlan {
        $settled = [] === $given
            ? $this->pinned($study->notes, $pins)
            : array_map(static fn (Fingering $one): array => [$one], $given);
        $isGiven = [] !== $given;
        $places = $this->places($study, $stage, $settled, $tendencies);
        $paths = $this->paths($places);
        $route = LikePlaces::settled($places, $paths);
        $mayChoose = !$isGiven && !$this->instrument->onlyDefaults;
        if ($route->slides > 0 && Stage::First !== $stage && $mayChoose && $this->isKeywork()) {
            // What the chart has for other places is admitted where it takes a slide away.
            $wider = array_map($this->widened(...), $places);
            $widerPaths = $this->paths($wider);
            $spared = LikePlaces::settled($wider, $widerPaths);
            if ($spared->slides < $route->slides) {
                [$places, $paths, $route] = [$wider, $widerPaths, $spared];
            }
        }
        $best = $paths->prepare();
        $why = new Why(
            $places,
            $paths,
            $this->changes,
            $this->weights,
            $this->instrument->mechanism()->touches(),
        );
        $free = [] === $settled || $isGiven
            ? $route
            : $this->paths($this->places($study, $stage, [], $tendencies))->best();
        $proof = null;
        if ($route->slides > 0 && $mayChoose) {
            if ([] !== $settled || !isset($wider)) {
                $wider = [] === $settled ? $places : $this->places($study, $stage, [], $tendencies);
                $wider = Stage::First !== $stage && $this->isKeywork()
                    ? array_map($this->widened(...), $wider)
                    : $wider;
                $widerPaths = $this->paths($wider);
            }
            $proof = new Proof($wider, $widerPaths ?? $this->paths($wider), $route);
        }

        return $this->described($places, $route, $paths, $best, $why, $free, $isGiven, $stage, $tendencies, $proof);
    }

    /**
     * The place with all that the chart has for other places, to take a slide away; what rules keep apart stays apart.
     */
    private function widened(Place $place): Place
    {
        $more = $place->isPinned || 1 === \count($place->all) ? [] : array_values(array_filter(
            $place->all,
            fn (Fingering $one): bool => FingeringUse::Alternate === $one->use
                && !$one->isOnlyThere()
                && abs($one->centsAsPlayed()) <= $this->weights->outOfTune
                && !\in_array($one, $place->candidates, true),
        ));
        if ([] === $more) {
            return $place;
        }
        $this->sparing ??= Occasion::parse('needed');
        $likeness = '' === $place->likeness ? $place->surroundings->likeness(false) : $place->likeness;

        return new Place(
            $place->note,
            $place->surroundings,
            [...$place->candidates, ...$more],
            [...$place->own, ...array_fill(0, \count($more), $this->weights->onlyNeeded)],
            [...$place->occasions, ...array_fill(0, \count($more), $this->sparing)],
            $place->all,
            $place->weight,
            $place->speed,
            $place->isFresh,
            $place->isPinned,
            $likeness.' '.implode(' ', array_map(spl_object_id(...), $more)),
        );
    }

    private function isKeywork(): bool
    {
        return MechanismKind::Keywork === $this->instrument->mechanism()->kind();
    }

    /** @param non-empty-list<Place> $places */
    private function paths(array $places): Paths
    {
        return new Paths($places, $this->changes, $this->weights, $this->hasSlide);
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
     * @param list<Pin>                 $pins  later ones go before earlier ones
     *
     * @return array<int, non-empty-list<Fingering>> the only fingerings allowed, by the index of the note
     */
    private function pinned(array $notes, array $pins): array
    {
        $line = array_map(static fn (StudyNote $note): Pitch => $note->pitch(), $notes);
        $pinned = [];
        foreach ($pins as $pin) {
            foreach ($pin->wants($line) as $i => $name) {
                try {
                    $pinned[$i] = Pin::meant(
                        $this->instrument,
                        $line[$i],
                        $this->instrument->fingerings($line[$i]),
                        $name,
                    );
                } catch (PinError $error) {
                    if (!$pin->isRange) {
                        throw $error;
                    }
                }
            }
        }

        return array_filter($pinned, static fn (array $meant): bool => [] !== $meant);
    }

    /**
     * @param array<int, non-empty-list<Fingering>> $settled    by pins or from outside
     * @param list<Tendency>                        $tendencies
     *
     * @return non-empty-list<Place>
     */
    private function places(Study $study, Stage $stage, array $settled, array $tendencies): array
    {
        $surroundings = Surroundings::ofStudy($study, $this->weights->longBeats);
        $occasions = new Occasions($this->instrument, Stage::First === $stage, $surroundings);
        $allowed = [];
        $known = [];
        $keys = [];
        $habits = [];
        /** @var array<int, non-empty-list<Fingering>> $every by the written MIDI number */
        $every = [];
        foreach ($study->notes as $i => $note) {
            $all = $every[$surroundings[$i]->midi] ?? $this->instrument->fingerings($note->pitch());
            if ([] === $all) {
                throw new \DomainException(\sprintf(
                    '%s has no fingering for %s; expected a note of its range.',
                    $this->instrument->name,
                    $note->pitch()->sign(),
                ));
            }
            $every[$surroundings[$i]->midi] = $all;
            // A note with one fingering is the same everywhere.
            $keys[$i] = isset($all[1]) ? $surroundings[$i]->key() : (string) $surroundings[$i]->midi;
            $allowed[$i] = isset($settled[$i])
                ? array_map(static fn (Fingering $one): array => [$one, null, 0.0], $settled[$i])
                : $known[$keys[$i]] ??= $this->allowed(
                    $all,
                    $surroundings[$i],
                    $occasions,
                    Stage::First === $stage,
                    [] === $tendencies ? 0 : self::tendency($tendencies, $surroundings[$i]->midi),
                );
            [$first, $occasion] = $allowed[$i][0];
            if (null !== $occasion && $occasion->isHabit()) {
                foreach ($first->touches as $touch) {
                    $habits[$touch] = true;
                }
            }
        }
        $places = [];
        $offered = [];
        $ticks = $study->recipe->timing->tempo->plannedQuarters() / 60 * Length::QUARTER;
        $isUntimed = $study->isUntimed();
        $before = null;
        foreach ($study->notes as $i => $note) {
            $all = $every[$surroundings[$i]->midi];
            $own = [] === $tendencies ? 0 : self::tendency($tendencies, $surroundings[$i]->midi);
            [$candidates, $costs, $why, $likeness] = isset($settled[$i])
                ? $this->offered($allowed[$i], $surroundings[$i], [], $own, true)
                : $offered[$keys[$i]] ??= $this->offered(
                    $allowed[$i],
                    $surroundings[$i],
                    $habits,
                    $own,
                );
            $places[] = new Place(
                $note,
                $surroundings[$i],
                $candidates,
                $costs,
                $why,
                $all,
                null === $before ? 0.0 : $this->weight($before, $note, $ticks),
                null === $before || $isUntimed ? 0.0 : $ticks / max(1, $note->onset - $before->onset),
                null === $before || $before->breathAfter || $note->onset > $before->onset + $before->length,
                isset($settled[$i]),
                $likeness,
            );
            $before = $note;
        }

        return $places;
    }

    /**
     * What may be chosen in a place, as it is played in this line: fingerings, what each costs by itself, the occasion
     * on which each belongs, and what the place shares with those that must be fingered like it.
     *
     * @param non-empty-list<array{Fingering, ?Occasion, float}> $allowed
     * @param array<string, true>                                $habits  touches that a habit of the line holds
     * @param bool $isSettled whether they are settled from outside and stay as they are
     *
     * @return array{non-empty-list<Fingering>, non-empty-list<float>, list<Occasion|null>, string}
     */
    private function offered(
        array $allowed,
        Surroundings $place,
        array $habits,
        int $own,
        bool $isSettled = false,
    ): array {
        $candidates = [];
        $costs = [];
        $why = [];
        $isDirected = false;
        foreach ($allowed as [$fingering, $occasion, $cost]) {
            $candidates[] = $isSettled || ([] === $habits && 0 === $own)
                ? $fingering
                : $this->asPlayed($fingering, $habits, $own);
            $costs[] = $fingering->isDerived() ? $cost + $this->tuningCost($fingering, $own) : $cost;
            $why[] = $occasion;
            $isDirected = $isDirected || true === $occasion?->namesDirection();
        }
        $likeness = 1 === \count($candidates)
            ? ''
            : $place->likeness($isDirected).' '.implode(' ', array_map(spl_object_id(...), $candidates));

        return [$candidates, $costs, $why, $likeness];
    }

    /**
     * What may be chosen in a place: the usual fingering first, then what the occasions allow.
     *
     * @param non-empty-list<Fingering> $all
     * @param int                       $own how the default lies for this player, in cents; 0 when nothing is said
     *
     * @return non-empty-list<array{Fingering, ?Occasion, float}> fingering, the occasion that holds, cost
     */
    private function allowed(
        array $all,
        Surroundings $place,
        Occasions $occasions,
        bool $isFirstYear,
        int $own,
    ): array {
        $default = $all[0];
        if ($this->instrument->onlyDefaults || 1 === \count($all)) {
            return [[$default, null, 0.0]];
        }
        $instead = [];
        $forms = [];
        $may = [];
        foreach ($all as $rank => $fingering) {
            if (
                0 === $rank
                || (0 === $own && [] === $fingering->may && [] === $fingering->always)
                || !$fingering->use->mayBeChosen()
                || (FingeringUse::Trill === $fingering->use && [] === $place->alternates)
                || abs($fingering->centsAsPlayed()) > $this->weights->outOfTune
            ) {
                continue;
            }
            $always = [] === $fingering->always
                ? null
                : $occasions->holding($fingering->always, $place, $default, $fingering);
            if (null !== $always) {
                // Two forms of one fingering, with the key of one hand or of the other, are equally near.
                $forms[explode(' with ', $fingering->name ?? $fingering->text)[0]] = true;
                // The chart names them in the order in which they are taken: a later one only where that spares a
                // slide.
                $further = $always->asks(ConditionKind::Needed)
                    ? 2 * $this->weights->onlyNeeded
                    : $this->weights->leaving;
                $instead[] = [$fingering, $always, (\count($forms) - 1) * $further];
                continue;
            }
            $occasion = $occasions->holding($fingering->may, $place, $default, $fingering);
            if (null !== $occasion && (!$isFirstYear || $occasion->asks(ConditionKind::Needed))) {
                $may[] = [
                    $fingering,
                    $occasion,
                    match (true) {
                        !$occasion->asks(ConditionKind::Needed) => $this->weights->leaving,
                        $fingering->yields => $this->weights->onlyNeeded - $this->weights->leaving,
                        default => $this->weights->onlyNeeded,
                    },
                ];
            } elseif (
                FingeringUse::Alternate === $fingering->use
                && abs($own) > $this->weights->outOfTune
                && $this->cannotHelp($default, $own)
            ) {
                $may[] = [$fingering, null, $this->weights->leaving];
            }
        }
        if ([] === $instead) {
            return [[$default, null, 0.0], ...$may];
        }

        return $instead[0][1]->isHabit()
            ? [$instead[0], ...$may]
            : [...$instead, [$default, null, $this->weights->uncleanRoll], ...$may];
    }

    /**
     * Whether a player has nothing but the lip for a note that lies so: open valves and 1st position cannot be raised.
     */
    private function cannotHelp(Fingering $fingering, int $own): bool
    {
        return $fingering->isDerived()
            && $own < 0
            && ($this->hasSlide ? true === $fingering->slide?->isIn() : '0' === $fingering->valves);
    }

    /**
     * The fingering as it is played in this line: the thumb on the key of a habit, the slide set for the player's own
     * note.
     *
     * @param array<string, true> $habits touches that a habit of the line holds
     */
    private function asPlayed(Fingering $fingering, array $habits, int $own): Fingering
    {
        $mechanism = $this->instrument->mechanism();
        foreach ($mechanism instanceof Keywork ? $mechanism->exchanges : [] as ['touch' => $touch, 'for' => $for]) {
            if (isset($habits[$touch]) && \in_array($for, $fingering->touches, true)) {
                return $this->made($fingering, $touch, static fn (): Fingering => $fingering->exchanged($for, $touch));
            }
        }
        if ($this->hasSlide && 0 !== $own && FingeringUse::Default === $fingering->use) {
            $adjust = $own > 0
                ? SlideAdjust::Lowered
                : ($fingering->onSlide()->isIn() ? SlideAdjust::None : SlideAdjust::Raised);

            return $adjust === $fingering->onSlide()->adjust
                ? $fingering
                : $this->made($fingering, $adjust->value, static fn (): Fingering => $fingering->adjusted($adjust));
        }

        return $fingering;
    }

    /** @param \Closure(): Fingering $make */
    private function made(Fingering $from, string $how, \Closure $make): Fingering
    {
        return ($this->made[spl_object_id($from).' '.$how] ??= [$make(), $from])[0];
    }

    /** What a fingering costs for the way it lies. */
    private function tuningCost(Fingering $fingering, int $own): float
    {
        $isOwn = 0 !== $own && FingeringUse::Default === $fingering->use;
        $cents = $isOwn ? (float) $own : $fingering->centsAsPlayed();

        return $this->weights->cent * abs($cents)
            + ($isOwn ? $this->weights->ownCent * max(0, abs($own) - $this->weights->helped) : 0.0);
    }

    /**
     * Whether the line goes on after a breath: after a rest, and where a drill starts its pair again, nothing is
     * changed.
     */
    private static function goesOn(StudyNote $before, StudyNote $note): bool
    {
        return !$before->tone->isSeam && $note->onset <= $before->onset + $before->length;
    }

    /**
     * How much the moves of the change into a note count.
     *
     * @param float $ticks a second
     */
    private function weight(StudyNote $before, StudyNote $note, float $ticks): float
    {
        $speed = $ticks / max(1, $note->onset - $before->onset);
        $weight = min($this->weights->most, sqrt($speed / $this->weights->usualSpeed));

        return $before->breathAfter ? $this->weights->afterBreath * $weight : $weight;
    }

    /**
     * @param non-empty-list<Place> $places
     * @param float                 $best       cost of the best line
     * @param Route                 $free       what would be chosen without pins
     * @param list<Tendency>        $tendencies
     * @param Proof|null            $proof      where something slides: whether it must
     */
    private function described(
        array $places,
        Route $route,
        Paths $paths,
        float $best,
        Why $why,
        Route $free,
        bool $isGiven,
        Stage $stage,
        array $tendencies,
        ?Proof $proof,
    ): FingeringPlan {
        $planned = [];
        $hard = [];
        $other = [];
        $total = 0.0;
        $rests = new Rests($this->instrument, Stage::First === $stage);
        $resting = $rests->of($places, $route);
        $figures = $isGiven ? [] : $this->changes->figures($places, $route);
        foreach ($places as $i => $place) {
            $fingering = $route->fingerings[$i];
            $flags = [];
            $difficulty = 0.0;
            if ($i > 0) {
                $change = $this->change($places, $i, $route);
                $difficulty = round($change->moves, 1);
                $total += $place->weight * $change->moves;
                $events = $change->events;
                $flags = $change->flags;
                foreach ($figures[$i] ?? [] as $figure) {
                    $events[] = $figure;
                    $flags[] = $figure->kind->value;
                }
                if (($change->isHard || isset($figures[$i])) && (!$place->isFresh || self::goesOn($places[$i - 1]->note, $place->note))) {
                    $isForced = ($place->isPinned || $places[$i - 1]->isPinned)
                        && !$isGiven
                        && $change->moves + $change->unclean > 1 + $this->freeCost($places, $i, $free);
                    $hard[] = new HardSpot(
                        $i - 1,
                        $i,
                        $difficulty,
                        $events,
                        $route->fingerings[$i - 1],
                        $fingering,
                        !$isForced && true === $proof?->isNoOtherWay($i),
                        $isForced,
                        $places[$i - 1]->note->pitch()->text().' '.$place->note->pitch()->text(),
                        $isForced || null === $proof ? null : static fn (): ?int => $proof->elsewhere($i),
                    );
                    $flags[] = 'hard';
                } elseif ($difficulty > 0.0 && !$place->isFresh) {
                    $other[$i] = $difficulty;
                }
            }
            if ($place->isPinned && !$isGiven) {
                $flags[] = 'pinned';
            }
            $index = $place->indexOf($fingering);
            $planned[] = new PlannedNote(
                $fingering,
                $resting[$i],
                FingeringUse::Default === $fingering->use
                    ? null
                    : ($isGiven
                        ? Reason::stays($place->all[0])
                        : static fn (): Reason => $why->reason($i, $route)),
                null === $index ? null : $place->occasions[$index] ?? null,
                $this->alternates($places, $i, $route, $paths, $why, $best),
                \count($flags) > 1 ? array_values(array_unique($flags)) : $flags,
                $difficulty,
            );
        }

        return new FingeringPlan($planned, $hard, round($total, 1), $this->widest($other, $places, $route));
    }

    /**
     * The widest changes of those that are not hard: offered to be practised where there is nothing worse.
     *
     * @param array<int, float>     $difficulties by the index of the note after the change
     * @param non-empty-list<Place> $places
     *
     * @return list<HardSpot>
     */
    private function widest(array $difficulties, array $places, Route $route): array
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
                $this->change($places, $i, $route)->events,
                $route->fingerings[$i - 1],
                $route->fingerings[$i],
                false,
                false,
                $places[$i - 1]->note->pitch()->text().' '.$places[$i]->note->pitch()->text(),
            );
            $widest = array_values(HardSpots::once($widest));
        }

        return \array_slice($widest, 0, self::WIDEST);
    }

    /** @param non-empty-list<Place> $places */
    private function change(array $places, int $i, Route $route): Change
    {
        return $this->changes->between(
            $places[$i - 1]->note->pitch(),
            $route->fingerings[$i - 1],
            $places[$i]->note->pitch(),
            $route->fingerings[$i],
        );
    }

    /** @param non-empty-list<Place> $places */
    private function freeCost(array $places, int $i, Route $free): float
    {
        $change = $this->change($places, $i, $free);

        return $change->moves + $change->unclean;
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return list<Alternate>
     */
    private function alternates(array $places, int $i, Route $route, Paths $paths, Why $why, float $best): array
    {
        $place = $places[$i];
        $alternates = [];
        $made = [] === $this->made ? null : $this->madeFrom($route->fingerings[$i]);
        foreach ($place->all as $other) {
            if ($other === $route->fingerings[$i] || $other === $made) {
                continue;
            }
            $index = $place->indexOf($other);
            if (null === $index && FingeringUse::Trill === $other->use) {
                continue; // it stands in the book of trills
            }
            $own = null !== $index ? $place->own[$index] : $this->weights->leaving + $this->tuningCost($other, 0);
            // What does not belong here is not chosen, however little it moves: it costs nothing less than the line as
            // it is.
            $cost = $paths->costWith($i, $other, $own);
            $alternates[] = new Alternate(
                $other,
                max(0.0, round($cost - $best, 1)),
                static fn (): Reason => $why->whyNot(
                    $i,
                    $other,
                    $paths->stretchWith($i, $other, $own, $route),
                    $route,
                ),
            );
        }

        return $alternates;
    }

    private function madeFrom(Fingering $fingering): ?Fingering
    {
        foreach ($this->made as [$made, $from]) {
            if ($made === $fingering) {
                return $from;
            }
        }

        return null;
    }
}
