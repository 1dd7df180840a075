<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\PlayerSignIn;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Players' ways in: personal links, of which only the hash is kept, and the sign-ins that they open.
 */
final class Ways
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly BandRepository $bands, private readonly OpenBand $open)
    {
    }

    /** A new link for a player of the open band; the one before ends. 256 bits, as 43 signs for an address. */
    public function renew(Player $player): string
    {
        $token = rtrim(strtr(base64_encode(random_bytes(32)), '+/', '-_'), '=');
        $player->setLink(self::hash($token));

        return $token;
    }

    /** The link ends, and with it every session that it opened. */
    public function end(Player $player): void
    {
        $player->setLink(null);
        $player->getSignIn()?->endSessions();
    }

    /**
     * Whose link it is, whatever band is open; null when it is nobody's (any more). It opens that player's band for this request.
     */
    public function owner(string $token): ?Player
    {
        /** @var array{id: string, band: string}|false $found */
        $found = $this->entities->getConnection()->fetchAssociative('SELECT p.id, p.band_id AS band FROM player p JOIN band b ON b.id = p.band_id WHERE p.link_hash = :hash AND p.left_at IS NULL AND b.removed_at IS NULL', ['hash' => self::hash($token)]);
        if (false === $found) {
            return null;
        }
        $this->open->enter($this->bands->find($found['band']), $this->open->person());

        return $this->entities->find(Player::class, $found['id']);
    }

    /**
     * The sign-in that a player comes in by. Who is signed in as a player already has a place in this band too from now on.
     */
    public function signIn(Player $player, ?PlayerSignIn $already): PlayerSignIn
    {
        $signIn = $already ?? $player->getSignIn() ?? new PlayerSignIn();
        $this->entities->persist($signIn);
        $player->comesInAs($signIn);
        $this->entities->flush();

        return $signIn;
    }

    /** The first player of the demonstration. */
    public function demoPlayer(Account $director): ?PlayerSignIn
    {
        $band = $this->bands->ledBy($director)[0] ?? null;
        $this->open->enter($band, $director);
        $player = null === $band ? null : $this->entities->getRepository(Player::class)->findOneBy(['leftAt' => null], ['nameKey' => 'ASC']);

        return null === $player ? null : $this->signIn($player, null);
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}
