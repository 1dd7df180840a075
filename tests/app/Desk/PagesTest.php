<?php

declare(strict_types=1);

namespace App\Tests\Desk;

use App\Desk\SavedStudy;
use App\Desk\SavedStudyRepository;
use App\Tests\Shared\Visits;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

final class PagesTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
    }

    public function testTheDeskShowsTheLineForTheInstrument(): void
    {
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'concert G major, 2 octaves', 'for' => 'clarinet-bb'],
        );
        self::assertResponseIsSuccessful();
        self::assertSame('A major, 2 octaves', $page->filter('h1')->text());
        self::assertCount(29, $page->filter('.note-region'));
        self::assertStringContainsString('three sharps', $page->filter('.paper-head')->text());
        self::assertSelectorTextContains('.hard', 'over the break');
    }

    public function testRowsAreSwitchedByTheAddress(): void
    {
        $all = $this->browser->request('GET', '/desk', ['line' => 'concert C'])->filter('.music text')->count();
        $bare = $this->browser->request('GET', '/desk', ['line' => 'concert C', 'rows' => '-'])
            ->filter('.music text')
            ->count();
        self::assertGreaterThan($bare + 30, $all);
    }

    /** @return iterable<array{string, array<string, string>, int, string}> */
    public static function badRequests(): iterable
    {
        yield ['/desk', ['line' => 'concert H'], 422, 'Column 9'];
        yield ['/desk', ['line' => str_repeat('x', 1400)], 422, 'at most 1200'];
        yield ['/desk', ['line' => 'concert F, 3 octaves', 'for' => 'trumpet-bb'], 422, 'wider'];
        yield ['/desk', ['line' => 'concert C blues, keys by modes'], 422, 'not one of the seven modes'];
        yield ['/desk/part.pdf', ['line' => 'concert C blues, keys by modes'], 422, 'not one of the seven modes'];
        yield ['/sheets/sheet.pdf', ['lines' => "concert F\nconcert X"], 422, 'Line 2 of the sheet'];
        yield ['/sheets/new', ['lines' => 'concert X'], 422, 'Column 9'];
        yield ['/sheets/00000000-0000-0000-0000-000000000000', [], 404, 'no such sheet'];
        yield ['/desk', ['for' => 'kazoo'], 404, 'not a known instrument'];
        yield ['/desk', ['for' => 'flute', 'setup' => 'turbo'], 404, 'turbo'];
        yield ['/desk/part.pdf', ['line' => 'nonsense'], 422, 'Column 1'];
        yield ['/desk/note/99', ['line' => 'concert C'], 404, 'There is no note 99'];
        yield ['/keys', ['key' => 'H'], 422, 'not the name of a note'];
        yield ['/fingerings', ['for' => 'kazoo'], 404, 'not a known instrument'];
        yield ['/nowhere', [], 404, 'There is no page at this address'];
        yield ['/folder/not-an-id/delete', [], 405, 'does not take'];
    }

    /** @param array<string, string> $query */
    #[DataProvider('badRequests')]
    public function testBadRequestsGetASentenceAndTheRightStatus(
        string $path,
        array $query,
        int $status,
        string $sentence,
    ): void {
        $this->browser->request('GET', $path, $query);
        self::assertResponseStatusCodeSame($status);
        self::assertStringContainsString(
            $sentence,
            html_entity_decode((string) $this->browser->getResponse()->getContent()),
        );
        if ('/desk' === $path && isset($query['line'])) {
            self::assertStringContainsString(
                htmlspecialchars($query['line']),
                (string) $this->browser->getResponse()->getContent(),
                'what was typed is kept',
            );
        }
    }

    public function testQueriesOfTheWrongShapeDoNoHarm(): void
    {
        foreach ([
            '/desk?line[]=1&for[]=2&set=x', '/desk?setup[a][b]=1', '/desk?set[extent][]=1', '/folder?q=%00%25_',
            "/desk?line=\xFF\xFE", '/keys?key=%F0%9F', '/desk?rows[]=d',
        ] as $path) {
            $this->browser->request('GET', $path);
            self::assertLessThan(500, $this->browser->getResponse()->getStatusCode(), $path);
        }
    }

    public function testWhatIsTypedIsShownAsText(): void
    {
        $this->browser->request('GET', '/desk', ['line' => 'concert <script>alert(1)</script>']);
        self::assertStringNotContainsString('<script>alert', (string) $this->browser->getResponse()->getContent());
    }

    public function testAStudyIsSavedFoundChangedAndDeletedWithUndo(): void
    {
        $this->post('/folder', ['name' => '  Warm-up  ', 'line' => 'concert  bb MAJOR', 'for' => 'trumpet-bb']);
        self::assertResponseStatusCodeSame(303);
        $study = $this->only();
        self::assertSame(['Warm-up', 'concert Bb major'], [$study->getName(), $study->getLine()]);

        $this->browser->request('GET', '/folder', ['q' => 'WARM trumpet']);
        self::assertSelectorTextContains('.study-name', 'Warm-up');
        $this->browser->request('GET', '/folder', ['q' => 'flute']);
        self::assertSelectorTextContains('.empty', 'Nothing in the folder');

        $this->post(
            '/folder/'.$study->getId(),
            [
                'name' => 'Warm-up',
                'line' => 'concert F',
                'for' => 'trumpet-bb',
                'version' => (string) $study->getVersion(),
            ],
        );
        self::assertResponseStatusCodeSame(303);
        self::assertSame('concert F', $this->only()->getLine());

        $this->post(
            '/folder/'.$study->getId().'/rename',
            ['name' => 'Other', 'version' => (string) $this->only()->getVersion()],
        );
        $this->post('/folder/'.$study->getId().'/duplicate');
        self::assertCount(2, $this->all());

        $this->post('/folder/'.$study->getId().'/delete');
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Removed: Other', $page->filter('.undo')->text());
        self::assertSame(
            ['Other (copy)'],
            array_map(static fn (SavedStudy $one): string => $one->getName(), $this->all()),
        );
        $this->browser->submit($page->filter('.undo')->selectButton('Undo')->form());
        self::assertCount(2, $this->all());
    }

    public function testTheOrderIsTheUsersOwn(): void
    {
        foreach (['one', 'two', 'three'] as $name) {
            $this->post('/folder', ['name' => $name, 'line' => 'concert C']);
        }
        $versions = array_map(static fn (SavedStudy $one): int => $one->getVersion(), $this->all());
        $this->post('/folder/'.$this->all()[2]->getId().'/move/up');
        $this->post('/folder/'.$this->all()[0]->getId().'/move/up');
        self::assertSame(
            ['one', 'three', 'two'],
            array_map(static fn (SavedStudy $one): string => $one->getName(), $this->all()),
        );
        self::assertSame(
            $versions,
            array_map(static fn (SavedStudy $one): int => $one->getVersion(), $this->all()),
            'moving is no change of a study',
        );
    }

    public function testTwoPeopleChangingTheSameStudyGetAConflictNotASilentOverwrite(): void
    {
        $this->post('/folder', ['name' => 'Shared', 'line' => 'concert C']);
        $study = $this->only();
        $change = ['name' => 'Shared', 'for' => 'flute', 'version' => (string) $study->getVersion()];
        $this->post('/folder/'.$study->getId(), $change + ['line' => 'concert D']);
        $page = $this->post('/folder/'.$study->getId(), $change + ['line' => 'concert E']);
        self::assertResponseStatusCodeSame(409);
        self::assertStringContainsString('concert E', $page->filter('.versions')->text());
        self::assertSame('concert D', $this->only()->getLine());
        $this->browser->submit($page->selectButton('Put mine in its place')->form());
        self::assertSame('concert E', $this->only()->getLine());
    }

    public function testWhatCannotBeSavedIsRefusedAndKept(): void
    {
        foreach ([
            ['name' => '', 'line' => 'concert C'],
            ['name' => str_repeat('n', 121), 'line' => 'concert C'],
            ['name' => 'x', 'line' => 'concert H'],
            ['name' => 'x', 'line' => 'concert C', 'for' => 'kazoo'],
        ] as $fields) {
            $page = $this->post('/folder', $fields);
            self::assertResponseStatusCodeSame(422);
            self::assertSame($fields['line'], $page->filter('input[name=line]')->attr('value'));
            self::assertSame([], $this->all());
        }
    }

    public function testAnotherSiteCannotChangeAnything(): void
    {
        foreach ([
            'HTTP_ORIGIN' => 'http://elsewhere.example',
            'HTTP_SEC_FETCH_SITE' => 'cross-site',
        ] as $header => $value) {
            $this->post('/folder', ['name' => 'x', 'line' => 'concert C'], [], [$header => $value]);
            self::assertResponseStatusCodeSame(403);
        }
        self::assertSame([], $this->all());
    }

    public function testTheKeysAnswerBothQuestions(): void
    {
        $page = $this->browser->request('GET', '/keys', ['naming' => 'concert', 'key' => 'B flat']);
        self::assertStringContainsString(
            'Alto saxophone G',
            preg_replace('/\s+/', ' ', $page->filter('.answers')->text()) ?? '',
        );
        $page = $this->browser->request('GET', '/keys', ['naming' => 'own', 'key' => 'C']);
        self::assertStringContainsString(
            'Horn in F line 2',
            preg_replace('/\s+/', ' ', $page->filter('.answers')->text()) ?? '',
        );
        self::assertCount(12, $page->filter('.keys-table tbody tr'));
        self::assertGreaterThan(60, $page->filter('.signature')->count());
    }

    public function testEveryExportHasItsType(): void
    {
        foreach ([
            'pdf' => 'application/pdf',
            'musicxml' => 'application/vnd.recordare.musicxml+xml',
            'mid' => 'audio/midi',
            'json' => 'application/json',
            'txt' => 'text/plain; charset=UTF-8',
        ] as $format => $type) {
            $this->browser->request(
                'GET',
                '/desk/part.'.$format,
                ['line' => 'concert Bb major, 2 octaves, eighths', 'for' => 'flute'],
            );
            self::assertResponseIsSuccessful();
            self::assertResponseHeaderSame('Content-Type', $type);
            self::assertStringContainsString(
                'b-major-flute.'.$format,
                strtr((string) $this->browser->getResponse()->headers->get('Content-Disposition'), ['bb-' => 'b-']),
            );
        }
    }

    public function testAPinIsKeptHonouredListedAndRemoved(): void
    {
        $desk = ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb'];
        $this->post('/pins', $desk + ['pin' => 'B4 = rE']);
        self::assertResponseStatusCodeSame(303);
        $this->post('/pins', $desk + ['pin' => '1 = LT L1 L2 L3 R1 R2']);
        $page = $this->browser->request('GET', '/desk', $desk);
        self::assertStringContainsString(
            'right E and B key',
            (string) $page->filter('.note-region')->eq(8)->attr('aria-label'),
        );
        self::assertCount(2, $page->filter('.notebook .noted'));
        $elsewhere = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'own E major, 2 octaves', 'for' => 'clarinet-bb'],
        );
        self::assertCount(
            1,
            $elsewhere->filter('.notebook .noted'),
            'the habit goes along, the pin of this line does not',
        );
        self::assertCount(
            0,
            $this->browser->request(
                'GET',
                '/desk',
                ['line' => 'own A major, 2 octaves', 'for' => 'flute'],
            )->filter('.notebook .noted'),
        );
        foreach ($page->filter('.notebook .noted')->each(
            static fn ($form): \Symfony\Component\DomCrawler\Form => $form->selectButton('remove')->form(),
        ) as $form) {
            $this->browser->submit($form);
        }
        $page = $this->browser->request('GET', '/desk', $desk);
        self::assertStringContainsString(
            'left E and B key',
            (string) $page->filter('.note-region')->eq(8)->attr('aria-label'),
        );
        foreach (['B4', 'B4 = bis', 'H = x', 'D4 flat 200'] as $nonsense) {
            $this->post('/pins', $desk + ['pin' => $nonsense]);
            self::assertResponseStatusCodeSame(422);
        }
    }

    public function testAPlayersHabitsAreHisAlone(): void
    {
        $desk = ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'setup' => 'lEb', 'stage' => 'developing'];
        $this->post(
            '/band/players',
            ['name' => 'Third chair', 'instrument' => 'clarinet-bb', 'setup' => ['lEb'], 'stage' => 'developing'],
        );
        self::assertResponseStatusCodeSame(303);
        $id = (string) self::database()->fetchOne('SELECT id FROM chair');
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => $desk['line'], 'for' => 'clarinet-bb', 'player' => $id],
        );
        self::assertSame('Third chair', $page->filter('#who option[selected]')->text());
        $this->post('/pins', $desk + ['player' => $id, 'pin' => 'B4 = rE']);
        $his = $this->browser->request('GET', '/desk', ['line' => $desk['line'], 'player' => $id]);
        self::assertStringContainsString(
            'right E and B key',
            (string) $his->filter('.note-region')->eq(8)->attr('aria-label'),
        );
        self::assertStringContainsString('Third chair only', $his->filter('.notebook')->text());
        self::assertCount(1, $his->filter('#setup-lEb[checked]'), 'the set-up comes with the player');
        self::assertSame('developing', $his->filter('#stage option[selected]')->attr('value'));
        $section = $this->browser->request('GET', '/desk', ['line' => $desk['line'], 'for' => 'clarinet-bb']);
        self::assertStringContainsString(
            'left E and B key',
            (string) $section->filter('.note-region')->eq(8)->attr('aria-label'),
        );
        $this->post('/band/players/'.self::database()->fetchOne('SELECT player_id FROM chair').'/remove');
        self::assertResponseStatusCodeSame(303);
        self::assertSame(
            0,
            (int) self::getContainer()->get('doctrine.dbal.default_connection')->fetchOne(
                'SELECT COUNT(*) FROM pinned_fingering',
            ),
            'the habits go with the player',
        );
        $this->post('/band/players', ['name' => '  ', 'instrument' => 'flute', 'stage' => 'full']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('expected 1 to 60', $this->browser->getCrawler()->text());
    }

    public function testFingersCanBeCountedOneToSix(): void
    {
        $page = $this->browser->request('GET', '/desk', ['line' => 'own C major', 'for' => 'alto-sax', 'rows' => 'n']);
        self::assertStringContainsString('>456', str_replace(' ', '', $page->filter('.music')->html()));
        self::assertStringNotContainsString(
            '>456',
            str_replace(
                ' ',
                '',
                $this->browser->request('GET', '/desk', ['line' => 'own C major', 'for' => 'alto-sax', 'rows' => 't'])
                    ->filter('.music')
                    ->html(),
            ),
        );
        self::assertStringContainsString(
            'right little finger',
            $this->browser->request('GET', '/desk/note/0', ['line' => 'own C major', 'for' => 'alto-sax'])
                ->filter('.card-keys')
                ->text(),
        );
    }

    public function testAHabitOfAnotherSetupDoesNotStopThePage(): void
    {
        $this->post(
            '/pins',
            ['line' => 'own C major, 2 octaves', 'for' => 'horn-f', 'setup' => 'double', 'pin' => 'C5 = T0'],
        );
        self::assertResponseStatusCodeSame(303);
        $this->browser->request('GET', '/desk', ['line' => 'own C major, 2 octaves', 'for' => 'horn-f']);
        self::assertResponseIsSuccessful();
    }

    public function testAPlayersTendencyChangesTheAdvice(): void
    {
        $desk = ['line' => 'own C major', 'for' => 'trumpet-bb'];
        $this->post('/pins', $desk + ['pin' => 'G4 sharp 20']);
        self::assertResponseStatusCodeSame(303);
        self::assertStringContainsString(
            '20 cents sharp',
            $this->browser->request('GET', '/desk/note/4', $desk)->text(),
        );
        self::assertStringContainsString(
            '32 cents sharp',
            $this->browser->request('GET', '/desk/note/1', $desk)->text(),
        );
    }

    public function testTheCardSaysWherePlayersDiffer(): void
    {
        self::assertStringContainsString(
            'Players differ on this note',
            $this->browser->request(
                'GET',
                '/desk/note/0',
                ['line' => 'own D minor arpeggio, from D6 to F6', 'for' => 'oboe'],
            )->text(),
        );
        self::assertStringNotContainsString(
            'Players differ',
            $this->browser->request('GET', '/desk/note/0', ['line' => 'own D major', 'for' => 'oboe'])->text(),
        );
    }

    public function testRemarksAreKeptShownAndPrinted(): void
    {
        $desk = ['line' => 'own D major', 'for' => 'flute'];
        $this->post('/remarks', $desk + ['text' => ' For  the <ear> ', 'note' => '-1']);
        $this->post('/remarks', $desk + ['text' => 'Fingers close', 'note' => '2', 'change' => '1']);
        $page = $this->browser->request('GET', '/desk', $desk);
        self::assertStringContainsString('For the <ear>', $page->filter('.notebook')->text());
        self::assertStringContainsString(
            'Fingers close',
            $this->browser->request('GET', '/desk/note/2', $desk)->text(),
        );
        $this->browser->request('GET', '/desk/part.pdf', $desk);
        $file = tempnam(sys_get_temp_dir(), 'pdf');
        file_put_contents((string) $file, $this->browser->getResponse()->getContent());
        self::assertStringContainsString(
            'Change into Note 3, F',
            (string) shell_exec('pdftotext '.escapeshellarg((string) $file).' -'),
        );
        foreach ([['text' => ''], ['text' => str_repeat('x', 401)], ['text' => 'x', 'note' => '99']] as $fields) {
            $this->post('/remarks', $desk + $fields);
            self::assertResponseStatusCodeSame(422);
        }
    }

    public function testADrillIsMadeSavedAndLinkedToWhereItCameFrom(): void
    {
        $this->post(
            '/folder',
            ['name' => 'The whole line', 'line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb'],
        );
        $page = $this->browser->followRedirect();
        $drill = $this->browser->click($page->filter('.hard a.drill')->first()->link());
        self::assertStringContainsString('A drill of A to B', $drill->filter('.paper-head')->text());
        $form = $drill->filter('#keep-form')->form(['name' => 'The drill']);
        $this->browser->submit($form);
        self::assertStringContainsString(
            'a drill from The whole line',
            preg_replace('/\s+/', ' ', $this->browser->request('GET', '/folder')->text()) ?? '',
        );
    }

    public function testTwoSetupsAreCompared(): void
    {
        $page = $this->browser->request(
            'GET',
            '/compare',
            ['line' => 'concert F, 2 octaves', 'for' => 'horn-f', 'other' => 'double'],
        );
        self::assertResponseIsSuccessful();
        self::assertCount(2, $page->filter('.total'));
        self::assertStringContainsString('T0', $page->filter('.differences')->text());
        $page = $this->browser->request(
            'GET',
            '/compare',
            ['line' => 'own Bb major', 'for' => 'alto-sax', 'pins_one' => 'Bb4 = bis', 'pins_other' => 'Bb4 = side-bb'],
        );
        self::assertStringContainsString('B♭4', $page->filter('.differences')->text());
        $page = $this->browser->request(
            'GET',
            '/compare',
            ['line' => 'own D, 5 notes', 'for' => 'trombone', 'other' => 'f-attachment'],
        );
        self::assertStringContainsString('no difference', $page->text());
        $this->browser->request('GET', '/compare', ['line' => 'nonsense']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testTheBackOfTheBookIsSearchedFilteredAndPrinted(): void
    {
        $page = $this->browser->request('GET', '/fingerings', ['q' => 'A# on alto']);
        self::assertSame('Alto saxophone', $page->filter('h1')->text());
        self::assertStringContainsString('A# on alto: Three left, three right', $page->filter('[role=status]')->text());
        $all = $page->filter('.music [role=img]')->count();
        $some = $this->browser->request('GET', '/fingerings', ['for' => 'alto-sax', 'register' => 'palm keys'])
            ->filter('.music [role=img]')
            ->count();
        self::assertGreaterThan($some, $all);
        self::assertGreaterThan(0, $some);
        $this->browser->request('GET', '/fingerings', ['q' => 'C9 on flute']);
        self::assertResponseStatusCodeSame(422);
        $this->browser->request('GET', '/fingerings/chart.pdf', ['for' => 'bassoon']);
        self::assertResponseHeaderSame('Content-Type', 'application/pdf');
        $strip = $this->browser->request('GET', '/fingerings/strip', ['line' => 'own C major', 'for' => 'oboe']);
        self::assertCount(15, $strip->filter('.strip:not(.trills) li'));
        self::assertCount(7, $strip->filter('.trills li'));
    }

    public function testTheTrillBookStandsOnThePageOnPaperAndOnTheCard(): void
    {
        $page = $this->browser->request('GET', '/fingerings/trills', ['for' => 'flute']);
        self::assertResponseIsSuccessful();
        $rows = $page->filter('.trill-book tbody tr');
        self::assertCount(36, $rows, 'each note but the last has its steps above it');
        $a = $rows->reduce(static fn ($row): bool => 'A4' === $row->filter('th')->text());
        self::assertStringContainsString('The left middle finger trills, and comes up for B♭4.', $a->text());
        self::assertSame(2, $a->filter('svg')->count());
        self::assertStringContainsString('no good trill', $rows->first()->text());
        $this->browser->request('GET', '/fingerings/trills', ['for' => 'no-such']);
        self::assertResponseStatusCodeSame(404);
        $this->browser->request('GET', '/fingerings/trills.pdf', ['for' => 'clarinet-bb']);
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
        $card = $this->browser->request('GET', '/desk/note/2', ['line' => 'own F major', 'for' => 'flute']);
        self::assertStringContainsString('The left middle finger trills', $card->text());
    }

    public function testADoubleHornHasTheRowOfTheNextChair(): void
    {
        $query = ['line' => 'own G major, 2 octaves', 'for' => 'horn-f'];
        $page = $this->browser->request('GET', '/desk', $query + ['setup' => 'double']);
        self::assertStringContainsString('or, without the thumb:', $page->filter('.music')->text());
        $off = $this->browser->request('GET', '/desk', $query + ['setup' => 'double', 'other' => 'none']);
        self::assertStringNotContainsString('without the thumb:', $off->filter('.music')->text());
        $single = $this->browser->request('GET', '/desk', $query);
        self::assertStringNotContainsString('without the thumb', $single->filter('.music')->text());
    }

    private function only(): SavedStudy
    {
        self::assertCount(1, $this->all());

        return $this->all()[0];
    }

    /** @return list<SavedStudy> */
    private function all(): array
    {
        $studies = self::getContainer()->get(SavedStudyRepository::class);
        self::getContainer()->get('doctrine.orm.entity_manager')->clear();

        return $studies->search('');
    }

    public function testALineInManyKeysIsTakenAwayWhole(): void
    {
        $query = ['line' => 'concert C major, 5 notes, keys by fourths', 'for' => 'clarinet-bb'];
        $page = $this->browser->request('GET', '/desk', $query + ['at' => '3']);
        self::assertSame('F major, 5 notes', $page->filter('h1')->text(), 'concert E flat is the fourth');
        self::assertStringContainsString('4 of 12', $page->filter('.of-keys')->text());
        $this->browser->request('GET', '/desk/part.json', $query);
        self::assertCount(12, json_decode((string) $this->browser->getResponse()->getContent(), true)['studies']);
        $this->browser->request('GET', '/desk/part.json', $query + ['one' => '1', 'at' => '3']);
        self::assertSame(
            'F',
            json_decode((string) $this->browser->getResponse()->getContent(), true)['written_key']['tonic'],
        );
        foreach (['pdf', 'musicxml', 'mid', 'txt'] as $format) {
            $this->browser->request('GET', '/desk/part.'.$format, $query);
            self::assertResponseIsSuccessful();
        }
    }

    /** @return iterable<array{string}> */
    public static function styles(): iterable
    {
        foreach (\App\Engraving\PageStyle::cases() as $style) {
            yield [$style->value];
        }
    }

    #[DataProvider('styles')]
    public function testEveryPageStylePrints(string $style): void
    {
        $this->browser->request(
            'GET',
            '/desk/part.pdf',
            ['line' => 'concert A major, thirds, eighths', 'for' => 'clarinet-bb', 'style' => $style],
        );
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
    }

    public function testLettersOfAllKeysPrint(): void
    {
        $this->browser->request(
            'GET',
            '/desk/letters.pdf',
            ['line' => 'concert A harmonic minor', 'for' => 'alto-sax'],
        );
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
    }

    public function testTheChoicesSayWhatThePatternDecides(): void
    {
        $unsaid = fn (string $line, string $part): string => $this->browser->request(
            'GET',
            '/desk/panel/more',
            ['line' => $line, 'for' => 'trumpet-bb'],
        )->filter("[data-panel=$part] span")->text();
        self::assertSame('as the pattern has it', $unsaid('own C major, tetra', 'direction'));
        self::assertSame('up and down', $unsaid('own C major, thirds', 'direction'));
        self::assertSame('as the pattern has it', $unsaid('own C major, lip slurs', 'rhythm'));
        self::assertSame('as the pattern has it', $unsaid('own C major, lip slurs', 'articulation'));
        self::assertSame(
            'eighths',
            $this->browser->request('GET', '/desk/panel/rhythm', ['line' => 'own C major, lip slurs, eighths'])
                ->filter('[aria-current] strong')
                ->text(),
        );
    }

    /** Every choice of every panel makes a line that can be read, and the panel of that line says it. */
    public function testEveryChoiceMakesALineThatSaysIt(): void
    {
        $pressed = 0;
        foreach ([
            'naming', 'tonic', 'material', 'extent', 'place', 'direction', 'pattern', 'sequel', 'ending', 'rhythm',
            'rounds', 'articulation', 'range', 'keys', 'time', 'pick-up', 'tempo', 'goal', 'click',
        ] as $part) {
            $query = ['line' => 'concert Eb major, 2 octaves, eighths', 'for' => 'flute'];
            foreach ($this->browser->request(
                'GET',
                '/desk/panel/'.$part,
                $query,
            )->filter('.choices button') as $button) {
                \assert($button instanceof \DOMElement);
                $now = $this->browser->request(
                    'GET',
                    '/desk/panel/'.$part,
                    ['line' => $button->getAttribute('value')] + $query,
                );
                self::assertCount(
                    1,
                    $now->filter('.choices [aria-current]'),
                    $part.': '.$button->getAttribute('value'),
                );
                self::assertSame(
                    $button->getAttribute('value'),
                    $now->filter('.choices [aria-current]')->attr('value'),
                );
                ++$pressed;
            }
        }
        self::assertGreaterThan(140, $pressed);
    }

    public function testLinesInDirectorsOwnWordsAreShownAsTheyAreUnderstood(): void
    {
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'E flat concert scale with the arpeggio in 8ths for the horns please'],
        );
        self::assertResponseIsSuccessful();
        self::assertSame(
            'concert E♭ major then arpeggio eighths',
            implode(' ', $page->filter('#sentence .part')->each(static fn ($part): string => $part->text())),
        );
        self::assertStringContainsString('8ths as eighths', $page->filter('#read-as')->text());
        self::assertStringContainsString('Shown for Horn in F.', $page->filter('#read-as')->text());
        self::assertStringContainsString('Horn in F', $page->filter('#rail .chosen')->text());
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'F major scale', 'speak' => 'own', 'for' => 'horn-f'],
        );
        self::assertSame('own', $page->filter('#part-naming')->text());
    }

    public function testWhatLeavesAChoiceIsAskedByPresses(): void
    {
        $page = $this->browser->request('GET', '/desk', ['line' => 'concert F major, all keys', 'for' => 'flute']);
        self::assertResponseStatusCodeSame(422);
        self::assertCount(3, $page->filter('.meant a'));
        $page = $this->browser->click($page->filter('.meant a')->first()->link());
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('key 1 of 12', $page->filter('#foot-keys')->text());
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'concert F major, 2 octaves, thrids', 'for' => 'flute'],
        );
        self::assertSame(
            ['concert F major, 2 octaves, thirds'],
            $page->filter('.meant a')->each(static fn ($one): string => $one->text()),
        );
    }

    public function testPartsAreHandedOutToSeveralAtOnce(): void
    {
        $query = [
            'line' => 'concert Eb major, 1 octave, then arpeggio',
            'for' => 'flute',
            'who' => ['flute', 'horn-f', 'tuba-bbb'],
        ];
        $this->browser->request('GET', '/desk/hand-out', $query + ['format' => 'pdf', 'paper' => 'letter']);
        self::assertResponseIsSuccessful();
        $pdf = (string) $this->browser->getResponse()->getContent();
        self::assertStringStartsWith('%PDF', $pdf);
        self::assertSame(3, preg_match_all('~/Type /Page\b~', $pdf));
        foreach (['musicxml' => 'musicxml', 'mid' => 'mid', 'zip' => 'pdf'] as $format => $ending) {
            $this->browser->request('GET', '/desk/hand-out', $query + ['format' => $format]);
            self::assertResponseIsSuccessful();
            $file = (string) tempnam(sys_get_temp_dir(), 'zip');
            file_put_contents($file, (string) $this->browser->getResponse()->getContent());
            $zip = new \ZipArchive();
            self::assertTrue($zip->open($file));
            self::assertCount(3, $zip);
            self::assertStringEndsWith('horn-f.'.$ending, (string) $zip->getNameIndex(1));
            $zip->close();
            unlink($file);
        }
    }

    public function testWhoCannotPlayItIsNamedAndTheOthersAreMade(): void
    {
        $this->browser->request(
            'GET',
            '/desk/hand-out',
            [
                'line' => 'concert F major, lip slurs',
                'for' => 'trumpet-bb',
                'who' => ['trumpet-bb', 'flute'],
                'format' => 'pdf',
            ],
        );
        self::assertResponseIsSuccessful();
        self::assertStringContainsString(
            'Flute: ',
            rawurldecode((string) $this->browser->getResponse()->headers->get('X-Left-Out')),
        );
        $this->browser->request(
            'GET',
            '/desk/hand-out',
            ['line' => 'concert F major, lip slurs', 'for' => 'flute', 'who' => ['flute'], 'format' => 'pdf'],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.sentence', 'Flute: ');
        $this->browser->request('GET', '/desk/hand-out', ['format' => 'docx']);
        self::assertResponseStatusCodeSame(404);
    }

    public function testRowsOfASheetHaveTitlesAndTellWhichNotesAreNew(): void
    {
        $lines = "# Long tones\nconcert F, 5 notes, whole notes\n# Up a third\nconcert F, thirds, 8ths please";
        $page = $this->browser->request('GET', '/sheets/new', ['lines' => $lines, 'for' => 'flute']);
        self::assertResponseIsSuccessful();
        self::assertSame(
            ['1. Long tones: F major, 5 notes, whole notes', '2. Up a third: F major, thirds, eighths'],
            $page->filter('.study-on-sheet h2')->each(static fn ($one): string => $one->text()),
        );
        self::assertStringNotContainsString('(new)', $page->filter('.needed')->first()->text());
        self::assertStringContainsString('D5 (new)', $page->filter('.needed')->last()->text());
        $moved = $this->browser->request('GET', '/sheets/new', ['lines' => $lines, 'for' => 'flute', 'tonic' => 'Bb'])
            ->filter('textarea[name=lines]')
            ->text(null, false);
        self::assertSame(
            "# Long tones\nconcert Bb, 5 notes, whole notes\n# Up a third\nconcert Bb, thirds, eighths",
            str_replace(' major', '', $moved),
        );
        $this->browser->request(
            'GET',
            '/sheets/sheet.pdf',
            ['lines' => $lines, 'for' => 'flute', 'name' => 'This week'],
        );
        self::assertResponseIsSuccessful();
    }

    public function testTheLineIsAddedToASheet(): void
    {
        $this->post('/sheets/add', ['line' => 'concert F major, thirds', 'for' => 'flute']);
        self::assertResponseStatusCodeSame(303);
        $page = $this->browser->followRedirect();
        $id = basename((string) parse_url((string) $this->browser->getHistory()->current()->getUri(), \PHP_URL_PATH));
        $this->post('/sheets/add', ['line' => 'concert Bb arpeggio', 'for' => 'flute', 'sheet' => $id]);
        self::assertSame(
            "concert F major, thirds\nconcert Bb arpeggio",
            $this->browser->followRedirect()->filter('textarea[name=lines]')->text(null, false),
        );
    }

    public function testCountsStandUnderTheNotes(): void
    {
        $music = $this->browser->request('GET', '/desk', ['line' => 'own C major, eighths', 'rows' => 'c'])
            ->filter('.music')
            ->html();
        self::assertStringContainsString('>&amp;<', $music);
        self::assertStringContainsString('count', $music);
    }

    public function testTheWorkingStandsOnTheDesk(): void
    {
        $page = $this->browser->request('GET', '/desk', ['line' => 'concert F major', 'for' => 'alto-sax']);
        self::assertStringContainsString('W W H', $page->filter('.working')->text());
        self::assertStringContainsString('Every letter once: D E F G A B C.', $page->filter('.working')->text());
        self::assertCount(1, $page->filter('.working-circle'));
        self::assertStringContainsString('half step', (string) $page->filter('.working-keyboard')->attr('aria-label'));
    }

    public function testPatternsAreKeptChangedSharedAndRemoved(): void
    {
        $this->post('/patterns', ['name' => 'Ours', 'cell' => ' 1 3  2 1 / 1 6, ']);
        self::assertResponseStatusCodeSame(303);
        $this->post('/patterns', ['name' => 'Ours', 'cell' => '1 3 2 1 / 1 7,']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString(
            'kept already',
            $this->browser->getCrawler()->text(),
            'one name is one pattern, and none goes without a word',
        );
        $this->post('/patterns', ['name' => 'Ours', 'cell' => '1 3 2 1 / 1 7,', 'changes' => 'Ours', 'version' => '1']);
        $this->browser->request('GET', '/patterns.json');
        $file = (string) $this->browser->getResponse()->getContent();
        self::assertSame([['name' => 'Ours', 'cell' => '1 3 2 1 / 1 7,']], json_decode($file, true)['patterns']);
        self::assertSame(
            'Ours',
            $this->browser->request('GET', '/desk/panel/pattern', ['line' => 'own C major, cell 1 3 2 1 / 1 7,'])
                ->filter('.choices [aria-current] strong')
                ->first()
                ->text(),
        );
        $page = $this->browser->request('GET', '/patterns');
        self::assertStringContainsString('Ours', $page->filter('.pattern-list')->first()->text());
        $this->browser->submit($page->filter('[aria-label="Remove Ours"]')->form());
        $this->post('/patterns/import', ['text' => $file]);
        self::assertResponseStatusCodeSame(303);
        self::assertStringContainsString(
            '1 3 2 1 / 1 7,',
            $this->browser->request('GET', '/patterns')->filter('.pattern-list')->first()->text(),
        );
        foreach ([
            'nonsense',
            '{"patterns": [{"name": "x"}]}',
            '{"patterns": [{"name": "x", "cell": "1 zz"}]}',
            str_repeat('[', 300_000),
        ] as $bad) {
            $this->post('/patterns/import', ['text' => $bad]);
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString('expected', $this->browser->getCrawler()->filter('[role=alert]')->text());
        }
        $this->post('/patterns', ['name' => 'Bad', 'cell' => '1 zz']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame(
            '1 zz',
            $this->browser->getCrawler()->filter('#again-cell')->attr('value'),
            'nothing typed is lost',
        );
    }

    public function testASheetIsSavedChangedPrintedAndRemoved(): void
    {
        $lines = "concert F major, 2 octaves\nconcert F major, thirds, eighths\n\nconcert F arpeggio";
        $this->post('/sheets', ['name' => 'Tuesday', 'lines' => $lines, 'for' => 'trumpet-bb']);
        self::assertResponseStatusCodeSame(303);
        $page = $this->browser->followRedirect();
        self::assertSame(
            ['1. G major, 2 octaves', '2. G major, thirds, eighths', '3. G major arpeggio'],
            $page->filter('article h2')->each(static fn ($node): string => $node->text()),
        );
        $id = (string) $page->filter('input[name=id]')->attr('value');
        $this->post(
            '/sheets',
            ['id' => $id, 'name' => 'Wednesday', 'lines' => 'concert F major', 'for' => 'trumpet-bb', 'version' => '1'],
        );
        self::assertStringContainsString(
            'Wednesday',
            $this->browser->request('GET', '/sheets')->filter('.studies')->text(),
        );
        $moved = $this->browser->request('GET', '/sheets/'.$id, ['for' => 'flute', 'tonic' => 'Bb']);
        self::assertSame('concert Bb major', $moved->filter('textarea')->text());
        foreach ([
            'pdf' => '%PDF', 'musicxml' => '<?xml', 'mid' => 'MThd', 'json' => '{', 'txt' => 'Tuesday',
        ] as $format => $begins) {
            $this->browser->request(
                'GET',
                '/sheets/sheet.'.$format,
                ['lines' => $lines, 'name' => 'Tuesday', 'for' => 'horn-f'],
            );
            self::assertResponseIsSuccessful();
            self::assertStringStartsWith($begins, (string) $this->browser->getResponse()->getContent());
        }
        $this->post('/sheets', ['name' => 'Bad', 'lines' => "concert F\nconcert X", 'for' => 'flute']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Line 2 of the sheet', $this->browser->getCrawler()->text());
        self::assertStringContainsString('concert X', $this->browser->getCrawler()->filter('textarea')->text());
        $this->post('/sheets/'.$id.'/remove');
        self::assertCount(0, $this->browser->request('GET', '/sheets')->filter('.studies li'));
    }

    public function testNotesAndFilesAreBroughtIn(): void
    {
        $this->post('/bring-in', ['notes' => 'C4 D E F G F E D C', 'for' => 'alto-sax']);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('article', 'own C major, 5 notes');
        $file = tempnam(sys_get_temp_dir(), 'study');
        self::assertIsString($file);
        file_put_contents(
            $file,
            '<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/hostname">]><score-partwise>&a;</score-partwise>',
        );
        $this->post(
            '/bring-in',
            ['for' => 'flute'],
            ['file' => new \Symfony\Component\HttpFoundation\File\UploadedFile($file, 'study.xml', test: true)],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', 'entities of its own');
        $this->post('/bring-in', ['notes' => 'C4 X9', 'for' => 'flute']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('C4 X9', $this->browser->getCrawler()->filter('textarea')->text(), 'nothing typed is lost');
        unlink($file);
    }

    public function testRoundsAreOfferedWhereTheLineGoesAgainstTheGrain(): void
    {
        $page = $this->browser->request('GET', '/desk', ['line' => 'own C major, triplets', 'for' => 'flute']);
        self::assertStringContainsString('after 3 rounds', $page->filter('.grain')->text());
        $again = $this->browser->click($page->filter('.grain a')->link());
        self::assertCount(43, $again->filter('.note-region'));
    }
}
