<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;

/**
 * One-time codes: of the first director, of another director, of somebody who lost the pass phrase, of an assistant.
 * Only what they hash to is kept.
 */
final class Codes
{
    public const FIRST = 'first';
    public const DIRECTOR = 'director';
    public const RESET = 'reset';
    public const ASSISTANT = 'assistant';
    /** Signs of a code that is read aloud and typed: none that look alike. 20 of 30 make 98 bits. */
    private const SIGNS = 'abcdefghjkmnpqrstuvwxyz2345678';
    private const LENGTH = 20;
    /** Hours for which a code for another director, an assistant, or somebody who lost the pass phrase, is good. */
    public const HOURS = 72;

    public function __construct(private readonly Connection $database)
    {
    }

    /**
     * A new code; the first director's and one for the same account take the place of those before.
     *
     * @param int         $hours for which it is good
     * @param string|null $band  id of the band that it opens
     *
     * @return string in groups: "abcde-fghjk-mnpqr-stuvw"
     */
    public function make(
        string $purpose,
        int $hours,
        ?Account $for = null,
        ?string $band = null,
        ?Account $by = null,
    ): string {
        $code = '';
        for ($i = 0; $i < self::LENGTH; ++$i) {
            $code .= self::SIGNS[random_int(0, \strlen(self::SIGNS) - 1)];
        }
        if (self::FIRST === $purpose) {
            $this->database->delete('one_time_code', ['purpose' => self::FIRST]);
        }
        if (null !== $for) {
            $this->database->delete('one_time_code', ['purpose' => $purpose, 'account_id' => $for->getId()]);
        }
        $this->database->executeStatement('INSERT INTO one_time_code (hash, purpose, account_id, band_id, made_by, ends_at) VALUES (:hash, :purpose, :account, :band, :by, now() + make_interval(hours => :hours))', [
            'hash' => self::hash(
                $code,
            ), 'purpose' => $purpose, 'account' => $for?->getId(), 'band' => $band, 'by' => $by?->getId(), 'hours' => $hours,
        ]);

        return implode('-', str_split($code, 5));
    }

    /**
     * What a code is for; null when there is no such code, it has been used, or its time is over.
     *
     * @return array{purpose: string, account: string|null, band: string|null}|null
     */
    public function read(string $code): ?array
    {
        /** @var array{purpose: string, account: string|null, band: string|null}|false $found */
        $found = $this->database->fetchAssociative(
            'SELECT purpose, account_id AS account, band_id AS band FROM one_time_code WHERE hash = :hash AND ends_at > now()',
            ['hash' => self::hash($code)],
        );

        return false === $found ? null : $found;
    }

    /** Uses a code up. False when somebody else was faster. */
    public function take(string $code): bool
    {
        return 1 === $this->database->executeStatement(
            'DELETE FROM one_time_code WHERE hash = :hash AND ends_at > now()',
            ['hash' => self::hash($code)],
        );
    }

    private static function hash(string $code): string
    {
        return hash('sha256', (string) preg_replace('/[^a-z0-9]/', '', mb_strtolower($code)));
    }
}
