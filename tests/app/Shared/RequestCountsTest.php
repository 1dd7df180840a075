<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Shared\RequestCounts;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * Requests are counted from the lines of the web server: each once, whatever is read when, over the night in which the
 * file is begun anew, and whatever stands in it.
 */
final class RequestCountsTest extends KernelTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/counts-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob($this->folder.'/*') ?: []);
        rmdir($this->folder);
        parent::tearDown();
    }

    public function testEachIsCountedOnceWheneverItIsRead(): void
    {
        $this->write([['desk', 200, 0.04], ['desk', 200, 0.3], ['record', 503, 7.0]]);
        self::assertSame(['count' => 3, 'within' => null, 'failed' => 1], $this->counts()->summary());
        self::assertSame(3, $this->counts()->summary()['count'], 'what was counted is not counted again');
        file_put_contents($this->folder.'/requests.log', '{"at":"x","room":"desk","status":200,"sec', \FILE_APPEND);
        self::assertSame(3, $this->counts()->summary()['count'], 'a line is counted when it is whole');
        file_put_contents($this->folder.'/requests.log', 'onds":0.1,"bytes":1}'."\n", \FILE_APPEND);
        self::assertSame(4, $this->counts()->summary()['count']);
        // The night: what nobody has read yet of the old file is counted too.
        $this->write([['stand', 200, 0.2]]);
        rename($this->folder.'/requests.log', $this->folder.'/requests.log.1');
        $this->write([['stand', 200, 0.2], ['stand', 302, 0.02]]);
        $rooms = $this->counts()->rooms();
        self::assertSame(
            ['desk' => 3, 'record' => 1, 'stand' => 3],
            array_map(static fn (array $room): int => $room['count'], $rooms),
        );
        self::assertSame(['2xx' => 2, '3xx' => 1], $rooms['stand']['statuses']);
        self::assertSame(
            [1, 1, 3, 3, 3, 3, 3],
            array_values($rooms['stand']['within']),
            'each within includes those before it',
        );
        self::assertEqualsWithDelta(0.42, $rooms['stand']['seconds'], 1e-9);
    }

    /** @return iterable<string, array{string}> */
    public static function noise(): iterable
    {
        yield 'nothing' => [''];
        yield 'no line of ours' => ["hello\n"];
        yield 'another shape' => ['{"room":["desk"],"status":"200","seconds":null}'."\n"];
        yield 'rooms that somebody makes up' => [implode(
            '',
            array_map(
                static fn (int $k): string => '{"room":"made-up-'.$k.'","status":200,"seconds":0.1}'."\n",
                range(1, 500),
            ),
        )];
        yield 'an end of the world' => ['{"room":"a\"} 1\nb","status":200,"seconds":0.1}'."\n"];
    }

    #[DataProvider('noise')]
    public function testWhateverStandsInTheFileTheTextStaysReadable(string $text): void
    {
        file_put_contents($this->folder.'/requests.log', $text.'{"room":"desk","status":200,"seconds":0.1}'."\n");
        $lines = $this->counts()->lines();
        self::assertContains('swift_reed_requests_total{room="desk",status="2xx"} 1', $lines);
        self::assertLessThan(40, \count($lines));
        foreach ($lines as $line) {
            self::assertMatchesRegularExpression(
                '/^(# TYPE swift_reed_\w+ \w+|swift_reed_\w+\{room="[a-z-]+"(,(le|status)="[\w.+]+")?\} [\d.]+)$/',
                $line,
            );
        }
    }

    public function testAWrongAddressIsInNoRoom(): void
    {
        $this->write([['desk', 404, 0.1], ['desk', 200, 0.1], ['nowhere', 404, 0.1]]);
        self::assertSame(
            ['desk' => 1, 'other' => 2],
            array_map(static fn (array $room): int => $room['count'], $this->counts()->rooms()),
        );
    }

    public function testWithoutAFileThereIsNothing(): void
    {
        self::assertSame([], $this->counts()->lines());
        self::assertSame(0, $this->counts()->summary()['count']);
    }

    private function counts(): RequestCounts
    {
        return new RequestCounts(
            self::getContainer()->get('router'),
            $this->folder.'/requests.log',
            $this->folder.'/kept.json',
        );
    }

    /** @param list<array{string, int, float}> $requests */
    private function write(array $requests): void
    {
        foreach ($requests as [$room, $status, $seconds]) {
            file_put_contents(
                $this->folder.'/requests.log',
                json_encode([
                    'at' => '2026-11-26T20:00:00+00:00', 'room' => $room, 'method' => 'GET', 'status' => $status,
                    'seconds' => $seconds, 'bytes' => 10,
                ])."\n",
                \FILE_APPEND,
            );
        }
    }
}
