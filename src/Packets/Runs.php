<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\ReadingCopy;
use App\Shared\Sweeps;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use Symfony\Component\Uid\Uuid;

/**
 * Packets that are made in the background. What a run needs is kept with it; a piece is waiting, made or failed, and
 * changes once. Messages are sent within the same transaction as what they follow from, so that none is lost and none
 * comes too early.
 */
final class Runs implements Sweeps
{
    public const MAKING = 'making';
    public const STOPPED = 'stopped';
    public const DONE = 'done';
    /** The pages that are played from come first, then the pile of them and all that a director has besides. */
    private const LAST_STAGE = 1;
    /** Bytes of all files that are kept, and days for which one that nobody asks for is. */
    private const MOST_BYTES = 4_000_000_000;
    private const DAYS = 30;

    public function __construct(
        private readonly Connection $database,
        private readonly Workers $workers,
        private readonly PacketPieces $pieces,
        private readonly ReadingCopy $copy,
    ) {
    }

    /**
     * Begins a run; one of the same packet that is being made is stopped.
     *
     * @return string its id
     *
     * @throws PacketError when there is nothing to be made
     */
    public function start(string $packet, string $band, PacketPlan $plan): string
    {
        $pieces = $this->pieces->of($plan);
        $run = Uuid::v7()->toRfc4122();
        $this->database->transactional(function () use ($packet, $band, $plan, $pieces, $run): void {
            $this->database->executeStatement(
                "UPDATE packet_run SET state = 'stopped', ended_at = now() WHERE packet_id = :packet AND state = 'making'",
                ['packet' => $packet],
            );
            $this->database->insert(
                'packet_run',
                [
                    'id' => $run,
                    'packet_id' => $packet,
                    'band_id' => $band,
                    'plan' => json_encode(PlanData::of($plan), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE),
                ],
            );
            foreach ($pieces as $piece) {
                $this->database->insert(
                    'packet_piece',
                    [
                        'run_id' => $run,
                        'number' => $piece->number,
                        'stage' => PieceKind::Part === $piece->kind ? 0 : self::LAST_STAGE,
                        'kind' => $piece->kind->value,
                        'name' => mb_substr($piece->name, 0, 200),
                        'file' => $piece->file,
                        'key' => $piece->key,
                    ],
                );
            }
            // What is there from before is taken as it is.
            $this->database->executeStatement(
                "UPDATE packet_piece p SET state = 'made', pages = f.pages FROM made_file f WHERE p.run_id = :run AND f.key = p.key AND f.band_id = :band",
                ['run' => $run, 'band' => $band],
            );
            $this->database->executeStatement(
                'UPDATE made_file f SET used_at = now() FROM packet_piece p WHERE p.run_id = :run AND f.key = p.key AND f.band_id = :band',
                ['run' => $run, 'band' => $band],
            );
            $this->send($run, 0);
            $this->goOn($run);
        });

        return $run;
    }

    public function stop(string $run): void
    {
        $this->database->executeStatement(
            "UPDATE packet_run SET state = 'stopped', ended_at = now() WHERE id = :run AND state = 'making'",
            ['run' => $run],
        );
    }

    /**
     * The last run of a packet of this band, with its pieces.
     *
     * @return array{id: string, state: string, pieces: list<array{number: int, kind: string, name: string,
     *  file: string, state: string, reason: string|null, pages: int|null, isBegun: bool, isThere: bool}>}|null
     */
    public function last(string $packet, string $band): ?array
    {
        $run = $this->database->fetchAssociative(
            'SELECT id, state FROM packet_run WHERE packet_id = :packet AND band_id = :band ORDER BY started_at DESC, id DESC LIMIT 1',
            ['packet' => $packet, 'band' => $band],
        );
        if (false === $run || !\is_string($run['id']) || !\is_string($run['state'])) {
            return null;
        }
        /**
         * @var list<array{number: int, kind: string, name: string, file: string, state: string, reason: string|null,
         *  pages: int|null, isBegun: bool, isThere: bool}> $pieces
         */
        $pieces = $this->database->fetchAllAssociative(
            'SELECT p.number, kind, name, file, state, reason, p.pages, begun_at IS NOT NULL AS "isBegun", f.key IS NOT NULL AS "isThere" FROM packet_piece p LEFT JOIN made_file f ON f.key = p.key AND f.band_id = :band WHERE run_id = :run ORDER BY p.number',
            ['run' => $run['id'], 'band' => $band],
        );

        return ['id' => $run['id'], 'state' => $run['state'], 'pieces' => $pieces];
    }

    /**
     * @return array{plan: array<mixed>, band: string}|null what a worker needs; null for a run that is stopped, or gone
     */
    public function plan(string $run): ?array
    {
        $row = $this->database->fetchAssociative(
            "SELECT plan, band_id FROM packet_run WHERE id = :run AND state = 'making'",
            ['run' => $run],
        );
        $plan = \is_array($row) && \is_string($row['plan']) ? json_decode($row['plan'], true) : null;

        return \is_array($row) && \is_array($plan) && \is_string($row['band_id'])
            ? ['plan' => $plan, 'band' => $row['band_id']]
            : null;
    }

    /** @return array<mixed> the plan of a run, whatever has become of it */
    public function planOf(string $run): array
    {
        $plan = $this->database->fetchOne('SELECT plan FROM packet_run WHERE id = :run', ['run' => $run]);
        $plan = \is_string($plan) ? json_decode($plan, true) : null;

        return \is_array($plan) ? $plan : [];
    }

    /**
     * Whether a piece is still to be made; it is noted that somebody has begun.
     *
     * @return int how many times it has been begun, this one among them; 0 when it is not to be made any more
     */
    public function begin(string $run, int $number): int
    {
        $times = $this->database->fetchOne(
            "UPDATE packet_piece SET begun_at = now(), begun_times = begun_times + 1 WHERE run_id = :run AND number = :number AND state = 'waiting' RETURNING begun_times",
            ['run' => $run, 'number' => $number],
        );

        return \is_int($times) ? $times : 0;
    }

    public function keep(string $run, int $number, string $band, string $key, MadePiece $made): void
    {
        $this->database->transactional(function () use ($run, $number, $band, $key, $made): void {
            $this->database->executeStatement(
                'INSERT INTO made_file (key, band_id, content, pages) VALUES (:key, :band, :content, :pages) ON CONFLICT (band_id, key) DO UPDATE SET used_at = now()',
                ['key' => $key, 'band' => $band, 'content' => $made->content, 'pages' => $made->pages],
                ['content' => ParameterType::LARGE_OBJECT],
            );
            $this->database->executeStatement(
                "UPDATE packet_piece SET state = 'made', pages = :pages, key = :key WHERE run_id = :run AND number = :number AND state = 'waiting'",
                ['run' => $run, 'number' => $number, 'pages' => $made->pages, 'key' => $key],
            );
            $this->goOn($run);
        });
    }

    public function fail(string $run, int $number, string $reason): void
    {
        $this->database->transactional(function () use ($run, $number, $reason): void {
            $this->database->executeStatement(
                "UPDATE packet_piece SET state = 'failed', reason = :reason WHERE run_id = :run AND number = :number AND state = 'waiting'",
                ['run' => $run, 'number' => $number, 'reason' => mb_substr($reason, 0, 2000)],
            );
            $this->goOn($run);
        });
    }

    /** @return list<int> numbers of the pieces that could not be made */
    public function failed(string $run): array
    {
        return array_map(
            static fn (mixed $one): int => \is_int($one) ? $one : 0,
            $this->database->fetchFirstColumn(
                "SELECT number FROM packet_piece WHERE run_id = :run AND state = 'failed' ORDER BY number",
                ['run' => $run],
            ),
        );
    }

    /**
     * What was made. Under its key a file never changes: its bytes come from the copy of the database that is there for
     * reading, if there is one and it has them; whether they are still there is asked of the first.
     */
    public function made(string $run, int $number): ?MadePiece
    {
        $row = $this->database->fetchAssociative(
            "SELECT f.key, f.band_id, f.pages FROM packet_piece p JOIN packet_run r ON r.id = p.run_id JOIN made_file f ON f.key = p.key AND f.band_id = r.band_id WHERE p.run_id = :run AND p.number = :number AND p.state = 'made'",
            ['run' => $run, 'number' => $number],
        );
        if (false === $row || !\is_int($row['pages'])) {
            return null;
        }
        $query = 'SELECT content FROM made_file WHERE key = :key AND band_id = :band';
        $given = ['key' => $row['key'], 'band' => $row['band_id']];
        $content = ($this->copy->row($query, $given)
            ?? $this->database->fetchAssociative($query, $given) ?: [])['content']
            ?? null;
        $content = \is_resource($content) ? stream_get_contents($content) : $content;

        return \is_string($content) ? new MadePiece($content, $row['pages']) : null;
    }

    /** Lets go of files that nobody asks for and of runs whose files they were. */
    public function sweep(): void
    {
        $this->database->executeStatement(
            'DELETE FROM made_file WHERE used_at < now() - make_interval(days => :days)',
            ['days' => self::DAYS],
        );
        $this->database->executeStatement(
            'DELETE FROM made_file f USING (SELECT band_id, key, SUM(length(content)) OVER (ORDER BY used_at DESC, key) AS until FROM made_file) s WHERE f.band_id = s.band_id AND f.key = s.key AND s.until > :most',
            ['most' => self::MOST_BYTES],
        );
        $this->database->executeStatement(
            "DELETE FROM packet_run r WHERE started_at < now() - make_interval(days => :days) OR NOT EXISTS (SELECT 1 FROM packet p WHERE p.id = r.packet_id) AND started_at < now() - INTERVAL '2 days'",
            ['days' => self::DAYS],
        );
    }

    /** Sends the next stage when nothing of this one is waiting any more; ends the run behind the last. */
    private function goOn(string $run): void
    {
        $row = $this->database->fetchAssociative(
            "SELECT stage FROM packet_run WHERE id = :run AND state = 'making' FOR UPDATE",
            ['run' => $run],
        );
        if (false === $row || !\is_int($row['stage'])) {
            return;
        }
        $stage = $row['stage'];
        while (0 === $this->database->fetchOne(
            "SELECT COUNT(*) FROM packet_piece WHERE run_id = :run AND stage = :stage AND state = 'waiting'",
            ['run' => $run, 'stage' => $stage],
        )) {
            if (self::LAST_STAGE === $stage) {
                $this->database->executeStatement(
                    "UPDATE packet_run SET state = 'done', ended_at = now() WHERE id = :run",
                    ['run' => $run],
                );

                return;
            }
            ++$stage;
            $this->database->executeStatement(
                'UPDATE packet_run SET stage = :stage WHERE id = :run',
                ['run' => $run, 'stage' => $stage],
            );
            $this->send($run, $stage);
        }
    }

    private function send(string $run, int $stage): void
    {
        foreach ($this->database->fetchFirstColumn(
            "SELECT number FROM packet_piece WHERE run_id = :run AND stage = :stage AND state = 'waiting' ORDER BY number",
            ['run' => $run, 'stage' => $stage],
        ) as $number) {
            $this->workers->make($run, \is_int($number) ? $number : 0);
        }
    }
}
