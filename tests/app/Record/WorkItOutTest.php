<?php

declare(strict_types=1);

namespace App\Tests\Record;

use App\Band\Chair;
use App\Band\Player;
use App\Band\Ways;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Process\Process;

final class WorkItOutTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
    }

    private function beAda(string $instrument = 'trumpet-bb', string $setup = ''): Chair
    {
        $this->comeIn();
        $player = new Player('Ada');
        $chair = new Chair($player, $instrument, $setup, 'full');
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $manager->persist($player);
        $manager->persist($chair);
        $signIn = self::getContainer()->get(Ways::class)->signIn($player, null);
        $manager->flush();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($signIn, 'main');

        return $chair;
    }

    /** Answers a question through its form. */
    private function answered(Crawler $page, string $answer, string $asked = '', string $question = ''): Crawler
    {
        $form = $page->filter('.work-form')->form(['answer' => $answer]);
        $fields = $form->getPhpValues();

        $answered = $this->post(
            '/work-it-out',
            ('' === $asked ? [] : ['asked' => $asked, 'question' => $question, 'asks' => $question]) + $fields,
        );

        return $this->browser->getResponse()->isRedirect() ? $this->browser->followRedirect() : $answered;
    }

    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach ([
            'scale', 'tetrachords', 'signature', 'degrees', 'own-key', 'concert-key', 'line', 'fingering', 'transpose',
            'chords',
        ] as $kind) {
            yield $kind => [$kind];
        }
    }

    /** Whoever looks at what is right and writes that, is right: for every kind. */
    #[DataProvider('kinds')]
    public function testWhatIsShownAsRightIsRight(string $kind): void
    {
        // What is pressed has no place to type; its own test has it.
        foreach (
            'fingering' === $kind
            ? ['trombone', 'bass-trombone']
            : ['clarinet-bb', 'trombone', 'flute', 'horn-f'] as $instrument
        ) {
            $page = $this->browser->request('GET', '/work-it-out?for='.$instrument.'&kind='.$kind);
            self::assertResponseIsSuccessful();
            self::assertCount(1, $page->filter('#work-how'));
            $wrong = $this->answered($page, 'signature' === $kind ? 'E# B#' : 'zz 99');
            if (422 === $this->browser->getResponse()->getStatusCode()) {
                self::assertStringContainsString('expected', $wrong->filter('[role=alert]')->text());
                self::assertSame('zz 99', $wrong->filter('#work-answer')->attr('value'), 'what was typed stays');
                continue;
            }
            self::assertResponseIsSuccessful();
            self::assertStringContainsString('Not yet.', $wrong->filter('.work-mark')->text());
            $right = $this->answered($wrong, $wrong->filter('.work-mark details p')->text());
            self::assertStringContainsString(
                'Right.',
                $right->filter('.work-mark')->text(),
                $right->filter('.work-mark')->text(),
            );
        }
        self::assertSame(
            0,
            self::database()->fetchOne('SELECT count(*) FROM written_answer'),
            'nothing is kept of visitors',
        );
    }

    public function testWhatAPlayerMixesUpIsNamedKeptAndComesBack(): void
    {
        $this->beAda();
        $page = $this->browser->request('GET', '/work-it-out?kind=scale');
        self::assertStringContainsString('Trumpet', $page->filter('.page-head')->text());
        $marked = $this->answered($page, 'F G A A# C D E F', 'scale', 'own F major');
        self::assertStringContainsString('A is used already', $marked->filter('.work-mark')->text());
        self::assertStringContainsString('a letter used twice: 1', $marked->filter('section.paper')->last()->text());
        foreach ([
            'own C major' => 'C D E F G A B C',
            'own G major' => 'G A B C D E F# G',
            'own D major' => 'D E F# G A B C# D',
        ] as $question => $answer) {
            self::assertCount(
                0,
                $this->browser->request('GET', '/work-it-out?kind=scale')->filter(
                    'input[name=question][value="own F major"] ~ p.how:contains("before")',
                ),
            );
            self::assertStringContainsString(
                'Right.',
                $this->answered($page, $answer, 'scale', $question)->filter('.work-mark')->text(),
            );
        }
        $again = $this->browser->request('GET', '/work-it-out');
        self::assertSame('own F major', $again->filter('input[name=question]')->attr('value'));
        self::assertStringContainsString('mixed up before', $again->filter('.work-form')->text());
        self::assertCount(
            0,
            $this->browser->request('GET', '/work-it-out?kind=fingering')->filter(
                'input[name=question][value="own F major"]',
            ),
            'another kind was asked for',
        );
        self::assertSame(4, self::database()->fetchOne('SELECT count(*) FROM written_answer'));

        // Loading the marked page again enters nothing, and shows nobody else's.
        $answered = (string) self::database()->fetchOne('SELECT id FROM written_answer ORDER BY made_at, id LIMIT 1');
        self::assertStringContainsString(
            'A is used already',
            $this->browser->request('GET', '/work-it-out?answered='.$answered)->filter('.work-mark')->text(),
        );
        self::assertSame(4, self::database()->fetchOne('SELECT count(*) FROM written_answer'));
        $this->browser->getCookieJar()->clear();
        self::assertCount(0, $this->browser->request('GET', '/work-it-out?answered='.$answered)->filter('.work-mark'));
    }

    /**
     * By hand: D5 on a trumpet is 1, on a trombone in bass clef D4 is 1; what is pressed is marked as what is typed.
     */
    public function testTouchesArePressed(): void
    {
        $page = $this->browser->request('GET', '/work-it-out?for=trumpet-bb&kind=fingering');
        self::assertCount(3, $page->filter('.work-touches input'));
        foreach ([['v1'], ['v1', 'v2']] as $touches) {
            $marked = $this->post(
                '/work-it-out',
                [
                    'for' => 'trumpet-bb', 'asked' => 'fingering', 'question' => 'trumpet-bb D5', 'asks' => 'How?',
                    'pressed' => '1', 'touches' => $touches,
                ],
            );
            self::assertStringContainsString(
                1 === \count($touches) ? 'Right.' : 'alve 2 stays up',
                $marked->filter('.work-mark')->text(),
            );
            self::assertCount(\count($touches), $marked->filter('.work-touches input[checked]'));
        }
        self::assertStringContainsString(
            'Right.',
            $this->post(
                '/work-it-out',
                [
                    'for' => 'trumpet-bb', 'asked' => 'fingering', 'question' => 'trumpet-bb C5', 'asks' => 'How?',
                    'pressed' => '1',
                ],
            )
                ->filter('.work-mark')
                ->text(),
            'nothing pressed is open',
        );
        $page = $this->browser->request('GET', '/work-it-out?for=clarinet-bb&kind=fingering');
        self::assertSame(
            $page->filter('.map-key')->each(static fn (Crawler $one): ?string => $one->attr('data-touch')),
            array_values(array_intersect(
                $page->filter('.work-touches input')->each(
                    static fn (Crawler $one): string => (string) $one->attr('value'),
                ),
                $page->filter('.map-key')->each(static fn (Crawler $one): string => (string) $one->attr('data-touch')),
            )),
            'each key of the drawing has its box',
        );
        self::assertCount(
            1,
            $this->browser->request('GET', '/work-it-out?for=trombone&kind=fingering')->filter('#work-answer'),
        );
        self::assertCount(
            0,
            $this->browser->request(
                'GET',
                '/work-it-out?for=xylophone&kind=fingering',
            )->filter('option[value=fingering]'),
        );
        for ($k = 0; $k < 12; ++$k) {
            $this->browser->request('GET', '/work-it-out?for=xylophone');
            self::assertResponseIsSuccessful();
        }
    }

    public function testItIsAskedForThePlayersOwnSetUp(): void
    {
        $chair = $this->beAda('euphonium-bc', '4-valves');
        self::assertCount(
            4,
            $this->browser->request('GET', '/work-it-out?kind=fingering')->filter('.work-touches input'),
        );
        self::database()->executeStatement("UPDATE chair SET setup = '' WHERE id = :id", ['id' => $chair->getId()]);
        self::getContainer()->get(EntityManagerInterface::class)->clear();
        self::assertCount(
            3,
            $this->browser->request('GET', '/work-it-out?kind=fingering')->filter('.work-touches input'),
        );
    }

    /** On paper the questions and the key are the same, and the key stands on a page of its own. */
    public function testOnPaperWithKey(): void
    {
        foreach (['scale', 'own-key', 'fingering', ''] as $kind) {
            $this->browser->request('GET', '/work-it-out.pdf?for=clarinet-bb&seed=77&kind='.$kind);
            self::assertResponseIsSuccessful();
            $read = new Process(
                ['pdftotext', '-layout', '-', '-'],
                input: (string) $this->browser->getResponse()->getContent(),
            );
            $read->mustRun();
            $pages = array_values(array_filter(
                explode("\f", $read->getOutput()),
                static fn (string $page): bool => '' !== trim($page),
            ));
            self::assertStringContainsString('Name', $pages[0]);
            self::assertStringStartsWith('Key', trim($pages[\count($pages) - 1]));
            self::assertStringNotContainsString('Right is', $pages[0]);
            self::assertSame(10, preg_match_all('/^ *(?:[1-9]|10) {1,}\S/m', $pages[\count($pages) - 1]), $kind);
        }
        $this->comeIn();
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach (['Ada' => 'trumpet-bb', 'Bo' => 'xylophone'] as $name => $instrument) {
            $manager->persist($player = new Player($name));
            $manager->persist(new Chair($player, $instrument, '', 'full'));
        }
        $manager->flush();
        $this->browser->request('GET', '/record/written.pdf?kind=fingering');
        self::assertResponseIsSuccessful();
        $read = new Process(
            ['pdftotext', '-layout', '-', '-'],
            input: (string) $this->browser->getResponse()->getContent(),
        );
        $read->mustRun();
        self::assertStringContainsString('Ada', $read->getOutput());
        self::assertStringNotContainsString('Bo,', $read->getOutput(), 'bars have no fingerings');
    }

    public function testAQuestionThatIsNoneIsSaid(): void
    {
        $page = $this->browser->request('GET', '/work-it-out?for=flute&kind=scale');
        $this->answered($page, 'F', 'scale', 'own H major');
        self::assertResponseStatusCodeSame(422);
        $this->answered($page, 'F', 'riddle', 'own F major');
        self::assertResponseStatusCodeSame(404);
        $this->browser->request('GET', '/work-it-out?for=kazoo&kind=riddle');
        self::assertResponseIsSuccessful();
    }
}
