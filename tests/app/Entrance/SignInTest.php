<?php

declare(strict_types=1);

namespace App\Tests\Entrance;

use App\Account\AccountRepository;
use App\Account\Codes;
use App\Account\Mailbox;
use App\Account\Phrases;
use App\Account\Throttle;
use App\Shared\Deeds;
use App\Tests\Shared\Visits;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\HttpFoundation\Request;

/**
 * Coming in and going out: codes, pass phrases, slowing down, sessions.
 */
final class SignInTest extends WebTestCase
{
    use Visits;

    private const PHRASE = 'seven boats under grey hills';

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
        self::emptied();
    }

    private function try(string $name, string $phrase): int
    {
        $this->browser->request(
            'POST',
            '/sign-in',
            ['name' => $name, 'phrase' => $phrase],
            [],
            ['HTTP_HOST' => 'localhost'],
        );

        return $this->browser->getResponse()->getStatusCode();
    }

    public function testNameAndPhraseLetInToWhereOneWasGoing(): void
    {
        self::director();
        $this->browser->request('GET', '/folder?q=warm');
        self::assertResponseRedirects('/sign-in?back=/folder?q%3Dwarm');
        $page = $this->browser->followRedirect();
        $this->browser->submit($page->filter('.door')->form(['name' => ' ROBIN  ashe ', 'phrase' => self::PHRASE]));
        self::assertResponseRedirects('/folder?q=warm', 303);
        self::assertStringStartsWith('Robin Ashe', $this->browser->followRedirect()->filter('.own-link')->text());
        self::assertSame('came in', self::database()->fetchOne('SELECT what FROM audit ORDER BY id DESC LIMIT 1'));
        self::assertStringContainsString(
            'no-store',
            (string) $this->browser->getResponse()->headers->get('Cache-Control'),
        );
    }

    /** @return iterable<array{string}> */
    public static function elsewhere(): iterable
    {
        yield from array_map(
            static fn (string $one): array => [$one],
            [
                'https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example', '\\\\elsewhere.example',
                "/\telsewhere", 'javascript:alert(1)', '', "/desk\r\nSet-Cookie: x=y",
            ],
        );
    }

    #[DataProvider('elsewhere')]
    public function testNobodyIsSentElsewhere(string $back): void
    {
        self::director();
        $this->browser->request(
            'POST',
            '/sign-in',
            ['name' => 'Robin Ashe', 'phrase' => self::PHRASE, 'back' => $back],
        );
        self::assertResponseRedirects('/desk', 303);
    }

    public function testAnAnswerDoesNotTellWhetherANameExists(): void
    {
        self::director();
        $answers = [];
        foreach (['Robin Ashe', 'Nobody Here'] as $name) {
            self::assertSame(401, $this->try($name, 'not this one at all'));
            $answers[] = preg_replace(
                '/name="_press" value="[^"]*"/',
                '',
                strtr((string) $this->browser->getResponse()->getContent(), [$name => 'NAME']),
            );
        }
        self::assertSame($answers[0], $answers[1]);
        // And it takes as long: a phrase is compared in both cases.
        $phrases = self::getContainer()->get(Phrases::class);
        self::assertFalse($phrases->fits(null, self::PHRASE));
    }

    public function testTriesAreSlowedDownByNameWhoeverHasIt(): void
    {
        self::director();
        foreach (['Robin Ashe', 'Nobody Here'] as $name) {
            for ($i = 0; $i < 5; ++$i) {
                self::assertSame(401, $this->try($name, 'wrong phrase '.$i), 'typing is hard: the first five are free');
            }
            self::assertSame(429, $this->try($name, self::PHRASE), 'then even the right one has to wait');
            self::assertMatchesRegularExpression(
                '/wait \d+ seconds/',
                $this->browser->getCrawler()->filter('[role=alert]')->text(),
            );
        }
        self::director('Somebody Else', 'Other band');
        self::assertSame(303, $this->try('Somebody Else', self::PHRASE), 'others at the same address come in as ever');
        $throttle = self::getContainer()->get(Throttle::class);
        $from = Request::create('/sign-in', server: ['REMOTE_ADDR' => '10.0.0.9']);
        $waits = [];
        for ($i = 0; $i < 12; ++$i) {
            self::failed('Robin Ashe', $from);
            $waits[] = $throttle->wait('robin ashe', $from);
        }
        $rising = $waits;
        sort($rising);
        self::assertSame($rising, $waits, 'each failure makes the wait longer');
        self::assertSame(900, max($waits), 'a quarter of an hour is the longest');
        // Time heals; so does a code from the director.
        self::database()->executeStatement("UPDATE failed_try SET tried_at = tried_at - INTERVAL '16 minutes'");
        self::assertSame(0, $throttle->wait('Robin Ashe', $from));
        self::failed('Robin Ashe', $from);
        $throttle->forgive('ROBIN ASHE');
        self::assertSame(0, $throttle->wait('Robin Ashe', $from));
    }

    /** A failed try, as a press of somebody who is refused counts it. */
    private static function failed(string $name, Request $from): void
    {
        self::getContainer()->get(Throttle::class)->failed($name, $from);
        $deeds = self::getContainer()->get(Deeds::class);
        (new \ReflectionMethod($deeds, 'takeBack'))->invoke($deeds, self::database()->getTransactionNestingLevel());
    }

    public function testStrangersHoldUpNobodyOnTheDeviceFromWhichOneCameIn(): void
    {
        self::director();
        self::director('Wren Holt', 'Other band');
        self::assertSame(303, $this->try('Robin Ashe', self::PHRASE));
        $known = $this->browser->getCookieJar()->get('reed_device');
        self::assertNotNull($known, 'the device is known from the first time on');
        self::assertTrue($known->isHttpOnly());
        $this->browser->getCookieJar()->clear();
        for ($i = 0; $i < 6; ++$i) {
            $this->try('Robin Ashe', 'a stranger tries '.$i);
        }
        self::assertSame(
            429,
            $this->try('Robin Ashe', self::PHRASE),
            'a device that is not known is one of the strangers',
        );
        $this->browser->getCookieJar()->set($known);
        self::assertSame(401, $this->try('Robin Ashe', 'mistyped on the own device'));
        self::assertSame(303, $this->try('ROBIN ashe', self::PHRASE), 'the own device is not held up by them');
        // Whoever has a way in of his own has no more tries under another name than strangers have, and a made-up
        // cookie is none.
        $this->on($known);
        for ($i = 0; $i < 6; ++$i) {
            $this->try('Wren Holt', 'another pupil tries '.$i);
        }
        self::assertSame(429, $this->try('Wren Holt', self::PHRASE));
        $this->on(new Cookie('reed_device', strrev($known->getValue())));
        self::assertSame(429, $this->try('Robin Ashe', self::PHRASE));
        // Out again: the device stays known.
        $this->on($known);
        self::assertSame(303, $this->try('Robin Ashe', self::PHRASE));
        $this->post('/sign-out');
        self::assertNotNull($this->browser->getCookieJar()->get('reed_device'));
    }

    /** Nobody is signed in, on this device. */
    private function on(Cookie $device): void
    {
        $this->browser->getCookieJar()->clear();
        $this->browser->getCookieJar()->set($device);
    }

    public function testAWholeSchoolComesInFromOneAddressAndCountersShareNoSpace(): void
    {
        $throttle = self::getContainer()->get(Throttle::class);
        $from = Request::create('/sign-in', server: ['REMOTE_ADDR' => '10.0.0.7']);
        $count = static fn (int $count): int => (int) self::database()->executeStatement(
            'INSERT INTO failed_try (counter) SELECT :counter FROM generate_series(1, :count)',
            ['counter' => hash('sha256', "address\x0010.0.0.7"), 'count' => $count],
        );
        $count(999);
        self::assertSame(
            0,
            $throttle->wait('somebody new', $from),
            'a thousand players in ten minutes are never refused',
        );
        self::assertSame(0, $throttle->waitOfAddress($from));
        $count(1);
        self::assertGreaterThan(0, $throttle->wait('somebody new', $from));
        self::assertGreaterThan(0, $throttle->waitOfAddress($from));
        self::assertSame(
            0,
            $throttle->wait('somebody new', Request::create('/', server: ['REMOTE_ADDR' => '10.0.0.8'])),
        );
        // Wrong tries under names that look like counters count for those names alone.
        self::emptied();
        foreach (['code from 127.0.0.1', 'link', '10.0.0.7', 'stranger', "robin\x00stranger"] as $name) {
            for ($i = 0; $i < 8; ++$i) {
                self::failed($name, $from);
            }
        }
        self::assertSame(0, $throttle->waitOfAddress($from));
        self::assertSame(0, $throttle->wait('robin', $from));
        // Made-up links are not counted at all: nobody guesses 256 bits.
        $before = self::database()->fetchOne('SELECT COUNT(*) FROM failed_try');
        for ($i = 0; $i < 20; ++$i) {
            $this->browser->request('POST', '/p/'.str_repeat('x', 30).$i);
            self::assertResponseStatusCodeSame(404);
        }
        self::assertSame($before, self::database()->fetchOne('SELECT COUNT(*) FROM failed_try'));
    }

    /** @return iterable<array{string, string, bool}> */
    public static function phrases(): iterable
    {
        yield ['four lanterns', 'Robin', true];
        yield ['short phrase', 'Robin', true];
        yield ['too short', 'Robin', false];
        yield ['éèàùâêîôûëïü', 'Robin', true];
        yield ['passwordpassword', 'Robin', false];
        yield ['Pass Word Pass Word 1', 'Robin', false];
        yield ['Every Good Boy Deserves!', 'Robin', false];
        yield ['saxophone12345', 'Robin', false];
        yield ['aaaaaaaaaaaaaaaa', 'Robin', false];
        yield ['ababababababab', 'Robin', false];
        yield ['robinashe2026', 'Robin Ashe', false];
        yield ['robin ashe and the forty lanterns', 'Robin Ashe', true];
        yield [str_repeat('lantern boat ', 16), 'Robin', false];
    }

    #[DataProvider('phrases')]
    public function testPassPhrases(string $phrase, string $name, bool $will): void
    {
        $problem = self::getContainer()->get(Phrases::class)->problem($phrase, $name);
        self::assertSame($will, null === $problem, (string) $problem);
        if (!$will) {
            self::assertStringContainsString('expected', (string) $problem);
        }
    }

    public function testTheFirstCodeMakesTheKeeperOnceAndTakesOverWhatWasKept(): void
    {
        self::database()->executeStatement(
            "INSERT INTO own_pattern (id, name, cell) VALUES ('018f0000-0000-7000-8000-000000000001', 'From before', '1 3 2 1')",
        );
        $codes = self::getContainer()->get(Codes::class);
        $old = $codes->make(Codes::FIRST, 1);
        $code = $codes->make(Codes::FIRST, 1);
        self::assertNull($codes->read($old), 'a new first code ends the one before');
        $fields = [
            'code' => strtoupper(strtr($code, ['-' => ' '])),
            'name' => 'Robin Ashe',
            'phrase' => self::PHRASE,
            'band' => 'Evening band',
        ];
        foreach ([['phrase' => 'short'] + $fields, ['name' => ''] + $fields, ['band' => ''] + $fields] as $wrong) {
            $this->browser->request('POST', '/code', $wrong);
            self::assertResponseStatusCodeSame(422);
            self::assertNotNull($codes->read($code), 'a mistake does not use the code up');
        }
        $this->browser->request('POST', '/code', $fields);
        self::assertResponseRedirects('/band', 303);
        $account = self::getContainer()->get(AccountRepository::class)->named('robin ashe');
        self::assertTrue($account?->isKeeper());
        self::assertStringContainsString('From before', $this->browser->request('GET', '/patterns')->text());
        $this->post('/account/director-code');
        $second = trim($this->browser->getCrawler()->filter('.once code')->text());
        // Another browser, another director, and nothing of the first.
        $this->browser->getCookieJar()->clear();
        $this->browser->request(
            'POST',
            '/code',
            ['code' => $code, 'name' => 'Mallory', 'phrase' => self::PHRASE, 'band' => 'X'],
        );
        self::assertResponseStatusCodeSame(422);
        $this->browser->request(
            'POST',
            '/code',
            ['code' => $second, 'name' => 'Wren Holt', 'phrase' => self::PHRASE, 'band' => 'Morning band'],
        );
        self::assertResponseRedirects('/band', 303);
        self::assertStringNotContainsString('From before', $this->browser->request('GET', '/patterns')->text());
        self::assertFalse(self::getContainer()->get(AccountRepository::class)->named('Wren Holt')?->isKeeper());
    }

    public function testACodeOfTheMachineSetsALostPhraseAndEndsOldSessions(): void
    {
        $band = self::director();
        $this->browser->loginUser($band->getOwner(), 'main');
        self::assertStringContainsString('Evening band', $this->browser->request('GET', '/band')->text());
        $tester = new CommandTester((new Application(self::getContainer()->get('kernel')))->find('account:code'));
        self::assertSame(1, $tester->execute(['name' => 'Nobody']));
        self::assertSame(0, $tester->execute(['name' => 'ROBIN ASHE']));
        $code = trim($tester->getDisplay());
        $session = clone $this->browser->getCookieJar();
        $this->browser->getCookieJar()->clear();
        $this->browser->request('POST', '/code', ['code' => $code, 'phrase' => 'nine candles on a frozen lake']);
        self::assertResponseRedirects('/band', 303);
        $this->browser->getCookieJar()->clear();
        self::assertSame(401, $this->try('Robin Ashe', self::PHRASE));
        foreach ($session->all() as $cookie) {
            $this->browser->getCookieJar()->set($cookie);
        }
        $this->browser->request('GET', '/band');
        self::assertResponseRedirects('/sign-in?back=/band', message: 'who was signed in with the lost phrase is out');
    }

    public function testCodesThatAreTriedAreSlowedDownAndOldOnesAreNoGood(): void
    {
        self::director();
        $codes = self::getContainer()->get(Codes::class);
        $code = $codes->make(Codes::DIRECTOR, 1);
        self::database()->executeStatement("UPDATE one_time_code SET ends_at = now() - INTERVAL '1 second'");
        self::assertNull($codes->read($code));
        self::assertFalse($codes->take($code));
        for ($i = 0; $i < 12; ++$i) {
            $this->browser->request('POST', '/code', ['code' => 'abcde-fghjk-mnpqr-stuv'.$i]);
            self::assertResponseStatusCodeSame(422);
        }
        $this->browser->request('POST', '/code', ['code' => $codes->make(Codes::DIRECTOR, 1)]);
        self::assertResponseRedirects(message: 'who mistypes holds up nobody else at the same address');
        self::database()->executeStatement(
            'INSERT INTO failed_try (counter) SELECT counter FROM failed_try CROSS JOIN generate_series(1, 100)',
        );
        $this->browser->request('POST', '/code', ['code' => $codes->make(Codes::DIRECTOR, 1)]);
        self::assertResponseStatusCodeSame(429);
    }

    public function testSignOutEverywhereAndANewPhrase(): void
    {
        $band = self::director();
        $this->browser->loginUser($band->getOwner(), 'main');
        $this->post('/account/phrase', ['old' => 'not this', 'phrase' => 'nine candles on a frozen lake']);
        self::assertResponseStatusCodeSame(422);
        $this->post('/account/phrase', ['old' => self::PHRASE, 'phrase' => 'nine candles on a frozen lake']);
        self::assertResponseRedirects('/account?done=phrase', 303);
        $this->post('/account/sign-out-everywhere');
        $this->browser->request('GET', '/band');
        self::assertResponseRedirects('/sign-in?back=/band');
        self::assertSame(401, $this->try('Robin Ashe', self::PHRASE));
        self::assertSame(303, $this->try('Robin Ashe', 'nine candles on a frozen lake'));
    }

    public function testTheDemonstrationIsEnteredByOnePressFromThisMachineOnly(): void
    {
        (new CommandTester((new Application(self::getContainer()->get('kernel')))->find('demo:load')))->execute([
            '--if-empty' => true,
        ]);
        self::assertCount(1, $this->browser->request('GET', '/sign-in')->filter('.demo-door'));
        $this->browser->request('POST', '/sign-in/demo', ['as' => 'player']);
        self::assertResponseRedirects('/mine', 303);
        $this->browser->getCookieJar()->clear();
        $this->browser->request(
            'POST',
            '/sign-in/demo',
            [],
            [],
            ['HTTP_HOST' => 'band.test', 'HTTP_ORIGIN' => 'http://band.test'],
        );
        self::assertNotSame(303, $this->browser->getResponse()->getStatusCode());
        $this->browser->request(
            'POST',
            '/sign-in/demo',
            [],
            [],
            ['REMOTE_ADDR' => '10.0.0.9', 'HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertNotSame(
            303,
            $this->browser->getResponse()->getStatusCode(),
            'who writes the name of this machine does not sit at it',
        );
        self::assertSame(
            303,
            $this->try('Rowan Alder', 'four lanterns over cold water'),
            'the printed pass phrase is right',
        );
        self::assertStringContainsString(
            'Demonstration',
            $this->browser->request('GET', '/desk', server: ['HTTP_HOST' => 'localhost'])
                ->filter('.demo-banner')
                ->text(),
        );
        // It ships nothing real over what is in use.
        $before = self::database()->fetchAllAssociative('SELECT id FROM account');
        (new CommandTester((new Application(self::getContainer()->get('kernel')))->find('demo:load')))->execute([
            '--if-empty' => true,
        ]);
        self::assertSame($before, self::database()->fetchAllAssociative('SELECT id FROM account'));
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function openings(): iterable
    {
        yield 'an address' => [['PUBLIC_URL' => 'https://band.example.org']];
        yield 'a proxy' => [['TRUSTED_PROXIES' => '127.0.0.1']];
        yield 'a certificate' => [['TLS_CERT' => '/etc/ssl/band.pem']];
        yield 'another name' => [['ALLOWED_HOSTS' => 'band.school.example']];
        yield 'another address of the machine' => [['LISTEN' => '10.0.0.5']];
        yield 'all addresses' => [['LISTEN' => '0.0.0.0']];
    }

    /** @param array<string, string> $opened */
    #[DataProvider('openings')]
    public function testOpenToASchoolNobodyOfTheDemonstrationComesInWhateverTheDatabaseHolds(array $opened): void
    {
        (new CommandTester((new Application(self::getContainer()->get('kernel')))->find('demo:load')))->execute([
            '--if-empty' => true,
        ]);
        // Somebody was in, as director and as player, before it was opened; codes lie about.
        self::assertSame(303, $this->try('Rowan Alder', 'four lanterns over cold water'));
        $director = $this->browser->getCookieJar()->all();
        $id = self::database()->fetchOne("SELECT id FROM player WHERE name = 'Petra'");
        $link = (string) parse_url(
            trim($this->post('/band/players/'.$id.'/link')->filter('.once code')->text()),
            \PHP_URL_PATH,
        );
        $account = self::getContainer()->get(AccountRepository::class)->demo();
        self::assertNotNull($account);
        $code = self::getContainer()->get(Codes::class)->make(Codes::RESET, 1, $account);
        $this->browser->getCookieJar()->clear();
        $this->browser->request('POST', $link);
        self::assertResponseRedirects('/mine');
        $player = $this->browser->getCookieJar()->all();
        $this->opened($opened);
        try {
            self::assertSame(401, $this->try('Rowan Alder', 'four lanterns over cold water'));
            $this->browser->request('POST', '/sign-in/demo', ['as' => 'director']);
            self::assertResponseStatusCodeSame(404);
            $this->browser->request('POST', '/sign-in/demo', ['as' => 'player']);
            self::assertResponseStatusCodeSame(404);
            self::assertCount(0, $this->browser->request('GET', '/sign-in')->filter('.demo-door'));
            $this->browser->request('POST', $link);
            self::assertResponseStatusCodeSame(404);
            $this->browser->request('POST', '/code', ['code' => $code, 'phrase' => 'nine candles on a frozen lake']);
            self::assertResponseStatusCodeSame(422);
            foreach ([
                [$director, '/band'],
                [$player, '/mine'],
                [$player, '/today'],
                [$director, '/record'],
            ] as [$cookies, $path]) {
                $this->browser->getCookieJar()->clear();
                array_map($this->browser->getCookieJar()->set(...), $cookies);
                $this->browser->request('GET', $path);
                self::assertResponseRedirects('/sign-in?back='.$path, message: 'a session of before is none');
            }
            self::assertFalse(
                self::getContainer()->get(AccountRepository::class)->hasKeeper(),
                'so that the first code is printed',
            );
        } finally {
            $this->opened(array_map(static fn (): string => '', $opened));
        }
    }

    /** @param array<string, string> $environment for the next kernel */
    private function opened(array $environment): void
    {
        foreach ($environment as $name => $value) {
            $_SERVER[$name] = $_ENV[$name] = $value;
        }
        self::ensureKernelShutdown();
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
    }

    public function testLettersLieInTheMailboxOfWhomTheyAreFor(): void
    {
        $mailbox = self::getContainer()->get(Mailbox::class);
        $robin = self::director()->getOwner();
        $wren = self::director('Wren Holt', 'Other')->getOwner();
        $mailbox->write($robin, 'The end of a band', 'It ends <b>soon</b>.');
        self::assertSame(['The end of a band'], array_column($mailbox->letters($robin), 'subject'));
        self::assertSame([], $mailbox->letters($wren));
        $this->browser->loginUser($robin, 'main');
        self::assertStringContainsString(
            'It ends &lt;b&gt;soon',
            (string) $this->browser->request('GET', '/account')->filter('.letter')->html(),
        );
    }
}
