<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Account\Codes;
use App\Band\OpenBand;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\Svg;
use App\Packets\BandPlayers;
use App\Shared\ChangesNothing;
use App\Shared\Press;
use App\Shared\Refused;
use Doctrine\DBAL\ParameterType;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Process\Process;
use Symfony\Component\Yaml\Yaml;

/**
 * All deeds, found by reading the code: whatever is sent to change something is done once, together with its line in
 * the audit and its number, or not at all; and what is said about it is true. A new one without a row fails.
 */
final class DeedsTest extends WebTestCase
{
    use Furnished;
    use Visits;

    /**
     * What each of them sends besides what a form of its page sends; "as" says who presses, where it is not the
     * director.
     */
    private const DEEDS = [
        'account_phrase' => [
            'old' => 'seven boats under grey hills',
            'phrase' => 'nine candles on a frozen lake',
        ], 'assistant_invite' => [], 'assistant_remove' => [], 'band_change' => [
            'key_order' => 'fourths',
            'paper' => 'a4',
            'reminders' => 'affected',
            'zone' => 'UTC',
        ],
        'band_found' => [], 'band_hand_over' => [], 'band_remove' => [], 'band_restore' => [], 'chair_add' => [], 'chair_change' => [], 'chair_close' => [], 'chair_move' => [], 'chair_to_section' => [], 'chorale_bring' => [
            'name' => 'New',
        ], 'chorale_remove' => [],
        'code_use' => [
            'as' => 'visitor',
            'name' => 'Newly Come',
            'phrase' => 'nine candles on a frozen lake',
            'band' => 'New band',
        ], 'daily_keep' => [
            'version' => '0',
        ], 'daily_packet' => [], 'director_code' => [
            'as' => 'keeper',
        ], 'folder_change' => [], 'folder_delete' => [], 'folder_duplicate' => [], 'folder_move' => [], 'folder_rename' => [
            'version' => '1',
        ],
        'folder_restore' => [], 'folder_save' => [], 'link_in' => ['as' => 'visitor'], 'mine_change' => [
            'as' => 'player',
            'version' => '1',
        ], 'next_player' => ['as' => 'player'], 'open_band' => [], 'packet_change' => [
            'lines' => ['concert F major'],
            'numbers' => ['1'],
        ], 'packet_corners' => [], 'packet_new' => [], 'packet_remove' => [], 'packet_stop' => [],
        'pattern_remove' => [], 'pattern_save' => [], 'patterns_import' => ['text' => '{"version": 1, "patterns": [{"name": "New", "cell": "1 2 3 1"}]}'], 'pin' => [
            'line' => 'own A major, 2 octaves',
            'for' => 'clarinet-bb',
            'pin' => '9 = rE',
        ], 'pin_remove' => [], 'plan_change' => [
            'goal' => '100', 'minutes' => '20', 'due' => '', 'clean' => '2', 'order' => '', 'every' => '0', 'who' => '',
        ],
        'plan_copy' => [], 'plan_new' => [], 'plan_remove' => [], 'player_add' => [], 'player_back' => [], 'player_erase' => [], 'player_leave' => [], 'player_link' => [], 'player_link_end' => [], 'player_remove' => [], 'player_rename' => [], 'players_keep' => [
            'rows' => [['take' => '1', 'name' => 'Newly', 'instrument' => 'flute', 'stage' => 'full']],
        ],
        'record_bring_enter' => [
            'text' => "name,line,result,memory,date\nOwn third chair,\"concert G major, quarter = 80\",passed,yes,2026-03-02",
        ], 'record_drill' => [], 'record_enter' => [], 'record_heard' => [
            'pressed' => '{}',
        ], 'record_list_change' => [], 'record_list_new' => [], 'record_list_remove' => [], 'record_papers_enter' => [], 'record_papers_withdraw' => [], 'record_played' => [
            'as' => 'player',
        ],
        'record_rubric_change' => [
            'version' => '1', 'notes' => '40', 'rhythm' => '20', 'tempo' => '20', 'tone' => '10',
            'articulation' => '10',
        ], 'record_together_enter' => [], 'record_together_withdraw' => [], 'record_watch' => [], 'record_withdraw' => [], 'remark' => [], 'remark_remove' => [],
        'school_bring' => [
            'text' => '{"version": 1, "school": "New", "instrument": "clarinet-bb", "habits": ["B4 = rE"]}',
        ], 'school_keep' => [
            'name' => 'New',
            'for' => 'clarinet-bb',
        ], 'school_remove' => [], 'school_take' => [
            'for' => 'clarinet-bb',
        ], 'sheet_add' => [], 'sheet_remove' => [], 'sheet_save' => [], 'sign_in_again' => [
            'as' => 'visitor',
            'who' => 'Own director',
            'secret' => 'seven boats under grey hills',
            'to' => '/folder',
        ],
        'sign_in_demo' => ['as' => 'visitor'], 'sign_in_try' => [
            'as' => 'visitor',
            'name' => 'Own director',
            'phrase' => 'seven boats under grey hills',
        ], 'sign_out' => [], 'sign_out_everywhere' => [], 'slips' => [], 'stand_results' => [
            'as' => 'player',
        ], 'stand_tendency' => [
            'as' => 'player',
        ], 'token_make' => [], 'token_revoke' => [], 'undo' => [], 'work_it_out_answer' => ['as' => 'player'],
    ];

    /** Deeds after which nothing is there that was not there before: what they change is a session. */
    private const LEAVES_NOTHING = [
        'open_band', 'packet_stop', 'stand_results', 'record_together_withdraw', 'folder_move', 'chair_close',
        'chair_move', 'school_take',
    ];
    /** What coming in writes each time that somebody comes in. */
    private const COMES_IN = ['audit' => 1, 'known_device' => 1, 'sessions' => 1];
    /** What somebody else changes meanwhile, and what of it the page shows. */
    private const VERSIONED = [
        'band_change' => ["UPDATE band SET name = 'Theirs', version = version + 1", 'Theirs'],
        'chair_change' => ["UPDATE chair SET limits = 'C4 to C5', version = version + 1", 'C4 to C5'],
        'daily_keep' => [
            "INSERT INTO daily_sheet (band_id, template, tonic, chorale) SELECT id, 'short', 'Ab', 'evening' FROM band WHERE name = 'Own band'",
            'Ab',
        ],
        'folder_change' => ["UPDATE saved_study SET name = 'Theirs', version = version + 1", 'Theirs'],
        'folder_rename' => ["UPDATE saved_study SET name = 'Theirs', version = version + 1", 'Theirs'],
        'mine_change' => ["UPDATE chair SET style = 'letters', version = version + 1", 'letters'],
        'packet_change' => ["UPDATE packet SET title = 'Theirs', version = version + 1", 'packet'],
        'pattern_save' => ["UPDATE own_pattern SET cell = '1 5 1', name = 'New', version = version + 1", '1 5 1'],
        'plan_change' => ["UPDATE practice_plan SET title = 'Theirs', version = version + 1", 'plan'],
        'player_rename' => ["UPDATE player SET name = 'Theirs ' || id, version = version + 1", 'Theirs'],
        'record_list_change' => ["UPDATE requirement_list SET name = 'Theirs', version = version + 1", 'list'],
        'record_rubric_change' => ["UPDATE band SET rubric = 'notes 73, rhythm 27', version = version + 1", '73'],
        'sheet_save' => ["UPDATE study_sheet SET lines = 'concert Ab', version = version + 1", 'concert Ab'],
    ];
    /** Deeds that need an address which the players' devices can reach. */
    private const WITH_ADDRESS = ['slips', 'packet_corners'];
    /** @var array<string, array{Process, int}> by the address that they are told */
    private static array $servers = [];
    private static ?string $question = null;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
        self::emptied();
        BreakingLine::mended();
    }

    protected function tearDown(): void
    {
        BreakingLine::mended();
        parent::tearDown();
    }

    /** @return list<string> names of the routes that change something */
    private static function deeds(): array
    {
        $deeds = [];
        foreach (self::routes() as $name => $route) {
            [$class, $method] = explode('::', (string) $route->getDefault('_controller'));
            $isRead = [] === array_diff($route->getMethods(), ['GET', 'HEAD']) && [] !== $route->getMethods();
            if (!$isRead && [] === (new \ReflectionMethod($class, $method))->getAttributes(ChangesNothing::class)) {
                $deeds[] = $name;
            }
        }
        sort($deeds);

        return $deeds;
    }

    public function testEveryDeedHasARow(): void
    {
        self::assertEqualsCanonicalizing(
            self::deeds(),
            array_keys(self::DEEDS),
            'a deed without a row is tried by nobody',
        );
    }

    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        foreach (array_keys(self::DEEDS) as $name) {
            yield $name => [$name];
        }
    }

    /** The change and what belongs to it are there together; sent again it is answered alike, and nothing changes. */
    #[DataProvider('names')]
    public function testItIsDoneOnceHoweverOftenItArrives(string $name): void
    {
        $press = $this->ready($name);
        $before = self::state();
        $first = $this->sent($press);
        self::assertLessThan(400, $first[0], $name.': '.$this->says());
        $after = self::state();
        if (!\in_array($name, self::LEAVES_NOTHING, true)) {
            self::assertNotSame($before, $after, $name.' changes something');
        }
        $this->on($press);
        self::assertSame($first, $this->sent($press), $name.' is answered alike');
        self::assertSame(
            array_diff_key($after, self::COMES_IN),
            array_diff_key(self::state(), self::COMES_IN),
            $name.' is done once',
        );
    }

    /** Two at the same moment, through a server that answers several at a time: as if it had been one. */
    #[DataProvider('names')]
    public function testTwoAtOnceAreOne(string $name): void
    {
        $press = $this->ready($name);
        $one = $this->sent($press);
        $once = self::state();
        $press = $this->ready($name);
        $answers = self::atOnce($press, 3);
        foreach ($answers as $answer) {
            self::assertSame($one[0], $answer[0], $name.': '.$answer[2]);
            self::assertSame($answers[0][1], $answer[1], 'they lead to the same place');
        }
        self::assertSame(array_diff_key($once, self::COMES_IN), array_diff_key(self::state(), self::COMES_IN), $name);
    }

    /** The line breaks before it is kept: nothing is there, and that is what is said. */
    #[DataProvider('names')]
    public function testBrokenBeforeItIsKeptNothingIsThere(string $name): void
    {
        $press = $this->ready($name);
        $before = self::state();
        self::database()->executeStatement(
            "CREATE OR REPLACE FUNCTION breaks() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'terminating connection due to administrator command' USING ERRCODE = 'admin_shutdown'; END $$",
        );
        self::database()->executeStatement(
            'CREATE TRIGGER breaks BEFORE UPDATE ON press FOR EACH ROW EXECUTE FUNCTION breaks()',
        );
        try {
            $answer = $this->sent($press);
        } finally {
            self::database()->executeStatement('DROP FUNCTION breaks() CASCADE');
        }
        self::assertSame(503, $answer[0], $name);
        self::assertStringContainsString('nothing can be kept', $this->says());
        self::assertSame($before, self::state(), $name);
        // Pressed again it is done.
        $this->on($press);
        // Who was about to get a new session comes in first: the old one has ended on this device.
        self::assertTrue(
            'account_phrase' === $name ? 401 === $this->sent($press)[0] : $this->sent($press)[0] < 400,
            $name.': '.$this->says(),
        );
    }

    /** The line breaks when it has just been kept: it is found there, and answered as if nothing had been. */
    #[DataProvider('names')]
    public function testBrokenAfterItIsKeptItIsThereAndSaidSo(string $name): void
    {
        $press = $this->ready($name);
        $one = $this->sent($press);
        $once = self::state();
        $press = $this->ready($name);
        BreakingLine::$breaks = true;
        $answer = $this->sent($press);
        self::assertFalse(BreakingLine::$breaks, 'the line has broken');
        self::assertSame($one[0], $answer[0], $name.': '.$this->says());
        self::assertSame($once, self::state(), $name);
        // And where the database stays away, nobody claims what he does not know; the same press settles it.
        $press = $this->ready($name);
        BreakingLine::$breaks = BreakingLine::$staysAway = true;
        $answer = $this->sent($press);
        self::assertSame(503, $answer[0]);
        self::assertStringContainsString('may or may not be there', $this->says());
        BreakingLine::mended();
        $this->on($press);
        self::assertSame($one[0], $this->sent($press)[0], $name.': '.$this->says());
        self::assertSame(array_diff_key($once, self::COMES_IN), array_diff_key(self::state(), self::COMES_IN), $name);
    }

    /** @return iterable<string, array{string, array<string, string>}> */
    public static function versioned(): iterable
    {
        foreach (self::VERSIONED as $name => $theirs) {
            yield $name => [$name, $theirs];
        }
    }

    /**
     * Whoever saves over what somebody else has changed since, or does not say what he has seen, changes nothing and is
     * shown theirs.
     *
     * @param array{string, string} $theirs how somebody else changes it, and what is shown of it
     */
    #[DataProvider('versioned')]
    public function testStaleNothingIsChangedAndBothAreShown(string $name, array $theirs): void
    {
        foreach (['0', null, '999'] as $version) {
            $press = $this->ready($name);
            self::database()->executeStatement($theirs[0]);
            $before = self::state();
            $press['fields'] = array_diff_key($press['fields'], ['version' => 1])
                + (null === $version ? [] : ['version' => $version]);
            $answer = $this->sent($press);
            self::assertContains($answer[0], [409, 422], $name);
            self::assertSame($before, self::state(), $name);
            $page = $this->browser->getCrawler();
            self::assertStringContainsString($theirs[1], $page->filter('main')->html(), $name.' shows theirs');
        }
    }

    public function testEveryDeedThatChecksAVersionIsTriedStale(): void
    {
        $checks = [];
        foreach (self::deeds() as $name) {
            [$class, $method] = explode('::', (string) self::routes()[$name]->getDefault('_controller'));
            $reflection = new \ReflectionMethod($class, $method);
            $code = implode(
                '',
                \array_slice(
                    (array) file((string) $reflection->getFileName()),
                    (int) $reflection->getStartLine() - 1,
                    $reflection->getEndLine() - $reflection->getStartLine() + 1,
                ),
            );
            if (
                str_contains($code, 'Stale::unless')
                || str_contains($code, "'version'")
                || str_contains($code, 'OPTIMISTIC')
            ) {
                $checks[] = $name;
            }
        }
        self::assertEqualsCanonicalizing($checks, array_keys(self::VERSIONED));
    }

    /** What was removed comes back whole, or stays in the bin with a choice. */
    public function testUndoneWithAConflictThereIsAChoiceAndTheBinStaysWhole(): void
    {
        $this->ready('player_remove');
        foreach ([
            'player_remove' => [
                'player',
                "INSERT INTO player SELECT gen_random_uuid() AS id, name, name_key, NULL, NULL, NULL, 1, band_id FROM player WHERE id = '%s'",
            ],
            'pattern_remove' => [
                'own_pattern',
                "INSERT INTO own_pattern (id, name, cell, version, band_id) SELECT gen_random_uuid(), name, '1 2 1', 1, band_id FROM own_pattern WHERE id = '%s'",
            ],
        ] as $name => [$table, $again]) {
            $press = $this->ready($name);
            $id = (string) preg_replace('~.*/([0-9a-f-]{36})/.*~', '$1', $press['path']);
            $whole = self::database()->fetchAllAssociative('SELECT * FROM record_entry ORDER BY id');
            $named = self::database()->fetchAssociative(
                \sprintf('SELECT * FROM %s WHERE id = :id', $table),
                ['id' => $id],
            );
            self::database()->executeStatement(\sprintf(
                'CREATE TEMPORARY TABLE IF NOT EXISTS before_%1$s AS SELECT * FROM %1$s WHERE id = \'%2$s\'',
                $table,
                $id,
            ));
            $this->sent($press);
            self::database()->executeStatement(\sprintf(
                'INSERT INTO %1$s SELECT (jsonb_populate_record(b, jsonb_build_object(\'id\', gen_random_uuid(), \'link_hash\', NULL, \'sign_in_id\', NULL))).* FROM before_%1$s b',
                $table,
            ));
            self::database()->executeStatement(\sprintf('DROP TABLE before_%s', $table));
            $removed = (string) self::database()->fetchOne(
                'SELECT id FROM removed ORDER BY removed_at DESC, id DESC LIMIT 1',
            );
            $before = self::state();
            $page = $this->post('/undo/'.$removed, ['back' => '/band']);
            self::assertResponseStatusCodeSame(409);
            self::assertSame($before, self::state(), 'nothing has left the bin');
            self::assertStringContainsString(
                $named['name'].' 2',
                (string) $page->filter('input[name=as]')->attr('value'),
            );
            $this->browser->submit($page->selectButton('Bring it back under this name')->form());
            self::assertResponseRedirects('/band?brought=1');
            self::assertSame(
                $named['name'].' 2',
                self::database()->fetchOne(\sprintf('SELECT name FROM %s WHERE id = :id', $table), ['id' => $id]),
            );
            self::assertSame($whole, self::database()->fetchAllAssociative('SELECT * FROM record_entry ORDER BY id'));
            self::assertFalse(self::database()->fetchOne('SELECT 1 FROM removed WHERE id = :id', ['id' => $removed]));
        }
        // A pin, then its player: the pin alone has no place; both come back.
        $press = $this->ready('pin_remove');
        $pin = self::database()->fetchAllAssociative('SELECT * FROM pinned_fingering');
        $this->sent($press);
        $ofPin = (string) self::database()->fetchOne(
            'SELECT id FROM removed ORDER BY removed_at DESC, id DESC LIMIT 1',
        );
        $this->post(
            '/band/players/'.self::database()->fetchOne(
                "SELECT id FROM player WHERE name = 'Own third chair'",
            ).'/remove',
        );
        $before = self::state();
        $page = $this->post('/undo/'.$ofPin);
        self::assertResponseStatusCodeSame(409);
        self::assertSame($before, self::state());
        self::assertStringContainsString('Own third chair', $page->filter('[role=alert]')->text());
        $this->browser->submit($page->selectButton('Bring both back')->form());
        self::assertResponseStatusCodeSame(303);
        self::assertSame($pin, self::database()->fetchAllAssociative('SELECT * FROM pinned_fingering'));
        self::assertSame(
            'Own third chair',
            self::database()->fetchOne("SELECT name FROM player WHERE name = 'Own third chair'"),
        );
        // Gone for good: it stays in the bin, and it is said why.
        $press = $this->ready('pin_remove');
        $this->sent($press);
        $ofPin = (string) self::database()->fetchOne(
            'SELECT id FROM removed ORDER BY removed_at DESC, id DESC LIMIT 1',
        );
        self::database()->executeStatement("DELETE FROM player WHERE name = 'Own third chair'");
        $page = $this->post('/undo/'.$ofPin);
        self::assertResponseStatusCodeSame(409);
        self::assertStringContainsString('gone for good', $page->filter('[role=alert]')->text());
        self::assertCount(0, $page->filter('form.stacked[action^="/undo"]'));
    }

    /** A press that is sent again later opens nothing that a sign-out has closed. */
    public function testALatePressLetsNobodyInAndShowsNothing(): void
    {
        $press = $this->ready('sign_in_try');
        self::assertSame(303, $this->sent($press)[0]);
        self::database()->executeStatement("UPDATE press SET made_at = made_at - INTERVAL '2 minutes'");
        $this->on($press);
        $this->sent($press);
        $this->browser->request('GET', '/band');
        self::assertResponseRedirects('/sign-in?back=/band');
        $press = $this->ready('player_link');
        $this->sent($press);
        self::database()->executeStatement("UPDATE press SET made_at = made_at - INTERVAL '2 minutes'");
        $this->browser->getCookieJar()->clear();
        self::assertSame(
            401,
            $this->sent($press)[0],
            'the link that was shown once is not shown to whoever comes after',
        );
        self::assertStringNotContainsString('/p/', $this->browser->getCrawler()->filter('main')->html());
    }

    public function testEveryRuleOfTheDatabaseIsASentence(): void
    {
        $words = (array) Yaml::parseFile(\dirname(__DIR__, 3).'/translations/messages.en.yaml')['refusal']['only_one'];
        foreach (self::database()->fetchFirstColumn(
            "SELECT i.relname FROM pg_index x JOIN pg_class i ON i.oid = x.indexrelid JOIN pg_class t ON t.oid = x.indrelid JOIN pg_namespace n ON n.oid = t.relnamespace WHERE n.nspname = 'public' AND x.indisunique AND NOT x.indisprimary",
        ) as $rule) {
            self::assertTrue(
                isset($words[$rule]) || \in_array($rule, ['player_link', 'program_token_hash'], true),
                $rule.' has a sentence, or holds what is made up at random',
            );
        }
        foreach (Refused::TAKEN as $rule => $key) {
            self::assertSame('refusal.only_one.'.$rule, $key);
            self::assertArrayHasKey($rule, $words);
        }
    }

    /** The session ended: one comes in on the page where one is, and what was pressed is done, once. */
    public function testASessionThatEndedComesBackInPlace(): void
    {
        $press = $this->ready('record_enter');
        $this->browser->getCookieJar()->clear();
        $before = self::state();
        self::assertSame(401, $this->sent($press)[0]);
        self::assertSame($before, self::state());
        $page = $this->browser->getCrawler();
        self::assertSame(
            'passed',
            $page->filter('input[name=result]')->attr('value'),
            'what was pressed is on the page',
        );
        $form = $page->selectButton('Come in and do it')->form();
        $this->browser->submit($form, ['who' => 'Own director', 'secret' => 'not this one at all']);
        self::assertResponseStatusCodeSame(401);
        self::assertSame(
            'passed',
            $this->browser->getCrawler()->filter('input[name=result]')->attr('value'),
            'and stays there',
        );
        $form = $this->browser->getCrawler()->selectButton('Come in and do it')->form();
        $this->browser->submit($form, ['who' => 'Own director', 'secret' => 'seven boats under grey hills']);
        self::assertResponseStatusCodeSame(307);
        self::assertStringContainsString(
            '/record/enter',
            (string) $this->browser->getResponse()->headers->get('Location'),
        );
        self::assertSame(1, self::database()->fetchOne('SELECT COUNT(*) FROM record_entry'), 'not yet');
        // The browser sends the same fields on.
        $fields = $form->getPhpValues();
        $this->browser->request('POST', '/record/enter', $fields);
        self::assertResponseStatusCodeSame(303);
        self::assertSame(2, self::database()->fetchOne('SELECT COUNT(*) FROM record_entry'));
        // That pass is good once: the same fields without a token are refused now.
        $this->browser->request('POST', '/record/enter', ['result' => 'not yet'] + $fields);
        self::assertResponseStatusCodeSame(403);
        self::assertSame(2, self::database()->fetchOne('SELECT COUNT(*) FROM record_entry'));
    }

    /**
     * A fresh house in which somebody is about to press.
     *
     * @return array{path: string, fields: array<string, mixed>, json: bool, token: string, cookies: list<Cookie>,
     *  number: string}
     */
    private function ready(string $name): array
    {
        self::atAddress(\in_array($name, self::WITH_ADDRESS, true) ? 'http://localhost' : '');
        self::ensureKernelShutdown();
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
        self::emptied();
        $own = $this->furnished('Own');
        $row = self::DEEDS[$name];
        $as = $row['as'] ?? 'director';
        $fields = array_diff_key($row, ['as' => 1]) + self::fields($name, $own);
        $path = self::path($name, $own);
        if ('code_use' === $name) {
            $fields['code'] = self::getContainer()->get(Codes::class)->make(Codes::FIRST, 1);
        }
        match ($name) {
            'player_erase' => $fields['sure'] = 'Own player',
            'sheet_save' => $fields += ['id' => $own['sheet'], 'version' => '1'],
            'school_keep' => $fields['player'] = $own['chair'],
            'sign_in_demo' => self::database()->executeStatement(
                "UPDATE account SET is_demo = TRUE WHERE name = 'Own director'",
            ),
            'chorale_bring' => $fields['text'] = self::chorale(),
            'packet_corners' => self::pageWithACorner($own),
            'undo' => $path = '/undo/'.$this->removedPattern($own),
            'player_back' => self::database()->executeStatement(
                'UPDATE player SET left_at = now() WHERE id = :id',
                ['id' => $own['player']],
            ),
            'folder_restore' => self::database()->executeStatement('UPDATE saved_study SET deleted_at = now()'),
            default => null,
        };
        if ('folder_move' === $name) {
            self::database()->executeStatement(
                'INSERT INTO saved_study SELECT gen_random_uuid() AS id, name, line, instrument, setup, stage, rows, 0, version, changed_at, deleted_at, origin, band_id FROM saved_study',
            );
        }
        $this->be($as, $own);

        $token = $this->token()['_token'] ?? '';
        $fields = 'stand_results' === $name ? ['who' => $own['player'], 'sent' => 1, 'results' => []] : $fields;

        return [
            'path' => $path, 'fields' => $fields, 'json' => 'stand_results' === $name, 'token' => $token,
            'cookies' => $this->browser->getCookieJar()->all(), 'number' => Press::fresh(),
        ];
    }

    /** @param array<string, mixed> $own */
    private function removedPattern(array $own): string
    {
        $this->be('director', $own);
        $this->post('/patterns/'.$own['pattern'].'/remove');

        return (string) self::database()->fetchOne('SELECT id FROM removed ORDER BY removed_at DESC, id DESC LIMIT 1');
    }

    /**
     * @param array{path: string, fields: array<string, mixed>, json: bool, token: string, cookies: list<Cookie>,
     *  number: string} $press
     *
     * @return array{int, string|null, string} status, where it leads,
     *  and a digest of the answer but for what is new on each page
     */
    private function sent(array $press): array
    {
        $server = ['HTTP_ORIGIN' => self::ORIGIN];
        if ($press['json']) {
            $server += [
                'HTTP_X_FORM_TOKEN' => $press['token'],
                'HTTP_X_PRESS' => $press['number'],
                'CONTENT_TYPE' => 'application/json',
            ];
            $this->browser->request(
                'POST',
                $press['path'],
                [],
                [],
                $server,
                json_encode($press['fields'], \JSON_THROW_ON_ERROR),
            );
        } else {
            $this->browser->request(
                'POST',
                $press['path'],
                $press['fields'] + ['_token' => $press['token'], '_press' => $press['number']],
                [],
                $server,
            );
        }
        $answer = $this->browser->getResponse();

        return [
            $answer->getStatusCode(),
            $answer->headers->get('Location'),
            hash('sha256', (string) $answer->getContent()),
        ];
    }

    /** @param array{cookies: list<Cookie>, ...} $press */
    private function on(array $press): void
    {
        $this->browser->getCookieJar()->clear();
        foreach ($press['cookies'] as $cookie) {
            $this->browser->getCookieJar()->set($cookie);
        }
    }

    private function says(): string
    {
        return trim((string) preg_replace(
            '/\s+/',
            ' ',
            $this->browser->getCrawler()->filter('[role=alert]')->each(static fn ($one): string => $one->text())[0]
                ?? mb_substr(strip_tags((string) $this->browser->getResponse()->getContent()), 0, 800),
        ));
    }

    /**
     * Several of the same press at the same moment.
     *
     * @param array{path: string, fields: array<string, mixed>, json: bool, token: string, cookies: list<Cookie>,
     *  number: string} $press
     *
     * @return list<array{int, string|null, string}> status, where it leads, the beginning of what it says
     */
    private static function atOnce(array $press, int $times): array
    {
        $base = self::serve();
        $all = curl_multi_init();
        $cookies = implode(
            '; ',
            array_map(static fn (Cookie $one): string => $one->getName().'='.$one->getValue(), $press['cookies']),
        );
        $headers = ['Origin: '.$base, 'Cookie: '.$cookies];
        $handles = [];
        for ($n = 0; $n < $times; ++$n) {
            $one = curl_init($base.$press['path']);
            if ($press['json']) {
                curl_setopt($one, \CURLOPT_POSTFIELDS, json_encode($press['fields'], \JSON_THROW_ON_ERROR));
                curl_setopt(
                    $one,
                    \CURLOPT_HTTPHEADER,
                    [
                        ...$headers,
                        'Content-Type: application/json',
                        'X-Form-Token: '.$press['token'],
                        'X-Press: '.$press['number'],
                    ],
                );
            } else {
                curl_setopt(
                    $one,
                    \CURLOPT_POSTFIELDS,
                    http_build_query($press['fields'] + ['_token' => $press['token'], '_press' => $press['number']]),
                );
                curl_setopt($one, \CURLOPT_HTTPHEADER, $headers);
            }
            curl_setopt_array($one, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_HEADER => true, \CURLOPT_TIMEOUT => 60]);
            curl_multi_add_handle($all, $one);
            $handles[] = $one;
        }
        do {
            curl_multi_exec($all, $running);
            curl_multi_select($all, 0.05);
        } while ($running > 0);
        $answers = [];
        foreach ($handles as $one) {
            $text = (string) curl_multi_getcontent($one);
            $answers[] = [
                (int) curl_getinfo($one, \CURLINFO_RESPONSE_CODE),
                1 === preg_match('/^Location: (?:http:\/\/[^\/]+)?(\S+)/mi', $text, $found) ? $found[1] : null,
                mb_substr((string) preg_replace('/\s+/', ' ', strip_tags($text)), 0, 1200),
            ];
        }

        return $answers;
    }

    /** The address under which a school's devices come, for this kernel and the next. */
    private static function atAddress(string $address): void
    {
        $_SERVER['PUBLIC_URL'] = $_ENV['PUBLIC_URL'] = $address;
    }

    /** A server of its own that answers several at a time. */
    private static function serve(): string
    {
        $address = (string) $_SERVER['PUBLIC_URL'];
        if (!isset(self::$servers[$address])) {
            $socket = stream_socket_server('tcp://127.0.0.1:0');
            \assert(false !== $socket);
            $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
            fclose($socket);
            $root = \dirname(__DIR__, 3);
            $environment = [
                'PHP_CLI_SERVER_WORKERS' => '4', 'APP_ENV' => 'test', 'APP_DEBUG' => '0',
                'DATABASE_URL' => $_SERVER['DATABASE_URL'], 'DATABASE_KEPT' => '0', 'PUBLIC_URL' => $address,
            ];
            $server = new Process(
                [
                    'setsid', 'php', '-d', 'opcache.enable_cli=1', '-S', '127.0.0.1:'.$port, '-t', $root.'/public',
                    __DIR__.'/server.php',
                ],
                $root,
                $environment,
                null,
                null,
            );
            $server->start();
            for ($n = 0; $n < 100 && false === @fsockopen('127.0.0.1', $port); ++$n) {
                usleep(50_000);
            }
            self::$servers[$address] = [$server, $port];
        }

        return 'http://127.0.0.1:'.self::$servers[$address][1];
    }

    public static function tearDownAfterClass(): void
    {
        foreach (self::$servers as [$server]) {
            // Its workers outlive it: the whole group ends.
            posix_kill(-(int) $server->getPid(), \SIGKILL);
            $server->stop(0);
        }
        self::$servers = [];
        self::atAddress('');
        parent::tearDownAfterClass();
    }

    /**
     * A page of a packet that keeps a corner free.
     *
     * @param array<string, mixed> $own
     */
    private static function pageWithACorner(array $own): void
    {
        $open = self::getContainer()->get(OpenBand::class);
        $open->enter($own['band'], $own['band']->getOwner());
        $player = self::getContainer()->get(BandPlayers::class)->all()[$own['chair']];
        $pdf = self::getContainer()->get(PdfMaker::class)->pdf([Svg::page(Paper::A4, '')]);
        self::database()->executeStatement('UPDATE packet_run SET plan = :plan', ['plan' => '{"corners": true}']);
        self::database()->executeStatement('UPDATE packet_piece SET name = :name', ['name' => $player->called()]);
        self::database()->executeStatement(
            'UPDATE made_file SET content = :pdf',
            ['pdf' => $pdf],
            ['pdf' => ParameterType::LARGE_OBJECT],
        );
    }

    private static function chorale(): string
    {
        $part = static fn (int $n, string $step, int $octave): string => \sprintf(
            '<part id="P%d"><measure number="1"><attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>%s</measure></part>',
            $n,
            str_repeat(
                \sprintf(
                    '<note><pitch><step>%s</step><octave>%d</octave></pitch><duration>1</duration><type>quarter</type></note>',
                    $step,
                    $octave,
                ),
                4,
            ),
        );
        $list = implode(
            '',
            array_map(
                static fn (int $n): string => \sprintf(
                    '<score-part id="P%d"><part-name>%1$d</part-name></score-part>',
                    $n,
                ),
                [1, 2, 3, 4],
            ),
        );

        return '<?xml version="1.0"?><score-partwise version="4.0"><part-list>'.$list.'</part-list>'.$part(
            1,
            'C',
            5,
        ).$part(2, 'G', 4).$part(3, 'E', 4).$part(4, 'C', 3).'</score-partwise>';
    }

    /** @return array<string, string> how many rows each table has, and the sums of what tells one state from another */
    private static function state(): array
    {
        self::$question ??= self::question();
        /** @var array<string, string> $state */
        $state = self::database()->fetchAllKeyValue(self::$question);

        return $state;
    }

    /** One question for all tables. */
    private static function question(): string
    {
        $tables = [];
        $columns = self::database()->fetchAllAssociative(
            "SELECT table_name, column_name, data_type FROM information_schema.columns WHERE table_schema = 'public' AND table_name NOT IN ('press', 'doctrine_migration_versions', 'failed_try', 'house_note') ORDER BY table_name, column_name",
        );
        foreach ($columns as ['table_name' => $table, 'column_name' => $column, 'data_type' => $type]) {
            $tables[$table] ??= ["COUNT(*) || ' rows'"];
            if (\in_array(
                $column,
                [
                    'version', 'epoch', 'position', 'left_at', 'closed_at', 'withdrawn_at', 'removed_at', 'deleted_at',
                    'link_hash', 'sign_in_id', 'is_director',
                ],
                true,
            )) {
                $tables[$table][] = \sprintf(
                    "', %1\$s ' || COALESCE(%2\$s(%1\$s), 0)",
                    $column,
                    'integer' === $type ? 'SUM' : 'COUNT',
                );
            }
        }
        $each = array_map(
            static fn (string $table, array $of): string => \sprintf(
                "SELECT '%1\$s', %2\$s FROM %1\$s",
                $table,
                implode(' || ', $of),
            ),
            array_keys($tables),
            $tables,
        );

        return implode(' UNION ALL ', $each);
    }
}
