<?php

declare(strict_types=1);

namespace App\Tests\Record;

use App\Band\Chair;
use App\Band\Player;
use App\Record\OwnList;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

final class PassOffPagesTest extends WebTestCase
{
    use Visits;

    private const ASKED = 'concert Bb major, eighths, quarter = 60';

    private Chair $chair;
    private OwnList $list;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
        $player = new Player('Ada');
        $this->chair = new Chair($player, 'trumpet-bb', '', 'full');
        $this->list = new OwnList('Benchmark', self::ASKED);
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach ([$player, $this->chair, $this->list] as $one) {
            $manager->persist($one);
        }
        $manager->flush();
    }

    private function address(string $end = ''): string
    {
        return '/record/hear/'.$this->chair->getId().$end;
    }

    /**
     * @param array<string, mixed>  $pressed
     * @param array<string, string> $more
     *
     * @return array<string, string>
     */
    private function fields(array $pressed, array $more = []): array
    {
        return $more + [
            'list' => $this->list->getId(), 'requirement' => self::ASKED,
            'pressed' => json_encode($pressed, \JSON_THROW_ON_ERROR), 'tempo' => '', 'mark' => '', 'remark' => '',
        ];
    }

    public function testThePageHasThePlayersOwnPartWithNumbers(): void
    {
        $page = $this->browser->request(
            'GET',
            $this->address().'?list='.$this->list->getId().'&requirement='.urlencode(self::ASKED),
        );
        self::assertResponseIsSuccessful();
        self::assertSame('Ada: C major', $page->filter('h1')->text());
        self::assertCount(15, $page->filter('.stand-wide .note-region'), 'an octave up and down');
        self::assertCount(15, $page->filter('.stand-narrow .note-region'));
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, float}> presses, tempo,
     *  mark by hand: 40 (1 − 4 w ÷ 15) + 25 − 5 u + 15 t + 10 − 2 c + 10 − 3 a
     */
    public static function marks(): iterable
    {
        yield 'nothing' => [[], '', 100.0];
        yield 'one note wrong' => [['pressed' => [['note' => 3, 'kind' => 'wrong']]], '', 89.3];
        yield 'one wrong, one cracked, one uneven, half the tempo' => [
            ['pressed' => [['note' => 3, 'kind' => 'wrong'], ['note' => 4, 'kind' => 'cracked']], 'uneven' => 1],
            '30',
            67.3,
        ];
        yield 'tongued otherwise, at five sixths' => [['articulation' => 1], '50', 94.5];
        yield 'faster gives no more' => [[], '90', 100.0];
    }

    /** @param array<string, mixed> $pressed */
    #[DataProvider('marks')]
    public function testTheMarkFollowsFromThePresses(array $pressed, string $tempo, float $mark): void
    {
        $page = $this->post($this->address('/mark'), $this->fields($pressed, ['tempo' => $tempo]));
        self::assertResponseIsSuccessful();
        self::assertSame($mark, (float) $page->filter('.mark-sum b')->text());
    }

    public function testWhatWasPressedIsKeptNamedAndSeenByTheSameWords(): void
    {
        foreach (['not yet', 'passed'] as $result) {
            $this->post(
                $this->address(),
                $this->fields(
                    ['pressed' => [['note' => 3, 'kind' => 'wrong']], 'lapse' => 1],
                    ['result' => $result, 'remark' => 'Think of F.', 'mark' => 'passed' === $result ? '95.5' : ''],
                ),
            );
            self::assertResponseRedirects();
        }
        self::assertSame(
            [['not yet', '89.3', null], ['passed', '89.3', '95.5']],
            array_map(
                array_values(...),
                self::database()->fetchAllAssociative(
                    'SELECT result, mark, mark_given FROM record_entry ORDER BY made_at',
                ),
            ),
        );
        $page = $this->browser->request('GET', '/record/chairs/'.$this->chair->getId());
        self::assertStringContainsString(
            'Degree 4 (F) of major: wrong 2 times in 30 days.',
            $page->filter('.recurs')->text(),
        );
        $entries = $page->filter('.plan-table tbody')->text();
        foreach (['89.3', '95.5 (own mark)', 'Think of F.', '4 should be F'] as $said) {
            self::assertStringContainsString($said, $entries);
        }
        self::assertStringContainsString(
            'Degree 4 (F)',
            $this->browser->request(
                'GET',
                $this->address().'?list='.$this->list->getId().'&requirement='.urlencode(self::ASKED),
            )
                ->filter('.recurs')
                ->text(),
        );
    }

    public function testAMarkThatIsNoneLosesNothing(): void
    {
        $page = $this->post(
            $this->address(),
            $this->fields(
                ['pressed' => [['note' => 3, 'kind' => 'wrong']]],
                ['result' => 'passed', 'remark' => 'Well begun.', 'mark' => 'ninety', 'tempo' => '58'],
            ),
        );
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('“ninety” was read', $page->filter('[role=alert]')->text());
        self::assertSame('Well begun.', $page->filter('#hear-remark')->attr('value'));
        self::assertSame('58', $page->filter('#hear-tempo')->attr('value'));
        self::assertStringContainsString('"note":3', (string) $page->filter('#hear-pressed')->attr('value'));
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM record_entry'));
    }

    public function testATempoThatIsNoneIsSaidBesideWhatWasPressed(): void
    {
        $page = $this->post($this->address(), $this->fields(['uneven' => 1], ['result' => 'passed', 'tempo' => '500']));
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('from 10 to 400', $page->filter('[role=alert]')->text());
        self::assertStringContainsString('"uneven":1', (string) $page->filter('#hear-pressed')->attr('value'));
    }

    public function testPressesThatAreNoneAreRefused(): void
    {
        foreach (['{"pressed":[{"note":99,"kind":"wrong"}]}', 'nonsense', '[1,2', '{"uneven":"many"}'] as $pressed) {
            $this->post($this->address(), ['pressed' => $pressed] + $this->fields([], ['result' => 'passed']));
            self::assertResponseStatusCodeSame(422, $pressed);
            $this->post($this->address('/mark'), ['pressed' => $pressed] + $this->fields([]));
            self::assertResponseStatusCodeSame(422, $pressed);
        }
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM record_entry'));
    }

    public function testATeacherSetsTheRubric(): void
    {
        $this->post(
            '/record/rubric',
            [
                'version' => $this->version(), 'notes' => '50', 'rhythm' => '0', 'tempo' => '0', 'tone' => '50',
                'articulation' => '0',
            ],
        );
        self::assertResponseRedirects();
        self::assertSame('50', $this->browser->request('GET', '/record/rubric')->filter('#rubric-tone')->attr('value'));
        // By hand: 50 (1 − 4 ÷ 15) + 50 − 2 = 84.7.
        self::assertSame(
            84.7,
            (float) $this->post(
                $this->address('/mark'),
                $this->fields([
                    'pressed' => [['note' => 3, 'kind' => 'wrong'], ['note' => 3, 'kind' => 'cracked']],
                    'uneven' => 3,
                ]),
            )
                ->filter('.mark-sum b')
                ->text(),
        );
        foreach ([['notes' => '0'], ['notes' => '-1'], ['notes' => 'many']] as $given) {
            $this->post(
                '/record/rubric',
                $given + [
                    'version' => $this->version(), 'rhythm' => '0', 'tempo' => '0', 'tone' => '0',
                    'articulation' => '0',
                ],
            );
            self::assertResponseStatusCodeSame(422);
            self::assertSame($given['notes'], $this->browser->getCrawler()->filter('#rubric-notes')->attr('value'));
        }
        $page = $this->post('/record/rubric', ['version' => '1', 'usual' => '1']);
        self::assertResponseStatusCodeSame(409);
        self::assertStringContainsString('50', $page->filter('.both-states')->text());
        $this->post('/record/rubric', ['version' => $this->version(), 'usual' => '1']);
        self::assertSame(
            '40',
            $this->browser->request('GET', '/record/rubric')->filter('#rubric-notes')->attr('value'),
        );
    }

    private function version(): string
    {
        return (string) $this->browser->request('GET', '/record/rubric')->filter('input[name=version]')->attr('value');
    }

    public function testWithoutARequirementTheNearestIsHeard(): void
    {
        self::assertSame('Ada: C major', $this->browser->request('GET', $this->address())->filter('h1')->text());
    }

    public function testARequirementOfAnotherListIsNotHeard(): void
    {
        $this->browser->request('GET', $this->address().'?list='.$this->list->getId().'&requirement=concert+C+major');
        self::assertResponseStatusCodeSame(404);
    }
}
