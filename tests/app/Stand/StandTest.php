<?php

declare(strict_types=1);

namespace App\Tests\Stand;

use App\Band\Band;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Player;
use App\Band\Roster;
use App\Stand\Plan;
use App\Stand\PlanChoices;
use App\Stand\PracticeResult;
use App\Stand\Results;
use App\Stand\StandPlans;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Practice\Day;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Uid\Uuid;

/**
 * The Stand, Today and plans through their pages, with a real database.
 */
final class StandTest extends WebTestCase
{
    use Visits;

    private Band $band;
    private Player $player;
    private Chair $chair;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->band = $this->comeIn();
        $this->player = new Player('Ada');
        $this->chair = new Chair($this->player, 'clarinet-bb', '', 'developing');
        $this->kept($this->player, $this->chair);
    }

    private function kept(object ...$entities): void
    {
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        foreach ($entities as $one) {
            $manager->persist($one);
        }
        $manager->flush();
    }

    private function asPlayer(): void
    {
        $ways = self::getContainer()->get(\App\Band\Ways::class);
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $signIn = $ways->signIn($this->player, null);
        $manager->flush();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($signIn, 'main');
    }

    private function asDirector(): void
    {
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($this->band->getOwner(), 'main');
    }

    /** @return array<string, mixed> what the page gives to its script */
    private static function data(Crawler $page): array
    {
        $data = json_decode($page->filter('#stand-data')->text(), true);
        self::assertIsArray($data);

        return $data;
    }

    /**
     * @param array<string, mixed> $with
     *
     * @return array<string, mixed>
     */
    private function pass(array $with = []): array
    {
        return $with + [
            'id' => Uuid::v4()->toRfc4122(), 'chair' => $this->chair->getId(), 'line' => 'concert F major',
            'step' => 'ladder', 'bpm' => 80, 'unit' => '1/4', 'clean' => true, 'seconds' => 21.5,
            'at' => 1_000_000_000_000, 'remark' => '',
        ];
    }

    /**
     * @param list<array<string, mixed>> $results
     *
     * @return array{taken: list<string>, refused: array<string, string>}
     */
    private function sent(array $results, float $sent = 1_000_000_000_000): array
    {
        $this->send('/stand/results', ['who' => $this->player->getId(), 'sent' => $sent, 'results' => $results]);
        self::assertResponseIsSuccessful();

        return json_decode((string) $this->browser->getResponse()->getContent(), true);
    }

    public function testAnyStudyOfTheDeskStandsThereWithoutASignIn(): void
    {
        $this->browser->getCookieJar()->clear();
        $desk = $this->browser->request('GET', '/desk', ['line' => 'concert F major, eighths', 'for' => 'alto-sax']);
        $link = $desk->filter('.deeds a[href*="/stand"]')->attr('href');
        $page = $this->browser->request('GET', (string) $link);
        self::assertResponseIsSuccessful();
        $data = self::data($page);
        self::assertSame(['', ''], [$data['who'], $data['chair']]);
        self::assertSame(['first-note', 'chunks', 'halves'], array_keys($data['ways']));
        self::assertSame('ladder', $data['ways']['chunks'][\count($data['ways']['chunks']) - 1]['kind']);
        self::assertCount(\count($data['notes']), $page->filter('.stand-wide .note-region'));
        self::assertCount(\count($data['notes']), $page->filter('.stand-narrow .note-region'));
        self::assertStringContainsString('Stop when it hurts', $page->filter('.care')->text());
        $this->browser->request('GET', '/stand/covered', ['line' => 'concert F major, eighths', 'for' => 'alto-sax']);
        self::assertSelectorExists('.cover');
        // Every step's notes are those of the page, and its drawing is there.
        foreach ($data['ways'] as $steps) {
            foreach ($steps as $step) {
                foreach ($step['plays'] as [$i]) {
                    self::assertArrayHasKey($data['notes'][$i]['drawn'], $data['drawings']);
                }
            }
        }
    }

    public function testALineThatCannotBeReadIsNotLost(): void
    {
        $page = $this->browser->request('GET', '/stand', ['line' => 'concert F mayor', 'for' => 'flute']);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('concert F mayor', $page->filter('#stand-line')->attr('value'));
        self::assertStringContainsString('major', $page->filter('[role=alert]')->text());
        $this->browser->request('GET', '/stand');
        self::assertResponseIsSuccessful();
    }

    public function testEachResultIsTakenOnceAndLateOnesStandInOrder(): void
    {
        $this->asPlayer();
        $one = $this->pass(['bpm' => 60, 'at' => 1_000_000_000_000 - 7_200_000]);
        $two = $this->pass(['bpm' => 80, 'at' => 1_000_000_000_000 - 3_600_000]);
        self::assertSame([$two['id']], $this->sent([$two])['taken']);
        // Two hours ago came later, and the same once more.
        self::assertSame([$one['id'], $two['id']], $this->sent([$one, $two])['taken']);
        $rows = self::database()->fetchAllAssociative(
            'SELECT bpm, played_at, counts FROM practice_result ORDER BY played_at',
        );
        self::assertSame([60, 80], array_column($rows, 'bpm'));
        // The clock of the device stands in the year 2001: only how long ago it was counts.
        self::assertEqualsWithDelta(time() - 3600, strtotime((string) $rows[1]['played_at']), 5);
        self::assertSame([true, true], array_column($rows, 'counts'));
    }

    public function testWhatIsOlderThanThirtyDaysIsHistoryAlone(): void
    {
        $this->asPlayer();
        $this->sent([
            $this->pass(['at' => 1_000_000_000_000 - 31 * 86_400_000.0]),
            $this->pass(['at' => 1_000_000_000_000 - 29 * 86_400_000.0]),
        ]);
        self::assertSame(
            [false, true],
            self::database()->fetchFirstColumn('SELECT counts FROM practice_result ORDER BY played_at'),
        );
        $page = $this->browser->request('GET', '/progress');
        self::assertCount(2, $page->filter('tbody tr'));
    }

    public function testAQueueIsSentOnlyByThePlayerWhoseItIs(): void
    {
        $other = new Player('Bea');
        $theirs = new Chair($other, 'flute', '', 'full');
        $this->kept($other, $theirs);
        $this->asPlayer();
        $answer = $this->sent([$mine = $this->pass(), $hers = $this->pass(['chair' => $theirs->getId()])]);
        self::assertSame([$mine['id']], $answer['taken']);
        self::assertSame([$hers['id']], array_keys($answer['refused']));
        $this->send('/stand/results', ['who' => $other->getId(), 'sent' => 1, 'results' => [$this->pass()]]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame(1, self::database()->fetchOne('SELECT count(*) FROM practice_result'));
        $this->browser->request('POST', '/stand/results', [], [], ['HTTP_ORIGIN' => self::ORIGIN], '{}');
        self::assertResponseStatusCodeSame(403, 'without its token nothing is taken');
    }

    public function testNonsenseIsRefusedAndNeverSentAgain(): void
    {
        $this->asPlayer();
        $bad = [];
        foreach ([
            ['bpm' => 4000], ['step' => 'dancing'], ['line' => ''], ['unit' => 'quarter'], ['clean' => 'yes'],
            ['at' => 'now'], ['seconds' => null, 'bpm' => '80'], ['chair' => 'x'],
        ] as $with) {
            $bad[] = $this->pass($with);
        }
        $answer = $this->sent([...$bad, ['no id'], 'text', $this->pass(['seconds' => 1e9])]);
        self::assertCount(1, $answer['taken']);
        self::assertSame(array_column($bad, 'id'), array_keys($answer['refused']));
        self::assertSame(3600.0, (float) self::database()->fetchOne('SELECT seconds FROM practice_result'));
    }

    public function testTodayFollowsWhatIsPlayed(): void
    {
        $this->kept(
            $plan = new Plan(
                'Two keys',
                "concert F major\nconcert Bb major",
                (new PlanChoices(100, goalDays: 1))->toArray(),
                Day::parse('2026-03-01'),
            ),
        );
        $this->asPlayer();
        $page = $this->browser->request('GET', '/today', ['minutes' => 30]);
        self::assertResponseIsSuccessful();
        self::assertSame('G major', $page->filter('.today-items strong')->first()->text());
        self::assertStringContainsString('0 of 2 clean', $page->text());
        self::assertStringContainsString('Stop when it hurts', $page->filter('.care')->text());
        self::assertSame('30', $page->filter('.today-minutes [aria-pressed]')->text());
        // Whoever goes to the stand from there finds the ladder of the plan.
        $stand = self::data($this->browser->request(
            'GET',
            (string) $page->filter('.today-items a')->first()->attr('href'),
        ));
        self::assertSame(
            [100, $this->chair->getId(), $this->player->getId()],
            [$stand['ladder']['goal'], $stand['chair'], $stand['who']],
        );
        $this->sent([
            $this->pass(['line' => $stand['key'], 'bpm' => 80, 'at' => 1e12 - 4000]),
            $this->pass(['line' => $stand['key'], 'bpm' => 80, 'at' => 1e12 - 3000]),
        ]);
        self::assertSame(
            '60',
            self::data($this->browser->request(
                'GET',
                (string) $page->filter('.today-items a')->first()->attr('href'),
            ))['ladder']['first'],
            'one place under the highest passed',
        );
        $this->sent([
            $this->pass(['line' => $stand['key'], 'bpm' => 100, 'at' => 1e12 - 2000]),
            $this->pass(['line' => $stand['key'], 'bpm' => 100, 'at' => 1e12 - 1000]),
        ]);
        $after = $this->browser->request('GET', '/today', ['minutes' => 30]);
        self::assertSame('C major', $after->filter('.today-items strong')->first()->text());
        self::assertStringContainsString('1 of 2 clean', $after->text());
        self::assertStringContainsString('clean at 100; played 4 times', $after->filter('.today-done')->text());
        $this->browser->request('GET', '/progress');
        self::assertSelectorExists('svg.progress-key');
        self::assertSelectorExists('svg.progress-weeks');
        unset($plan);
    }

    public function testANoteThatDoesNotSpeakIsNotedForTheTeacher(): void
    {
        $this->asPlayer();
        $this->sent([$this->pass([
            'step' => 'does not speak',
            'clean' => null,
            'bpm' => null,
            'remark' => 'note 4, C 4, LT L1 L2 L3',
        ])]);
        $this->asDirector();
        $page = $this->browser->request('GET', '/plans/chairs/'.$this->chair->getId());
        self::assertStringContainsString('note 4, C 4', $page->text());
    }

    public function testAPlanOfAChairGoesBeforeOneOfItsSectionAndThatBeforeOneOfTheBand(): void
    {
        $choices = (new PlanChoices())->toArray();
        $this->kept($band = new Plan('Band plan', 'concert F major', $choices, Day::parse('2026-03-01')));
        $plans = static fn (): StandPlans => self::getContainer()->get(StandPlans::class);
        $holds = fn (): ?string => $plans()->plan($this->chair)?->getTitle();
        self::assertSame('Band plan', $holds());
        $section = new Plan('Section plan', 'concert F major', $choices, Day::parse('2026-03-01'));
        $section->belongsTo(null, 'Clarinet in B♭');
        $this->kept($section);
        self::assertSame('Section plan', $holds());
        $copy = $band->copyFor($this->chair, Day::parse('2026-04-01'));
        $this->kept($copy);
        self::assertSame('Band plan', $holds());
        self::assertSame($copy->getId(), $plans()->plan($this->chair)?->getId());
        $other = new Plan('Flutes', 'concert F major', $choices, Day::parse('2026-03-01'));
        $other->belongsTo(null, 'Flute');
        $this->kept($other);
        self::assertSame($copy->getId(), $plans()->plan($this->chair)?->getId());
    }

    public function testADirectorMakesAPlanChangesItCopiesItAndTakesItBack(): void
    {
        $this->asDirector();
        $page = $this->browser->request('GET', '/plans');
        self::assertCount(4, $page->filter('#plan-order option'));
        self::assertStringContainsString('Ada', $page->filter('.plan-table')->text());
        $this->post('/plans', ['order' => 'band']);
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.page-head', '25 lines');
        $fields = [
            'title' => 'Four flats',
            'lines' => "concert F major, 2 octaves\nconcert Bb major, keys Bb Eb Ab",
            'who' => 'section:Clarinet in B♭',
            'goal' => '92',
            'rungs' => 'from 60 by 8 to 92',
            'minutes' => '15',
            'due_kind' => 'day',
            'due' => '2027-06-01',
            'memory' => '1',
            'clean' => '1',
            'days' => '1',
            'order' => 'hardest',
            'ways' => ['by fifths'],
            'patterns' => ['thirds'],
            'every' => '1',
            'version' => '1',
        ];
        $this->post($address, $fields);
        self::assertResponseRedirects();
        $page = $this->browser->followRedirect();
        self::assertSame(
            ['Four flats', '92', '60 68 76 84 92', '15', '2027-06-01'],
            array_map(
                static fn (string $id): ?string => $page->filter($id)->attr('value'),
                ['#plan-title', '#plan-goal', '#plan-rungs', '#plan-minutes', 'input[name=due]'],
            ),
        );
        self::assertSelectorTextContains('.plan-forecasts', 'Ada');
        self::assertSelectorTextContains('.plan-forecasts', '4 keys by 1 June');
        // Somebody who saves over a change that he has not seen is told so, and keeps what he typed.
        $this->post($address, ['title' => 'Mine'] + $fields);
        self::assertResponseStatusCodeSame(409);
        self::assertSame('Mine', $this->browser->getCrawler()->filter('#plan-title')->attr('value'));
        foreach ([
            ['lines' => 'concert H major'], ['rungs' => 'fast'], ['goal' => '4000'], ['due' => '2027-02-30'],
            ['minutes' => '0'], ['title' => ''],
        ] as $wrong) {
            $this->post($address, $wrong + ['version' => '2'] + $fields);
            self::assertResponseStatusCodeSame(422, json_encode($wrong) ?: '');
            self::assertSelectorExists('[role=alert]');
            self::assertStringContainsString(
                'concert',
                (string) $this->browser->getCrawler()->filter('#plan-lines')->text(),
            );
        }
        $this->post($address.'/copy', ['chair' => $this->chair->getId()]);
        $copy = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertSelectorTextContains('body', 'Redirecting');
        $this->post(
            $copy,
            [
                'title' => 'Four flats for Ada',
                'lines' => 'concert F major, 2 octaves',
                'who' => 'chair:'.$this->chair->getId(),
                'goal' => '80',
            ]
                + ['version' => '1'] + $fields,
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('goal 80 in place of 92', $page->text());
        self::assertStringContainsString('without concert Bb major, keys Bb Eb Ab', $page->text());
        $this->browser->request('GET', $copy.'/cards.pdf');
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', $address.'/cards.pdf');
        self::assertResponseStatusCodeSame(422, 'nobody has the plan of the section any more');
        $this->post($copy.'/remove');
        $page = $this->browser->followRedirect();
        self::assertStringNotContainsString('Four flats for Ada', $page->filter('.studies')->text());
        $this->browser->submit($page->filter('form[action*="undo"]')->form());
        self::assertStringContainsString(
            'Four flats for Ada',
            $this->browser->request('GET', '/plans')->filter('.studies')->text(),
        );
    }

    public function testADirectorSeesWhoIsBehindAndWhy(): void
    {
        $quiet = new Player('Bo');
        $this->kept($quiet, new Chair($quiet, 'trumpet-bb', '', 'full'));
        $today = self::getContainer()->get(StandPlans::class)->today();
        $this->kept(
            new Plan(
                'Twelve',
                'concert C major, keys by fourths',
                (new PlanChoices(80, due: $today->plus(40)->text(), goalDays: 1))->toArray(),
                $today->plus(-40),
            ),
        );
        $this->asPlayer();
        $days = [];
        foreach (['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb'] as $k => $key) {
            foreach ([0, 1] as $pass) {
                $days[] = $this->pass([
                    'line' => 'concert '.$key.' major',
                    'bpm' => 80,
                    'at' => 1e12 - (20 - $k) * 86_400_000.0 + $pass * 60_000,
                ]);
            }
        }
        $this->sent($days);
        $this->asDirector();
        $rows = $this->browser->request('GET', '/plans')->filter('.plan-table tbody tr');
        self::assertStringContainsString('Bo', $rows->eq(0)->text(), 'who is furthest behind stands first');
        self::assertStringContainsString('Nothing played yet, in 40 days', $rows->eq(0)->text());
        self::assertStringContainsString('7 / 12', $rows->eq(1)->text());
        self::assertStringNotContainsString('behind.', $rows->eq(1)->text());
    }

    public function testWhatWasPractisedIsGivenAwayGoesWithThePlayerAndComesBack(): void
    {
        $this->asPlayer();
        $this->sent([$this->pass()]);
        $this->asDirector();
        $this->browser->request('GET', '/band/players/'.$this->player->getId().'/data.json');
        $data = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertSame(
            ['concert F major', 80, true],
            [
                $data['chairs'][0]['practised'][0]['line'],
                $data['chairs'][0]['practised'][0]['bpm'],
                $data['chairs'][0]['practised'][0]['clean'],
            ],
        );
        $this->post('/band/players/'.$this->player->getId().'/remove');
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM practice_result'));
        $page = $this->browser->followRedirect();
        $this->browser->submit($page->filter('form[action*="undo"]')->form());
        self::assertSame(1, self::database()->fetchOne('SELECT count(*) FROM practice_result'));
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $manager->clear();
        $open = self::getContainer()->get(OpenBand::class);
        $open->enter($manager->find(Band::class, $this->band->getId()), $this->band->getOwner());
        $found = $manager->find(Player::class, $this->player->getId());
        self::assertInstanceOf(Player::class, $found);
        self::getContainer()->get(Roster::class)->erase($found);
        self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM practice_result'));
    }

    /** Days are those of the calendar where the band is. */
    public function testAPassBeforeMidnightBelongsToTheDayOfTheBand(): void
    {
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $band = $manager->find(Band::class, $this->band->getId());
        self::assertInstanceOf(Band::class, $band);
        $band->live(new \DateTimeZone('Pacific/Kiritimati'), []); // fourteen hours ahead
        $manager->flush();
        $this->asPlayer();
        $this->sent([$this->pass()]);
        $this->browser->request('GET', '/today');
        $open = self::getContainer()->get(OpenBand::class);
        self::assertSame('Pacific/Kiritimati', $open->zone()->getName());
        $played = self::getContainer()->get(Results::class)->played($this->chair->getId());
        self::assertSame(
            (new \DateTimeImmutable('now', new \DateTimeZone('Pacific/Kiritimati')))->format('Y-m-d'),
            $played[0]->day->text(),
        );
    }

    public function testTheNextLessonIsADate(): void
    {
        $choices = new PlanChoices(due: PlanChoices::NEXT_LESSON);
        // 26 November 2026 is a Thursday (from the calendar).
        self::assertSame('2026-11-30', $choices->dueOn(Day::parse('2026-11-26'), [1, 3])?->text());
        self::assertSame('2026-12-03', $choices->dueOn(Day::parse('2026-11-26'), [4])?->text());
        self::assertSame('2026-12-03', $choices->dueOn(Day::parse('2026-11-26'), [])?->text());
        self::assertNull((new PlanChoices())->dueOn(Day::parse('2026-11-26'), [1]));
    }

    /**
     * What is kept beside the results is what they say: clean, counted, the fastest of each line and beat; and it goes
     * and comes back with the player.
     */
    public function testTheFastestOfEachLineIsKeptAsItComes(): void
    {
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $manager->persist($player = new Player('Zoe'));
        $manager->persist($chair = new Chair($player, 'flute', '', 'full'));
        $manager->flush();
        $now = new \DateTimeImmutable();
        foreach ([
            ['concert F', 60, '1/4', true, true],
            ['concert F', 90, '1/4', true, true],
            ['concert F', 120, '1/4', false, true],
            ['concert F', 200, '1/4', true, false],
            ['concert F', 40, '1/2', true, true],
            ['concert G', 72, '1/4', true, true],
            ['concert A', null, '1/4', true, true],
        ] as [$line, $bpm, $unit, $clean, $counts]) {
            $manager->persist(
                new PracticeResult(
                    Uuid::v7()->toRfc4122(),
                    $chair,
                    $line,
                    'ladder',
                    $bpm,
                    $unit,
                    $clean,
                    20.0,
                    '',
                    $now,
                    $now,
                    $counts,
                ),
            );
        }
        $manager->flush();
        $best = [['concert F', '1/2', 40], ['concert F', '1/4', 90], ['concert G', '1/4', 72]];
        $kept = static fn (): array => self::database()->fetchAllNumeric(
            'SELECT line, unit, bpm FROM practice_best ORDER BY line, unit',
        );
        self::assertSame($best, $kept());
        self::assertEquals(
            [$chair->getId() => ['concert F' => 90.0, 'concert G' => 72.0]],
            self::getContainer()->get(Results::class)->fastest(),
        );
        $removed = self::getContainer()->get(Roster::class)->remove($player);
        self::assertSame([], $kept());
        $this->post('/undo/'.$removed);
        self::assertSame($best, $kept());
    }
}
