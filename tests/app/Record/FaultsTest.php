<?php

declare(strict_types=1);

namespace App\Tests\Record;

use App\Band\Chair;
use App\Band\Player;
use App\Packets\BandPlayers;
use App\Record\OwnList;
use App\Record\RecordEntry;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Process\Process;

/**
 * What goes wrong becomes signs on pages and drills in plans; the record as a table and on paper.
 */
final class FaultsTest extends WebTestCase
{
    use Visits;

    private const LINE = 'concert Bb major, eighths, quarter = 60';

    /** @var array<string, Chair> */
    private array $chairs = [];
    private OwnList $list;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach (['Ada' => 'trumpet-bb', 'Bo' => 'trumpet-bb', 'Cy' => 'flute'] as $name => $instrument) {
            $manager->persist($player = new Player($name));
            $manager->persist($this->chairs[$name] = new Chair($player, $instrument, '', 'full'));
        }
        $manager->persist(
            $this->list = new OwnList(
                'Benchmark',
                self::LINE."\nconcert F major, eighths, quarter = 60; by 2099-03-01",
            ),
        );
        $manager->flush();
    }

    /** Heard with the notes: which of them, from 0, were wrong. */
    private function hear(string $name, string $line, int ...$wrong): void
    {
        $this->post(
            '/record/hear/'.$this->chairs[$name]->getId(),
            [
                'list' => $this->list->getId(),
                'requirement' => $line,
                'result' => 'not yet',
                'pressed' => json_encode([
                    'pressed' => array_map(
                        static fn (int $note): array => ['note' => $note, 'kind' => 'wrong'],
                        $wrong,
                    ),
                ]),
            ],
        );
        self::assertResponseStatusCodeSame(303);
    }

    private function watched(string $name): string
    {
        return (string) self::database()->fetchOne(
            'SELECT watched FROM chair WHERE id = :id',
            ['id' => $this->chairs[$name]->getId()],
        );
    }

    public function testACommonFaultIsMarkedOnThePagesOfTheSection(): void
    {
        $this->hear('Ada', self::LINE, 3);
        $this->hear('Bo', self::LINE, 3);
        $this->hear('Cy', self::LINE, 3);
        $says = static fn (Crawler $page): array => $page->filter('.fault-rows b')->each(
            static fn (Crawler $one): string => $one->text(),
        );
        $page = $this->browser->request('GET', '/record/faults');
        self::assertSame(
            ['Trumpet in B♭: 2 of 2 who were heard get F wrong (degree 4 of major).'],
            $says($page),
            'the written note; one flute alone is no section',
        );
        self::assertStringContainsString(
            'get F wrong',
            $this->browser->request('GET', '/lesson')->filter('.lesson-card')->text(),
        );

        $this->post('/record/faults/watch', ['section' => 'Trumpet in B♭', 'note' => 'F']);
        self::assertSame(['F', 'F', ''], [$this->watched('Ada'), $this->watched('Bo'), $this->watched('Cy')]);
        $players = self::getContainer()->get(BandPlayers::class)->all();
        self::assertSame(
            ['', 'F', 'F'],
            array_values(array_map(static fn ($one): string => $one->settings->watched?->text() ?? '', $players)),
            'packets are made with it',
        );
        $this->post('/record/faults/watch', ['section' => 'Trumpet in B♭', 'note' => 'H']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testWhatComesBackIsDrilledFirstInThePlan(): void
    {
        $this->hear('Ada', self::LINE, 3);
        $this->hear('Ada', 'concert F major, eighths, quarter = 60', 3);
        $page = $this->browser->request('GET', '/record/chairs/'.$this->chairs['Ada']->getId());
        self::assertSame(
            ['F', 'C'],
            $page->filter('.recurs input[name=note]')->each(
                static fn (Crawler $one): string => (string) $one->attr('value'),
            ),
            'degree 4 as this player reads it, in either key',
        );
        $drill = (string) $page->filter('.recurs input[name=line]')->attr('value');
        self::assertSame('concert F major, eighths, drill after note 3', $drill);

        $this->post(
            '/record/faults/drill',
            ['chair' => $this->chairs['Ada']->getId(), 'line' => $drill, 'back' => 'player'],
        );
        self::assertResponseRedirects('/record/chairs/'.$this->chairs['Ada']->getId().'?done=planned');
        self::assertSame(1, self::database()->fetchOne('SELECT count(*) FROM practice_plan'));
        $lines = explode("\n", (string) self::database()->fetchOne('SELECT lines FROM practice_plan'));
        self::assertSame($drill, $lines[0]);
        self::assertGreaterThan(3, \count($lines), 'what was to be learnt stays');
        $this->post('/record/faults/drill', ['chair' => $this->chairs['Ada']->getId(), 'line' => $drill]);
        self::assertSame(
            \count($lines),
            \count(explode("\n", (string) self::database()->fetchOne('SELECT lines FROM practice_plan'))),
            'pressed twice it stands there once',
        );
        $this->post('/record/faults/drill', ['chair' => $this->chairs['Ada']->getId(), 'line' => 'concert nothing']);
        self::assertResponseStatusCodeSame(422);

        $this->post('/record/faults/watch', ['chair' => $this->chairs['Ada']->getId(), 'note' => 'C']);
        self::assertSame(
            ['F'],
            $this->browser->request('GET', '/record/chairs/'.$this->chairs['Ada']->getId())
                ->filter('.recurs input[name=note]')
                ->each(static fn (Crawler $one): string => (string) $one->attr('value')),
            'what is marked is not offered again',
        );
    }

    public function testWhoCouldHelpIsSaidToTeachersAlone(): void
    {
        $teacher = new RecordEntry($this->chairs['Bo'], self::LINE, false, RecordEntry::PASSED, '', null, 'Somebody');
        $flute = new RecordEntry(
            $this->chairs['Cy'],
            'concert F major, eighths, quarter = 60',
            false,
            RecordEntry::PASSED,
            '',
            null,
            'Somebody',
        );
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach ([$teacher, $flute] as $one) {
            $manager->persist($one);
        }
        $manager->flush();
        $help = $this->browser->request('GET', '/record/chairs/'.$this->chairs['Ada']->getId())
            ->filter('.record-rows .how')
            ->each(static fn (Crawler $one): string => $one->text());
        self::assertSame(['Passed on the same family, and could help: Bo.'], $help, 'brass, and not the flute');
        self::assertStringContainsString(
            'could help: Bo',
            $this->browser->request(
                'GET',
                '/record/hear/'.$this->chairs['Ada']->getId(),
                ['list' => $this->list->getId(), 'requirement' => self::LINE],
            )
                ->filter('main')
                ->text(),
        );
    }

    public function testTheRecordGoesOutAsATableAndComesIn(): void
    {
        $text = "Name;Study line;Passed;From memory;Date;Words\r\nada;F scale 2 octaves quarters 80;x;yes;2026-03-02;\"well; done\"\r\nBo;concert Bb major, eighths, quarter = 66;no;;2026-03-03;\r\nZed;concert F major, quarter = 60;yes;;;\r\nCy;concert H major;yes;;;\r\nCy;concert F major, quarter = 60;perhaps;;;\r\nCy;concert F major, quarter = 60;yes;;2099-01-01;\r\nCy;concert F major, quarter = 60;yes;;1.2.2026;";
        $this->post('/record/bring', ['text' => $text]);
        $doubts = $this->browser->getCrawler()
            ->filter('tbody tr')
            ->each(static fn (Crawler $one): bool => str_contains((string) $one->attr('class'), 'doubtful'));
        self::assertSame([false, false, true, true, true, true, true], $doubts);
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM record_entry'), 'shown first');
        $this->post('/record/bring/enter', ['text' => $text]);
        self::assertSame(
            [['Ada', 'passed', true, 'well; done', '2026-03-02'], ['Bo', 'not yet', false, '', '2026-03-03']],
            self::database()->fetchAllNumeric(
                "SELECT p.name, e.result, e.memory, e.remark, to_char(e.made_at, 'YYYY-MM-DD') FROM record_entry e JOIN chair c ON c.id = e.chair_id JOIN player p ON p.id = c.player_id ORDER BY p.name",
            ),
        );
        // The same again is entered once.
        $this->post('/record/bring/enter', ['text' => $text]);
        self::assertSame(2, self::database()->fetchOne('SELECT count(*) FROM record_entry'));

        $this->browser->request('GET', '/record/entries.csv');
        $given = (string) $this->browser->getResponse()->getContent();
        self::assertStringContainsString('Ada,trumpet-bb,', $given);
        self::database()->executeStatement('TRUNCATE record_entry');
        $this->post('/record/bring/enter', ['text' => $given]);
        self::assertSame(2, self::database()->fetchOne('SELECT count(*) FROM record_entry'), 'what went out comes in');
        self::assertSame(
            ['F, 2 octaves, quarters, 80'],
            self::database()->fetchFirstColumn('SELECT line FROM record_entry WHERE memory'),
        );
        foreach (['', "one,two\n1,2", 'name,line,result'] as $wrong) {
            $this->post('/record/bring', ['text' => $wrong]);
            self::assertResponseStatusCodeSame(422);
        }
    }

    public function testPagesOnPaper(): void
    {
        $this->hear('Ada', self::LINE, 3);
        foreach ([
            '/record/class.pdf' => ['Benchmark', 'Trumpet', 'Ada', '0 of 2', 'Cy', 'G major'],
            '/record/parents.pdf' => ['Ada', 'Bo', 'Cy', 'beats a minute'],
            '/record/chairs/'.$this->chairs['Ada']->getId().'/page.pdf' => ['Ada', 'C major', 'not yet', '2 to go'],
        ] as $path => $words) {
            $this->browser->request('GET', $path);
            self::assertResponseIsSuccessful();
            // Read by another program: poppler.
            $read = new Process(
                ['pdftotext', '-layout', '-', '-'],
                input: (string) $this->browser->getResponse()->getContent(),
            );
            $read->mustRun();
            if ('/record/parents.pdf' === $path) {
                self::assertSame(2, substr_count($read->getOutput(), "\f"), 'three half pages on two sheets');
            }
            foreach ($words as $word) {
                self::assertStringContainsString($word, $read->getOutput(), $path);
            }
        }
        self::assertStringNotContainsString(
            'Somebody',
            $this->browser->request('GET', '/record/class')->filter('main')->text(),
        );
    }
}
