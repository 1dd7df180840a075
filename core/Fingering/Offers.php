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
use SwiftReed\Player\Stage;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Length;

/**
 * What may be chosen in each place of a line: what the occasions of the chart allow there, as it is played in this
 * line, and what each costs by itself.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 1.
 */
final class Offers
{
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
        $this->hasSlide = MechanismKind::Slide === $instrument->mechanism()->kind();
    }

    /**
     * @param array<int, non-empty-list<Fingering>> $settled    by pins or from outside
     * @param list<Tendency>                        $tendencies
     *
     * @return non-empty-list<Place>
     */
    public function places(Study $study, Stage $stage, array $settled, array $tendencies): array
    {
        $surroundings = Surroundings::ofStudy($study, $this->weights->longBeats);
        $isFirstYear = Stage::First === $stage;
        $occasions = new Occasions($this->instrument, $isFirstYear, $surroundings);
        $allowed = [];
        $known = [];
        $keys = [];
        $habits = [];
        /** @var array<int, non-empty-list<Fingering>> $every by the written MIDI number */
        $every = [];
        foreach ($surroundings as $i => $here) {
            $all = $every[$here->midi] ??= $this->all($study->notes[$i]);
            if (isset($settled[$i])) {
                $allowed[] = array_map(static fn (Fingering $one): array => [$one, null, 0.0], $settled[$i]);
                $keys[] = -1;
                continue;
            }
            // A note with one fingering is the same everywhere.
            $key = isset($all[1]) ? $here->key() : $here->midi;
            $keys[] = $key;
            if (isset($known[$key])) {
                $allowed[] = $known[$key];
                continue;
            }
            $own = [] === $tendencies ? 0 : Tendency::of($tendencies, $here->midi);
            $known[$key] = $this->allowed($all, $here, $occasions, $isFirstYear, $own);
            $allowed[] = $known[$key];
            [$first, $occasion] = $known[$key][0];
            if (true === $occasion?->isHabit()) {
                $habits += array_fill_keys($first->touches, true);
            }
        }
        $places = [];
        $offered = [];
        $ticks = $study->recipe->timing->tempo->plannedQuarters() / 60 * Length::QUARTER;
        $isUntimed = $study->isUntimed();
        $before = null;
        /** @var array<int, float> $weights by the ticks between two notes */
        $weights = [];
        foreach ($study->notes as $i => $note) {
            $here = $surroundings[$i];
            $isPinned = isset($settled[$i]);
            if ($isPinned || !isset($offered[$keys[$i]])) {
                $own = [] === $tendencies ? 0 : Tendency::of($tendencies, $here->midi);
                $offered[$keys[$i]] = $this->offered($allowed[$i], $here, $isPinned ? [] : $habits, $own, $isPinned);
            }
            [$candidates, $costs, $why, $likeness] = $offered[$keys[$i]];
            $weight = 0.0;
            $speed = 0.0;
            $isFresh = true;
            if (null !== $before) {
                $gap = $note->onset - $before->onset;
                $gap = $gap < 1 ? 1 : $gap;
                $weight = $weights[$gap] ??= $this->weight($ticks / $gap);
                $weight = $before->breathAfter ? $this->weights->afterBreath * $weight : $weight;
                $speed = $isUntimed ? 0.0 : $ticks / $gap;
                $isFresh = $before->breathAfter || $note->onset > $before->onset + $before->length;
            }
            $places[] = new Place(
                $note,
                $here,
                $candidates,
                $costs,
                $why,
                $every[$here->midi],
                $weight,
                $speed,
                $isFresh,
                $isPinned,
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
            $adjust = match (true) {
                abs($own) <= $this->weights->helped => SlideAdjust::None,
                $own > 0 => SlideAdjust::Lowered,
                $fingering->onSlide()->isIn() => SlideAdjust::None,
                default => SlideAdjust::Raised,
            };

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
    public function tuningCost(Fingering $fingering, int $own): float
    {
        $isOwn = 0 !== $own && FingeringUse::Default === $fingering->use;
        $cents = $isOwn ? (float) $own : $fingering->centsAsPlayed();

        return $this->weights->cent * abs($cents)
            + ($isOwn ? $this->weights->ownCent * max(0, abs($own) - $this->weights->helped) : 0.0);
    }

    /**
     * How much the moves of a change count.
     *
     * @param float $speed notes a second
     */
    private function weight(float $speed): float
    {
        return min($this->weights->most, sqrt($speed / $this->weights->usualSpeed));
    }

    /** @return non-empty-list<Fingering> */
    private function all(StudyNote $note): array
    {
        $all = $this->instrument->fingerings($note->pitch());
        if ([] === $all) {
            throw new \DomainException(\sprintf(
                '%s has no fingering for %s; expected a note of its range.',
                $this->instrument->name,
                $note->pitch()->sign(),
            ));
        }

        return $all;
    }

    /**
     * The place with all that the chart has for other places, to take a slide away; what rules keep apart stays apart.
     */
    public function widened(Place $place): Place
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

    /** The chart's fingering from which one is made that is played another way in this line. */
    public function madeFrom(Fingering $fingering): ?Fingering
    {
        foreach ($this->made as [$made, $from]) {
            if ($made === $fingering) {
                return $from;
            }
        }

        return null;
    }
}
