<?php

declare(strict_types=1);

namespace App\Tests\Packets;

use App\Band\ChairDetails;
use App\Band\Roster;
use App\Jobs\MakePiece;
use App\Jobs\MakePieceHandler;
use App\Jobs\PieceWorkers;
use App\Packets\PacketPieces;
use App\Packets\PacketRows;
use App\Packets\Runs;
use App\Shared\ReadingCopy;
use App\Tests\Shared\Visits;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;

/**
 * Packets through the pages, with workers that are called by hand, so that they can stop, die and come twice.
 */
final class PacketsTest extends WebTestCase
{
    use Visits;

    private string $band;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->band = $this->comeIn()->getId();
        $roster = self::getContainer()->get(Roster::class);
        \assert($roster instanceof Roster);
        foreach ([['Ada', 'flute'], ['Bea', 'clarinet-bb'], ['Cleo', 'trombone']] as [$name, $instrument]) {
            $roster->add($name, new ChairDetails($instrument));
        }
    }

    public function testFromTheDeskToThePileWithOnePress(): void
    {
        $this->post('/packets', ['line' => 'concert F major, then arpeggio']);
        $packet = $this->last();
        $this->work();
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertStringContainsString('Ready', $page->filter('#made h2')->text());
        foreach ([
            'Ada, Flute', 'Bea, Clarinet in B♭', 'Cleo, Trombone', 'Score', 'Who plays what', 'Everything (ZIP)',
        ] as $what) {
            self::assertGreaterThan(0, $page->filter('#made a:contains("'.$what.'")')->count(), $what);
        }
        foreach ($page->filter('#made a')->links() as $link) {
            $this->browser->request('GET', $link->getUri());
            self::assertResponseIsSuccessful();
            self::assertNotSame('', (string) $this->browser->getInternalResponse()->getContent(), $link->getUri());
        }
        $this->browser->request('GET', $page->filter('#made a:contains("For the copier")')->link()->getUri());
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
    }

    public function testTheSamePacketAgainTakesOnlyWhatChanged(): void
    {
        $packet = $this->packet("concert F major\nconcert G major");
        $this->press($packet, ['do' => 'make']);
        $first = $this->work();
        self::assertGreaterThan(8, $first);
        $this->press($packet, ['do' => 'make']);
        self::assertSame(0, $this->waiting(), 'nothing is asked for that is there');
        self::assertSame('done', $this->runOf($packet)['state']);
        // Another player changes his page and what is put together from it, and nobody else's.
        self::database()->executeStatement("UPDATE chair SET style = 'large' WHERE instrument = 'trombone'");
        $this->press($packet, ['do' => 'make']);
        $asked = self::database()->fetchFirstColumn(
            "SELECT name FROM packet_piece WHERE run_id = :run AND stage = 0 AND state = 'waiting' AND kind = 'part'",
            ['run' => $this->runOf($packet)['id']],
        );
        self::assertSame(['Cleo, Trombone'], $asked);
        $this->work();
        self::assertSame('done', $this->runOf($packet)['state']);
    }

    public function testAMessageTwiceMakesOneThing(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $messages = $this->messages();
        $handler = $this->handler();
        foreach ([...$messages, ...array_reverse($messages)] as $one) {
            $handler($one);
        }
        $this->work();
        $run = $this->runOf($packet);
        self::assertSame('done', $run['state']);
        self::assertSame(
            \count($run['pieces']),
            \count(array_filter($run['pieces'], static fn (array $one): bool => 'made' === $one['state'])),
        );
        self::assertSame(
            \count(array_unique(self::database()->fetchFirstColumn('SELECT key FROM packet_piece'))),
            (int) self::database()->fetchOne('SELECT COUNT(*) FROM made_file'),
        );
        // The pile is asked for once, however often the last part was made.
        self::assertSame(0, $this->waiting());
    }

    /**
     * A worker that dies says nothing: what it had in hand goes to another soon, and what kills every worker comes to
     * an end.
     */
    public function testAPieceOnWhichWorkersDieGoesToOthersAndIsGivenUpInTheEnd(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $run = $this->runOf($packet);
        $jobs = self::getContainer()->get('messenger.transport.packets');
        \assert($jobs instanceof ReceiverInterface);
        $inHand = [];
        while ([] !== $got = [...$jobs->get()]) {
            array_push($inHand, ...$got);
        }
        self::assertCount(\count($this->messages()), $inHand, 'all are in hand');
        // One worker said that it lives a moment ago, another was last heard of too long ago.
        self::database()->executeStatement(
            "UPDATE job SET delivered_at = (now() AT TIME ZONE 'UTC') - INTERVAL '8 seconds'",
        );
        self::assertSame([], [...$jobs->get()]);
        self::database()->executeStatement(
            "UPDATE job SET delivered_at = (now() AT TIME ZONE 'UTC') - INTERVAL '12 seconds' WHERE id = (SELECT min(id) FROM job)",
        );
        usleep(500_000); // whoever found nothing looks again after 0.4 s
        self::assertCount(1, [...$jobs->get()]);
        self::assertSame([], [...$jobs->get()]);
        // Six have begun the first piece, and none has said anything since.
        for ($times = 1; $times <= 6; ++$times) {
            self::assertSame($times, $this->runs()->begin($run['id'], 0));
        }
        $this->work();
        $run = $this->runOf($packet);
        self::assertSame('done', $run['state']);
        self::assertSame('failed', $run['pieces'][0]['state']);
        self::assertStringContainsString('tried several times', (string) $run['pieces'][0]['reason']);
        self::assertSame(
            [],
            array_filter(\array_slice($run['pieces'], 1), static fn (array $one): bool => 'waiting' === $one['state']),
        );
    }

    /**
     * Where a copy of the database is there for reading, files come from it; where it is away, from the first, and
     * nobody notices.
     */
    public function testFilesAreReadFromTheCopyWhereThereIsOne(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $this->work();
        $run = $this->runOf($packet)['id'];
        $first = $this->runs()->made($run, 0);
        self::assertNotNull($first);
        $cache = self::getContainer()->getParameter('kernel.cache_dir');
        \assert(\is_string($cache));
        $from = static fn (string $address): Runs => new Runs(
            self::database(),
            new PieceWorkers(self::getContainer()->get('messenger.default_bus')),
            self::getContainer()->get(PacketPieces::class),
            new ReadingCopy($address, $cache),
        );
        $address = $_SERVER['DATABASE_URL'];
        \assert(\is_string($address));
        $came = static fn (): mixed => self::database()->fetchOne(
            'SELECT count(*) FROM pg_stat_activity WHERE application_name = :name',
            ['name' => ReadingCopy::NAME],
        );
        self::assertSame(0, $came());
        $reading = $from($address);
        self::assertEquals($first, $reading->made($run, 0));
        self::assertSame(1, $came(), 'the copy was asked');
        try {
            foreach ([
                'postgresql://nobody@127.0.0.1:1/none?serverVersion=15',
                'postgresql://swiftreed:wrong@'.substr($address, 1 + (int) strrpos($address, '@')),
            ] as $away) {
                self::assertEquals($first, $from($away)->made($run, 0), $away);
                self::assertFileExists($cache.'/copy-away');
            }
            self::assertEquals($first, $from($address)->made($run, 0), 'it is passed by for some seconds');
            // The copy may still have what is gone; the first decides.
            self::database()->executeStatement('DELETE FROM made_file');
            self::assertNull($reading->made($run, 0));
        } finally {
            unlink($cache.'/copy-away');
        }
    }

    /**
     * A newer version may make other pieces of a packet than the one that wrote them down: what it does not know ends
     * as failed, and the packet comes to its end.
     */
    public function testAPieceThatNobodyKnowsAnyMoreIsNamed(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $run = $this->runOf($packet)['id'];
        self::database()->executeStatement(
            "INSERT INTO packet_piece (run_id, number, stage, kind, name, file, key) VALUES (:run, 900, 0, 'part', 'Of before', 'of-before.pdf', :key)",
            ['run' => $run, 'key' => str_repeat('0', 64)],
        );
        ($this->handler())(new MakePiece($run, 900));
        $this->work();
        $made = $this->runOf($packet);
        self::assertSame('done', $made['state']);
        self::assertSame(
            ['Of before'],
            array_column(
                array_filter($made['pieces'], static fn (array $one): bool => 'failed' === $one['state']),
                'name',
            ),
        );
    }

    public function testStoppingIsReadBetweenThePieces(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $messages = $this->messages();
        $handler = $this->handler();
        $handler($messages[0]);
        $this->post('/packets/'.$packet.'/stop');
        foreach ($messages as $one) {
            $handler($one);
        }
        $run = $this->runOf($packet);
        self::assertSame('stopped', $run['state']);
        self::assertCount(1, array_filter($run['pieces'], static fn (array $one): bool => 'made' === $one['state']));
        // What is ready can be opened, and making it again goes on from there.
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertSame(1, $page->filter('#made .made-files a')->count());
        self::database()->executeStatement('DELETE FROM job');
        $this->press($packet, ['do' => 'make']);
        self::assertCount(
            1,
            array_filter($this->runOf($packet)['pieces'], static fn (array $one): bool => 'made' === $one['state']),
        );
        $this->work();
        self::assertSame('done', $this->runOf($packet)['state']);
    }

    public function testWhatCannotBeMadeIsNamedAndTheOthersAreMade(): void
    {
        self::database()->executeStatement("UPDATE chair SET limits = 'E2 to F3' WHERE instrument = 'trombone'");
        $packet = $this->packet('concert F major, 2 octaves');
        $this->press($packet, ['do' => 'make']);
        $this->work();
        $run = $this->runOf($packet);
        self::assertSame('done', $run['state']);
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertStringContainsString('Cleo, Trombone', $page->filter('#made .warning')->text());
        self::assertSame(
            2,
            $page->filter(
                '#made .made-files a:contains("Ada, Flute"), #made .made-files a:contains("Bea, Clarinet")',
            )->count(),
        );
        // What was put together without Cleo is not taken for the whole another time.
        self::database()->executeStatement("UPDATE chair SET limits = '' WHERE instrument = 'trombone'");
        $this->press($packet, ['do' => 'make']);
        self::assertNotContains(
            'pile',
            array_column(
                array_filter($this->runOf($packet)['pieces'], static fn (array $one): bool => 'made' === $one['state']),
                'kind',
            ),
        );
    }

    public function testTheEditorKeepsNumbersAndWhatWasTyped(): void
    {
        $packet = $this->packet("concert F major\nconcert G major\nconcert D major");
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertSame(
            ['1', '2', '3', '+'],
            $page->filter('.row-number')->each(static fn ($one): string => $one->text()),
        );
        $this->press($packet, ['do' => 'out 1']);
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertSame(['1', '3', '+'], $page->filter('.row-number')->each(static fn ($one): string => $one->text()));
        $this->press($packet, ['do' => 'up 1']);
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertSame(['3', '1', '+'], $page->filter('.row-number')->each(static fn ($one): string => $one->text()));
        // A line that is not understood is said, kept, and nothing is begun.
        $this->press($packet, ['do' => 'make'], ['concert F majr, thirdz']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Study 4', $this->browser->getCrawler()->filter('[role=alert]')->text());
        self::assertStringContainsString('thirdz', (string) $this->browser->getResponse()->getContent());
        self::assertNull($this->runs()->last($packet, $this->band));
        // Somebody else's change is not written over.
        $this->press($packet, ['version' => '1', 'title' => 'Mine']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Somebody else', $this->browser->getCrawler()->filter('[role=alert]')->text());
        self::assertSame('Mine', $this->browser->getCrawler()->filter('#packet-title')->attr('value'));
        // Fields of another shape are refused in a sentence.
        foreach ([
            'editions' => 'colours', 'worksheets' => 'blank', 'paper' => 'a3', 'flats' => 'many', 'copies' => '40',
            'style' => 'tiny', 'title' => str_repeat('x', 100),
        ] as $field => $value) {
            $this->press($packet, [$field => $value]);
            self::assertResponseStatusCodeSame(422, $field);
            self::assertMatchesRegularExpression(
                '/expected/',
                $this->browser->getCrawler()->filter('[role=alert]')->text(),
            );
        }
    }

    public function testARemovedPacketComesBackAsItWas(): void
    {
        $packet = $this->packet("concert F major\nconcert G major");
        $this->press($packet, ['words' => 'Bring a pencil', 'worksheets' => 'unmarked']);
        $this->post('/packets/'.$packet.'/remove');
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM packet'));
        preg_match('/undo=([0-9a-f-]+)/', (string) $this->browser->getResponse()->headers->get('Location'), $found);
        $this->post('/undo/'.$found[1]);
        $page = $this->browser->request('GET', '/packets/'.$packet);
        self::assertSame('Bring a pencil', $page->filter('#packet-words')->attr('value'));
        self::assertSame(['1', '2', '+'], $page->filter('.row-number')->each(static fn ($one): string => $one->text()));
        self::assertSame('unmarked', $page->filter('input[name=worksheets][checked]')->attr('value'));
    }

    public function testAnErasedPlayerIsOnNoPageThatIsKept(): void
    {
        $packet = $this->packet('concert F major');
        $this->press($packet, ['do' => 'make']);
        $this->work();
        $player = (string) self::database()->fetchOne("SELECT id FROM player WHERE name = 'Ada'");
        $this->post('/band/players/'.$player.'/erase', ['sure' => 'Ada']);
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM made_file'));
        self::assertSame(
            0,
            (int) self::database()->fetchOne("SELECT COUNT(*) FROM packet_run WHERE plan::text LIKE '%Ada%'"),
        );
        $this->browser->request('GET', '/packets/'.$packet);
        self::assertResponseIsSuccessful();
    }

    public function testWhoeverIsTakenOutGetsNone(): void
    {
        $packet = $this->packet('concert F major');
        $page = $this->browser->request('GET', '/packets/'.$packet);
        $chairs = $page->filter('input[name="who[]"]')->each(static fn ($one): string => (string) $one->attr('value'));
        self::assertCount(3, $chairs);
        $this->press($packet, ['do' => 'make', 'who' => [$chairs[0]], 'listed' => $chairs]);
        $this->press(
            $packet,
            ['do' => 'make', 'style' => 'large', 'copies' => '3', 'who' => [$chairs[0]], 'listed' => $chairs],
        );
        $plan = json_decode(
            (string) self::database()->fetchOne('SELECT plan FROM packet_run ORDER BY id DESC LIMIT 1'),
            true,
        );
        self::assertSame(
            [['large', 3]],
            array_map(static fn (array $one): array => [$one['style'], $one['copies']], $plan['players']),
        );
        self::assertSame(
            ['Ada, Flute'],
            array_values(array_map(
                static fn (array $one): string => $one['name'],
                array_filter($this->runOf($packet)['pieces'], static fn (array $one): bool => 'part' === $one['kind']),
            )),
        );
    }

    public function testTheSheetOfTheDayGoesOnByOnePress(): void
    {
        $this->post('/daily', ['template' => 'short', 'key' => 'Bb', 'version' => '0']);
        $this->post('/daily', ['on' => '1', 'version' => '1']);
        $page = $this->post('/daily', ['on' => '1', 'version' => '1']);
        self::assertResponseStatusCodeSame(409, 'two who press “next key” go one key on and not two');
        self::assertStringContainsString('Eb', $page->filter('.both-states')->text());
        self::assertStringContainsString('E♭', $this->browser->request('GET', '/lesson')->filter('h1')->text());
        $page = $this->browser->request('GET', '/daily');
        self::assertGreaterThan(0, $page->filter('.new-note')->count());
        self::assertStringContainsString('concert Eb major', $page->filter('.exercises')->text());
        $this->post('/daily/packet');
        $packet = $this->last();
        $this->work();
        // The chorale's row is one that the editor takes again.
        $this->press($packet, ['do' => 'make'], ['for brass: concert F major, lip slurs']);
        self::assertResponseRedirects();
        $this->work();
        $run = $this->runOf($packet);
        self::assertSame([], array_filter($run['pieces'], static fn (array $one): bool => 'failed' === $one['state']));
        // The band goes by fifths, if its director says so.
        self::database()->executeStatement("UPDATE band SET key_order = 'fifths'");
        $this->post('/daily', ['on' => '1', 'key' => 'F', 'version' => '2']);
        self::assertStringContainsString('concert C', $this->browser->request('GET', '/lesson')->filter('h1')->text());
    }

    public function testTheScoreSaysWhetherItIsTogetherAndRehearsalWhatEverybodyHas(): void
    {
        $page = $this->browser->request('GET', '/score', ['line' => 'concert Eb major']);
        self::assertStringContainsString('All 3 parts sound together.', $page->filter('.together')->text());
        self::assertSame(15, $page->filter('a.score-place')->count());
        $this->browser->click($page->filter('a.score-place')->eq(4)->link());
        $rows = $this->browser->getCrawler()
            ->filter('.rehearse-rows .note')
            ->each(static fn ($one): string => preg_replace('/\d/', '', $one->text()) ?? '');
        self::assertSame(['B♭', 'C', 'B♭'], $rows);
        $this->browser->clickLink('›');
        self::assertStringContainsString('note 6 of 15', $this->browser->getCrawler()->filter('[role=status]')->text());
        $sound = json_decode(
            (string) (
                $this->browser->request('GET', '/score/sound.json', ['line' => 'concert F major', 'own' => 'Bea'])
                    ? $this->browser->getResponse()->getContent()
                    : ''
            ),
            true,
        );
        $first = array_map(static fn (array $part): int => $part['notes'][0]['midi'] % 12, $sound['parts']);
        self::assertContains(5, $first, 'concert F');
        self::assertContains(3, $first, 'the clarinet\'s own F');
        foreach (['/score?line=concert+H', '/rehearse?line=concert+F&place=nowhere'] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseStatusCodeSame(422);
            self::assertGreaterThan(0, $this->browser->getCrawler()->filter('[role=alert]')->count());
        }
    }

    public function testRowsKeepTheirNumbersWhateverIsDone(): void
    {
        mt_srand(7);
        $rows = PacketRows::kept(['concert C', 'concert F', 'concert Bb'], [], 0);
        $given = 3;
        for ($i = 0; $i < 300; ++$i) {
            $read = PacketRows::read($rows);
            $lines = array_column($read, 'line');
            $numbers = array_map(strval(...), array_column($read, 'number'));
            $before = array_combine($numbers, $lines);
            match (mt_rand(0, 2)) {
                0 => [$lines[], $numbers[]] = ['concert G '.$i, ''],
                1 => [] === $lines
                    ? null
                    : [array_splice($lines, $k = mt_rand(0, \count($lines) - 1), 1), array_splice($numbers, $k, 1)],
                default => [$lines, $numbers] = [array_reverse($lines), array_reverse($numbers)],
            };
            $rows = PacketRows::kept($lines, $numbers, $given);
            foreach (PacketRows::read($rows) as ['number' => $number, 'line' => $line]) {
                self::assertTrue(
                    isset($before[(string) $number]) ? $before[(string) $number] === $line : $number > $given,
                    'a number is given once',
                );
            }
            $given = max($given, PacketRows::highest($rows));
        }
        self::assertGreaterThan(50, $given);
    }

    private function packet(string $studies): string
    {
        $this->post('/packets', ['title' => 'Week nine']);
        $id = $this->last();
        $this->press($id, [], explode("\n", $studies));

        return $id;
    }

    private function last(): string
    {
        $id = self::database()->fetchOne('SELECT id FROM packet ORDER BY id DESC LIMIT 1');
        self::assertIsString($id);

        return $id;
    }

    /**
     * Sends the editor's form as it stands, with something changed and rows added.
     *
     * @param array<string, mixed> $changes
     * @param list<string>         $more
     */
    private function press(string $id, array $changes = [], array $more = []): void
    {
        $form = $this->browser->request('GET', '/packets/'.$id)->filter('#packet-form')->form();
        $values = $form->getPhpValues();
        $values['lines'] = [
            ...array_filter($values['lines'], static fn (string $line): bool => '' !== $line),
            ...$more,
        ];
        unset($values['_token']);
        $this->post('/packets/'.$id, $changes + $values);
    }

    /** @return array{id: string, state: string, pieces: list<array<string, mixed>>} */
    private function runOf(string $packet): array
    {
        return $this->runs()->last($packet, $this->band) ?? self::fail('nothing was begun');
    }

    private function runs(): Runs
    {
        $runs = self::getContainer()->get(Runs::class);
        \assert($runs instanceof Runs);

        return $runs;
    }

    private function handler(): MakePieceHandler
    {
        $handler = self::getContainer()->get(MakePieceHandler::class);
        \assert($handler instanceof MakePieceHandler);

        return $handler;
    }

    private function waiting(): int
    {
        return (int) self::database()->fetchOne('SELECT COUNT(*) FROM job');
    }

    /** @return list<MakePiece> what lies in the queue */
    private function messages(): array
    {
        $serializer = new \Symfony\Component\Messenger\Transport\Serialization\PhpSerializer();

        return array_map(static function (array $row) use ($serializer): MakePiece {
            $message = $serializer->decode([
                'body' => $row['body'],
                'headers' => json_decode($row['headers'], true),
            ])->getMessage();
            \assert($message instanceof MakePiece);

            return $message;
        }, self::database()->fetchAllAssociative('SELECT body, headers FROM job ORDER BY id'));
    }

    /** A worker that works until nothing is left; answers with how many messages there were. */
    private function work(): int
    {
        $count = 0;
        while ([] !== $messages = $this->messages()) {
            self::database()->executeStatement('DELETE FROM job');
            foreach ($messages as $one) {
                ($this->handler())($one);
                ++$count;
            }
        }

        return $count;
    }
}
