<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use App\Shared\Words;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Import\PlayerRow;

/**
 * The rows of a list become players: new ones, new chairs of known ones, or what is new of a known chair.
 */
final class BringPlayersIn
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PlayerRepository $players,
        private readonly Roster $roster,
        private readonly Audit $audit,
        private readonly Words $words,
    ) {
    }

    /**
     * Takes over what can be taken.
     *
     * @param list<PlayerRow> $rows
     *
     * @return array{taken: int, left: list<PlayerRow>} how many; the others, each with the reason
     */
    public function take(array $rows): array
    {
        $count = ['added' => 0, 'chair' => 0, 'changed' => 0];
        $left = [];
        foreach ($rows as $row) {
            if (!$row->isPlayer()) {
                $left[] = $row;
            } elseif (null === $this->players->named($row->name) && $this->roster->isFull()) {
                $left[] = $row->doubted($this->words->say('refusal.row_full', ['%most%' => Roster::MOST]));
            } else {
                ++$count[$this->takeOne($row)];
            }
        }
        $this->audit->note('players brought in', null, $count);

        return ['taken' => array_sum($count), 'left' => $left];
    }

    /** A row with what is to be thought of before it is taken: somebody of that name is in the band. */
    public function weighed(PlayerRow $row): PlayerRow
    {
        $known = '' === $row->name ? null : $this->players->named($row->name);
        if (null === $known) {
            return $row;
        }
        foreach ($known->chairs() as $chair) {
            if ($chair->getInstrument() === $row->instrument) {
                return $row->doubted($this->words->say('refusal.row_same', ['%name%' => $row->name]));
            }
        }

        return $row->doubted($this->words->say('refusal.row_double', ['%name%' => $row->name]));
    }

    /** @return 'added'|'chair'|'changed' */
    private function takeOne(PlayerRow $row): string
    {
        \assert(null !== $row->instrument);
        $player = $this->players->named($row->name);
        if (null === $player) {
            $details = new ChairDetails(
                $row->instrument,
                $row->setups,
                $row->stage->value,
                $row->limits ?? '',
                section: $row->section,
                track: $row->track,
            );
            $this->roster->add($row->name, $details);

            return 'added';
        }
        $player->comeBack();
        foreach ($player->chairs() as $chair) {
            if ($chair->getInstrument() === $row->instrument) {
                self::renew($chair, $row);
                $this->entities->flush();

                return 'changed';
            }
        }
        $chair = new Chair(
            $player,
            $row->instrument,
            implode(',', $row->setups),
            $row->stage->value,
            $row->limits ?? '',
        );
        $chair->arrange($row->track, 'written', $row->section, \count($player->chairs()));
        $this->entities->persist($chair);
        $this->entities->flush();

        return 'chair';
    }

    /** What a list does not say stays as it is. */
    private static function renew(Chair $chair, PlayerRow $row): void
    {
        $chair->change(implode(',', $row->setups), $row->stage->value, $row->limits ?? $chair->getLimits());
        $chair->arrange(
            '' === $row->track ? $chair->getTrack() : $row->track,
            $chair->getStyle(),
            '' === $row->section ? $chair->getSection() : $row->section,
            $chair->getPosition(),
        );
    }
}
