<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;

/**
 * Judges changes between fingerings on one kind of mechanism.
 */
interface ChangeCost
{
    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change;

    /**
     * What is hard of the line around a change, and not of the change alone: the slide turning twice, a fast figure.
     *
     * @param non-empty-list<Place> $places
     *
     * @return array<int, list<Event>> by the index of the note after the change
     */
    public function figures(array $places, Route $route): array;
}
