<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception as DatabaseError;
use Doctrine\DBAL\Tools\DsnParser;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * A second database that follows the first, where there is one: what never changes once it is there is read from it. It
 * may lie behind, and it may be away; then it has nothing to tell, and the first is asked.
 */
final class ReadingCopy
{
    /** Seconds that it may take to come in, and for which it is passed by when it did not. */
    private const PATIENCE = 1;
    private const PASSED_BY = 5;
    /** The name under which it comes in, as the copy lists it. */
    public const NAME = 'swift-reed-reads';

    private ?Connection $copy = null;
    private readonly PassedBy $away;

    public function __construct(
        #[Autowire('%env(DATABASE_READ_URL)%')]
        private readonly string $address,
        #[Autowire('%kernel.cache_dir%')]
        string $cache,
    ) {
        $this->away = new PassedBy($cache.'/copy-away', self::PASSED_BY);
    }

    public function isThere(): bool
    {
        return '' !== $this->address;
    }

    /**
     * The first row of a query, as the copy has it by now.
     *
     * @param array<string, mixed> $given
     *
     * @return array<string, mixed>|null null where there is no copy, where it is away,
     *  and where it has no such row (yet)
     */
    public function row(string $query, array $given): ?array
    {
        if ('' === $this->address || $this->away->is()) {
            return null;
        }
        try {
            $this->copy ??= DriverManager::getConnection([
                'application_name' => self::NAME,
                'driverOptions' => [\PDO::ATTR_TIMEOUT => self::PATIENCE],
            ]
                + (new DsnParser(['postgresql' => 'pdo_pgsql', 'postgres' => 'pdo_pgsql']))->parse($this->address));
            $row = $this->copy->fetchAssociative($query, $given);

            return false === $row ? null : $row;
        } catch (DatabaseError) {
            $this->copy = null;
            $this->away->note();

            return null;
        }
    }
}
