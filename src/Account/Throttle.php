<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Deeds;
use App\Shared\Sweeps;
use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Request;

/**
 * Slows down who tries names and pass phrases. Wrong tries are counted by name and device: on a device from which that
 * person came in before nobody else's tries count, and all devices that are not known count as one stranger. An address
 * alone, which a whole school may share, is answered later and later, and refused only far beyond what a school can do.
 * Each kind of counter has a space of its own.
 */
final class Throttle implements Sweeps
{
    /** Failures of one name that nobody minds: typing a pass phrase is hard. */
    private const FREE = 5;
    /** Seconds to wait after the failure that follows; each one more doubles it. */
    private const FIRST_WAIT = 5;
    /** Longest wait, in seconds: an attack gets about a hundred tries a day. */
    private const LONGEST = 900;
    /** Minutes in which the failures of a name count. */
    private const MEMORY = 60;
    /** Minutes in which the failures of an address count. */
    private const MEMORY_OF_ADDRESS = 10;
    /** Failures of one address in those minutes above which it is refused: no school mistypes so often. */
    private const OF_ADDRESS = 1000;
    /** Failures of one address that are answered at once: a computer room on its first morning. */
    private const FREE_OF_ADDRESS = 100;
    /** Seconds by which the answer comes later just below the limit; in between in proportion. */
    private const SLOWEST = 1.0;
    /** Seconds after which an address that was refused may try again. */
    private const REFUSED = 60;
    /** Days for which it is known that somebody came in from a device. */
    private const KNOWN_DAYS = 400;

    public function __construct(
        private readonly Connection $database,
        private readonly Device $device,
        private readonly Deeds $deeds,
    ) {
    }

    /**
     * How long somebody must wait before the next try under a name, in seconds; 0 when the try may be made. Names that
     * nobody has are slowed down just the same.
     */
    public function wait(string $name, Request $request): int
    {
        [$failures, $passed] = $this->failures($this->counterOf($name, $request), self::MEMORY);
        $over = $failures - self::FREE;
        $wait = $over < 0 ? 0 : max(0, min(self::LONGEST, self::FIRST_WAIT * 2 ** min($over, 12)) - $passed);

        return $wait > 0 || $this->isKnown($name, $request) ? $wait : $this->waitOfAddress($request);
    }

    /** How long an address must wait that tries codes: no name is known there. In seconds. */
    public function waitOfAddress(Request $request): int
    {
        return $this->failures(self::address($request), self::MEMORY_OF_ADDRESS)[0] >= self::OF_ADDRESS
            ? self::REFUSED
            : 0;
    }

    /**
     * A wrong pass phrase. It is counted whatever becomes of the press, and answered later where the address fails
     * often.
     */
    public function failed(string $name, Request $request): void
    {
        $this->count($this->counterOf($name, $request), self::address($request));
        $this->slowDown($request);
    }

    /** A wrong code. */
    public function failedCode(Request $request): void
    {
        $this->count(self::address($request));
        $this->slowDown($request);
    }

    /**
     * Somebody has come in: this device is known for the name from now on, and what was mistyped on it is forgotten.
     */
    public function succeeded(string $name, Request $request): void
    {
        $this->database->delete('failed_try', ['counter' => $this->counterOf($name, $request)]);
        $device = $this->device->know($request);
        $this->database->executeStatement(
            'INSERT INTO known_device (device, name) VALUES (:device, :name) ON CONFLICT (device, name) DO UPDATE SET came_at = now()',
            ['device' => $device, 'name' => self::name($name)],
        );
    }

    /** A new pass phrase was set: whoever was held up under the name may try it. */
    public function forgive(string $name): void
    {
        $this->database->delete('failed_try', ['counter' => self::hash('name', self::name($name), 'stranger')]);
    }

    public function sweep(): void
    {
        $this->database->executeStatement("DELETE FROM failed_try WHERE tried_at < now() - INTERVAL '1 day'");
        $this->database->executeStatement(
            'DELETE FROM known_device WHERE came_at < now() - make_interval(days => :days)',
            ['days' => self::KNOWN_DAYS],
        );
    }

    private function isKnown(string $name, Request $request): bool
    {
        $device = $this->device->of($request);

        return null !== $device && false !== $this->database->fetchOne(
            'SELECT 1 FROM known_device WHERE device = :device AND name = :name',
            ['device' => $device, 'name' => self::name($name)],
        );
    }

    /**
     * A device that is known for another name is a stranger here: whoever has a way in of his own has no more tries
     * than others.
     */
    private function counterOf(string $name, Request $request): string
    {
        $device = $this->isKnown($name, $request) ? (string) $this->device->of($request) : 'stranger';

        return self::hash('name', self::name($name), $device);
    }

    private function count(string ...$counters): void
    {
        $this->deeds->always(function () use ($counters): void {
            foreach ($counters as $counter) {
                $this->database->insert('failed_try', ['counter' => $counter]);
            }
        });
    }

    private function slowDown(Request $request): void
    {
        $over = $this->failures(self::address($request), self::MEMORY_OF_ADDRESS)[0] - self::FREE_OF_ADDRESS;
        $share = max(0.0, min(1.0, $over / (self::OF_ADDRESS - self::FREE_OF_ADDRESS)));
        usleep((int) (1_000_000 * self::SLOWEST * $share));
    }

    /** @return array{int, int} how many failures, and how many seconds have passed since the last of them */
    private function failures(string $counter, int $minutes): array
    {
        /** @var array{failures: int|string, passed: int|string|null} $of */
        $of = $this->database->fetchAssociative(
            'SELECT COUNT(*) AS failures, FLOOR(EXTRACT(EPOCH FROM now() - MAX(tried_at))) AS passed FROM failed_try
             WHERE counter = :counter AND tried_at > now() - make_interval(mins => :minutes)',
            ['counter' => $counter, 'minutes' => $minutes],
        );

        return [(int) $of['failures'], (int) $of['passed']];
    }

    private static function address(Request $request): string
    {
        return self::hash('address', (string) $request->getClientIp());
    }

    private static function name(string $name): string
    {
        return hash('sha256', mb_strtolower($name));
    }

    private static function hash(string ...$of): string
    {
        return hash('sha256', implode("\0", $of));
    }
}
