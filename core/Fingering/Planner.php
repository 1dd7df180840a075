<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * Chooses the fingerings of a line in three parts: what the occasions of the chart allow ({@see Offers}), what is
 * cheapest among that, and why ({@see PlanWriter}).
 *
 * Source: the handbook, chapter 4, "Choosing along the line".
 */
final class Planner
{
    private readonly Changes $changes;
    private readonly bool $hasSlide;
    private readonly Offers $offers;

    public function __construct(private readonly Instrument $instrument, private readonly Weights $weights)
    {
        $this->changes = new Changes($instrument, $weights);
        $this->offers = new Offers($instrument, $weights);
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
        $places = $this->offers->places($study, $stage, $settled, $tendencies);
        $paths = $this->paths($places);
        $route = LikePlaces::settled($places, $paths);
        $mayChoose = !$isGiven && !$this->instrument->onlyDefaults;
        $isFirstYear = Stage::First === $stage;
        if ($route->slides > 0 && !$isFirstYear && $mayChoose && $this->isKeywork()) {
            // What the chart has for other places is admitted where it takes a slide away.
            $wider = array_map($this->offers->widened(...), $places);
            $widerPaths = $this->paths($wider);
            $spared = LikePlaces::settled($wider, $widerPaths);
            if ($spared->slides < $route->slides) {
                [$places, $paths, $route] = [$wider, $widerPaths, $spared];
            }
        }
        $free = [] === $settled || $isGiven
            ? $route
            : $this->paths($this->offers->places($study, $stage, [], $tendencies))->best();
        $proof = null;
        if ($route->slides > 0 && $mayChoose) {
            if ([] !== $settled || !isset($wider)) {
                $wider = [] === $settled ? $places : $this->offers->places($study, $stage, [], $tendencies);
                $wider = !$isFirstYear && $this->isKeywork()
                    ? array_map($this->offers->widened(...), $wider)
                    : $wider;
                $widerPaths = $this->paths($wider);
            }
            $proof = new Proof($wider, $widerPaths ?? $this->paths($wider), $route);
        }

        return (new PlanWriter(
            $this->instrument,
            $this->weights,
            $this->changes,
            $this->offers,
            $isFirstYear,
            $places,
            $paths,
            $route,
            $isGiven,
            $free,
            $proof,
        ))->plan();
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
}
