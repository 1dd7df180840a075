<?php

declare(strict_types=1);

namespace App\Tests\Entrance;

use App\Account\PlayerSignIn;
use App\Band\Band;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\OwnPattern;
use App\Band\PinnedFingering;
use App\Band\Player;
use App\Band\ProgramTokens;
use App\Band\Remark;
use App\Band\SchoolOfHabits;
use App\Band\Ways;
use App\Desk\DeskState;
use App\Desk\SavedStudy;
use App\Desk\StudySheet;
use App\Packets\OwnChorale;
use App\Packets\Packet;
use App\Record\OwnList;
use App\Record\PaperEntry;
use App\Record\RecordEntry;
use App\Stand\Plan;
use App\Stand\PracticeResult;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use SwiftReed\Fingering\School;
use SwiftReed\Practice\Day;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Every route, every kind of person, own and foreign band. A route that is not in the table fails.
 */
final class AccessTest extends WebTestCase
{
    use Visits;

    private const EVERYBODY = ['visitor', 'player', 'assistant', 'director', 'keeper'];
    private const TEACHERS = ['assistant', 'director', 'keeper'];
    private const OWNERS = ['director', 'keeper'];

    /** Who may: routes, by the kinds of person. {x} in a path is filled with something of the own band, and then of a foreign one. */
    private const TABLE = [
        'everybody' => ['home', 'desk', 'desk_panel', 'think', 'talk', 'talk_pdf', 'desk_suggest', 'desk_note', 'export', 'letters', 'hand_out', 'compare', 'patterns', 'import', 'sheet_new', 'sheet_export', 'score', 'score_sound', 'score_file', 'rehearse', 'fingerings', 'chart_pdf', 'key_map', 'key_map_pdf', 'strip', 'keys',
            'sign_in', 'sign_in_try', 'sign_in_again', 'sign_in_demo', 'code', 'code_use', 'link', 'link_in', 'next_player_how', 'program_band', 'health', 'alive', 'metrics', 'stand', 'stand_covered', 'work_it_out', 'work_it_out_answer', 'work_it_out_pdf', 'listen'],
        'teachers' => ['pin', 'pin_remove', 'remark', 'remark_remove', 'school_keep', 'school_bring', 'school_file', 'school_take', 'school_remove', 'folder', 'folder_save', 'folder_change', 'folder_rename', 'folder_duplicate', 'folder_move', 'folder_delete', 'folder_restore', 'pattern_save', 'pattern_remove', 'patterns_export', 'patterns_import',
            'sheets', 'sheet', 'sheet_save', 'sheet_add', 'sheet_remove', 'undo', 'band', 'player_add', 'player', 'player_rename', 'chair_add', 'chair_change', 'chair_close', 'chair_move', 'chair_to_section', 'player_leave', 'player_back', 'player_remove', 'player_link', 'player_link_end', 'player_data', 'players_csv', 'players_bring', 'players_preview', 'players_keep', 'slips', 'lesson', 'lesson_pdf', 'daily', 'daily_keep', 'daily_packet', 'chorale_bring', 'chorale_remove', 'packets', 'packet_new', 'packet', 'packet_change', 'packet_progress', 'packet_stop', 'packet_file', 'packet_archive', 'packet_corners', 'packet_remove', 'plans', 'plan_new', 'plan', 'plan_change', 'plan_copy', 'plan_remove', 'plan_cards', 'plan_chair', 'record', 'record_grid', 'record_since', 'record_csv', 'record_enter', 'record_withdraw', 'record_chair', 'record_list_new', 'record_list', 'record_list_change', 'record_list_remove', 'record_hear', 'record_mark', 'record_heard', 'record_rubric', 'record_rubric_change', 'record_together', 'record_together_enter', 'record_together_withdraw', 'record_papers', 'record_papers_enter', 'record_papers_withdraw', 'record_faults', 'record_watch', 'record_drill', 'record_class', 'record_class_pdf', 'record_parents_pdf', 'record_chair_pdf', 'record_entries', 'record_bring', 'record_bring_preview', 'record_bring_enter', 'record_written_pdf'],
        'owners' => ['player_erase', 'band_settings', 'band_change', 'assistant_invite', 'assistant_remove', 'band_hand_over', 'token_make', 'token_revoke', 'band_audit', 'band_data', 'band_remove'],
        'directors' => ['band_found', 'band_restore'],
        'keeper' => ['director_code'],
        'players' => ['mine', 'mine_change', 'next_player', 'today', 'progress', 'stand_results', 'stand_token', 'record_mine', 'record_played', 'stand_tendency'],
        'signed in' => ['account', 'sign_out', 'sign_out_everywhere', 'open_band'],
        'teachers with a phrase' => ['account_phrase'],
    ];
    private const KINDS = ['everybody' => self::EVERYBODY, 'teachers' => self::TEACHERS, 'owners' => self::OWNERS, 'directors' => self::OWNERS, 'keeper' => ['keeper'], 'players' => ['player'], 'signed in' => ['player', ...self::TEACHERS], 'teachers with a phrase' => self::TEACHERS];
    /** What the path of a route names, where it is not one and the same for all. */
    private const NAMES = ['pin_remove' => 'pin', 'remark_remove' => 'remark', 'school_file' => 'school', 'school_take' => 'school', 'school_remove' => 'school', 'folder_change' => 'study', 'folder_rename' => 'study', 'folder_duplicate' => 'study', 'folder_move' => 'study', 'folder_delete' => 'study', 'folder_restore' => 'study', 'pattern_remove' => 'pattern',
        'sheet' => 'sheet', 'sheet_remove' => 'sheet', 'player' => 'player', 'player_rename' => 'player', 'chair_add' => 'player', 'chair_change' => 'chair', 'chair_close' => 'chair', 'chair_move' => 'chair', 'chair_to_section' => 'chair', 'player_leave' => 'player', 'player_back' => 'player', 'player_remove' => 'player', 'player_link' => 'player', 'player_link_end' => 'player', 'player_data' => 'player', 'player_erase' => 'player',
        'assistant_remove' => 'assistant', 'band_hand_over' => 'assistant', 'token_revoke' => 'token', 'mine_change' => 'own chair', 'chorale_remove' => 'chorale', 'packet' => 'packet', 'packet_change' => 'packet', 'packet_progress' => 'packet', 'packet_stop' => 'packet', 'packet_file' => 'packet', 'packet_archive' => 'packet', 'packet_corners' => 'packet', 'packet_remove' => 'packet', 'plan' => 'plan', 'plan_change' => 'plan', 'plan_copy' => 'plan', 'plan_remove' => 'plan', 'plan_cards' => 'plan', 'plan_chair' => 'chair', 'record_withdraw' => 'entry', 'record_chair' => 'chair', 'record_list' => 'list', 'record_list_change' => 'list', 'record_list_remove' => 'list', 'record_hear' => 'chair', 'record_mark' => 'chair', 'record_heard' => 'chair', 'record_papers_withdraw' => 'paper', 'record_chair_pdf' => 'chair', 'undo' => 'removed', 'band_restore' => 'removed band'];
    /** With an id of another band these say as little as with one that nobody has: they do nothing and go on. */
    private const SILENT = ['pin_remove', 'remark_remove', 'school_remove', 'pattern_remove', 'undo'];

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
        self::emptied();
    }

    public function testTheTableHasEveryRouteOnce(): void
    {
        $listed = array_merge(...array_values(self::TABLE));
        self::assertSame($listed, array_unique($listed));
        self::assertEqualsCanonicalizing(array_keys(self::routes()), $listed, 'a route without a row in the table is open to nobody knows whom');
        foreach (self::routes() as $name => $route) {
            preg_match('/\{(id)\b/', $route->getPath(), $found);
            self::assertSame(isset($found[1]) && 'desk_panel' !== $name, isset(self::NAMES[$name]), $name.' names something of a band');
        }
    }

    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (self::EVERYBODY as $kind) {
            yield $kind => [$kind];
        }
    }

    #[DataProvider('kinds')]
    public function testEachKindOfPersonMayWhatTheTableSays(string $kind): void
    {
        [$own, $foreign] = [$this->furnished('Own'), $this->furnished('Foreign')];
        foreach (self::TABLE as $who => $names) {
            $may = \in_array($kind, self::KINDS[$who], true);
            foreach ($names as $name) {
                self::database()->beginTransaction();
                $this->be($kind, $own);
                $status = $this->visit($name, $own);
                if ($may) {
                    self::assertNotContains($status, [401, 403, 404], \sprintf('%s: %s is theirs to do', $kind, $name));
                } else {
                    self::assertTrue(403 === $status || (302 === $status && str_contains((string) $this->browser->getResponse()->headers->get('Location'), '/sign-in')), \sprintf('%s: %s is refused, not answered with %d', $kind, $name, $status));
                }
                self::database()->rollBack();
            }
        }
        unset($foreign);
    }

    #[DataProvider('kinds')]
    public function testNothingOfAnotherBandIsFoundOrChanged(string $kind): void
    {
        [$own, $foreign] = [$this->furnished('Own'), $this->furnished('Foreign')];
        $before = $this->inventory($foreign['band']);
        self::assertGreaterThan(9, array_sum(array_map(count(...), $before)));
        foreach (self::NAMES as $name => $named) {
            self::database()->beginTransaction();
            $this->be($kind, $own);
            $status = $this->visit($name, $foreign);
            \in_array($name, self::SILENT, true) ? self::assertContains($status, [302, 303, 403, 404], $name) : self::assertContains($status, [302, 403, 404], \sprintf('%s: %s of another band', $kind, $name));
            self::assertStringNotContainsString('Foreign', (string) $this->browser->getResponse()->getContent(), $name);
            self::assertEquals($before, $this->inventory($foreign['band']), $kind.': '.$name);
            self::database()->rollBack();
        }
        // What lists, lists one's own.
        foreach (['folder', 'sheets', 'patterns', 'patterns_export', 'desk', 'band', 'players_csv', 'band_data', 'band_audit', 'mine', 'account', 'lesson', 'packets', 'daily', 'score', 'rehearse', 'score_sound', 'plans', 'today', 'progress', 'record', 'record_grid', 'record_csv', 'record_mine', 'record_class', 'record_entries', 'record_papers', 'record_faults'] as $name) {
            $this->be($kind, $own);
            $this->visit($name, $own);
            self::assertStringNotContainsString('Foreign', (string) $this->browser->getResponse()->getContent(), $kind.': '.$name);
        }
        // A chair of another band in an address gives neither name nor habits.
        $this->be($kind, $own);
        $page = $this->browser->request('GET', '/desk', ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'player' => $foreign['chair']]);
        self::assertStringNotContainsString('Foreign', $page->text());
        self::assertStringNotContainsString('right E and B key', (string) $page->filter('.note-region')->eq(8)->attr('aria-label'));
    }

    public function testAPlayerSeesNobodyElse(): void
    {
        $own = $this->furnished('Own');
        $this->be('player', $own);
        foreach (['/desk?line=own%20A&for=clarinet-bb', '/mine', '/today', '/progress', '/record/mine', '/stand?line=own%20A&for=clarinet-bb&player='.$own['chair'], '/account', '/desk?for=clarinet-bb&player='.$own['chair']] as $address) {
            $text = $this->browser->request('GET', $address)->text();
            self::assertResponseIsSuccessful();
            self::assertStringNotContainsString('Own third chair', $text, $address);
        }
    }

    public function testAProgramReadsWithATokenAndNothingElse(): void
    {
        [$own, $foreign] = [$this->furnished('Own'), $this->furnished('Foreign')];
        $this->be('visitor', $own);
        $this->browser->request('GET', '/program/band.json', server: ['HTTP_AUTHORIZATION' => 'Bearer '.$own['token text']]);
        self::assertResponseIsSuccessful();
        $data = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertSame('Own band', $data['name']);
        self::assertSame(['Own player', 'Own third chair'], array_column($data['players'], 'name'));
        self::assertStringNotContainsString('Foreign', (string) $this->browser->getResponse()->getContent());
        foreach (['', 'Bearer ', 'Bearer '.str_repeat('0', 64), 'Basic '.$own['token text']] as $header) {
            $this->browser->request('GET', '/program/band.json', server: ['HTTP_AUTHORIZATION' => $header]);
            self::assertResponseStatusCodeSame(401);
        }
        $this->browser->request('GET', '/band', server: ['HTTP_AUTHORIZATION' => 'Bearer '.$own['token text']]);
        self::assertResponseRedirects();
        $this->be('director', $own);
        $this->visit('token_revoke', $own);
        $this->be('visitor', $own);
        $this->browser->request('GET', '/program/band.json', server: ['HTTP_AUTHORIZATION' => 'Bearer '.$own['token text']]);
        self::assertResponseStatusCodeSame(401);
        unset($foreign);
    }

    /** @return array<string, \Symfony\Component\Routing\Route> */
    private static function routes(): array
    {
        $router = self::getContainer()->get('router');
        \assert($router instanceof RouterInterface);

        return $router->getRouteCollection()->all();
    }

    /**
     * A band with one of everything.
     *
     * @return array<string, mixed>
     */
    private function furnished(string $name): array
    {
        $band = self::director($name.' director', $name.' band');
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $open = self::getContainer()->get(OpenBand::class);
        $ways = self::getContainer()->get(Ways::class);
        $tokens = self::getContainer()->get(ProgramTokens::class);
        $assistant = self::director($name.' assistant', $name.' other band')->getOwner();
        $band->addAssistant($assistant);
        $entities->flush();
        $open->enter($band, $band->getOwner());
        $player = new Player($name.' player');
        $chair = new Chair($player, 'clarinet-bb', '', 'full');
        $third = new Player($name.' third chair');
        $thirdChair = new Chair($third, 'clarinet-bb', '', 'full');
        $state = DeskState::of(['line' => 'concert F', 'for' => 'flute']);
        $pin = new PinnedFingering('clarinet-bb', '', 'B4 = rE', $thirdChair);
        $all = ['study' => new SavedStudy($name.' study', $state, 1), 'sheet' => new StudySheet($name.' sheet', 'concert F'), 'pattern' => new OwnPattern($name.' pattern', '1 3 2 1'), 'pin' => $pin, 'remark' => new Remark('flute', 'concert F', -1, false, $name.' remark'), 'school' => new SchoolOfHabits(School::named($name.' school', 'clarinet-bb', ['B4 = rE'])),
            'chorale' => new OwnChorale($name.' chorale', []),
            'plan' => new Plan($name.' plan', 'concert F major', [], Day::parse('2026-03-01')),
            'list' => new OwnList($name.' list', 'concert F major, quarter = 60'),
            'paper' => new PaperEntry($thirdChair, PaperEntry::CARD, $name.' card', true, null, $name.' words', $band->getOwner()->getId(), $name.' director', new \DateTimeImmutable()),
            'entry' => new RecordEntry($thirdChair, 'concert F major, quarter = 60', false, RecordEntry::PASSED, $name.' remark', $band->getOwner()->getId(), $name.' director'),
            'result' => new PracticeResult(Uuid::v7()->toRfc4122(), $thirdChair, 'concert F major', 'ladder', 80, '1/4', true, 20.0, $name.' result', new \DateTimeImmutable(), new \DateTimeImmutable(), true),
            'packet' => new Packet($name.' packet', '1: concert F major', []),
            'removed' => new \App\Band\Removed($name.' removed', [])];
        foreach ([$player, $chair, $third, $thirdChair, ...array_values($all)] as $one) {
            $entities->persist($one);
        }
        $link = $ways->renew($player);
        $signIn = $ways->signIn($player, null);
        [$tokenId, $token] = $tokens->make($name.' program');
        $this->makePiece($all['packet']->getId(), $band, $name);
        $ids = array_map(static fn (object $one): string => $one->getId(), $all);

        return $ids + ['band' => $band, 'sign-in' => $signIn, 'player' => $player->getId(), 'chair' => $thirdChair->getId(), 'own chair' => $chair->getId(), 'link' => $link, 'token' => $tokenId, 'token text' => $token, 'assistant' => $assistant->getId(), 'removed band' => $this->removedOf($band)];
    }

    /** A packet of which one page is ready. */
    private function makePiece(string $packet, Band $band, string $name): void
    {
        $run = Uuid::v7()->toRfc4122();
        $key = hash('sha256', $name);
        self::database()->insert('packet_run', ['id' => $run, 'packet_id' => $packet, 'band_id' => $band->getId(), 'plan' => '{}', 'state' => 'done']);
        self::database()->insert('packet_piece', ['run_id' => $run, 'number' => 0, 'stage' => 0, 'kind' => 'part', 'name' => $name.' page', 'file' => 'parts/01.pdf', 'key' => $key, 'state' => 'made', 'pages' => 1]);
        self::database()->insert('made_file', ['key' => $key, 'band_id' => $band->getId(), 'content' => $name.' content', 'pages' => 1]);
    }

    private function removedOf(Band $band): string
    {
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $gone = new Band('gone', $band->getOwner());
        $gone->remove();
        $entities->persist($gone);
        $entities->flush();

        return $gone->getId();
    }

    /** @param array<string, mixed> $own */
    private function be(string $kind, array $own): void
    {
        $this->browser->getCookieJar()->clear();
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $entities->clear();
        $band = $entities->find(Band::class, $own['band']->getId());
        \assert($band instanceof Band);
        $person = match ($kind) {
            'visitor' => null, 'player' => $entities->find(PlayerSignIn::class, $own['sign-in']->getId()),
            'assistant' => $band->getAssistants()[0], default => $band->getOwner(),
        };
        if ('keeper' === $kind) {
            // The keeper is a director like others, in his own band, and looks after the house besides.
            self::database()->executeStatement('UPDATE account SET is_keeper = FALSE');
            self::database()->executeStatement('UPDATE account SET is_keeper = TRUE WHERE id = :id', ['id' => $band->getOwner()->getId()]);
            $entities->refresh($band->getOwner());
        }
        if ('assistant' === $kind) {
            // An assistant who has no band of his own.
            self::database()->executeStatement('UPDATE account SET is_director = FALSE WHERE id = :id', ['id' => $person?->getUserIdentifier() ? substr($person->getUserIdentifier(), 8) : '']);
            self::database()->executeStatement('DELETE FROM band WHERE owner_id = :id', ['id' => substr((string) $person?->getUserIdentifier(), 8)]);
            $entities->refresh($person);
        }
        if (null !== $person) {
            $this->browser->loginUser($person, 'main');
        }
    }

    /** @param array<string, mixed> $with what the path names */
    private function visit(string $name, array $with): int
    {
        $route = self::routes()[$name] ?? null;
        if (null === $route) {
            return 200; // not built yet; the first test says so
        }
        $fill = ['id' => isset(self::NAMES[$name]) ? $with[self::NAMES[$name]] : '', 'token' => $with['link'], 'format' => ['player_data' => 'csv', 'score_file' => 'mid'][$name] ?? 'txt', 'number' => '0', 'index' => '0', 'direction' => 'up'];
        $path = preg_replace_callback('/\{(\w+)(<[^>]*>)?\}/', static fn (array $found): string => 'desk_panel' === $name ? 'tonic' : (string) $fill[$found[1]], $route->getPath());
        $desk = ['line' => 'concert F', 'for' => 'flute'];
        $fields = $desk + match ($name) {
            'pin' => ['pin' => 'B4 = L1'], 'remark' => ['text' => 'x'], 'player_add' => ['name' => 'New', 'instrument' => 'flute', 'stage' => 'full'], 'chair_add' => ['instrument' => 'flute', 'stage' => 'full'], 'chair_change' => ['stage' => 'full', 'version' => '1'],
            'player_rename' => ['name' => 'New', 'version' => '1'], 'folder_save', 'folder_rename' => ['name' => 'New'], 'folder_change' => ['name' => 'New', 'version' => '1'], 'sheet_save' => ['name' => 'New', 'lines' => 'concert F'], 'pattern_save' => ['name' => 'New', 'cell' => '1 2 3 1'], 'players_preview' => ['text' => 'Ada, flute'],
            'mine_change' => ['style' => 'large'], 'open_band' => ['band' => $with['band']->getId()], 'band_found' => ['name' => 'New'], 'band_change' => ['name' => 'New', 'version' => '1', 'kept_days' => '400'], 'token_make' => ['token_name' => 'New'], 'packet_new' => ['title' => 'New', 'line' => ''], 'packet_change' => ['title' => 'New', 'version' => '1'], 'daily_keep' => ['template' => 'short', 'key' => 'F'], 'plan_change' => ['title' => 'New', 'lines' => 'concert F major', 'version' => '1'], 'plan_copy' => ['chair' => $with['chair']], 'record_list_change' => ['name' => 'New', 'rows' => 'concert F major, 60', 'version' => '1'], 'stand_tendency' => ['chair' => $with['own chair'], 'tendency' => 'D4 flat 20'], 'record_played' => ['chair' => $with['own chair'], 'list' => $with['list'], 'requirement' => 'concert F major, quarter = 60'], 'work_it_out_answer' => ['asked' => 'scale', 'question' => 'own F major', 'asks' => 'Write it.', 'answer' => 'F G A'], 'record_mark', 'record_heard' => ['list' => $with['list'], 'requirement' => 'concert F major, quarter = 60', 'result' => 'passed'], 'record_together_enter' => ['list' => $with['list'], 'requirement' => 'concert F major, quarter = 60', 'chairs' => [$with['chair']], 'result' => 'passed'], 'record_papers_enter' => ['title' => 'New', 'usable' => [$with['chair'] => 'yes']], 'record_watch' => ['chair' => $with['chair'], 'note' => 'Eb'], 'record_drill' => ['chair' => $with['chair'], 'line' => 'concert F major, drill after note 3'], 'record_enter' => ['list' => $with['list'], 'chair' => $with['chair'], 'requirement' => 'concert F major, quarter = 60', 'result' => 'passed'], default => [],
        };
        if ('open_band' === $name) {
            $fields['band'] = $with['band']->getId();
        }
        if ([] === $route->getMethods() || \in_array('GET', $route->getMethods(), true)) {
            $this->browser->request('GET', (string) $path, 'hand_out' === $name ? $desk + ['who' => ['flute'], 'format' => 'mid'] : $desk);
        } elseif ('listen' === $name) {
            $this->send((string) $path, $desk + ['simulate' => 'clean']);
        } elseif ('stand_results' === $name) {
            $this->send((string) $path, ['who' => $with['player'], 'sent' => 1, 'results' => []]);
        } else {
            $this->post((string) $path, $fields);
        }
        $status = $this->browser->getResponse()->getStatusCode();

        // Program and demonstration have doors of their own.
        return ('program_band' === $name && 401 === $status) || ('metrics' === $name && 404 === $status) || ('sign_in_demo' === $name && 404 === $status) || (\in_array($name, ['sign_in_try', 'sign_in_again'], true) && 401 === $status) ? 200 : $status;
    }

    /** @return array<string, list<array<string, mixed>>> everything that belongs to a band */
    private function inventory(?Band $band = null): array
    {
        $rows = [];
        foreach (['saved_study', 'study_sheet', 'own_pattern', 'pinned_fingering', 'remark', 'school_of_habits', 'chair', 'player', 'program_token', 'removed', 'packet', 'packet_run', 'chorale', 'practice_result', 'practice_plan', 'record_entry', 'requirement_list', 'written_answer', 'paper_entry'] as $table) {
            $rows[$table] = self::database()->fetchAllAssociative(\sprintf('SELECT * FROM %s %s ORDER BY id', $table, null === $band ? '' : "WHERE band_id = '".$band->getId()."'"));
        }

        return $rows;
    }
}
