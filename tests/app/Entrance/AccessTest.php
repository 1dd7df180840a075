<?php

declare(strict_types=1);

namespace App\Tests\Entrance;

use App\Band\Band;
use App\Band\Chair;
use App\Tests\Shared\Furnished;
use App\Tests\Shared\Visits;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/**
 * Every route, every kind of person, own and foreign band. A route that is not in the table fails.
 */
final class AccessTest extends WebTestCase
{
    use Furnished;
    use Visits;

    private const EVERYBODY = ['visitor', 'player', 'assistant', 'director', 'keeper'];
    private const TEACHERS = ['assistant', 'director', 'keeper'];
    private const OWNERS = ['director', 'keeper'];

    /**
     * Who may: routes, by the kinds of person. {x} in a path is filled with something of the own band, and then of a
     * foreign one.
     */
    private const TABLE = [
        'everybody' => ['home', 'desk', 'desk_panel', 'think', 'talk', 'talk_pdf', 'desk_suggest', 'desk_note', 'export', 'letters', 'hand_out', 'compare', 'patterns', 'import', 'sheet_new', 'sheet_export', 'score', 'score_sound', 'score_file', 'rehearse', 'fingerings', 'chart_pdf', 'key_map', 'key_map_pdf', 'strip', 'strip_pdf', 'trills', 'trills_pdf', 'large', 'large_pdf', 'keys',
            'sign_in', 'sign_out', 'sign_out_everywhere', 'next_player', 'sign_in_try', 'sign_in_again', 'sign_in_demo', 'code', 'code_use', 'link', 'link_in', 'next_player_how', 'program_band', 'health', 'alive', 'metrics', 'stand', 'stand_covered', 'work_it_out', 'work_it_out_answer', 'work_it_out_pdf', 'listen'],
        'teachers' => ['pin', 'pin_remove', 'remark', 'remark_remove', 'school_keep', 'school_bring', 'school_file', 'school_take', 'school_remove', 'folder', 'folder_save', 'folder_change', 'folder_rename', 'folder_duplicate', 'folder_move', 'folder_delete', 'folder_restore', 'pattern_save', 'pattern_remove', 'patterns_export', 'patterns_import',
            'sheets', 'sheet', 'sheet_save', 'sheet_add', 'sheet_remove', 'undo', 'band', 'player_add', 'player', 'player_rename', 'chair_add', 'chair_change', 'chair_close', 'chair_move', 'chair_to_section', 'player_leave', 'player_back', 'player_remove', 'player_link', 'player_link_end', 'player_data', 'players_csv', 'players_bring', 'players_preview', 'players_keep', 'slips', 'lesson', 'lesson_pdf', 'daily', 'daily_keep', 'daily_packet', 'chorale_bring', 'chorale_remove', 'packets', 'packet_new', 'packet', 'packet_change', 'packet_progress', 'packet_stop', 'packet_file', 'packet_archive', 'packet_corners', 'packet_remove', 'plans', 'plan_new', 'plan', 'plan_change', 'plan_copy', 'plan_remove', 'plan_cards', 'plan_chair', 'record', 'record_grid', 'record_since', 'record_csv', 'record_enter', 'record_withdraw', 'record_chair', 'record_list_new', 'record_list', 'record_list_change', 'record_list_remove', 'record_hear', 'record_mark', 'record_heard', 'record_rubric', 'record_rubric_change', 'record_together', 'record_together_enter', 'record_together_withdraw', 'record_papers', 'record_papers_enter', 'record_papers_withdraw', 'record_faults', 'record_watch', 'record_drill', 'record_class', 'record_class_pdf', 'record_parents_pdf', 'record_chair_pdf', 'record_entries', 'record_bring', 'record_bring_preview', 'record_bring_enter', 'record_written_pdf'],
        'owners' => [
            'player_erase', 'band_settings', 'band_change', 'assistant_invite', 'assistant_remove', 'band_hand_over',
            'token_make', 'token_revoke', 'band_audit', 'band_data', 'band_remove',
        ],
        'directors' => ['band_found', 'band_restore'],
        'keeper' => ['director_code'],
        'players' => [
            'mine', 'mine_change', 'today', 'progress', 'stand_results', 'stand_token', 'record_mine', 'record_played',
            'stand_tendency',
        ],
        'signed in' => ['account', 'open_band'],
        'teachers with a phrase' => ['account_phrase'],
    ];
    private const KINDS = [
        'everybody' => self::EVERYBODY, 'teachers' => self::TEACHERS, 'owners' => self::OWNERS,
        'directors' => self::OWNERS, 'keeper' => ['keeper'], 'players' => ['player'],
        'signed in' => ['player', ...self::TEACHERS], 'teachers with a phrase' => self::TEACHERS,
    ];
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
        self::assertEqualsCanonicalizing(
            array_keys(self::routes()),
            $listed,
            'a route without a row in the table is open to nobody knows whom',
        );
        foreach (self::routes() as $name => $route) {
            preg_match('/\{(id)\b/', $route->getPath(), $found);
            self::assertSame(
                isset($found[1]) && 'desk_panel' !== $name,
                isset(self::NAMES[$name]),
                $name.' names something of a band',
            );
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
                    self::assertTrue(
                        403 === $status
                            || (
                                302 === $status
                                    && str_contains(
                                        (string) $this->browser->getResponse()->headers->get('Location'),
                                        '/sign-in',
                                    )
                            ),
                        \sprintf('%s: %s is refused, not answered with %d', $kind, $name, $status),
                    );
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
            \in_array($name, self::SILENT, true)
                ? self::assertContains($status, [302, 303, 403, 404], $name)
                : self::assertContains($status, [302, 403, 404], \sprintf('%s: %s of another band', $kind, $name));
            self::assertStringNotContainsString('Foreign', (string) $this->browser->getResponse()->getContent(), $name);
            self::assertEquals($before, $this->inventory($foreign['band']), $kind.': '.$name);
            self::database()->rollBack();
        }
        // What lists, lists one's own.
        foreach ([
            'folder', 'sheets', 'patterns', 'patterns_export', 'desk', 'band', 'players_csv', 'band_data', 'band_audit',
            'mine', 'account', 'lesson', 'packets', 'daily', 'score', 'rehearse', 'score_sound', 'plans', 'today',
            'progress', 'record', 'record_grid', 'record_csv', 'record_mine', 'record_class', 'record_entries',
            'record_papers', 'record_faults',
        ] as $name) {
            $this->be($kind, $own);
            $this->visit($name, $own);
            self::assertStringNotContainsString(
                'Foreign',
                (string) $this->browser->getResponse()->getContent(),
                $kind.': '.$name,
            );
        }
        // A chair of another band in an address gives neither name nor habits.
        $this->be($kind, $own);
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'player' => $foreign['chair']],
        );
        self::assertStringNotContainsString('Foreign', $page->text());
        self::assertStringNotContainsString(
            'right E and B key',
            (string) $page->filter('.note-region')->eq(8)->attr('aria-label'),
        );
    }

    public function testAPlayerSeesNobodyElse(): void
    {
        $own = $this->furnished('Own');
        $this->be('player', $own);
        foreach ([
            '/desk?line=own%20A&for=clarinet-bb', '/mine', '/today', '/progress', '/record/mine',
            '/stand?line=own%20A&for=clarinet-bb&player='.$own['chair'], '/account',
            '/desk?for=clarinet-bb&player='.$own['chair'],
        ] as $address) {
            $text = $this->browser->request('GET', $address)->text();
            self::assertResponseIsSuccessful();
            self::assertStringNotContainsString('Own third chair', $text, $address);
        }
    }

    public function testAProgramReadsWithATokenAndNothingElse(): void
    {
        [$own, $foreign] = [$this->furnished('Own'), $this->furnished('Foreign')];
        $this->be('visitor', $own);
        $this->browser->request(
            'GET',
            '/program/band.json',
            server: ['HTTP_AUTHORIZATION' => 'Bearer '.$own['token text']],
        );
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
        $this->browser->request(
            'GET',
            '/program/band.json',
            server: ['HTTP_AUTHORIZATION' => 'Bearer '.$own['token text']],
        );
        self::assertResponseStatusCodeSame(401);
        unset($foreign);
    }

    /** @return array<string, list<array<string, mixed>>> everything that belongs to a band */
    private function inventory(?Band $band = null): array
    {
        $rows = [];
        foreach ([
            'saved_study', 'study_sheet', 'own_pattern', 'pinned_fingering', 'remark', 'school_of_habits', 'chair',
            'player', 'program_token', 'removed', 'packet', 'packet_run', 'chorale', 'practice_result', 'practice_plan',
            'record_entry', 'requirement_list', 'written_answer', 'paper_entry',
        ] as $table) {
            $rows[$table] = self::database()->fetchAllAssociative(\sprintf(
                'SELECT * FROM %s %s ORDER BY id',
                $table,
                null === $band ? '' : "WHERE band_id = '".$band->getId()."'",
            ));
        }

        return $rows;
    }
}
