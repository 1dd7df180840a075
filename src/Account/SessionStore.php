<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\PdoSessionHandler;

/**
 * Sessions in the database, over the connection that the request has. Without the database everybody is a visitor for
 * that while, and signed in again after it.
 */
final class SessionStore implements \SessionHandlerInterface, \SessionUpdateTimestampHandlerInterface
{
    /** A session that is only read is marked as used in one request of so many: an idle time of weeks needs no more. */
    private const MARKED = 20;

    private ?PdoSessionHandler $kept = null;
    private bool $isAway = false;
    /** Of the cookie. */
    private string $name = '';

    public function __construct(private readonly Connection $database)
    {
    }

    public function open(string $path, string $name): bool
    {
        $this->name = $name;

        return true;
    }

    /** Whether the database did not answer when a session was asked for. */
    public function isAway(): bool
    {
        return $this->isAway;
    }

    public function close(): bool
    {
        return (bool) $this->orElse(true, static fn (PdoSessionHandler $kept): bool => $kept->close());
    }

    public function read(string $id): string
    {
        return (string) $this->orElse('', function (PdoSessionHandler $kept) use ($id): string {
            $kept->open('', $this->name);

            return (string) $kept->read($id);
        });
    }

    public function write(string $id, string $data): bool
    {
        return (bool) $this->orElse(true, static fn (PdoSessionHandler $kept): bool => $kept->write($id, $data));
    }

    public function destroy(string $id): bool
    {
        return (bool) $this->orElse(true, function (PdoSessionHandler $kept) use ($id): bool {
            $kept->open('', $this->name);

            return $kept->destroy($id);
        });
    }

    public function gc(int $max_lifetime): int
    {
        return (int) $this->orElse(0, static fn (PdoSessionHandler $kept): int|false => $kept->gc($max_lifetime));
    }

    public function validateId(string $id): bool
    {
        return (bool) $this->orElse(true, function (PdoSessionHandler $kept) use ($id): bool {
            $kept->open('', $this->name);

            return $kept->validateId($id);
        });
    }

    public function updateTimestamp(string $id, string $data): bool
    {
        return 1 !== random_int(1, self::MARKED)
            || (bool) $this->orElse(
                true,
                static fn (PdoSessionHandler $kept): bool => $kept->updateTimestamp($id, $data),
            );
    }

    /**
     * @template T
     *
     * @param T                                $otherwise
     * @param callable(PdoSessionHandler): (T|bool|int|string) $do
     *
     * @return T|bool|int|string
     */
    private function orElse(mixed $otherwise, callable $do): mixed
    {
        if ($this->isAway) {
            return $otherwise; // what could not be read is not written over, though the database may be back by now
        }
        try {
            $pdo = $this->database->getNativeConnection();
            $this->kept ??= new PdoSessionHandler(
                $pdo instanceof \PDO ? $pdo : throw new \LogicException('Expected PDO.'),
                ['lock_mode' => PdoSessionHandler::LOCK_NONE],
            );

            return $do($this->kept);
        } catch (\PDOException|\Doctrine\DBAL\Exception) {
            $this->isAway = true;

            return $otherwise;
        }
    }
}
