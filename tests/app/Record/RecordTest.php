<?php

declare(strict_types=1);

namespace App\Tests\Record;

use App\Band\Band;
use App\Band\Chair;
use App\Band\Player;
use App\Record\OwnList;
use App\Record\RecordEntry;
use App\Stand\PracticeResult;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Uid\Uuid;

/**
 * The record through its pages, with a real database.
 */
final class RecordTest extends WebTestCase
{
    use Visits;

    private const ROWS = "concert Bb major, eighths, quarter = 60, keys Bb Eb\nconcert F major, 2 octaves, quarters, quarter = 80; from memory; by 2027-03-01";

    private Band $band;
    private Chair $chair;
    private OwnList $list;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->band = $this->comeIn();
        $player = new Player('Ada');
        $this->chair = new Chair($player, 'trumpet-bb', '', 'full');
        $this->list = new OwnList('Benchmark', self::ROWS);
        $this->kept($player, $this->chair, $this->list);
    }

    private function kept(object ...$entities): void
    {
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach ($entities as $one) {
            $manager->persist($one);
        }
        $manager->flush();
    }

    /** An entry of somebody else's. */
    private function heard(string $line, bool $memory, string $result, string $by): void
    {
        $this->kept(new RecordEntry($this->fresh(), $line, $memory, $result, '', Uuid::v7()->toRfc4122(), $by));
    }

    /** The chair as the pages have it now. */
    private function fresh(): Chair
    {
        $chair = self::getContainer()->get(EntityManagerInterface::class)->find(Chair::class, $this->chair->getId());
        self::assertInstanceOf(Chair::class, $chair);

        return $chair;
    }

    private function enter(string $requirement, string $result, string $tempo = '', ?Chair $chair = null): Crawler
    {
        return $this->post(
            '/record/enter',
            [
                'list' => $this->list->getId(), 'chair' => ($chair ?? $this->chair)->getId(),
                'requirement' => $requirement, 'result' => $result, 'tempo' => $tempo,
            ],
        );
    }

    private function cell(int $k): string
    {
        return trim(
            $this->browser->request('GET', '/record/grid')
                ->filter('#r-'.$this->chair->getId().' button')
                ->eq($k)
                ->text(),
            " \u{a0}",
        );
    }

    public function testAPassIsTwoTapsIsSeenAndIsTakenBack(): void
    {
        $grid = $this->browser->request('GET', '/record/grid');
        self::assertResponseIsSuccessful();
        self::assertCount(3, $grid->filter('td button'));
        self::assertSame('C major: nothing yet', $grid->filter('tbody td button')->first()->attr('aria-label'));
        $this->enter('concert Bb major, eighths, quarter = 60', 'passed', '72');
        self::assertSame('72', $this->cell(0));
        // Not yet, of another one.
        $this->enter('concert Eb major, eighths, quarter = 60', 'not yet');
        self::assertSame('–', $this->cell(1));
        self::assertSame('', $this->cell(2));
        $entered = (string) self::database()->fetchOne("SELECT id FROM record_entry WHERE result = 'passed'");
        $this->post('/record/entries/'.$entered.'/withdraw');
        self::assertSame('', $this->cell(0));
        self::assertSame(2, self::database()->fetchOne('SELECT count(*) FROM record_entry'), 'nothing is overwritten');
        self::assertStringContainsString(
            'taken back',
            $this->browser->request('GET', '/record/chairs/'.$this->chair->getId())->text(),
        );
    }

    /** What a cell sends comes back as the cell alone, with a way to take it back. */
    public function testACellIsAnsweredWithItself(): void
    {
        $page = $this->post(
            '/record/enter',
            [
                'list' => $this->list->getId(), 'chair' => $this->chair->getId(),
                'requirement' => 'concert Bb major, eighths, quarter = 60', 'result' => 'passed', 'tempo' => '',
            ],
            [],
            ['HTTP_HX_REQUEST' => 'true'],
        );
        self::assertResponseIsSuccessful();
        self::assertCount(1, $page->filter('td button'));
        self::assertSame('60', trim($page->filter('td button')->text()));
        self::assertStringContainsString('Ada, C major: passed', $page->filter('.record-said')->text());
    }

    public function testFasterAndMoreIncludeLess(): void
    {
        // Two octaves in quarters at 120 sound as one octave in eighths at 60.
        $this->heard('concert Bb major, 2 octaves, quarters, quarter = 120', false, RecordEntry::PASSED, 'Somebody');
        self::assertSame('120', $this->cell(0));
        $this->heard('concert Bb major, eighths, quarter = 66', false, RecordEntry::PASSED, 'Somebody');
        self::assertSame('66', $this->cell(0), 'eighths at 66 sound faster than quarters at 120');
        $this->heard('concert Eb major, quarters, quarter = 110', false, RecordEntry::PASSED, 'Somebody');
        self::assertSame('–', $this->cell(1), 'heard, and not fast enough for this list');
        $this->heard('concert F major, 2 octaves, quarters, quarter = 80', false, RecordEntry::PASSED, 'Somebody');
        self::assertSame('–', $this->cell(2), 'not from memory');
        $this->heard('own G major, 2 octaves, quarters, quarter = 84', true, RecordEntry::PASSED, 'Somebody');
        self::assertSame('84', $this->cell(2), 'in the player\'s own name of the key');
    }

    public function testRoundTheRoomKeepsTheOrderOfTheScore(): void
    {
        foreach (['Bea' => 'tuba-bbb', 'Cid' => 'flute'] as $name => $instrument) {
            $player = new Player($name);
            $this->kept($player, new Chair($player, $instrument, '', 'full'));
        }
        $this->heard('concert Bb major, eighths, quarter = 60', false, RecordEntry::NOT_YET, 'Somebody');
        $names = fn (string $order): array => $this->browser->request(
            'GET',
            '/record'.$order,
        )->filter('.hear-list strong')->each(
            static fn (Crawler $one): string => $one->text(),
        );
        self::assertSame(['Cid', 'Ada', 'Bea'], $names('?order=room'));
        self::assertSame('Ada', $names('')[2], 'the one who was heard today comes last');
        $this->post(
            '/record/enter',
            [
                'list' => $this->list->getId(), 'chair' => $this->chair->getId(),
                'requirement' => 'concert Bb major, eighths, quarter = 60', 'result' => 'passed', 'tempo' => '',
                'order' => 'room',
            ],
        );
        self::assertStringContainsString(
            'order=room',
            (string) $this->browser->getResponse()->headers->get('Location'),
        );
    }

    public function testSomethingElseInTheSameKeyIsNoAttempt(): void
    {
        $this->heard('concert Bb major, 5 notes, quarters, quarter = 120', false, RecordEntry::PASSED, 'Somebody');
        $this->heard('concert Bb major, thirds, eighths, quarter = 60', false, RecordEntry::NOT_YET, 'Somebody');
        self::assertSame('', $this->cell(0));
        $this->heard('concert Bb major, then arpeggio, eighths, quarter = 50', false, RecordEntry::PASSED, 'Somebody');
        self::assertSame('–', $this->cell(0), 'all of it, and too slow');
    }

    public function testATempoThatIsNoneIsNotEntered(): void
    {
        foreach (['fast', '9', '401', '7.5'] as $tempo) {
            $this->enter('concert Bb major, eighths, quarter = 60', 'passed', $tempo);
            self::assertResponseStatusCodeSame(422, $tempo);
        }
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM record_entry'));
    }

    public function testTwoTeachersEnterAtOnce(): void
    {
        $moment = (new \DateTimeImmutable('-1 second'))->format('U.u');
        $this->heard('concert Bb major, eighths, quarter = 60', false, RecordEntry::NOT_YET, 'The assistant');
        $this->enter('concert Bb major, eighths, quarter = 60', 'passed', '66');
        self::assertSame(
            ['The assistant', 'Robin Ashe'],
            self::database()->fetchFirstColumn('SELECT by_name FROM record_entry ORDER BY made_at'),
        );
        self::assertSame('66', $this->cell(0), 'best is the fastest passed');
        $since = $this->browser->request('GET', '/record/since', ['list' => $this->list->getId(), 'moment' => $moment]);
        self::assertCount(3, $since->filter('td button'), 'the other teacher\'s page gets the row');
        $now = (string) $since->filter('#record-moment')->attr('data-moment');
        self::assertCount(
            0,
            $this->browser->request(
                'GET',
                '/record/since',
                ['list' => $this->list->getId(), 'moment' => \sprintf('%.6F', (float) $now + 1)],
            )->filter('td button'),
        );
        // What is entered within the second in which a page was made is not missed by it.
        $made = (int) self::database()->fetchOne('SELECT extract(epoch FROM max(made_at)) FROM record_entry');
        self::assertCount(
            3,
            $this->browser->request(
                'GET',
                '/record/since',
                ['list' => $this->list->getId(), 'moment' => $made.'.999000'],
            )->filter('td button'),
        );
        // Undo withdraws one's own and nobody else's.
        $theirs = (string) self::database()->fetchOne("SELECT id FROM record_entry WHERE by_name = 'The assistant'");
        $this->post('/record/entries/'.$theirs.'/withdraw');
        self::assertResponseStatusCodeSame(422);
    }

    public function testASectionPassesButForSome(): void
    {
        $chairs = ['Ada' => $this->chair->getId()];
        foreach (['Bo' => 'trumpet-bb', 'Cy' => 'trumpet-bb', 'Di' => 'flute'] as $name => $instrument) {
            $player = new Player($name);
            $chair = new Chair($player, $instrument, '', 'full');
            $this->kept($player, $chair);
            $chairs[$name] = $chair->getId();
        }
        $this->heard('concert Bb major, eighths, quarter = 72', false, RecordEntry::PASSED, 'Somebody');
        $asked = 'concert Bb major, eighths, quarter = 60';
        $page = $this->browser->request('GET', '/record/together', ['requirement' => $asked, 'who' => 'Trumpet in B♭']);
        $ticked = static fn (Crawler $page): array => $page->filter('input[name="chairs[]"][checked] + span')->each(
            static fn (Crawler $one): string => $one->text(),
        );
        self::assertSame(['Bo', 'Cy'], $ticked($page), 'the section, without who has it');
        self::assertSame(
            [],
            $ticked($this->browser->request('GET', '/record/together', ['requirement' => $asked])),
            'nobody of everybody',
        );

        $this->post(
            '/record/together',
            [
                'list' => $this->list->getId(),
                'requirement' => $asked,
                'who' => 'Trumpet in B♭',
                'chairs' => [$chairs['Bo'], $chairs['Cy'], Uuid::v7()->toRfc4122()],
                'tempo' => '66',
                'result' => 'passed',
            ],
        );
        self::assertSame(
            ['Bo', 'Cy'],
            self::database()->fetchFirstColumn(
                "SELECT p.name FROM record_entry e JOIN chair c ON c.id = e.chair_id JOIN player p ON p.id = c.player_id WHERE e.line LIKE '%= 66' ORDER BY p.name",
            ),
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('2 players: passed', $page->filter('.done')->text());
        // Undo takes back what one entered oneself, and nothing else.
        $fields = [];
        foreach ($page->filter('form.done input') as $input) {
            \assert($input instanceof \DOMElement);
            $fields[$input->getAttribute('name')] = $input->getAttribute('value');
        }
        $this->post('/record/together/withdraw', $fields);
        self::assertSame(
            ['Somebody'],
            self::database()->fetchFirstColumn('SELECT by_name FROM record_entry WHERE withdrawn_at IS NULL'),
        );

        $this->post(
            '/record/together',
            [
                'list' => $this->list->getId(), 'requirement' => $asked, 'chairs' => [$chairs['Di']], 'tempo' => 'fast',
                'result' => 'passed',
            ],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSame(['Di'], $ticked($this->browser->getCrawler()), 'nothing that was ticked is lost');
        $this->post(
            '/record/together',
            ['list' => $this->list->getId(), 'requirement' => $asked, 'result' => 'passed'],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSame(3, self::database()->fetchOne('SELECT count(*) FROM record_entry'));
    }

    public function testAStackOfWorksheetsIsUsableAndRightApart(): void
    {
        $this->kept(
            $two = new Player('Bo'),
            $bo = new Chair($two, 'flute', '', 'full'),
            $three = new Player('Cy'),
            $cy = new Chair($three, 'flute', '', 'full'),
        );
        $this->post(
            '/record/papers',
            [
                'kind' => 'worksheet',
                'title' => 'Week nine',
                'usable' => [$this->chair->getId() => 'yes', $bo->getId() => 'no', $cy->getId() => 'missing'],
                'right' => [$this->chair->getId() => 'no', $cy->getId() => 'yes'],
                'remark' => [$bo->getId() => 'signs stand too far away'],
            ],
        );
        self::assertSame(
            [['Ada', true, false], ['Bo', false, null], ['Cy', null, null]],
            self::database()->fetchAllNumeric(
                'SELECT p.name, e.is_usable, e.is_right FROM paper_entry e JOIN chair c ON c.id = e.chair_id JOIN player p ON p.id = c.player_id ORDER BY p.name',
            ),
        );
        $says = $this->browser->followRedirect()->filter('.record-rows li')->text();
        self::assertStringContainsString('1 of 3 usable', $says);
        self::assertStringContainsString('not usable: Bo. not handed in: Cy. not right: Ada.', $says);
        self::assertStringContainsString(
            'signs stand too far away',
            $this->browser->request('GET', '/record/chairs/'.$bo->getId())->filter('main')->text(),
        );

        $this->post('/record/papers', ['kind' => 'card', 'title' => ' ', 'usable' => [$bo->getId() => 'no']]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame(
            'no',
            $this->browser->getCrawler()
                ->filter('select[name="usable['.$bo->getId().']"] option[selected]')
                ->attr('value'),
            'nothing is lost',
        );
        $id = (string) self::database()->fetchOne('SELECT min(id::text) FROM paper_entry');
        $this->post('/record/papers/'.$id.'/withdraw');
        self::assertSame(
            0,
            self::database()->fetchOne('SELECT count(*) FROM paper_entry WHERE withdrawn_at IS NULL'),
            'the stack as a whole',
        );
    }

    public function testWhoIsToBeHeardNext(): void
    {
        $ready = new Player('Bo');
        $chair = new Chair($ready, 'flute', '', 'full');
        $now = new \DateTimeImmutable();
        $this->kept(
            $ready,
            $chair,
            new PracticeResult(
                Uuid::v7()->toRfc4122(),
                $chair,
                'concert Eb major, eighths',
                'ladder',
                66,
                '1/4',
                true,
                20.0,
                '',
                $now,
                $now,
                true,
            ),
        );
        $page = $this->browser->request('GET', '/record');
        self::assertSame(
            ['Bo', 'Ada'],
            $page->filter('.hear-who strong')->each(static fn (Crawler $one): string => $one->text()),
        );
        self::assertStringContainsString('E♭ major', $page->filter('.hear-list li')->eq(0)->text());
        self::assertStringContainsString('ready: clean at 66', $page->filter('.hear-list li')->eq(0)->text());
        self::assertStringContainsString('never heard', $page->filter('.hear-list li')->eq(1)->text());
        $this->browser->submit(
            $page->filter('.hear-list li')->eq(0)->selectButton('Passed Bo')->form(),
            ['tempo' => '66'],
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Bo: passed', $page->filter('.done')->text());
        self::assertSame(
            ['Ada', 'Bo'],
            $page->filter('.hear-who strong')->each(static fn (Crawler $one): string => $one->text()),
            'who was heard today comes last',
        );
        // Who is ready, who lacks.
        self::assertCount(0, $this->browser->request('GET', '/record/grid', ['show' => 'ready'])->filter('tbody tr'));
        self::assertCount(
            1,
            $this->browser->request(
                'GET',
                '/record/grid',
                ['lacks' => 'concert Eb major, eighths, quarter = 60'],
            )->filter('tbody tr'),
        );
    }

    public function testAListIsMadeChangedAndTakenAway(): void
    {
        $this->post('/record/lists', ['from' => 'examination-two']);
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Second level', ucfirst(trim(explode(',', $page->filter('h1')->text())[1])));
        self::assertCount(11, $page->filter('section.paper ol li'));
        $address = '/record/lists/'.$this->list->getId();
        $this->post(
            $address,
            ['name' => 'Benchmark two', 'rows' => 'concert C major, quarter = 60; from memory', 'version' => '1'],
        );
        self::assertSelectorTextContains('h1', 'Benchmark two', (string) $this->browser->followRedirect()->text());
        foreach ([
            ['rows' => 'concert H major'],
            ['rows' => 'concert C major, 60; standing'],
            ['name' => ''],
        ] as $wrong) {
            $this->post(
                $address,
                $wrong + ['name' => 'Benchmark three', 'rows' => 'concert C major, 60', 'version' => '2'],
            );
            self::assertResponseStatusCodeSame(422);
            self::assertSelectorExists('[role=alert]');
        }
        $this->post($address, ['name' => 'Late', 'rows' => 'concert C major', 'version' => '1']);
        self::assertResponseStatusCodeSame(409);
        self::assertSame('Late', $this->browser->getCrawler()->filter('#list-name')->attr('value'));
        $this->post($address.'/remove');
        $page = $this->browser->followRedirect();
        $this->browser->submit($page->filter('form[action*="undo"]')->form());
        self::assertSame('Benchmark two', $this->browser->request('GET', $address)->filter('h1')->text());
    }

    public function testTheNotesThatAreNewInWhatComesNextArePrintedLarge(): void
    {
        $page = fn (): Crawler => $this->browser->request('GET', '/record/chairs/'.$this->chair->getId());
        self::assertStringNotContainsString('New in what comes next', $page()->text(), 'nothing passed tells them apart');
        $this->enter('concert Bb major, eighths, quarter = 60', 'passed', '72');
        // C major is passed; F major goes from F4 to F5.
        self::assertStringContainsString('New in what comes next: B♭4, D5, E5, F5.', $page()->text());
        $link = $page()->filter('a[href*="large.pdf"]')->link();
        $this->browser->click($link);
        self::assertResponseIsSuccessful();
        self::assertResponseHeaderSame('Content-Type', 'application/pdf');
        parse_str((string) parse_url($link->getUri(), \PHP_URL_QUERY), $query);
        self::assertSame(['Bb4', 'D5', 'E5', 'F5'], $query['only']);
    }

    public function testAPlayerSeesHisOwnRecord(): void
    {
        $this->enter('concert Bb major, eighths, quarter = 60', 'passed', '72');
        $this->browser->request('GET', '/record/grid.csv');
        self::assertStringContainsString('Ada,trumpet-bb', (string) $this->browser->getResponse()->getContent());
        self::assertStringContainsString('passed 72', (string) $this->browser->getResponse()->getContent());
        $ways = self::getContainer()->get(\App\Band\Ways::class);
        $signIn = $ways->signIn($this->fresh()->getPlayer(), null);
        self::getContainer()->get(EntityManagerInterface::class)->flush();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($signIn, 'main');
        $page = $this->browser->request('GET', '/record/mine');
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('C major', $page->filter('.record-rows .is-passed')->text());
        self::assertStringContainsString('passed at 72', $page->filter('.record-rows .is-passed')->text());
        self::assertCount(0, $page->filter('form[action*=withdraw]'), 'a player takes nothing back');
        // What is not passed he asks to be heard in; what is passed, not.
        $asks = $page->filter('form.inline');
        self::assertCount(2, $asks);
        $this->post('/record/mine/played', $asks->first()->form()->getPhpValues());
        self::assertResponseRedirects();
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('says it is played', $page->filter('.record-rows .is-played')->text());
        self::assertCount(1, $page->filter('form.inline'));
        self::assertSame(
            [['played', null]],
            array_map(
                array_values(...),
                self::database()->fetchAllAssociative(
                    "SELECT result, by_id FROM record_entry WHERE result <> 'passed'",
                ),
            ),
        );
    }
}
