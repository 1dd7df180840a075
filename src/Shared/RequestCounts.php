<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Routing\RouterInterface;

/**
 * How many requests this machine has answered, how, and how long they took: counted from the lines that the web server
 * writes down, which have no names. What was counted is kept, and only what has been written since is read.
 *
 * @phpstan-type Room array{statuses: array<string, int>, within: array<int|string, int>, seconds: float, count: int}
 */
final class RequestCounts
{
    /**
     * Seconds within which requests are counted: a tenth is at once, a whole one is noticed, and after five somebody
     * presses again.
     */
    public const WITHIN = ['0.05', '0.1', '0.25', '0.5', '1', '2.5', '5'];
    /** Bytes that are read at a time, some two hundred thousand requests; the rest the next time. */
    private const MOST = 24_000_000;
    /** What is in no room: a wrong address, which anybody can make up without end. */
    private const OTHER = 'other';

    public function __construct(
        private readonly RouterInterface $router,
        #[Autowire('%kernel.logs_dir%/requests.log')]
        private readonly string $log,
        #[Autowire('%kernel.cache_dir%/request-counts.json')]
        private readonly string $kept,
    ) {
    }

    /** @return array<string, Room> by the room, the first word of the address; statuses by their first digit, "2xx" */
    public function rooms(): array
    {
        $lock = @fopen($this->kept.'.lock', 'c');
        if (false === $lock || !flock($lock, \LOCK_EX)) {
            return [];
        }
        $state = json_decode((string) @file_get_contents($this->kept), true);
        $state = \is_array($state) ? $state : [];
        /** @var array<string, Room> $rooms */
        $rooms = \is_array($state['rooms'] ?? null) ? $state['rooms'] : [];
        [$inode, $offset] = [
            \is_int($state['inode'] ?? null) ? $state['inode'] : 0,
            \is_int($state['offset'] ?? null) ? $state['offset'] : 0,
        ];
        clearstatcache(true, $this->log);
        $now = (int) @fileinode($this->log);
        if ($inode !== $now) {
            // It has been begun anew since: the rest of the one before is counted first.
            clearstatcache(true, $this->log.'.1');
            if (0 !== $inode && @fileinode($this->log.'.1') === $inode) {
                $this->read($this->log.'.1', $offset, $rooms);
            }
            [$inode, $offset] = [$now, 0];
        }
        $offset = $this->read($this->log, $offset, $rooms);
        @file_put_contents($this->kept, json_encode(['inode' => $inode, 'offset' => $offset, 'rooms' => $rooms]));
        fclose($lock);
        ksort($rooms);

        return $rooms;
    }

    /**
     * In short.
     *
     * @return array{count: int, within: string|null,
     *  failed: int} how many; seconds within which ninety-five of a hundred were answered, null when it was more than
     * the longest that is counted; how many met a fault of ours
     */
    public function summary(): array
    {
        $rooms = $this->rooms();
        $count = array_sum(array_column($rooms, 'count'));
        $within = null;
        foreach (array_reverse(self::WITHIN) as $seconds) {
            $within = array_sum(array_map(
                static fn (array $room): int => $room['within'][$seconds] ?? 0,
                $rooms,
            )) >= 0.95 * $count
                ? $seconds
                : $within;
        }

        return [
            'count' => $count,
            'within' => $within,
            'failed' => array_sum(array_map(static fn (array $room): int => $room['statuses']['5xx'] ?? 0, $rooms)),
        ];
    }

    /**
     * In the open text format: a counter by room and status, and a histogram of seconds by room.
     *
     * @return list<string>
     */
    public function lines(): array
    {
        $counts = ['# TYPE swift_reed_requests_total counter'];
        $seconds = ['# TYPE swift_reed_request_seconds histogram'];
        foreach ($this->rooms() as $name => $room) {
            foreach ($room['statuses'] as $status => $count) {
                $counts[] = \sprintf('swift_reed_requests_total{room="%s",status="%s"} %d', $name, $status, $count);
            }
            foreach ($room['within'] as $within => $count) {
                $seconds[] = \sprintf(
                    'swift_reed_request_seconds_bucket{room="%s",le="%s"} %d',
                    $name,
                    $within,
                    $count,
                );
            }
            array_push(
                $seconds,
                \sprintf('swift_reed_request_seconds_bucket{room="%s",le="+Inf"} %d', $name, $room['count']),
                \sprintf('swift_reed_request_seconds_sum{room="%s"} %s', $name, round($room['seconds'], 3)),
                \sprintf('swift_reed_request_seconds_count{room="%s"} %d', $name, $room['count']),
            );
        }

        return 1 === \count($counts) ? [] : [...$counts, ...$seconds];
    }

    /**
     * @param array<string, Room> $rooms
     *
     * @return int the place up to which whole lines were read
     */
    private function read(string $file, int $offset, array &$rooms): int
    {
        $text = (string) @file_get_contents($file, offset: $offset, length: self::MOST);
        $end = strrpos($text, "\n");
        if (false === $end) {
            return $offset;
        }
        $known = $this->known();
        foreach (explode("\n", substr($text, 0, $end)) as $line) {
            $one = json_decode($line, true);
            if (
                !\is_array($one)
                || !\is_string($one['room'] ?? null)
                || !\is_int($one['status'] ?? null)
                || !is_numeric($one['seconds'] ?? null)
            ) {
                continue;
            }
            $name = isset($known[$one['room']]) && 404 !== $one['status'] ? $one['room'] : self::OTHER;
            $took = (float) $one['seconds'];
            $room = $rooms[$name]
                ?? ['statuses' => [], 'within' => array_fill_keys(self::WITHIN, 0), 'seconds' => 0.0, 'count' => 0];
            $status = intdiv($one['status'], 100).'xx';
            $room['statuses'][$status] = ($room['statuses'][$status] ?? 0) + 1;
            foreach (self::WITHIN as $within) {
                $room['within'][$within] += $took <= (float) $within ? 1 : 0;
            }
            $room['seconds'] += $took;
            ++$room['count'];
            $rooms[$name] = $room;
        }

        return $offset + $end + 1;
    }

    /** @return array<string, true> the first words of all addresses that there are */
    private function known(): array
    {
        $known = [];
        foreach ($this->router->getRouteCollection() as $route) {
            $known[explode('/', $route->getPath())[1] ?? ''] = true;
        }
        unset($known['']);

        return $known;
    }
}
