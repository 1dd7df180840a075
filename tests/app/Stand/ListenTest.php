<?php

declare(strict_types=1);

namespace App\Tests\Stand;

use App\Band\Chair;
use App\Band\Player;
use App\Band\Ways;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\DataProvider;
use SwiftReed\Import\MidiReader;
use SwiftReed\Listening\Frames;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/**
 * Takes as a browser sends them, from whoever does; and the commands.
 */
final class ListenTest extends WebTestCase
{
    use Visits;

    private const LINE = ['line' => 'concert F major, eighths, quarter = 72', 'for' => 'trumpet-bb'];

    private string $folder;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->folder = sys_get_temp_dir().'/reed-listen-'.bin2hex(random_bytes(4));
        (new Filesystem())->mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
        parent::tearDown();
    }

    /**
     * @param array<string, mixed> $asked
     *
     * @return array<string, mixed>
     */
    private function heard(array $asked): array
    {
        $this->send('/stand/listen', $asked);
        $data = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($data);

        return $data;
    }

    public function testVisitorsAreHeardAndNothingIsKept(): void
    {
        $clean = $this->heard(self::LINE + ['simulate' => 'clean', 'seed' => 3]);
        self::assertSame([true, true, []], [$clean['judged'], $clean['clean'], $clean['marks']]);
        self::assertSame('Every note is right, and even at 72.', $clean['words']);
        $wrong = $this->heard(self::LINE + ['simulate' => 'wrong']);
        self::assertFalse($wrong['clean']);
        self::assertSame(
            [[3, 'wrong']],
            array_map(static fn (array $one): array => [$one['note'], $one['kind']], $wrong['marks']),
        );
        self::assertStringContainsString('Note 4 was', $wrong['html']);
        $late = $this->heard(self::LINE + ['simulate' => 'late', 'seed' => 4]);
        self::assertContains(
            [3, 'late'],
            array_map(static fn (array $one): array => [$one['note'], $one['kind']], $late['marks']),
        );
        foreach (['record_entry', 'practice_result', 'audit', 'made_file'] as $table) {
            self::assertSame(0, self::database()->fetchOne('SELECT count(*) FROM '.$table), $table);
        }
    }

    /** A step plays a piece of the line, at its own lengths: what is written stands at the notes of the whole line. */
    public function testAStepIsJudgedByItsOwnNotes(): void
    {
        $plays = [[4, 0, 3360], [5, 3360, 3360], [6, 6720, 3360], [7, 10080, 3360], [6, 13440, 3360], [5, 16800, 3360]];
        $wrong = $this->heard(self::LINE + ['plays' => $plays, 'quarters' => 60, 'simulate' => 'wrong']);
        self::assertCount(6, $wrong['notes']);
        self::assertSame(
            [7],
            array_column($wrong['marks'], 'note'),
            'the fourth of the step is the eighth of the line',
        );
        self::assertEqualsWithDelta(
            60,
            $this->heard(self::LINE + ['plays' => $plays, 'quarters' => 60, 'simulate' => 'clean'])['tempo'],
            1.5,
        );
    }

    public function testKeysAreHeard(): void
    {
        $midi = [53, 55, 57, 58, 60, 62, 64, 65, 64, 62, 60, 58, 57, 55, 53];
        $notes = array_map(static fn (int $k): array => [500 + 400 * $k, 880 + 400 * $k, $midi[$k]], array_keys($midi));
        $take = $this->heard(
            self::LINE + ['notes' => $notes, 'click' => ['first' => 480, 'delay' => 0], 'quarters' => 75],
        );
        self::assertTrue($take['clean'], $take['words']);
        self::assertEqualsWithDelta(75, $take['tempo'], 0.1);
        self::assertEqualsWithDelta(20, $take['against_click_ms'], 0.5, 'after the click, by hand');
        self::assertNull(
            $this->heard(self::LINE + ['notes' => $notes])['against_click_ms'],
            'nothing is said of it without calibration',
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => [[], 'no list'];
        yield 'frames of words' => [self::LINE + ['frames' => [['a', 1, 2, 3]]], 'four numbers'];
        yield 'frames of a day' => [self::LINE + ['frames' => [[90_000_000, 220, 1, -20]]], 'cannot be'];
        yield 'too many frames' => [self::LINE + ['frames' => array_fill(0, Frames::MOST + 1, [0, 1, 1, 1])], '60000'];
        yield 'a fault that is none' => [self::LINE + ['simulate' => 'hum'], 'hum'];
        yield 'a line that is none' => [['line' => 'concert H major', 'for' => 'flute', 'simulate' => 'clean'], 'H'];
        yield 'an instrument that is none' => [
            ['line' => 'concert F major', 'for' => 'kazoo', 'simulate' => 'clean'],
            'kazoo',
        ];
        yield 'notes of another line' => [
            self::LINE + ['plays' => [[99, 0, 3360]], 'simulate' => 'clean'],
            'onsets and lengths',
        ];
        yield 'onsets backwards' => [
            self::LINE + ['plays' => [[0, 3360, 3360], [1, 0, 3360]], 'simulate' => 'clean'],
            'onsets and lengths',
        ];
        yield 'keys that are none' => [self::LINE + ['notes' => [[0, 10, 200]]], 'its key'];
    }

    /** @param array<string, mixed> $asked */
    #[DataProvider('nonsense')]
    public function testNonsenseFromStrangersIsRefused(array $asked, string $says): void
    {
        $data = $this->heard($asked);
        self::assertResponseStatusCodeSame(422);
        self::assertIsString($data['why']);
        self::assertStringContainsString($says, $data['why']);
    }

    public function testATakeThatIsTooLargeIsRefusedUnread(): void
    {
        $this->browser->request(
            'POST',
            '/stand/listen',
            [],
            [],
            ['HTTP_ORIGIN' => self::ORIGIN, 'CONTENT_TYPE' => 'application/json'],
            str_repeat(' ', Frames::MOST_BYTES + 1),
        );
        self::assertResponseStatusCodeSame(413);
        $this->browser->request(
            'POST',
            '/stand/listen',
            [],
            [],
            ['HTTP_ORIGIN' => 'https://elsewhere.example', 'CONTENT_TYPE' => 'application/json'],
            '{}',
        );
        self::assertResponseStatusCodeSame(403);
    }

    public function testATendencyIsThePlayersOwnAndPlansAnew(): void
    {
        $this->comeIn();
        $manager = self::getContainer()->get(EntityManagerInterface::class);
        $chairs = [];
        foreach (['Ada', 'Bo'] as $name) {
            $manager->persist($player = new Player($name));
            $manager->persist($chairs[$name] = new Chair($player, 'trumpet-bb', '', 'full'));
        }
        $signIn = self::getContainer()->get(Ways::class)->signIn($chairs['Ada']->getPlayer(), null);
        $manager->flush();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($signIn, 'main');
        foreach (['D4 sharp 25', 'D4 sharp 30', 'E4 flat 20'] as $tendency) {
            $this->post('/stand/tendency', ['chair' => $chairs['Ada']->getId(), 'tendency' => $tendency]);
            self::assertResponseIsSuccessful();
        }
        self::assertSame(
            ['D4 sharp 30', 'E4 flat 20'],
            self::database()->fetchFirstColumn('SELECT pin FROM pinned_fingering ORDER BY pin'),
            'how it lies now stands in the place of how it lay',
        );
        $this->post('/stand/tendency', ['chair' => $chairs['Bo']->getId(), 'tendency' => 'D4 sharp 25']);
        self::assertResponseStatusCodeSame(404);
        $this->post('/stand/tendency', ['chair' => $chairs['Ada']->getId(), 'tendency' => 'D4 sour']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testTheCommands(): void
    {
        $line = 'concert F major, eighths, quarter = 72';
        $frames = $this->console([
            'listen:simulate', $line, '--for=trumpet-bb', '--faults=wrong 4 D5; late 9 250; flat 12 40; tempo 80',
            '--seed=3',
        ]);
        self::assertSame(
            $frames,
            $this->console([
                'listen:simulate', $line, '--for=trumpet-bb', '--faults=wrong 4 D5; late 9 250; flat 12 40; tempo 80',
                '--seed=3',
            ]),
        );
        file_put_contents($this->folder.'/take.json', $frames);
        $take = json_decode(
            $this->console(['listen:judge', $line, $this->folder.'/take.json', '--for=trumpet-bb']),
            true,
        );
        self::assertIsArray($take);
        self::assertSame(['wrong', 'D5'], [$take['notes'][3]['verdict'], $take['notes'][3]['heard']]);
        self::assertSame(
            [['from' => 'G4', 'to' => 'F#4']],
            array_map(
                static fn (array $one): array => ['from' => $one['from'], 'to' => $one['to']],
                $take['slow_changes'],
            ),
        );
        self::assertEqualsWithDelta(-40, $take['notes'][11]['cents'], 4);
        self::assertEqualsWithDelta(80, $take['tempo'], 1);
        self::assertTrue($take['first_note']);
        // A MIDI file of the line is the line.
        $this->console([
            'study:show', $line, '--for=trumpet-bb', '--format=midi', '--output='.$this->folder.'/line.mid',
        ]);
        $keys = json_decode(
            $this->console([
                'listen:judge', $line, $this->folder.'/line.mid', '--midi', '--for=trumpet-bb', '--tempo=60',
            ]),
            true,
        );
        self::assertIsArray($keys);
        self::assertTrue($keys['clean'], (string) $keys['words']);
        self::assertCount(15, MidiReader::played((string) file_get_contents($this->folder.'/line.mid')));
        foreach ([
            ['listen:judge', $line, '/nowhere.json', '--for=flute'],
            ['listen:judge', $line, $this->folder.'/take.json', '--for=flute', '--reference=300'],
            ['listen:judge', $line, $this->folder.'/line.mid', '--for=flute'],
            ['listen:judge', $line, $this->folder.'/take.json', '--midi', '--for=flute'],
            ['listen:judge', $line, $this->folder.'/take.json', '--for=flute', '--tempo=fast'],
            ['listen:simulate', $line, '--for=flute', '--faults=hum'],
            ['listen:simulate', $line, '--for=flute', '--seed=x'],
            ['listen:simulate', $line],
        ] as $wrong) {
            $process = new Process(['php', \dirname(__DIR__, 3).'/bin/console', ...$wrong]);
            $process->run();
            self::assertSame([1, ''], [$process->getExitCode(), $process->getOutput()], implode(' ', $wrong));
            self::assertStringContainsString('expected', $process->getErrorOutput(), implode(' ', $wrong));
        }
    }

    /** @param list<string> $arguments */
    private function console(array $arguments): string
    {
        $process = new Process(['php', \dirname(__DIR__, 3).'/bin/console', ...$arguments]);
        $process->mustRun();

        return $process->getOutput();
    }
}
