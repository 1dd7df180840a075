<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use App\Shared\Words;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Pitch\NoteNames;
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
        private readonly Ways $ways,
        private readonly Words $words,
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

    /** A new player with his first chair. */
    public function add(string $name, ChairDetails $details): Player
    {
        $player = new Player($name);
        $chair = new Chair(
            $player,
            $details->instrument,
            $details->setup(),
            $details->stage,
            Seating::plainRange($details->limits),
        );
        $chair->arrange($details->track, $details->style, $details->section);
        $chair->breathe(Seating::plainBreath($details->breath));
        $this->entities->persist($player);
        $this->entities->persist($chair);
        $this->entities->flush();
        $this->audit->note('player added', $player->getId());

        return $player;
    }

    /** Why a player cannot be called so; null when he can. */
    public function whyNotNamed(string $name, ?Player $but = null): ?string
    {
        $same = $this->players->named($name);

        return null === $same || $same === $but ? null : $this->words->say('refusal.player.taken', ['%name%' => $name]);
    }

    /** Why nobody more can come in; null when there is room. */
    public function whyFull(): ?string
    {
        return $this->isFull() ? $this->words->say('refusal.band_full', ['%most%' => self::MOST]) : null;
    }

    public function isFull(): bool
    {
        return $this->players->count() >= self::MOST;
    }

    public function rename(Player $player, string $name): void
    {
        $this->audit->note('player renamed', $player->getId(), ['name' => $player->getName()]);
        $player->rename($name);
        $this->entities->flush();
    }

    /** @param NoteNames|null $names null for those of the band */
    public function nameNotes(Player $player, ?NoteNames $names): void
    {
        if ($names !== $player->getNoteNames()) {
            $this->audit->note('note names', $player->getId(), ['names' => $player->getNoteNames()?->value]);
            $player->nameNotes($names);
            $this->entities->flush();
        }
    }

    /** A player leaves the band: his way in ends, what he did stays readable. */
    public function leave(Player $player): void
    {
        $this->ways->end($player);
        $player->leave();
        $this->entities->flush();
        $this->audit->note('player left', $player->getId());
    }

    public function comeBack(Player $player): void
    {
        $player->comeBack();
        $this->entities->flush();
        $this->audit->note('player came back', $player->getId());
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
}
