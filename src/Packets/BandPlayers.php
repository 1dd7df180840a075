<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\Chair;
use App\Band\Notebook;
use App\Band\OpenBand;
use App\Band\Roster;
use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Player\Reminders;

/**
 * The players of the open band as the pages need them, in the order of the score: a chair each, with its own habits.
 */
final class BandPlayers
{
    public function __construct(
        private readonly Roster $roster,
        private readonly Notebook $notebook,
        private readonly InstrumentLibrary $instruments,
        private readonly OpenBand $open,
    ) {
    }

    /**
     * @param list<string> $except ids of chairs that are left out
     *
     * @return array<string, BandPlayer> by the id of the chair
     */
    public function all(array $except = []): array
    {
        $players = [];
        $names = [];
        $place = array_flip($this->instruments->ids());
        $chairs = array_merge(
            [],
            ...array_map(static fn ($player): array => $player->chairs(), $this->roster->inScoreOrder()),
        );
        usort(
            $chairs,
            static fn (Chair $a, Chair $b): int => [
                $place[$a->getInstrument()] ?? \PHP_INT_MAX,
                $a->getPosition(),
            ] <=> [$place[$b->getInstrument()] ?? \PHP_INT_MAX, $b->getPosition()],
        );
        foreach ($chairs as $chair) {
            $player = \in_array($chair->getId(), $except, true) ? null : $this->player($chair);
            if (null === $player) {
                continue;
            }
            // Somebody with two instruments has two parts: the second says which.
            $name = isset($names[$player->name]) ? $player->name.' ('.$player->instrument->name.')' : $player->name;
            for ($k = 2, $free = $name; isset($names[$free]); ++$k) {
                $free = $name.' '.$k;
            }
            $names[$free] = true;
            $players[$chair->getId()] = $free === $player->name
                ? $player
                : $player->named($free);
        }

        return $players;
    }

    /** Null where the chair is of a version that had other set-ups. */
    private function player(Chair $chair): ?BandPlayer
    {
        try {
            $instrument = $this->instruments->instrument(
                $chair->getInstrument(),
                array_values(array_filter(
                    explode(',', $chair->getSetup()),
                    static fn (string $one): bool => '' !== $one,
                )),
            );
        } catch (Mistake) {
            return null;
        }
        $stored = $this->notebook->pins($chair->getInstrument(), '', $chair->getId());
        $reminders = Reminders::tryFrom($this->open->usual()->reminders) ?? Reminders::Affected;

        return new BandPlayer(
            $chair->getName(),
            $instrument,
            $chair->settings(reminders: $reminders),
            new OwnFingerings(Notebook::read($stored), Notebook::tendencies($stored)),
            $chair->getStyle(),
            $chair->getSection(),
            noteNames: $chair->getPlayer()->getNoteNames(),
        );
    }
}
