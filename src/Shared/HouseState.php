<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * How the house stands: database, engraver, jobs that wait, room on the disk, the last backup. Counts only, nobody's
 * name.
 */
final class HouseState
{
    /** Seconds in which the engraver says that it is up. */
    private const PATIENCE = 0.5;

    public function __construct(
        private readonly Connection $database,
        private readonly HttpClientInterface $client,
        #[Autowire('%env(int:ENGRAVER_PORT)%')]
        private readonly int $engraver,
        #[Autowire('%kernel.cache_dir%')]
        private readonly string $cache,
        private readonly ReadingCopy $copy,
    ) {
    }

    public function hasDatabase(): bool
    {
        try {
            return 1 === (int) self::number($this->database->fetchOne('SELECT 1'));
        } catch (DatabaseError) {
            return false;
        }
    }

    public function hasEngraver(): bool
    {
        try {
            return 200 === $this->client->request(
                'GET',
                \sprintf('http://127.0.0.1:%d/health', $this->engraver),
                ['timeout' => self::PATIENCE, 'max_duration' => self::PATIENCE],
            )->getStatusCode();
        } catch (ExceptionInterface) {
            return false;
        }
    }

    /**
     * @return array<string, float> by the name of the measure: bytes, seconds,
     *  counts; what the database would tell is not among them where it does not answer
     */
    public function measures(): array
    {
        $measures = [
            'database_up' => $this->hasDatabase() ? 1.0 : 0.0,
            'engraver_up' => $this->hasEngraver() ? 1.0 : 0.0,
            'disk_free_bytes' => (float) @disk_free_space($this->cache),
            'disk_size_bytes' => (float) @disk_total_space($this->cache),
        ];
        if (0.0 === $measures['database_up']) {
            return $measures;
        }
        try {
            foreach ([
                'jobs_waiting' => 'SELECT count(*) FROM job WHERE delivered_at IS NULL',
                'jobs_in_hand' => 'SELECT count(*) FROM job WHERE delivered_at IS NOT NULL',
                'jobs_oldest_seconds' => 'SELECT coalesce(extract(epoch FROM (now() AT TIME ZONE \'UTC\') - min(available_at)), 0) FROM job WHERE delivered_at IS NULL',
                'database_bytes' => 'SELECT pg_database_size(current_database())',
                'database_connections' => 'SELECT count(*) FROM pg_stat_activity WHERE datname = current_database()',
                'database_connections_most' => 'SELECT current_setting(\'max_connections\')',
                'sessions' => 'SELECT count(*) FROM sessions',
                'bands' => 'SELECT count(*) FROM band WHERE removed_at IS NULL',
                'players' => 'SELECT count(*) FROM player',
                'made_files_bytes' => 'SELECT coalesce(sum(length(content)), 0) FROM made_file',
                'drill_age_seconds' => 'SELECT coalesce(extract(epoch FROM now() - max(at)), -1) FROM house_note WHERE what = \'drill\'',
                'backup_age_seconds' => 'SELECT coalesce(extract(epoch FROM now() - max(at)), -1) FROM house_note WHERE what = \'backup\'',
            ] as $name => $query) {
                $measures[$name] = self::number($this->database->fetchOne($query));
            }
            if ($this->copy->isThere()) {
                $behind = $this->copy->row(
                    'SELECT coalesce(pg_wal_lsn_diff(:at, pg_last_wal_replay_lsn()), 0) AS bytes',
                    ['at' => $this->database->fetchOne('SELECT pg_current_wal_lsn()::text')],
                );
                $measures['copy_up'] = null === $behind ? 0.0 : 1.0;
                if (null !== $behind) {
                    $measures['copy_behind_bytes'] = max(0.0, self::number($behind['bytes']));
                }
            }
        } catch (DatabaseError) {
            $measures['database_up'] = 0.0;
        }

        return $measures;
    }

    /** The migration at which the database stands, "20261127110000". */
    public function version(): string
    {
        try {
            $version = $this->database->fetchOne('SELECT max(version) FROM doctrine_migration_versions');

            return \is_string($version) ? (preg_replace('/\D/', '', $version) ?? '') : '';
        } catch (DatabaseError) {
            return '';
        }
    }

    private static function number(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }
}
