<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Process\Process;

/**
 * How the house stands, told to a proxy, to whoever measures, and to its keeper; and what several machines do once.
 */
final class HouseTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
    }

    public function testAliveAndReadyAreTwoThings(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        $this->browser->request('GET', '/alive');
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', '/health');
        self::assertResponseIsSuccessful();
        self::assertSame('well', $this->told()['status']);
        self::ensureKernelShutdown();
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15';
        try {
            $this->browser = self::createClient();
            $this->browser->request('GET', '/alive');
            self::assertResponseIsSuccessful('it lives, whatever it needs is down');
            $this->browser->request('GET', '/health');
            self::assertResponseStatusCodeSame(503, 'and is not ready for users');
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
            self::ensureKernelShutdown();
        }
    }

    /**
     * The open text format: names, one number each, and nobody's name. Source: the exposition format 0.0.4 of
     * OpenMetrics' forerunner.
     */
    public function testMeasuresAreForWhoHasTheWord(): void
    {
        $this->comeIn();
        $this->browser->request('GET', '/metrics');
        self::assertResponseStatusCodeSame(404, 'without a word set there are none');
        self::ensureKernelShutdown();
        $_SERVER['METRICS_TOKEN'] = $_ENV['METRICS_TOKEN'] = 'a word';
        try {
            $this->browser = self::createClient();
            $this->browser->disableReboot();
            $this->browser->request('GET', '/metrics', server: ['HTTP_AUTHORIZATION' => 'Bearer another']);
            self::assertResponseStatusCodeSame(404);
            $this->browser->request('GET', '/metrics', server: ['HTTP_AUTHORIZATION' => 'Bearer a word']);
            self::assertResponseIsSuccessful();
        } finally {
            $_SERVER['METRICS_TOKEN'] = $_ENV['METRICS_TOKEN'] = '';
        }
        $text = (string) $this->browser->getResponse()->getContent();
        $found = [];
        foreach (explode("\n", rtrim($text)) as $line) {
            self::assertMatchesRegularExpression(
                '/^(# (HELP|TYPE) swift_reed_\w+ .+|swift_reed_\w+(\{\w+="[^"]*"(,\w+="[^"]*")*\})? -?[0-9.e+]+)$/',
                $line,
            );
            if (!str_starts_with($line, '#')) {
                $found[] = (string) preg_replace('/ \S+$/', '', $line);
            }
        }
        self::assertContains('swift_reed_jobs_waiting', $found);
        self::assertContains('swift_reed_database_connections', $found);
        self::assertSame($found, array_values(array_unique($found)));
        self::assertStringNotContainsString('Robin', $text);
    }

    public function testTheKeeperSeesHowItStands(): void
    {
        $this->comeIn();
        self::database()->executeStatement('UPDATE account SET is_keeper = true');
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        self::database()->executeStatement(
            "INSERT INTO house_note (what, at) VALUES ('backup', now() - INTERVAL '5 hours')",
        );
        $house = $this->browser->request('GET', '/account')->filter('.house');
        self::assertStringContainsString('5 hours ago', $house->text());
        self::assertStringContainsString('1 band,', $house->text());
        self::assertStringNotContainsString('Copy of it', $house->text());
        // With a copy for reading: how far it lies behind, and whether it answers.
        $kept = $_SERVER['DATABASE_URL'];
        foreach ([
            [$kept, 'well, 0 MB behind'],
            ['postgresql://nobody@127.0.0.1:1/none?serverVersion=15', 'Copy of it for readingdoes not answer'],
        ] as [$address, $says]) {
            $_SERVER['DATABASE_READ_URL'] = $_ENV['DATABASE_READ_URL'] = $address;
            self::ensureKernelShutdown();
            $cookies = $this->browser->getCookieJar();
            $this->browser = self::createClient();
            $this->browser->disableReboot();
            foreach ($cookies->all() as $cookie) {
                $this->browser->getCookieJar()->set($cookie);
            }
            self::assertStringContainsString(
                $says,
                (string) preg_replace(
                    '/\s+/',
                    ' ',
                    $this->browser->request('GET', '/account')->filter('.house')->text(),
                ),
            );
        }
        $_SERVER['DATABASE_READ_URL'] = $_ENV['DATABASE_READ_URL'] = '';
        @unlink(self::getContainer()->getParameter('kernel.cache_dir').'/copy-away');
        self::database()->executeStatement('UPDATE account SET is_keeper = false');
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        self::assertCount(0, $this->browser->request('GET', '/account')->filter('.house'), 'and nobody else does');
    }

    /**
     * PostgreSQL says so with a code of its own; what was typed is not lost, and the sentence does not blame the
     * application.
     */
    public function testAFullDiskIsSaidAndWhatWasTypedStays(): void
    {
        $this->comeIn();
        self::database()->executeStatement(
            "CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = 'disk_full'; END $$",
        );
        self::database()->executeStatement(
            'CREATE TRIGGER no_room BEFORE INSERT ON saved_study FOR EACH ROW EXECUTE FUNCTION no_room()',
        );
        try {
            $page = $this->post('/folder', ['name' => 'Keep me', 'line' => 'concert D major']);
            self::assertResponseStatusCodeSame(503);
            self::assertStringContainsString(
                'disk of the database is full',
                $page->filter('[role=alert].sentence')->text(),
            );
            self::assertSame('Keep me', $page->filter('input[name=name]')->attr('value'));
        } finally {
            self::database()->executeStatement('DROP FUNCTION no_room() CASCADE');
        }
        $this->post('/folder', ['name' => 'Keep me', 'line' => 'concert D major']);
        self::assertResponseStatusCodeSame(303);
    }

    /**
     * The last word to the database may fail too: nobody is told of a conflict with somebody else, and what is not
     * known is not claimed.
     */
    public function testALineThatBreaksAtTheLastWordIsNoConflict(): void
    {
        $this->comeIn();
        foreach ([
            ['admin_shutdown', 'terminating connection due to administrator command', 'nothing of it is there'],
            ['disk_full', 'could not extend file', 'disk of the database is full'],
        ] as [$code, $message, $says]) {
            self::database()->executeStatement(
                "CREATE FUNCTION last_word() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION '$message' USING ERRCODE = '$code'; END $$",
            );
            self::database()->executeStatement(
                'CREATE CONSTRAINT TRIGGER last_word AFTER INSERT ON saved_study DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION last_word()',
            );
            try {
                $page = $this->post('/folder', ['name' => 'Keep me', 'line' => 'concert D major']);
                self::assertResponseStatusCodeSame(503);
                self::assertStringContainsString($says, $page->filter('[role=alert].sentence')->text());
                self::assertSame('Keep me', $page->filter('input[name=name]')->attr('value'));
            } finally {
                self::database()->executeStatement('DROP FUNCTION last_word() CASCADE');
            }
        }
    }

    /**
     * A line of JSON for a fault of the program: what broke and where, and nothing that anybody typed, no address, no
     * name.
     */
    public function testAFaultIsWrittenDownWithoutNames(): void
    {
        $this->comeIn();
        $log = self::getContainer()->getParameter('kernel.logs_dir').'/test.log';
        $before = is_file($log) ? (int) filesize($log) : 0;
        self::database()->executeStatement(
            "CREATE FUNCTION break() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'duplicate key value violates unique constraint' USING ERRCODE = 'data_exception', DETAIL = 'Key (name)=(' || NEW.name || ') already exists.'; END $$",
        );
        self::database()->executeStatement(
            'CREATE TRIGGER break BEFORE INSERT ON saved_study FOR EACH ROW EXECUTE FUNCTION break()',
        );
        try {
            $this->post(
                '/folder?back=/desk%3Fwho%3DSlateford',
                ['name' => 'For Wilhelmina Slateford', 'line' => 'concert D major'],
            );
            self::assertResponseStatusCodeSame(500);
        } finally {
            self::database()->executeStatement('DROP FUNCTION break() CASCADE');
        }
        clearstatcache();
        $written = trim((string) file_get_contents($log, offset: $before));
        self::assertNotSame('', $written);
        self::assertStringNotContainsString('Slateford', $written);
        self::assertStringNotContainsString('Robin', $written);
        $lines = array_map(static fn (string $line): mixed => json_decode($line, true), explode("\n", $written));
        self::assertIsArray($lines[0]);
        self::assertSame(['room' => 'folder', 'method' => 'POST'], $lines[0]['extra']);
        self::assertStringContainsString('violates unique constraint', $lines[0]['message']);
        self::assertMatchesRegularExpression(
            '~ src/Folder/\w+\.php:\d+~',
            implode(' ', $lines[0]['context']['errors'][0]['places']),
        );
    }

    /** Two machines that come up with one database: both end well, and what is done is done once. */
    public function testTheDatabaseIsPreparedOnce(): void
    {
        $both = [];
        for ($k = 0; $k < 2; ++$k) {
            $both[$k] = new Process(
                ['php', \dirname(__DIR__, 3).'/bin/console', 'house:prepare', '--demo'],
                timeout: 120,
            );
            $both[$k]->start();
        }
        foreach ($both as $one) {
            self::assertSame(0, $one->wait(), $one->getErrorOutput());
        }
        self::assertSame(1, self::database()->fetchOne('SELECT count(*) FROM band'));
        $sweeps = [];
        for ($k = 0; $k < 3; ++$k) {
            $sweeps[$k] = new Process(['php', \dirname(__DIR__, 3).'/bin/console', 'data:sweep'], timeout: 120);
            $sweeps[$k]->start();
        }
        foreach ($sweeps as $one) {
            self::assertSame(0, $one->wait(), $one->getErrorOutput());
        }
    }

    /** @return array<string, mixed> */
    private function told(): array
    {
        $told = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return \is_array($told) ? $told : [];
    }
}
