<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use Doctrine\DBAL\Connection;
use Symfony\Component\Uid\Uuid;

/**
 * Tokens with which a program reads a band's data, and changes nothing. Only their hashes are kept.
 */
final class ProgramTokens
{
    public function __construct(
        private readonly Connection $database,
        private readonly OpenBand $open,
        private readonly BandRepository $bands,
        private readonly Audit $audit,
    ) {
    }

    /** @return array{string, string} id and token */
    public function make(string $name): array
    {
        $id = Uuid::v7()->toRfc4122();
        $token = bin2hex(random_bytes(32));
        $this->database->insert(
            'program_token',
            [
                'id' => $id, 'band_id' => $this->open->required()->getId(), 'name' => $name,
                'hash' => hash('sha256', $token), 'made_at' => (new \DateTimeImmutable())->format('c'),
            ],
        );

        $this->audit->note('token made', $id);

        return [$id, $token];
    }

    public function revoke(string $id): bool
    {
        $isThere = 1 === $this->database->delete('program_token', ['id' => $id, 'band_id' => $this->open->id()]);
        if ($isThere) {
            $this->audit->note('token revoked', $id);
        }

        return $isThere;
    }

    /** @return list<array{id: string, name: string, made_at: string}> of the open band */
    public function ofBand(): array
    {
        /** @var list<array{id: string, name: string, made_at: string}> $tokens */
        $tokens = $this->database->fetchAllAssociative(
            "SELECT id, name, to_char(made_at, 'YYYY-MM-DD') AS made_at FROM program_token WHERE band_id = :band ORDER BY made_at, id",
            ['band' => $this->open->id()],
        );

        return $tokens;
    }

    /** The band that a token reads; null for no token of anybody's. */
    public function band(string $token): ?Band
    {
        $id = $this->database->fetchOne(
            'SELECT band_id FROM program_token WHERE hash = :hash',
            ['hash' => hash('sha256', $token)],
        );
        $band = \is_string($id) ? $this->bands->find($id) : null;

        return null === $band || $band->isRemoved() ? null : $band;
    }
}
