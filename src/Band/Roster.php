<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Import\PlayerRow;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Player\Range;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Who is in the open band: players come, change, leave, and are put in the order of the score.
 */
final class Roster
{
    /** Players of one band: four times a large one. */
    public const MOST = 400;

    /** @param iterable<Keeps> $rooms */
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PlayerRepository $players,
        private readonly PinnedFingeringRepository $pins,
        private readonly InstrumentLibrary $instruments,
        private readonly Audit $audit,
        private readonly Trash $trash,
        #[AutowireIterator(Keeps::class)]
        private readonly iterable $rooms,
    ) {
    }

    /**
     * Players in score order, by their first chair; those who left are not among them.
     *
     * @return list<Player>
     */
    public function inScoreOrder(): array
    {
        $place = array_flip($this->instruments->ids());
        $of = static fn (Player $one): array => [
            $place[($one->chairs()[0] ?? null)?->getInstrument() ?? ''] ?? \PHP_INT_MAX,
            ($one->chairs()[0] ?? null)?->getPosition() ?? 0,
            mb_strtolower($one->getName()),
        ];
        $players = array_values(array_filter(
            $this->players->inOrder(),
            static fn (Player $one): bool => !$one->hasLeft(),
        ));
        usort($players, static fn (Player $a, Player $b): int => $of($a) <=> $of($b));

        return $players;
    }

    /** @return list<Player> who left, by name */
    public function left(): array
    {
        return array_values(array_filter($this->players->inOrder(), static fn (Player $one): bool => $one->hasLeft()));
    }

    /** @param list<string> $setups */
    public function add(string $name, string $instrument, array $setups, string $stage, string $limits): Chair
    {
        $player = new Player($name);
        $chair = new Chair($player, $instrument, implode(',', $setups), $stage, self::plainRange($limits));
        $this->entities->persist($player);
        $this->entities->persist($chair);
        $this->audit->note('player added', $player->getId());

        return $chair;
    }

    /**
     * Takes over a row of a list: a new player, a new chair of a known one, or what is new of a known chair.
     *
     * @return string "added", "chair" or "changed"
     */
    public function take(PlayerRow $row): string
    {
        \assert(null !== $row->instrument);
        $player = $this->players->named($row->name);
        if (null === $player) {
            $this->add(
                $row->name,
                $row->instrument,
                $row->setups,
                $row->stage->value,
                $row->limits ?? '',
            )->arrange($row->track, 'written', $row->section);
            $this->entities->flush();

            return 'added';
        }
        $player->comeBack();
        foreach ($player->chairs() as $chair) {
            if ($chair->getInstrument() === $row->instrument) {
                $chair->change(implode(',', $row->setups), $row->stage->value, $row->limits ?? $chair->getLimits());
                $chair->arrange(
                    '' === $row->track ? $chair->getTrack() : $row->track,
                    $chair->getStyle(),
                    '' === $row->section ? $chair->getSection() : $row->section,
                    $chair->getPosition(),
                );
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

    /** Moves a chair among those of its instrument, as they stand in the list: one up (-1) or down (1). */
    public function seat(Chair $chair, int $direction): void
    {
        $chairs = [];
        foreach ($this->inScoreOrder() as $player) {
            array_push(
                $chairs,
                ...array_filter(
                    $player->chairs(),
                    static fn (Chair $one): bool => $one->getInstrument() === $chair->getInstrument(),
                ),
            );
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

    /** Takes a player out with all that hangs on him; it can be undone. */
    public function remove(Player $player): string
    {
        $chairs = [...$player->chairs(), ...$player->closedChairs()];
        // What somebody is sending for one of these chairs just now waits, and is told that the chair is gone.
        $this->entities->getConnection()->executeStatement(
            'SELECT 1 FROM chair WHERE player_id = :player FOR UPDATE',
            ['player' => $player->getId()],
        );
        $hanging = array_merge([], ...array_map($this->pins->ofChair(...), $chairs));
        foreach ($this->rooms as $room) {
            array_push($hanging, ...array_merge([], ...array_map($room->hangingOn(...), $chairs)));
        }

        return $this->trash->remove($player, $player->getName(), [...$chairs, ...$hanging]);
    }

    /**
     * For good: the name and everything of this player go, out of what was removed as well. Ids alone stay, in the
     * audit and in the list of erasures.
     */
    public function erase(Player $player): void
    {
        $id = $player->getId();
        $this->entities->wrapInTransaction(function () use ($player, $id): void {
            $database = $this->entities->getConnection();
            $database->executeStatement('DELETE FROM removed WHERE rows::text LIKE :id', ['id' => '%'.$id.'%']);
            $database->executeStatement('UPDATE audit SET before = NULL WHERE subject = :id', ['id' => $id]);
            foreach ($this->rooms as $room) {
                $room->erase($player);
            }
            $database->insert('erasure', ['kind' => 'player', 'subject' => $id]);
            $this->audit->note('player erased', $id);
            $this->entities->remove($player);
        });
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
