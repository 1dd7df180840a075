<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Account\Account;
use App\Engraving\Engraver;
use App\Engraving\EngravingError;
use App\Engraving\KeptFiles;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\Svg;
use App\Shared\Budgets;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\HttpClient\MockHttpClient;
use Symfony\Component\HttpClient\Response\MockResponse;
use Symfony\Component\HttpFoundation\Request;

/**
 * When the database or the engraver is down, the rest goes on and nothing typed is lost.
 */
final class OutagesTest extends WebTestCase
{
    public function testWithoutADatabaseTheDeskWorksAndSavingKeepsWhatWasTyped(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15';
        try {
            $browser = self::createClient();
            $browser->request(
                'GET',
                '/desk',
                ['line' => 'concert D', 'study' => '0193a1f0-0000-7000-8000-000000000000'],
            );
            self::assertResponseIsSuccessful();
            $page = $browser->request(
                'POST',
                '/folder',
                ['name' => 'Keep me', 'line' => 'concert D major'],
                [],
                ['HTTP_ORIGIN' => 'http://localhost'],
            );
            self::assertResponseStatusCodeSame(503);
            self::assertStringContainsString('database does not answer', $page->text());
            self::assertSame('concert D major', $page->filter('input[name=line]')->attr('value'));
            self::assertSame('Keep me', $page->filter('input[name=name]')->attr('value'));
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
        }
    }

    /**
     * A proxy that has another machine is told to ask it, and one that has not gets the page as well as it can be made.
     */
    public function testAProxyIsSentToAnotherMachineThatMayReachTheDatabase(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15';
        try {
            foreach ([
                [['HTTP_X_ANOTHER_MACHINE' => 'yes'], '127.0.0.1', 503],
                [['HTTP_X_ANOTHER_MACHINE' => 'yes'], '', 200],
                [[], '127.0.0.1', 200],
            ] as [$headers, $trusted, $status]) {
                $_SERVER['TRUSTED_PROXIES'] = $_ENV['TRUSTED_PROXIES'] = $trusted;
                self::ensureKernelShutdown();
                Request::setTrustedProxies([], Request::HEADER_X_FORWARDED_FOR); // it is kept from one kernel to the next
                $browser = self::createClient();
                $browser->loginUser(new Account('Robin Ashe', true), 'main');
                $browser->request('GET', '/desk', ['line' => 'concert D'], [], $headers);
                self::assertResponseStatusCodeSame($status, $trusted);
            }
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
            $_SERVER['TRUSTED_PROXIES'] = $_ENV['TRUSTED_PROXIES'] = '';
            Request::setTrustedProxies([], Request::HEADER_X_FORWARDED_FOR);
        }
    }

    /**
     * A cable is out: what is sent goes nowhere, and nobody refuses. One request waits two seconds, those after it go
     * on at once.
     */
    public function testADatabaseThatSaysNothingIsWaitedForOnce(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        // It listens and never answers, as far as anybody can tell from outside.
        $mute = stream_socket_server('tcp://127.0.0.1:0');
        self::assertIsResource($mute);
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@'.stream_socket_get_name(
            $mute,
            false,
        ).'/none?serverVersion=15';
        try {
            $browser = self::createClient();
            $browser->disableReboot();
            $browser->request('GET', '/health');
            self::assertResponseStatusCodeSame(503);
            $asked = 0;
            while (false !== @stream_socket_accept($mute, 0)) {
                ++$asked;
            }
            self::assertSame(1, $asked, 'one connection was tried, not two');
            foreach (['/health', '/desk?line=concert%20D', '/health'] as $address) {
                $browser->request('GET', $address);
            }
            self::assertFalse(@stream_socket_accept($mute, 0), 'and none by those after it');
            $browser->request('GET', '/desk', ['line' => 'concert D']);
            self::assertResponseIsSuccessful();
            $silent = self::getContainer()->getParameter('kernel.cache_dir').'/database-silent';
            touch($silent, time() - 4);
            $browser->request('GET', '/health');
            self::assertNotFalse(@stream_socket_accept($mute, 0), 'after some seconds it is asked again');
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
            // Whatever folder is this user's: the tests after this one ask the database at once.
            array_map(unlink(...), (array) glob(\dirname(__DIR__, 3).'/var/cache/test*/database-silent'));
            fclose($mute);
        }
    }

    public function testWhoMayBeSignedInIsToldAndNothingIsPrintedWithoutHisPins(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15';
        try {
            $browser = self::createClient();
            $browser->loginUser(new Account('Robin Ashe', true), 'main');
            $page = $browser->request('GET', '/desk', ['line' => 'concert D']);
            self::assertResponseIsSuccessful();
            self::assertStringContainsString('database does not answer', $page->filter('.away-banner')->text());
            self::assertSame(
                [],
                $browser->getResponse()->headers->getCookies(),
                'the cookie stays, for when the database is back',
            );
            foreach ([
                '/desk/part.pdf?line=concert%20D',
                '/desk/hand-out?line=concert%20D&format=mid',
                '/sheets/sheet.txt?lines=concert%20D',
            ] as $address) {
                $browser->loginUser(new Account('Robin Ashe', true), 'main');
                $browser->request('GET', $address);
                self::assertResponseStatusCodeSame(503, $address);
                self::assertStringContainsString(
                    'Nothing is printed without them',
                    $browser->getCrawler()->filter('[role=alert].sentence')->text(),
                );
            }
            // Whoever never came in prints as ever.
            $browser->getCookieJar()->clear();
            $browser->request('GET', '/desk/part.txt', ['line' => 'concert D']);
            self::assertResponseIsSuccessful();
            self::assertSame(
                503,
                $browser->request('GET', '/health')->count() >= 0 ? $browser->getResponse()->getStatusCode() : 0,
            );
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
        }
    }

    public function testWhatIsKeptOfEngravingsStaysWithinBounds(): void
    {
        $folder = sys_get_temp_dir().'/swift-reed-'.bin2hex(random_bytes(5));
        mkdir($folder.'/engravings/ab', 0o755, true);
        mkdir($folder.'/pdf/dead', 0o755, true);
        mkdir($folder.'/pdf/alive');
        mkdir($folder.'/pdf/fonts');
        touch($folder.'/pdf/dead', time() - 7200);
        touch($folder.'/pdf/fonts', time() - 7200);
        foreach (range(1, 10) as $age) {
            file_put_contents($folder.'/engravings/ab/'.$age.'.json', str_repeat('x', 1000));
            touch($folder.'/engravings/ab/'.$age.'.json', time() - 86400 * 10 * $age);
        }
        $kept = new KeptFiles($folder.'/engravings', $folder.'/pdf');
        $kept->sweep();
        self::assertFileDoesNotExist($folder.'/engravings/ab/10.json', 'older than three months');
        self::assertFileExists($folder.'/engravings/ab/8.json');
        $kept->sweep(3000);
        self::assertSame(
            ['1.json', '2.json', '3.json'],
            array_map(basename(...), (array) glob($folder.'/engravings/ab/*')),
            'the newest stay',
        );
        self::assertSame(
            ['alive', 'fonts'],
            array_map(basename(...), (array) glob($folder.'/pdf/*')),
            'folders that a fallen program left are gone',
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function folders(): iterable
    {
        yield 'a disk without room' => ['/proc/full', 'no room on the disk'];
        yield 'a folder of another program' => [__FILE__.'/pdf', 'The disk is not full'];
    }

    /** A full disk and a folder that is somebody else's are two things. */
    #[DataProvider('folders')]
    public function testWhyAFileWasNotWrittenIsSaid(string $folder, string $says): void
    {
        $full = new PdfMaker(\dirname(__DIR__, 3), $folder);
        $this->expectException(EngravingError::class);
        $this->expectExceptionMessage($says);
        $full->pdf([Svg::page(Paper::A4, '')]);
    }

    public function testWhenTheServiceIsDownTheEngraverRunsOnce(): void
    {
        $root = \dirname(__DIR__, 3);
        $budgets = self::getContainer()->get(Budgets::class);
        \assert($budgets instanceof Budgets);
        $folder = sys_get_temp_dir().'/swift-reed-'.bin2hex(random_bytes(5));
        $score = (string) file_get_contents(__DIR__.'/one-note.musicxml');
        $down = new Engraver(
            new MockHttpClient(new MockResponse('', ['error' => 'refused'])),
            1,
            '',
            $root,
            $folder,
            $budgets,
        );
        $engraving = $down->engrave($score, 8000);
        self::assertCount(1, $engraving->systems);
        self::assertArrayHasKey(0, $engraving->systems[0]->heads);

        // What was engraved once is kept: no service, no program, the same page.
        $kept = new Engraver(
            new MockHttpClient(new MockResponse('', ['error' => 'refused'])),
            1,
            '',
            '/nowhere',
            $folder,
            $budgets,
        );
        self::assertEquals($engraving, $kept->engrave($score, 8000));
    }
}
