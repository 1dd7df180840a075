<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Desk\Desk;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\BandScores;
use SwiftReed\Packet\Chorales;
use SwiftReed\Packet\FirstTempo;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Score;

/**
 * What a line is for the open band: its players to those who lead it, and to everybody else the instruments alone.
 */
final class BandWork
{
    /** @var list<BandPlayer>|null */
    private ?array $players = null;

    public function __construct(
        private readonly BandPlayers $band,
        private readonly OpenBand $open,
        private readonly Desk $desk,
        private readonly PartBuilder $parts,
        private readonly FirstTempos $tempos,
        private readonly BandChorales $chorales,
    ) {
    }

    /** @return list<BandPlayer> in the order of the score */
    public function players(): array
    {
        if (null === $this->players) {
            $players = $this->open->isLed() ? array_values($this->band->all()) : [];
            $this->players = [] === $players
                ? array_map(
                    static fn (Instrument $one): BandPlayer => new BandPlayer($one->name, $one),
                    $this->desk->band(),
                )
                : $players;
        }

        return $this->players;
    }

    /**
     * The scores of a line as it is typed, one for each key.
     *
     * @throws \SwiftReed\Knowledge\Mistake when it is not understood, or nobody can play it
     */
    public function scores(string $line): BandScores
    {
        $players = $this->players();
        if ([] === $players) {
            throw PacketError::nobody();
        }
        $builder = new ScoreBuilder($this->parts, new Chorales($this->parts, $this->chorales->all()), $players);
        $isChorale = 1 === preg_match('/^\s*chorale\s/i', $line);
        $scores = $builder->scores([$isChorale ? trim($line) : $this->parts->reader->read($line)->line], $players);
        if ([] === $scores->scores) {
            throw PacketError::because(array_values($scores->left)[0] ?? '');
        }

        return $scores;
    }

    public function firstTempo(Score $score): ?FirstTempo
    {
        return $this->tempos->of($score, BandPlayer::stages($this->players()));
    }

    /** @return list<BandPart> one of each: those who sound the same need not sound twice */
    public static function distinct(Score $score): array
    {
        $seen = [];
        foreach ($score->parts as $one) {
            $seen[hash(
                'xxh3',
                implode(
                    ' ',
                    array_map(
                        static fn ($note): string => $note->onset.' '.$note->sounding->midi(),
                        $one->part->study->notes,
                    ),
                ),
            )] ??= $one;
        }

        return array_values($seen);
    }

    /**
     * Who can be heard: everybody, sections, players.
     *
     * @return array<string, list<string>> names of players, by who is asked for
     */
    public function voices(Score $score): array
    {
        $sections = [];
        $sectionOf = [];
        foreach ($this->players() as $player) {
            $sectionOf[$player->name] = $player->section();
        }
        foreach ($score->parts as $one) {
            $sections[$sectionOf[$one->player] ?? ''][] = $one->player;
        }

        return $sections;
    }

    /** The concert key as it would sound if one section took it for its own. */
    public function inOwnKey(Score $score, string $player): ?BandPart
    {
        $part = array_values(array_filter(
            $score->parts,
            static fn (BandPart $one): bool => $one->player === $player,
        ))[0]
            ?? null;
        $of = array_values(array_filter(
            $this->players(),
            static fn (BandPlayer $one): bool => $one->name === $player,
        ))[0]
            ?? null;
        if (null === $part || null === $of || 0 === $part->part->instrument->transposition->halfSteps() % 12) {
            return null;
        }
        $tonic = $part->part->study->concertKey->tonic->text();
        $study = $this->parts->parser->parse($this->desk->inKey(
            $part->part->line(),
            'own',
            $tonic,
            $part->part->study->recipe->material->name,
        ));
        $built = (new ScoreBuilder($this->parts))->sheet([$study], $of);

        return \is_string($built) ? null : new BandPart($player, $built->parts[0]);
    }
}
