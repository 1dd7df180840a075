<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;

/**
 * A line for each change of a record, sign-in, invitation, export, removal: who, when, what it was before. People stand
 * in it by id alone.
 */
final class Audit
{
    public function __construct(private readonly Connection $database, private readonly Present $present)
    {
    }

    /**
     * @param string               $what    in the past tense: "player renamed"
     * @param array<string, mixed> $before  what stood there
     * @param string|null          $who     identifier of the person, where it is not the one who is signed in
     */
    public function note(string $what, ?string $subject = null, array $before = [], ?string $who = null): void
    {
        $this->database->insert('audit', [
            'band_id' => $this->present->bandId(),
            'who' => $who ?? $this->present->identifier(),
            'what' => $what,
            'subject' => $subject,
            'before' => [] === $before ? null : json_encode($before, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE),
        ]);
    }

    /**
     * The newest lines of the open band.
     *
     * @return list<array{at: string, who: string|null, what: string, subject: string|null, before: string|null}>
     */
    public function ofBand(int $most = 200): array
    {
        /**
         * @var list<array{at: string, who: string|null, what: string, subject: string|null, before: string|null}>
         *  $lines
         */
        $lines = $this->database->fetchAllAssociative(
            "SELECT to_char(at, 'YYYY-MM-DD HH24:MI') AS at, who, what, subject, before FROM audit WHERE band_id = :band ORDER BY id DESC LIMIT :most",
            ['band' => $this->present->bandId(), 'most' => $most],
        );

        return $lines;
    }
}
