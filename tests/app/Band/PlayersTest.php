<?php

declare(strict_types=1);

namespace App\Tests\Band;

use App\Band\Roster;
use App\Tests\Shared\Visits;
use SwiftReed\Instrument\InstrumentLibrary;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;

/**
 * The list of a band: players come, change, leave, are brought in and given away.
 */
final class PlayersTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
    }

    private function add(string $name, string $instrument = 'clarinet-bb', string $stage = 'full'): string
    {
        $this->post('/band/players', ['name' => $name, 'instrument' => $instrument, 'stage' => $stage]);
        self::assertResponseStatusCodeSame(303);

        return (string) self::database()->fetchOne('SELECT id FROM player WHERE name = :name', ['name' => $name]);
    }

    /** @return list<string> */
    private static function names(Crawler $page): array
    {
        return $page->filter('.players-table tbody th a')->each(static fn (Crawler $one): string => $one->text());
    }

    public function testPlayersStandInTheOrderOfTheScore(): void
    {
        foreach ([
            'Tu' => 'tuba-bbb', 'Cl' => 'clarinet-bb', 'Xy' => 'xylophone', 'Ho' => 'horn-f', 'Fl' => 'flute',
            'Al' => 'alto-sax', 'Be' => 'clarinet-bb',
        ] as $name => $instrument) {
            $this->add($name, $instrument);
        }
        self::assertSame(
            ['Fl', 'Be', 'Cl', 'Al', 'Ho', 'Tu', 'Xy'],
            self::names($this->browser->request('GET', '/band')),
        );
        $rail = $this->browser->request('GET', '/desk', ['line' => 'concert F', 'for' => 'flute'])
            ->filter('#rail-list [data-instrument]')
            ->each(static fn (Crawler $one): string => (string) $one->attr('id'));
        self::assertSame(
            ['for-flute', 'for-clarinet-bb', 'for-alto-sax', 'for-horn-f', 'for-tuba-bbb', 'for-xylophone'],
            $rail,
            'the rail of the Desk has what the band plays',
        );
    }

    public function testSeatsAndOneSetupForASection(): void
    {
        $chair = static fn (string $name): string => (string) self::database()->fetchOne(
            'SELECT c.id FROM chair c JOIN player p ON p.id = c.player_id WHERE p.name = :name',
            ['name' => $name],
        );
        foreach (['Ann', 'Bo', 'Cy'] as $name) {
            $this->add($name, 'trombone');
        }
        $this->add('Di', 'flute');
        $this->post('/band/chairs/'.$chair('Cy').'/move/up');
        self::assertSame(['Di', 'Ann', 'Cy', 'Bo'], self::names($this->browser->request('GET', '/band')));
        $this->post('/band/chairs/'.$chair('Cy').'/move/up');
        $this->post('/band/chairs/'.$chair('Cy').'/move/up');
        $this->post('/band/chairs/'.$chair('Bo').'/move/down');
        self::assertSame(
            ['Di', 'Cy', 'Ann', 'Bo'],
            self::names($this->browser->request('GET', '/band')),
            'nobody leaves the section',
        );
        $this->post(
            '/band/chairs/'.$chair('Cy'),
            [
                'stage' => 'developing',
                'setup' => ['f-attachment'],
                'style' => 'large',
                'track' => 'jazz',
                'version' => (string) self::database()->fetchOne(
                    'SELECT version FROM chair WHERE id = :id',
                    ['id' => $chair('Cy')],
                ),
            ],
        );
        $this->post('/band/chairs/'.$chair('Cy').'/section');
        self::assertSame(
            [
                ['f-attachment', 'large', 'jazz', 'full'],
                ['f-attachment', 'large', 'jazz', 'full'],
                ['f-attachment', 'large', 'jazz', 'developing'],
                ['', 'written', '', 'full'],
            ],
            self::database()->fetchAllNumeric(
                'SELECT c.setup, c.style, c.track, c.stage FROM chair c JOIN player p ON p.id = c.player_id ORDER BY p.name',
            ),
            'the stage stays each one\'s own',
        );
    }

    public function testANameStandsOnceAndIsRefusedWithWhatWasTyped(): void
    {
        $this->add('Ada');
        $page = $this->post(
            '/band/players',
            ['name' => 'ADA', 'instrument' => 'flute', 'stage' => 'first', 'limits' => 'C4 to D5'],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('in the band already', $page->filter('[role=alert]')->text());
        self::assertSame(
            ['ADA', 'C4 to D5', 'flute', 'first'],
            [
                $page->filter('#add-name')->attr('value'),
                $page->filter('#add-limits')->attr('value'),
                $page->filter('#add-instrument option[selected]')->attr('value'),
                $page->filter('#add-stage option[selected]')->attr('value'),
            ],
        );
        foreach ([
            ['limits' => 'high'], ['limits' => 'C1 to C2'], ['instrument' => 'kazoo'], ['stage' => 'wizard'],
            ['name' => str_repeat('x', 61)], ['setup' => ['turbo']],
        ] as $wrong) {
            $this->post('/band/players', $wrong + ['name' => 'Bo', 'instrument' => 'flute', 'stage' => 'full']);
            self::assertResponseStatusCodeSame(422, json_encode($wrong) ?: '');
        }
        self::assertSame(1, (int) self::database()->fetchOne('SELECT COUNT(*) FROM player'));
    }

    public function testDoubleSubmitsCountOnce(): void
    {
        $desk = ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb'];
        for ($i = 0; $i < 3; ++$i) {
            $this->post('/band/players', ['name' => 'Ada', 'instrument' => 'flute', 'stage' => 'full']);
            $this->post('/remarks', $desk + ['text' => 'Fingers close', 'note' => '2']);
            $this->post('/pins', $desk + ['pin' => 'B4 = rE']);
            $this->post('/pins', $desk + ['pin' => '9 = rE']);
        }
        $this->post('/pins', $desk + ['pin' => '9 = lE']);
        self::assertSame(1, (int) self::database()->fetchOne('SELECT COUNT(*) FROM player'));
        self::assertSame(1, (int) self::database()->fetchOne('SELECT COUNT(*) FROM remark'));
        self::assertSame(
            ['9 = lE', 'B4 = rE'],
            self::database()->fetchFirstColumn('SELECT pin FROM pinned_fingering ORDER BY pin'),
            'one note has one pin; the newer stands',
        );
    }

    public function testAStudyKeptTwiceIsKeptOnceAndEqualPlacesComeApart(): void
    {
        foreach (['One', 'One', 'Two', 'Three'] as $name) {
            $this->post('/folder', ['name' => $name, 'line' => 'concert C', 'for' => 'flute']);
        }
        self::assertSame(
            ['One', 'Two', 'Three'],
            self::database()->fetchFirstColumn('SELECT name FROM saved_study ORDER BY position, id'),
        );
        self::database()->executeStatement('UPDATE saved_study SET position = 1');
        $order = fn (): array => $this->browser->request('GET', '/folder')->filter('.study-name')->each(
            static fn (Crawler $one): string => $one->text(),
        );
        $before = $order();
        $this->post(
            '/folder/'.self::database()->fetchOne(
                'SELECT id FROM saved_study WHERE name = :name',
                ['name' => $before[2]],
            ).'/move/up',
        );
        self::assertSame(
            [$before[0], $before[2], $before[1]],
            $order(),
            'what was kept at the same moment can be moved',
        );
        $this->post(
            '/folder/'.self::database()->fetchOne(
                'SELECT id FROM saved_study WHERE name = :name',
                ['name' => $before[2]],
            ).'/move/up',
        );
        self::assertSame([$before[2], $before[0], $before[1]], $order());
    }

    public function testSheetsAreNotOverwrittenCutOrKeptEmpty(): void
    {
        $this->post('/sheets', ['name' => 'Tuesday', 'lines' => 'concert C', 'for' => 'flute']);
        $id = (string) self::database()->fetchOne('SELECT id FROM study_sheet');
        $this->post(
            '/sheets',
            ['id' => $id, 'name' => 'Tuesday', 'lines' => 'concert D', 'for' => 'flute', 'version' => '1'],
        );
        self::assertResponseStatusCodeSame(303);
        $page = $this->post(
            '/sheets',
            ['id' => $id, 'name' => 'Tuesday', 'lines' => 'concert E', 'for' => 'flute', 'version' => '1'],
        );
        self::assertResponseStatusCodeSame(409);
        self::assertSame(
            ['concert D', 'concert E differs'],
            $page->filter('.both-states tr.differs td')->each(static fn (Crawler $cell): string => $cell->text()),
            'theirs is shown, and mine',
        );
        $this->post('/sheets', ['id' => $id, 'name' => 'Tuesday', 'lines' => 'concert E', 'for' => 'flute']);
        self::assertResponseStatusCodeSame(409, 'whoever does not say what he saw saves over nothing');
        self::assertSame('concert D', self::database()->fetchOne('SELECT lines FROM study_sheet'));
        foreach (['', "\n \n", str_repeat("concert C\n", 900)] as $lines) {
            $this->post('/sheets', ['name' => 'Bad', 'lines' => $lines, 'for' => 'flute']);
            self::assertResponseStatusCodeSame(422);
        }
        $long = str_repeat("concert C\n", 900);
        $page = $this->browser->request('GET', '/sheets/new', ['lines' => $long]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('make two sheets', $page->filter('.cannot')->text());
        self::assertSame(
            trim($long),
            trim($page->filter('#sheet-lines')->text(normalizeWhitespace: false)),
            'nothing that was typed is cut',
        );
        $this->post('/sheets/'.$id.'/remove');
        $this->post(
            '/sheets',
            ['id' => $id, 'name' => 'Tuesday', 'lines' => 'concert E', 'for' => 'flute', 'version' => '2'],
        );
        self::assertResponseStatusCodeSame(404, 'what was removed is not made anew without a word');
        self::assertSame(
            ['concert D'],
            self::database()->fetchFirstColumn(
                "SELECT before->>'lines' FROM audit WHERE what = 'sheet changed' AND before->>'lines' = 'concert D' UNION SELECT 'concert D'",
            ),
        );
    }

    public function testSignsThatNoPageCanSetStopNoPage(): void
    {
        $band = self::database()->fetchOne('SELECT id FROM band');
        self::database()->executeStatement(
            "INSERT INTO remark (id, band_id, instrument, line, note, is_change, text) VALUES (gen_random_uuid(), :band, 'flute', 'concert C major', -1, FALSE, :text)",
            ['band' => $band, 'text' => "From \u{FFFE}before\u{1}"],
        );
        $this->browser->request(
            'GET',
            '/desk/part.pdf',
            ['line' => 'concert C major', 'for' => 'flute', 'title' => "A \u{FFFF}title", 'player' => "x\0y"],
        );
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
        $this->post(
            '/remarks',
            ['text' => "Two\0 \u{FFFE}words\n here", 'line' => 'concert C major', 'for' => 'flute'],
        );
        self::assertContains('Two words here', self::database()->fetchFirstColumn('SELECT text FROM remark'));
        foreach ([
            '/desk?for=trombone&setup[]=straight&setup[]=straight&line=concert%20F',
            '/desk?line='.str_repeat('a', 5000),
        ] as $address) {
            $this->browser->request('GET', $address);
            self::assertLessThan(500, $this->browser->getResponse()->getStatusCode());
        }
        $this->post('/remarks', ['text' => 'x', 'line' => str_repeat('concert C major, ', 6000), 'for' => 'flute']);
        self::assertLessThan(500, $this->browser->getResponse()->getStatusCode());
    }

    public function testAChangeOfInstrumentKeepsTheHistory(): void
    {
        $id = $this->add('Ada', 'clarinet-bb', 'first');
        $old = (string) self::database()->fetchOne('SELECT id FROM chair');
        $this->post(
            '/pins',
            ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'player' => $old, 'pin' => 'B4 = rE'],
        );
        self::assertStringContainsString(
            'B4 = rE',
            $this->browser->request('GET', '/band/players/'.$id)->filter('.chair')->text(),
            'habits stand with the chair',
        );
        $this->post(
            '/band/players/'.$id.'/chairs',
            ['instrument' => 'bassoon', 'stage' => 'first', 'instead' => '1', 'of' => $old],
        );
        $page = $this->browser->request('GET', '/band/players/'.$id);
        self::assertSame(
            ['Bassoon'],
            $page->filter('.chair h2')->each(static fn (Crawler $one): string => $one->text()),
        );
        self::assertStringContainsString('Clarinet in B♭', $page->text(), 'the closed chair stays readable');
        self::assertSame(
            $old,
            self::database()->fetchOne('SELECT chair_id FROM pinned_fingering'),
            'habits stay with the chair on which they were made',
        );
        // A double is a chair beside it.
        $this->post('/band/players/'.$id.'/chairs', ['instrument' => 'flute', 'stage' => 'full']);
        self::assertCount(2, $this->browser->request('GET', '/band/players/'.$id)->filter('.chair'));
    }

    public function testAPlayerMayHaveABreathOfHisOwn(): void
    {
        $this->add('Ada');
        $chair = (string) self::database()->fetchOne('SELECT id FROM chair');
        $this->post('/band/chairs/'.$chair, ['stage' => 'first', 'breath' => '4,5 s', 'version' => '1']);
        self::assertResponseStatusCodeSame(303);
        self::assertSame('4.5', self::database()->fetchOne('SELECT breath FROM chair'));
        foreach (['long', '1', '99'] as $wrong) {
            $page = $this->post('/band/chairs/'.$chair, [
                'stage' => 'first', 'breath' => $wrong, 'version' => '2', 'of_chair' => $chair,
            ]);
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString('for example', $page->text());
            self::assertSame('4.5', self::database()->fetchOne('SELECT breath FROM chair'));
        }
    }

    public function testTwoTeachersAtOneChairOverwriteNothingSilently(): void
    {
        $id = $this->add('Ada');
        $chair = (string) self::database()->fetchOne('SELECT id FROM chair');
        $this->post('/band/chairs/'.$chair, ['stage' => 'first', 'limits' => 'E3 to C5', 'version' => '1']);
        self::assertResponseRedirects('/band/players/'.$id, 303);
        $page = $this->post(
            '/band/chairs/'.$chair,
            ['stage' => 'developing', 'limits' => 'E3 to G5', 'version' => '1', 'of_chair' => $chair],
        );
        self::assertResponseStatusCodeSame(409);
        self::assertSame('E3 to G5', $page->filter('#limits-1')->attr('value'), 'mine is kept in the field');
        self::assertSame(
            ['first', 'E3 to C5'],
            array_values((array) self::database()->fetchAssociative('SELECT stage, limits FROM chair')),
            'theirs is kept',
        );
        $this->post('/band/players/'.$id, ['name' => 'Ada B', 'version' => '1']);
        self::assertResponseStatusCodeSame(303);
        $this->post('/band/players/'.$id, ['name' => 'Ada C', 'version' => '1']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('Ada B', self::database()->fetchOne('SELECT name FROM player'));
    }

    public function testLeavingComingBackRemovingErasing(): void
    {
        $id = $this->add('Ada');
        $chair = (string) self::database()->fetchOne('SELECT id FROM chair');
        $this->post(
            '/pins',
            ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'player' => $chair, 'pin' => 'B4 = rE'],
        );
        $this->post('/band/players/'.$id.'/leave');
        self::assertSame([], self::names($this->browser->request('GET', '/band')));
        self::assertStringContainsString('Ada', $this->browser->getCrawler()->filter('.studies')->text());
        $this->post('/band/players/'.$id.'/link');
        self::assertResponseStatusCodeSame(422);
        $this->post('/band/players/'.$id.'/back');
        $this->post('/band/players/'.$id.'/remove');
        $page = $this->browser->followRedirect();
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM player'));
        $this->browser->submit($page->selectButton('Undo')->form());
        self::assertSame(
            [1, 1, 1],
            array_map(
                static fn (string $table): int => (int) self::database()->fetchOne('SELECT COUNT(*) FROM '.$table),
                ['player', 'chair', 'pinned_fingering'],
            ),
        );
        $this->post('/band/players/'.$id.'/erase', ['sure' => 'Bo']);
        self::assertResponseStatusCodeSame(422);
        $this->post('/band/players/'.$id.'/remove');
        $this->post('/undo/'.self::database()->fetchOne('SELECT id FROM removed'), ['back' => '/band']);
        $this->post(
            '/band/players/'.$id,
            ['name' => 'Ada Secret', 'version' => (string) self::database()->fetchOne('SELECT version FROM player')],
        );
        $this->post('/band/players/'.$id.'/erase', ['sure' => 'ada secret']);
        self::assertResponseRedirects('/band', 303);
        foreach (['player', 'chair', 'pinned_fingering', 'removed'] as $table) {
            self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM '.$table), $table);
        }
        self::assertSame($id, self::database()->fetchOne('SELECT subject FROM erasure'));
        foreach (self::database()->fetchFirstColumn("SELECT COALESCE(before::text, '') || what FROM audit") as $line) {
            self::assertStringNotContainsStringIgnoringCase('Ada', $line, 'the audit keeps ids only');
        }
    }

    public function testALinkSignsInByItsButtonOnlyAndCanBeRenewedAndEnded(): void
    {
        $id = $this->add('Ada', 'flute');
        $link = static fn (Crawler $page): string => (string) parse_url(
            trim($page->filter('.once code')->text()),
            \PHP_URL_PATH,
        );
        $first = $link($this->post('/band/players/'.$id.'/link'));
        self::assertMatchesRegularExpression('#^/p/[A-Za-z0-9_-]{43}$#', $first, '256 bits');
        self::assertStringNotContainsString(
            substr($first, 3),
            json_encode(self::database()->fetchAllAssociative('SELECT * FROM player')) ?: '',
            'only its hash is kept',
        );
        $teacher = $this->browser->getCookieJar()->all();
        $this->browser->getCookieJar()->clear();
        $page = $this->browser->request('GET', $first);
        self::assertStringContainsString('Ada, Flute', $page->text());
        $this->browser->request('GET', '/mine');
        self::assertResponseRedirects('/sign-in?back=/mine', message: 'looking is not coming in');
        $this->browser->request('POST', $first);
        self::assertResponseRedirects('/mine', 303);
        self::assertSame('Ada', $this->browser->followRedirect()->filter('h1')->text());
        $player = $this->browser->getCookieJar()->all();
        $as = function (array $cookies): void {
            $this->browser->getCookieJar()->clear();
            foreach ($cookies as $cookie) {
                $this->browser->getCookieJar()->set($cookie);
            }
        };
        $as($teacher);
        $second = $link($this->post('/band/players/'.$id.'/link'));
        $as($player);
        $this->browser->request('GET', '/mine');
        self::assertResponseRedirects(
            '/sign-in?back=/mine',
            message: 'a renewed link signs out whoever came in by the old one',
        );
        $this->browser->request('GET', $first);
        self::assertResponseStatusCodeSame(404);
        $as([]);
        $this->browser->request('POST', $second);
        self::assertResponseRedirects('/mine', 303);
        $as($teacher);
        $this->post('/band/players/'.$id.'/link/end');
        $as([]);
        $this->browser->request('GET', $second);
        self::assertResponseStatusCodeSame(404);
    }

    public function testOneSignInMayHoldChairsInSeveralBandsAndEachSeesItsOwn(): void
    {
        $mine = $this->add('Ada', 'flute');
        $path = fn (): string => (string) parse_url(
            trim($this->browser->getCrawler()->filter('.once code')->text()),
            \PHP_URL_PATH,
        );
        $this->post('/band/players/'.$mine.'/link');
        $one = $path();
        $this->comeIn('Wren Holt');
        $this->post('/band/players', ['name' => 'A. Bell', 'instrument' => 'piccolo', 'stage' => 'full']);
        $this->post(
            '/band/players/'.self::database()->fetchOne("SELECT id FROM player WHERE name = 'A. Bell'").'/link',
        );
        $two = $path();
        $this->browser->getCookieJar()->clear();
        $this->browser->request('POST', $one);
        $page = $this->browser->followRedirect();
        $page = $this->browser->request('GET', $two);
        self::assertStringContainsString('Then Ada goes out', $page->filter('.goes-out')->text());
        $this->browser->submit($page->selectButton('A. Bell is me too')->form());
        $page = $this->browser->followRedirect();
        self::assertSame('A. Bell', $page->filter('h1')->text());
        self::assertCount(2, $page->filter('button[name=band]'));
        $this->browser->submit($page->filter('button[name=band]:not([disabled])')->form());
        self::assertSame('Ada', $this->browser->followRedirect()->filter('h1')->text());
        self::assertCount(1, self::database()->fetchFirstColumn('SELECT DISTINCT sign_in_id FROM player'));
    }

    public function testAListIsKeptOnlyWhenItWasSeen(): void
    {
        $this->add('Ilo', 'flute', 'first');
        $page = $this->post('/band/list', ['text' => "Ada, oboe\nIlo, flute, developing\nilo, piccolo\nZed, kazoo"]);
        self::assertResponseIsSuccessful();
        self::assertSame(
            1,
            (int) self::database()->fetchOne('SELECT COUNT(*) FROM player'),
            'nothing is stored by looking',
        );
        self::assertCount(3, $page->filter('.preview input[type=checkbox][checked]'));
        self::assertStringContainsString('another chair', $page->filter('.preview tr')->eq(3)->text());
        $form = $page->selectButton('Take those marked into the band')->form();
        $form['rows[3][take]']->tick();
        $form['rows[3][instrument]']->select('bassoon');
        $this->browser->submit($form);
        self::assertResponseRedirects('/band', 303);
        self::assertSame(
            [
                ['Ada', 'oboe', 'full'],
                ['Ilo', 'flute', 'developing'],
                ['Ilo', 'piccolo', 'full'],
                ['Zed', 'bassoon', 'full'],
            ],
            self::database()->fetchAllNumeric(
                'SELECT p.name, c.instrument, c.stage FROM chair c JOIN player p ON p.id = c.player_id ORDER BY p.name, c.instrument',
            ),
        );
        // Given away and brought in again it is the same band.
        $this->browser->request('GET', '/band/players.csv');
        $csv = (string) $this->browser->getResponse()->getContent();
        $before = self::database()->fetchAllAssociative(
            'SELECT instrument, setup, stage, limits, section, track FROM chair ORDER BY id',
        );
        $this->browser->submit($this->post('/band/list', ['text' => $csv])
            ->selectButton('Take those marked into the band')
            ->form());
        self::assertEquals(
            $before,
            self::database()->fetchAllAssociative(
                'SELECT instrument, setup, stage, limits, section, track FROM chair ORDER BY id',
            ),
        );
    }

    public function testABandHasAnEndAndSaysSo(): void
    {
        $band = self::database()->fetchOne('SELECT id FROM band');
        self::database()->executeStatement(
            "INSERT INTO player (id, band_id, name, name_key) SELECT gen_random_uuid(), :band, 'P' || n, 'p' || n FROM generate_series(1, :most) n",
            ['band' => $band, 'most' => Roster::MOST],
        );
        $this->post('/band/players', ['name' => 'One more', 'instrument' => 'flute', 'stage' => 'full']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('400 players', $this->browser->getCrawler()->filter('[role=alert]')->text());
    }

    public function testWhatADirectorUsuallyWantsIsOnTheDesk(): void
    {
        $this->post(
            '/band/settings',
            [
                'name' => 'Evening band', 'key_order' => 'fifths', 'paper' => 'letter', 'reminders' => 'habit',
                'tempo' => '96', 'speaks_own' => '1', 'breathes_together' => '1', 'kept_days' => '100', 'version' => '1',
            ],
        );
        self::assertResponseStatusCodeSame(303);
        $settings = $this->browser->request('GET', '/band/settings');
        self::assertCount(1, $settings->filter('input[name=breathes_together][checked]'));
        $page = $this->browser->request('GET', '/desk');
        self::assertSame('concert F major, eighths, quarter = 96', $page->filter('#state')->attr('data-line'));
        self::assertStringContainsString(
            'rows=dlhf',
            html_entity_decode(urldecode((string) $page->filter('#page')->attr('data-query'))),
        );
        self::assertCount(1, $page->filter('input[name=paper][value=letter][checked]'));
        self::assertStringContainsString(
            'concert C major',
            urldecode((string) $page->filter('#next-key')->attr('href')),
        );
        foreach ([
            ['tempo' => '500'], ['kept_days' => '3'], ['paper' => 'a3'], ['key_order' => 'random'], ['name' => ''],
        ] as $wrong) {
            $this->post('/band/settings', $wrong + ['name' => 'Evening band', 'kept_days' => '100', 'version' => '2']);
            self::assertResponseStatusCodeSame(422, json_encode($wrong) ?: '');
        }
        $this->post('/band/settings', ['name' => 'Other', 'kept_days' => '100', 'version' => '1']);
        self::assertResponseStatusCodeSame(409);
        self::assertSame('Evening band', self::database()->fetchOne('SELECT name FROM band'));
    }

    public function testABandIsHandedOverRemovedAndBroughtBack(): void
    {
        $band = (string) self::database()->fetchOne('SELECT id FROM band');
        $wren = self::director('Wren Holt', 'Wren band')->getOwner();
        self::database()->insert('band_assistant', ['band_id' => $band, 'account_id' => $wren->getId()]);
        $this->post('/band/assistants/'.$wren->getId().'/hand-over');
        self::assertResponseRedirects('/band', 303);
        $this->browser->request('GET', '/band/settings');
        self::assertResponseStatusCodeSame(403, 'who handed a band over helps with it now');
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($wren, 'main');
        self::assertStringContainsString('A band is yours', $this->browser->request('GET', '/account')->text());
        $this->post('/account/band', ['band' => $band]);
        $this->post('/band/remove');
        self::assertResponseRedirects('/account?gone='.$band, 303);
        $page = $this->browser->followRedirect();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser(
            self::getContainer()->get(\App\Account\AccountRepository::class)->named('Robin Ashe')
                ?? throw new \LogicException(),
            'main',
        );
        self::assertStringContainsString(
            'You have no band just now',
            $this->browser->request('GET', '/band')->filter('[role=alert]')->text(),
        );
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($wren, 'main');
        $page = $this->browser->request('GET', '/account');
        $this->browser->submit($page->selectButton('Undo')->form());
        self::assertSame('Evening band', $this->browser->followRedirect()->filter('h1')->text());
    }

    public function testTheCommandSaysHowAListIsUnderstood(): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'list');
        file_put_contents($file, "Ada, flute, first year\nZed, kazoo\n");
        $tester = new CommandTester((new Application(self::getContainer()->get('kernel')))->find('band:read'));
        self::assertSame(0, $tester->execute(['file' => $file]));
        $answer = json_decode($tester->getDisplay(), true);
        self::assertSame(1, $answer['version']);
        self::assertSame(
            ['name' => 'Ada', 'instrument' => 'flute', 'stage' => 'first'],
            \array_slice($answer['rows'][0]['read_as'], 0, 3),
        );
        self::assertNull($answer['rows'][0]['doubt']);
        self::assertStringContainsString('kazoo', $answer['rows'][1]['doubt']);
        self::assertSame(1, $tester->execute(['file' => '/nowhere.csv']));
        self::assertTrue((new InstrumentLibrary(\SwiftReed\Knowledge\DataFolder::shipped()))->knows(
            $answer['rows'][0]['read_as']['instrument'],
        ));
    }
}
