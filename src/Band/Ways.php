<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\PlayerSignIn;
use App\Shared\Audit;
use App\Shared\Hosts;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Players' ways in: personal links, of which only the hash is kept, and the sign-ins that they open. A link opens its
 * own player, on every device and whoever was signed in there before.
 */
final class Ways
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly BandRepository $bands,
        private readonly OpenBand $open,
        private readonly Hosts $hosts,
        private readonly Audit $audit,
    ) {
    }

    /**
     * A new link, which is shown this once: {@see renew()}.
     */
    public function give(Player $player): string
    {
        $token = $this->renew($player);
        $this->entities->flush();
        $this->audit->note('link renewed', $player->getId());

        return $token;
    }

    /** Takes a player's way in away. */
    public function take(Player $player): void
    {
        $this->end($player);
        $this->entities->flush();
        $this->audit->note('link ended', $player->getId());
    }

    /**
     * New links for many, as they are printed on slips.
     *
     * @param list<Player> $players
     *
     * @return array<string, string> token by the player's id
     */
    public function giveAll(array $players): array
    {
        $tokens = [];
        foreach ($players as $player) {
            $tokens[$player->getId()] = $this->renew($player);
        }
        $this->entities->flush();
        $this->audit->note('slips printed', null, ['players' => \count($tokens)]);

        return $tokens;
    }

    /**
     * A new link for a player of the open band, as 43 signs for an address (256 bits). The one before ends, and so does
     * every session in this band that it opened: the player has a new sign-in here, and keeps the old one in other
     * bands.
     */
    public function renew(Player $player): string
    {
        $this->end($player);
        $token = rtrim(strtr(base64_encode(random_bytes(32)), '+/', '-_'), '=');
        $player->setLink(self::hash($token));

        return $token;
    }

    /** The link ends, and with it every session in this band that it opened. */
    public function end(Player $player): void
    {
        $before = $player->getSignIn();
        $player->setLink(null);
        $player->comesInAs(null);
        if (null !== $before && !$this->standsElsewhere($before, $player)) {
            $before->endSessions();
        }
    }

    /**
     * Whose link it is, whatever band is open; null when it is nobody's (any more). It opens that player's band for
     * this request.
     */
    public function owner(string $token): ?Player
    {
        /** @var array{id: string, band: string, demo: bool}|false $found */
        $found = $this->entities->getConnection()->fetchAssociative(
            'SELECT p.id, p.band_id AS band, b.is_demo AS demo FROM player p JOIN band b ON b.id = p.band_id
             WHERE p.link_hash = :hash AND p.left_at IS NULL AND b.removed_at IS NULL',
            ['hash' => self::hash($token)],
        );
        if (false === $found || ($found['demo'] && $this->hosts->isOpen())) {
            return null;
        }
        $this->open->enter($this->bands->find($found['band']), $this->open->person());

        return $this->entities->find(Player::class, $found['id']);
    }

    /** The sign-in by which a player comes in: his own, whoever is signed in on the device. */
    public function signIn(Player $player): PlayerSignIn
    {
        $signIn = $player->getSignIn() ?? new PlayerSignIn();
        $this->entities->persist($signIn);
        $player->comesInAs($signIn);
        $this->entities->flush();

        return $signIn;
    }

    /**
     * Whether a player of the open band may be the same person as one who is signed in: he has no place in this band
     * yet.
     */
    public function canJoin(Player $player, PlayerSignIn $other): bool
    {
        return $player->getSignIn() !== $other
            && !$this->standsFor($other, 'band_id = :band', ['band' => $this->open->id()]);
    }

    /**
     * On wish: the player of the open band is the same person as the one who is signed in, and comes in as that one
     * from now on.
     *
     * @throws \LogicException where the other has a place in this band: nobody is two players of one band
     */
    public function join(Player $player, PlayerSignIn $other): void
    {
        if (!$this->canJoin($player, $other)) {
            throw new \LogicException('A sign-in stands for at most one player of a band.');
        }
        $before = $player->getSignIn();
        if (null !== $before && !$this->standsElsewhere($before, $player)) {
            $before->endSessions();
        }
        $player->comesInAs($other);
        $this->entities->flush();
    }

    /** The first player of the demonstration; null where its band has none. */
    public function demoPlayer(Account $director): ?PlayerSignIn
    {
        foreach ($this->bands->ledBy($director) as $band) {
            $this->open->enter($band, $director);
            $player = $this->entities->getRepository(Player::class)->findOneBy(
                ['leftAt' => null],
                ['nameKey' => 'ASC'],
            );
            if (null !== $player) {
                return $this->signIn($player);
            }
        }

        return null;
    }

    private function standsElsewhere(PlayerSignIn $signIn, Player $here): bool
    {
        return $this->standsFor($signIn, 'id <> :player', ['player' => $here->getId()]);
    }

    /** @param array<string, string> $with */
    private function standsFor(PlayerSignIn $signIn, string $which, array $with): bool
    {
        $sql = 'SELECT 1 FROM player WHERE sign_in_id = :sign_in AND left_at IS NULL AND '.$which;

        return false !== $this->entities->getConnection()->fetchOne($sql, ['sign_in' => $signIn->getId()] + $with);
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}
