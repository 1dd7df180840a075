<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\PinnedFingering;
use App\Band\PinnedFingeringRepository;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\LearnedHabit;
use SwiftReed\Fingering\Pin;
use SwiftReed\Score\Part;

/**
 * A fingering is put on a note by hand, or becomes a habit of a player or an instrument.
 */
final class PinFingerings
{
    /** Characters that are kept of the note and of the change at which a fingering was put. */
    private const NOTE = 200;
    private const CHANGE = 400;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Notebook $notebook,
        private readonly PinnedFingeringRepository $pins,
    ) {
    }

    /**
     * On a note of a line; once, however often it is pressed, and instead of what was put there before.
     *
     * @return string|null a habit that could be kept, where the same has been put on other lines before
     */
    public function onNote(DeskState $state, Part $part, Pin $pin): ?string
    {
        $line = $part->line();
        $note = $part->study->notes[$pin->note];
        $isThere = static fn (
            PinnedFingering $one,
        ): bool => $one->getLine() === $line && $one->getPin() === $pin->text();
        if ([] !== array_filter($this->notebook->pins($state->instrument, $line, $state->player), $isThere)) {
            return null;
        }
        $player = $this->notebook->player($state->player);
        $this->pins->forgetOnNote($state->instrument, $line, $pin->note, $player);
        $before = $part->study->notes[$pin->note - 1] ?? null;
        $learned = LearnedHabit::of(
            $note->pitch(),
            $pin->wanted[0],
            $before?->pitch(),
            null === $before ? '' : $part->plan->notes[$pin->note - 1]->fingering->text,
        );
        $this->entities->persist(new PinnedFingering(
            $state->instrument,
            $line,
            $pin->text(),
            $player,
            mb_substr($learned->note, 0, self::NOTE),
            mb_substr($learned->change, 0, self::CHANGE),
        ));
        $this->entities->flush();

        return $this->offer($state, $learned);
    }

    /** A habit, or how a note lies; kept once, however often it is pressed. */
    public function always(DeskState $state, string $text): void
    {
        foreach ($this->habits($state) as $one) {
            if ($one->getPin() === $text && ($one->getChair()?->getId() ?? '') === $state->player) {
                return;
            }
        }
        $player = $this->notebook->player($state->player);
        $this->entities->persist(new PinnedFingering($state->instrument, '', $text, $player));
        $this->entities->flush();
    }

    private function offer(DeskState $state, LearnedHabit $learned): ?string
    {
        $same = $this->pins->same($state->instrument, mb_substr($learned->note, 0, self::NOTE), $state->player);
        $made = array_map(static fn (PinnedFingering $one): LearnedHabit => $one->learned(), $same);
        $offer = LearnedHabit::offer($made);
        $isSame = static fn (PinnedFingering $one): bool => \in_array($one->getPin(), [$learned->note, $offer], true);

        return null === $offer || [] !== array_filter($this->habits($state), $isSame) ? null : $offer;
    }

    /** @return list<PinnedFingering> what holds on every line */
    private function habits(DeskState $state): array
    {
        return array_values(array_filter(
            $this->notebook->pins($state->instrument, '', $state->player),
            static fn (PinnedFingering $one): bool => '' === $one->getLine(),
        ));
    }
}
