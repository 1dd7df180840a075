<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Everything that is kept of the open band, or of one of its players, as data to be given away: no more than the
 * screens show.
 */
final class BandExport
{
    private const VERSION = 1;
    /** Columns of a table of players, as a list of players is read. */
    private const COLUMNS = ['name', 'instrument', 'stage', 'range', 'set-up', 'section', 'track'];

    /** @param iterable<Keeps> $rooms */
    public function __construct(
        private readonly PlayerRepository $players,
        private readonly PinnedFingeringRepository $pins,
        private readonly RemarkRepository $remarks,
        private readonly SchoolOfHabitsRepository $schools,
        private readonly OwnPatternRepository $patterns,
        private readonly Audit $audit,
        #[AutowireIterator(Keeps::class)]
        private readonly iterable $rooms,
    ) {
    }

    /**
     * Everything of a band, given to its director; the audit says so.
     *
     * @return array<string, mixed>
     */
    public function giveBand(Band $band): array
    {
        $this->audit->note('band exported', $band->getId());

        return $this->of($band);
    }

    /**
     * Everything of a player, given to whoever asks for it; the audit says so.
     *
     * @return array<string, mixed>
     */
    public function givePlayer(Player $player): array
    {
        $this->audit->note('player exported', $player->getId());

        return $this->ofPlayer($player);
    }

    /**
     * Players as a table, with a heading and a row for each chair; the audit says so.
     *
     * @param list<Player> $players
     * @param Player|null  $of      whose alone it is, where it is one player's
     *
     * @return non-empty-list<list<string>>
     */
    public function table(array $players, ?Player $of = null): array
    {
        null === $of
            ? $this->audit->note('players exported')
            : $this->audit->note('player exported', $of->getId());

        return [self::COLUMNS, ...array_merge([], ...array_map(self::rows(...), $players))];
    }

    /** @return array<string, mixed> */
    public function of(Band $band): array
    {
        $usual = $band->usual();
        $data = [
            'version' => self::VERSION,
            'name' => $band->getName(),
            'usual' => [
                'key_order' => $usual->keyOrder,
                'paper' => $usual->paper,
                'reminders' => $usual->reminders,
                'tempo' => $usual->tempo,
                'speaks' => $usual->speaksOwn ? 'own' : 'concert',
                'breaths' => $usual->breathesTogether ? 'together' : 'own',
                'note_names' => $usual->noteNames->value,
            ],
            'rubric' => $band->getRubric(),
            'players' => array_map($this->plain(...), $this->players->inOrder()),
            'patterns' => array_map(self::pattern(...), $this->patterns->inOrder()),
            'habits' => array_map(self::habit(...), $this->pins->findBy(['chair' => null], ['madeAt' => 'ASC'])),
            'remarks' => array_map(self::remark(...), $this->remarks->findBy([], ['id' => 'ASC'])),
            'schools' => array_map(self::school(...), $this->schools->findBy([], ['name' => 'ASC'])),
        ];
        foreach ($this->rooms as $room) {
            $data += $room->ofBand();
        }

        return $data;
    }

    /** @return array<string, mixed> */
    public function ofPlayer(Player $player): array
    {
        return ['version' => self::VERSION] + $this->plain($player);
    }

    /** @return list<list<string>> a row for each chair */
    private static function rows(Player $player): array
    {
        return array_map(static fn (Chair $chair): array => [
            $player->getName(),
            $chair->getInstrument(),
            $chair->getStage(),
            $chair->getLimits(),
            strtr($chair->getSetup(), ',', '+'),
            $chair->getSection(),
            $chair->getTrack(),
        ], $player->chairs());
    }

    /** @return array{name: string, left: bool, chairs: list<array<string, mixed>>} */
    private function plain(Player $player): array
    {
        $chairs = array_map($this->chair(...), [...$player->chairs(), ...$player->closedChairs()]);

        return ['name' => $player->getName(), 'left' => $player->hasLeft(), 'chairs' => $chairs];
    }

    /** @return array<string, mixed> */
    private function chair(Chair $chair): array
    {
        $data = [
            'instrument' => $chair->getInstrument(),
            'setup' => '' === $chair->getSetup() ? [] : explode(',', $chair->getSetup()),
            'stage' => $chair->getStage(),
            'watched' => $chair->getWatched(),
            'limits' => '' === $chair->getLimits() ? null : $chair->getLimits(),
            'breath' => '' === $chair->getBreath() ? null : (float) $chair->getBreath(),
            'section' => $chair->getSection(),
            'track' => $chair->getTrack(),
            'style' => $chair->getStyle(),
            'closed' => $chair->isClosed(),
            'pins' => array_map(
                static fn (PinnedFingering $pin): array => ['line' => $pin->getLine(), 'pin' => $pin->getPin()],
                $this->pins->ofChair($chair),
            ),
        ];
        foreach ($this->rooms as $room) {
            $data += $room->ofChair($chair);
        }

        return $data;
    }

    /** @return array<string, mixed> */
    private static function pattern(OwnPattern $one): array
    {
        return ['name' => $one->getName(), 'cell' => $one->getCell()];
    }

    /** @return array<string, mixed> */
    private static function habit(PinnedFingering $one): array
    {
        return ['instrument' => $one->getInstrument(), 'line' => $one->getLine(), 'pin' => $one->getPin()];
    }

    /** @return array<string, mixed> */
    private static function remark(Remark $one): array
    {
        return [
            'instrument' => $one->getInstrument(),
            'line' => $one->getLine(),
            'note' => $one->getNote(),
            'text' => $one->getText(),
        ];
    }

    /** @return array<string, mixed> */
    private static function school(SchoolOfHabits $one): array
    {
        return ['name' => $one->getName(), 'instrument' => $one->getInstrument(), 'habits' => $one->school()->habits];
    }
}
