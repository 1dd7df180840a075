<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;

/**
 * Slows down who tries names and pass phrases: by account from the fifth failure on, by address only when it is surely no school.
 */
final class Throttle
{
    /** Failures of one name that nobody minds: typing a pass phrase is hard. */
    private const FREE = 5;
    /** Seconds to wait after the failure that follows; each one more doubles it. */
    private const FIRST_WAIT = 5;
    /** Longest wait, in seconds: an attack gets about a hundred tries a day. */
    private const LONGEST = 900;
    /** Minutes in which the failures of a name count. */
    private const MEMORY = 60;
    /** Failures of one address in ten minutes; a school with all its rooms has one address. */
    private const OF_ADDRESS = 100;

    public function __construct(private readonly Connection $database)
    {
    }

    /**
     * How long somebody must wait before the next try, in seconds; 0 when the try may be made. Names that nobody has are slowed down just the same.
     */
    public function wait(string $name, ?string $address): int
    {
        /** @var array{failures: int|string, passed: int|string|null} $of */
        $of = $this->database->fetchAssociative('SELECT COUNT(*) AS failures, FLOOR(EXTRACT(EPOCH FROM now() - MAX(tried_at))) AS passed FROM failed_try WHERE name_hash = :name AND tried_at > now() - make_interval(mins => :memory)', ['name' => self::hash($name), 'memory' => self::MEMORY]);
        $over = (int) $of['failures'] - self::FREE;
        $wait = $over < 0 ? 0 : max(0, min(self::LONGEST, self::FIRST_WAIT * 2 ** min($over, 12)) - (int) $of['passed']);
        if (0 === $wait && null !== $address && (int) $this->database->fetchOne("SELECT COUNT(*) FROM failed_try WHERE address_hash = :address AND tried_at > now() - INTERVAL '10 minutes'", ['address' => self::hash($address)]) > self::OF_ADDRESS) {
            return 60;
        }

        return $wait;
    }

    public function failed(string $name, ?string $address): void
    {
        $this->database->insert('failed_try', ['name_hash' => self::hash($name), 'address_hash' => self::hash($address ?? '')]);
        $this->database->executeStatement("DELETE FROM failed_try WHERE tried_at < now() - INTERVAL '1 day'");
    }

    public function succeeded(string $name): void
    {
        $this->database->delete('failed_try', ['name_hash' => self::hash($name)]);
    }

    private static function hash(string $text): string
    {
        return hash('sha256', mb_strtolower($text));
    }
}
