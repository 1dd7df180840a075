<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\PinnedFingering;
use App\Band\SchoolOfHabits;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\School;

/**
 * Habits under a name: kept, and taken over by a player or an instrument.
 */
final class KeepSchool
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Notebook $notebook,
    ) {
    }

    public function keep(School $school): void
    {
        $this->entities->persist(new SchoolOfHabits($school));
        $this->entities->flush();
    }

    /** The habits of a school become those of the player or the instrument on the Desk; none is there twice. */
    public function take(School $school, DeskState $state): void
    {
        $pins = $this->notebook->pins($state->instrument, '', $state->player);
        $has = array_map(static fn (PinnedFingering $one): string => $one->getPin(), $pins);
        $player = $this->notebook->player($state->player);
        foreach (array_diff($school->habits, $has) as $habit) {
            $this->entities->persist(new PinnedFingering($state->instrument, '', $habit, $player));
        }
        $this->entities->flush();
    }
}
