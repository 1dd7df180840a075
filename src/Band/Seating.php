<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\WatchedNotes;

/**
 * Places at instruments: a player takes one, changes it, moves within his section, leaves it.
 */
final class Seating
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ChairRepository $chairs,
        private readonly Roster $roster,
        private readonly Audit $audit,
    ) {
    }

    /**
     * A place more for a player.
     *
     * @param string|null $insteadOf id of the one that he leaves for it: what was done there stays readable with that chair
     */
    public function sit(Player $player, ChairDetails $details, ?string $insteadOf = null): Chair
    {
        $chair = new Chair(
            $player,
            $details->instrument,
            $details->setup(),
            $details->stage,
            self::plainRange($details->limits),
        );
        $chair->arrange($details->track, $details->style, $details->section, \count($player->chairs()));
        $chair->breathe(self::plainBreath($details->breath));
        $this->entities->persist($chair);
        $old = null === $insteadOf ? null : $this->chairs->one($insteadOf);
        if (null !== $old && $old->getPlayer() === $player) {
            $old->close();
        }
        $this->entities->flush();
        $this->audit->note('chair added', $chair->getId());

        return $chair;
    }

    /** What is written of a place is changed; the instrument stays what it is. */
    public function change(Chair $chair, ChairDetails $details): void
    {
        $this->audit->note('chair changed', $chair->getId(), [
            'setup' => $chair->getSetup(),
            'stage' => $chair->getStage(),
            'limits' => $chair->getLimits(),
            'watched' => $chair->getWatched(),
            'breath' => $chair->getBreath(),
        ]);
        $chair->change($details->setup(), $details->stage, self::plainRange($details->limits));
        $chair->arrange($details->track, $details->style, $details->section, $chair->getPosition());
        $chair->watch(WatchedNotes::parse($details->watched)->text());
        $chair->breathe(self::plainBreath($details->breath));
        $this->entities->flush();
    }

    /** How the pages of a place look to its player: with notes, numbers, letters, or large. */
    public function restyle(Chair $chair, string $style): void
    {
        $this->audit->note('chair changed', $chair->getId(), ['style' => $chair->getStyle()]);
        $chair->arrange($chair->getTrack(), $style, $chair->getSection(), $chair->getPosition());
        $this->entities->flush();
    }

    /** Moves a chair among those of its instrument, as they stand in the list: one up (-1) or down (1). */
    public function move(Chair $chair, int $direction): void
    {
        $chairs = [];
        foreach ($this->roster->inScoreOrder() as $player) {
            $isSame = static fn (Chair $one): bool => $one->getInstrument() === $chair->getInstrument();
            array_push($chairs, ...array_filter($player->chairs(), $isSame));
        }
        $at = array_search($chair, $chairs, true);
        $to = (int) $at + $direction;
        if (false === $at || !isset($chairs[$to])) {
            return;
        }
        [$chairs[$at], $chairs[$to]] = [$chairs[$to], $chairs[$at]];
        foreach ($chairs as $place => $one) {
            $one->sitAt($place + 1);
        }
        $this->entities->flush();
    }

    /** The same set-up, page style and track for all who play this instrument. */
    public function allAlike(Chair $chair): void
    {
        foreach ($this->chairs->of($chair->getInstrument()) as $other) {
            if ($other !== $chair) {
                $before = ['setup' => $other->getSetup(), 'style' => $other->getStyle(), 'track' => $other->getTrack()];
                $this->audit->note('chair changed', $other->getId(), $before);
                $other->change($chair->getSetup(), $other->getStage(), $other->getLimits());
                $other->arrange($chair->getTrack(), $chair->getStyle(), $other->getSection(), $other->getPosition());
            }
        }
        $this->entities->flush();
    }

    public function close(Chair $chair): void
    {
        $chair->close();
        $this->entities->flush();
        $this->audit->note('chair closed', $chair->getId());
    }

    /** "7.5" however it was typed. */
    public static function plainBreath(string $seconds): string
    {
        $breath = PlayerSettings::breath($seconds);

        return null === $breath ? '' : (string) $breath;
    }

    /** "G3 to E5" however it was typed. */
    public static function plainRange(string $limits): string
    {
        if ('' === $limits) {
            return '';
        }
        $range = Range::parse($limits);

        return $range->lowest->text().' to '.$range->highest->text();
    }
}
