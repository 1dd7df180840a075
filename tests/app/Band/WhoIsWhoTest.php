<?php

declare(strict_types=1);

namespace App\Tests\Band;

use App\Tests\Shared\Visits;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use DoctrineMigrations\Version20261201120000;
use PHPUnit\Framework\Attributes\DataProvider;
use Psr\Log\NullLogger;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\BrowserKit\Cookie;

/**
 * A link opens its own player, on every device and whoever was in there; nobody becomes two players of one band.
 */
final class WhoIsWhoTest extends WebTestCase
{
    use Visits;

    /** @var array<string, list<Cookie>> what each device keeps */
    private array $devices = [];
    private string $device = '';

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
        $this->devices['teacher'] = $this->browser->getCookieJar()->all();
        $this->device = 'teacher';
    }

    /** Takes another device in hand; each is known by its cookies alone. */
    private function on(string $device): void
    {
        $this->devices[$this->device] = $this->browser->getCookieJar()->all();
        $this->browser->getCookieJar()->clear();
        foreach ($this->devices[$device] ?? [] as $cookie) {
            $this->browser->getCookieJar()->set($cookie);
        }
        $this->device = $device;
    }

    /** @return string the path of a player's link, made by the teacher */
    private function linkOf(string $name, string $teacher = 'teacher'): string
    {
        $before = $this->device;
        $this->on($teacher);
        $id = self::database()->fetchOne('SELECT id FROM player WHERE name = :name', ['name' => $name]);
        if (false === $id) {
            $this->post('/band/players', ['name' => $name, 'instrument' => 'flute', 'stage' => 'full']);
            $id = self::database()->fetchOne('SELECT id FROM player WHERE name = :name', ['name' => $name]);
        }
        $link = (string) parse_url(
            trim($this->post('/band/players/'.$id.'/link')->filter('.once code')->text()),
            \PHP_URL_PATH,
        );
        $this->on($before);

        return $link;
    }

    private function open(string $link, string $button = ''): void
    {
        $page = $this->browser->request('GET', $link);
        $this->browser->submit(
            '' === $button ? $page->filter('.link-page button')->first()->form() : $page->selectButton($button)->form(),
        );
        self::assertResponseRedirects('/mine', 303);
    }

    /** Who is in on this device, by every page that a player has. */
    private function whoIsIn(): string
    {
        $names = [];
        foreach (['/mine', '/today', '/progress', '/record/mine', '/work-it-out'] as $path) {
            $page = $this->browser->request('GET', $path);
            self::assertResponseIsSuccessful($path);
            $names[] = $page->filter('.who-plays strong')->text();
        }
        self::assertCount(1, array_unique($names), 'every page is of the same player: '.implode(', ', $names));

        return $names[0];
    }

    public function testTwoPupilsOfOneTabletStayTwo(): void
    {
        [$ada, $ben] = [$this->linkOf('Ada'), $this->linkOf('Ben')];
        $this->on('tablet');
        $this->open($ben);
        self::assertSame('Ben', $this->whoIsIn());
        $page = $this->browser->request('GET', $ada);
        self::assertStringContainsString('Ada? Then Ben goes out', $page->filter('.goes-out')->text());
        self::assertSame('Ben', $this->whoIsIn(), 'looking changes nothing');
        self::assertCount(1, $page->filter('.link-page button'), 'within one band nobody is two');
        $this->open($ada, 'Go on as Ada');
        self::assertSame('Ada', $this->whoIsIn());
        foreach ([
            'phone' => [$ben, 'Ben'],
            'other tablet' => [$ada, 'Ada'],
            'home' => [$ben, 'Ben'],
        ] as $device => [$link, $name]) {
            $this->on($device);
            $this->open($link);
            self::assertSame($name, $this->whoIsIn(), $device);
        }
        foreach (['tablet' => 'Ada', 'phone' => 'Ben', 'other tablet' => 'Ada', 'home' => 'Ben'] as $device => $name) {
            $this->on($device);
            self::assertSame($name, $this->whoIsIn(), 'and stays so on the '.$device);
        }
        self::assertCount(2, self::database()->fetchFirstColumn('SELECT DISTINCT sign_in_id FROM player'));
        // Joined by force inside one band: refused, and nothing changes.
        $this->on('tablet');
        $this->post($ben, ['join' => '1']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('Ada', $this->whoIsIn());
        $this->on('fifth');
        $this->open($ben);
        self::assertSame('Ben', $this->whoIsIn());
    }

    public function testRenewingCastsOutOnEveryDeviceInThisBandAlone(): void
    {
        $ada = $this->linkOf('Ada');
        $this->on('other teacher');
        $this->comeIn('Wren Holt');
        $this->devices['other teacher'] = $this->browser->getCookieJar()->all();
        $piccolo = $this->linkOf('A. Bell', 'other teacher');
        foreach (['phone', 'tablet'] as $device) {
            $this->on($device);
            $this->open($ada);
        }
        $this->on('phone');
        $this->open($piccolo, 'A. Bell is me too');
        self::assertSame('A. Bell', $this->whoIsIn());
        $this->on('tablet');
        $page = $this->browser->request('GET', '/mine');
        self::assertCount(2, $page->filter('button[name=band]'), 'both bands on every device of the one sign-in');
        $new = $this->linkOf('Ada');
        foreach (['phone', 'tablet'] as $device) {
            $this->on($device);
            $page = $this->browser->request('GET', '/account');
            self::assertCount(1, $page->filter('.own-page .studies li'), 'out of this band on the '.$device);
            self::assertSame(
                ['A. Bell'],
                self::database()->fetchFirstColumn(
                    'SELECT p.name FROM player p JOIN player_sign_in s ON s.id = p.sign_in_id',
                ),
            );
            $this->browser->request('GET', $ada);
            self::assertResponseStatusCodeSame(404);
        }
        $this->on('phone');
        $this->open($new);
        self::assertSame('Ada', $this->whoIsIn());
        $this->on('new');
        $this->open($piccolo);
        self::assertSame('A. Bell', $this->whoIsIn(), 'the other chair stays');
    }

    public function testATeacherIsNamedBeforeHeGoesOut(): void
    {
        $ada = $this->linkOf('Ada');
        $this->on('teacher');
        $page = $this->browser->request('GET', $ada);
        self::assertStringContainsString('Then Robin Ashe goes out', $page->filter('.goes-out')->text());
        self::assertCount(1, $page->filter('.link-page button'));
        $this->open($ada);
        self::assertSame('Ada', $this->whoIsIn());
        $this->browser->request('GET', '/band');
        self::assertContains($this->browser->getResponse()->getStatusCode(), [302, 403]);
        $this->browser->submit($this->browser->request('GET', '/today')->selectButton('not you?')->form());
        self::assertResponseRedirects('/next-player');
        $this->browser->request('GET', '/mine');
        self::assertResponseRedirects('/sign-in?back=/mine');
    }

    public function testTheDatabaseHoldsIt(): void
    {
        $this->linkOf('Ada');
        $this->linkOf('Ben');
        $one = self::database()->fetchOne(
            'INSERT INTO player_sign_in (id, epoch) VALUES (gen_random_uuid(), 1) RETURNING id',
        );
        $this->expectException(UniqueConstraintViolationException::class);
        self::database()->executeStatement('UPDATE player SET sign_in_id = :one', ['one' => $one]);
    }

    /**
     * What earlier versions have mixed up is taken apart: everybody has a sign-in of his own, results stay where they
     * were entered, and it is said.
     */
    public function testWhatWasMixedUpIsTakenApartOnce(): void
    {
        foreach (['Ada', 'Ben', 'Cleo'] as $name) {
            $link = $this->linkOf($name);
            $this->on($name);
            $this->open($link);
        }
        $this->on('teacher');
        $database = self::database();
        $database->executeStatement('DROP INDEX player_of_sign_in');
        $ben = $database->fetchOne("SELECT sign_in_id FROM player WHERE name = 'Ben'");
        $cleo = $database->fetchAssociative("SELECT * FROM player WHERE name = 'Cleo'");
        $database->executeStatement(
            "UPDATE player SET sign_in_id = :ben WHERE name IN ('Ada', 'Ben')",
            ['ben' => $ben],
        );
        $epoch = $database->fetchOne('SELECT epoch FROM player_sign_in WHERE id = :id', ['id' => $ben]);
        $database->executeStatement(
            "INSERT INTO record_entry (id, band_id, chair_id, made_at, line, memory, result, remark, by_name) SELECT gen_random_uuid(), c.band_id, c.id, now(), 'concert F major', FALSE, 'passed', '', 'Robin' FROM chair c",
        );
        $entries = $database->fetchAllAssociative('SELECT * FROM record_entry ORDER BY id');
        $links = $database->fetchAllKeyValue('SELECT name, link_hash FROM player ORDER BY name');
        require_once \dirname(__DIR__, 3).'/migrations/Version20261201120000.php';
        $migration = new Version20261201120000($database, new NullLogger());
        (new \ReflectionMethod($migration, 'takeApart'))->invoke($migration);
        foreach ($migration->getSql() as $one) {
            $database->executeStatement($one->getStatement(), $one->getParameters());
        }
        $database->executeStatement('CREATE UNIQUE INDEX player_of_sign_in ON player (band_id, sign_in_id)');
        $signIns = $database->fetchAllKeyValue('SELECT name, sign_in_id FROM player');
        self::assertCount(3, array_unique($signIns));
        self::assertNotContains($ben, $signIns, 'nobody can say whose the old one was');
        self::assertGreaterThan(
            $epoch,
            $database->fetchOne('SELECT epoch FROM player_sign_in WHERE id = :id', ['id' => $ben]),
            'its sessions end',
        );
        self::assertSame(
            $cleo,
            $database->fetchAssociative("SELECT * FROM player WHERE name = 'Cleo'"),
            'who was not mixed up notices nothing',
        );
        self::assertSame($entries, $database->fetchAllAssociative('SELECT * FROM record_entry ORDER BY id'));
        self::assertSame(
            $links,
            $database->fetchAllKeyValue('SELECT name, link_hash FROM player ORDER BY name'),
            'the links are good as before',
        );
        $letter = (string) $database->fetchOne('SELECT text FROM letter');
        self::assertStringContainsString('Ada, Ben', $letter);
        self::assertStringNotContainsString('Cleo', $letter);
        self::assertSame(2, $database->fetchOne("SELECT COUNT(*) FROM audit WHERE what = 'sign-in made anew'"));
    }

    /** @return iterable<string, array{string}> */
    public static function named(): iterable
    {
        yield 'sorted later' => ['Zither band'];
        yield 'sorted before' => ['Aeolian band'];
        yield 'like the other' => ['Morning band'];
    }

    #[DataProvider('named')]
    public function testTheOpenBandStaysTheOneThatWasOpened(string $name): void
    {
        $this->on('teacher');
        $this->post('/account/bands', ['name' => 'Morning band']);
        $morning = self::database()->fetchOne("SELECT id FROM band WHERE name = 'Morning band'");
        $evening = self::database()->fetchOne("SELECT id FROM band WHERE name = 'Evening band'");
        $this->post('/account/band', ['band' => $evening]);
        $page = $this->browser->request('GET', '/band/settings');
        $form = $page->filter('form[action="/band/settings"]')->form();
        $this->browser->submit($form, ['name' => $name]);
        self::assertResponseRedirects('/band/settings?done=kept');
        $page = $this->browser->followRedirect();
        self::assertSame($name, $page->filter('form[action="/band/settings"] [name=name]')->attr('value'));
        self::assertSame($name, $page->filter('.open-band')->text(), 'and it is named');
        // A page of one band, while another has been opened elsewhere: the press goes to the band of its page.
        $add = $this->browser->request('GET', '/band')->filter('form[action="/band/players"]')->form();
        $this->post('/account/band', ['band' => $morning]);
        $this->browser->submit($add, ['name' => 'Ada', 'instrument' => 'flute']);
        self::assertSame($evening, self::database()->fetchOne("SELECT band_id FROM player WHERE name = 'Ada'"));
        self::assertSame($name, $this->browser->followRedirect()->filter('.open-band')->text(), 'which is open then');
        // A band that is not theirs any more: nothing is changed, and it is said.
        $add = $this->browser->request('GET', '/band')->filter('form[action="/band/players"]')->form();
        self::database()->executeStatement('UPDATE band SET removed_at = now() WHERE id = :id', ['id' => $evening]);
        $this->browser->submit($add, ['name' => 'Ben', 'instrument' => 'flute']);
        self::assertResponseStatusCodeSame(403);
        self::assertSelectorTextContains('[role=alert]', 'a band that is not one of yours');
        self::assertFalse(self::database()->fetchOne("SELECT 1 FROM player WHERE name = 'Ben'"));
        $this->browser->request('GET', '/band');
        self::assertResponseStatusCodeSame(403, 'no other band opens by itself');
    }
}
