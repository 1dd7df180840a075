<?php

declare(strict_types=1);

namespace App\Tests\Desk;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * The command line, run as a user runs it: without database or server.
 */
final class CommandsTest extends TestCase
{
    public function testShowsAStudyInEveryFormat(): void
    {
        $starts = [
            'text' => 'concert F major', 'json' => '{', 'musicxml' => '<?xml', 'midi' => 'MThd', 'svg' => '<svg',
            'pdf' => '%PDF',
        ];
        foreach ($starts as $format => $start) {
            $process = self::console(['study:show', 'concert F major', '--for=trumpet-bb', '--format='.$format]);
            self::assertSame(0, $process->getExitCode(), $format.': '.$process->getErrorOutput());
            self::assertStringStartsWith($start, $process->getOutput());
        }
    }

    public function testChecksALine(): void
    {
        $process = self::console(['study:check', 'Concert b-flat MAJOR,  TWO octaves']);
        self::assertSame([0, "concert Bb major, 2 octaves\n"], [$process->getExitCode(), $process->getOutput()]);
    }

    public function testReadsTheChoicesOfAnInstrument(): void
    {
        $trombone = self::console(['instrument:read', 'trombone']);
        self::assertSame(0, $trombone->getExitCode());
        self::assertStringContainsString('0 not in the usual fingering', $trombone->getOutput());
        $oboe = json_decode(
            self::console(['instrument:read', 'oboe', '--stage=first', '--format=json'])->getOutput(),
            true,
        );
        self::assertSame([1, 'first'], [$oboe['version'], $oboe['stage']]);
        self::assertContains('beside held R3, needed', array_column($oboe['choices'], 'occasion'));
        foreach ($oboe['choices'] as $choice) {
            self::assertNotSame('', $choice['why']);
            self::assertGreaterThan(0, $choice['times']);
        }
    }

    public function testTellsTheTrillsOfAnInstrument(): void
    {
        $text = self::console(['instrument:trills', 'flute', '--from=A4', '--to=D5'])->getOutput();
        self::assertStringContainsString('A4 Bb4    The left middle finger trills, and comes up for B♭4.', $text);
        $all = json_decode(self::console([
            'instrument:trills', 'trombone', '--setup=f-attachment', '--from=A3', '--to=D4', '--format=json',
        ])->getOutput(), true);
        self::assertSame(
            ['lower', 'upper', 'hold', 'move', 'hand', 'cents', 'good', 'position', 'says'],
            array_keys($all[0]),
        );
        self::assertSame(['A3', 'Bb3', [], ['T'], 'left', true], [
            $all[0]['lower'], $all[0]['upper'], $all[0]['hold'], $all[0]['move'], $all[0]['hand'], $all[0]['good'],
        ]);
        $none = array_values(array_filter($all, static fn (array $one): bool => !$one['good']));
        self::assertNotSame([], $none);
        self::assertSame([[], null, null, 'No good trill.'], [
            $none[0]['move'], $none[0]['hand'], $none[0]['cents'], $none[0]['says'],
        ]);
    }

    /** @return iterable<array{list<string>, string}> */
    public static function badInput(): iterable
    {
        yield [['study:check', 'concert H'], 'Column 9'];
        yield [['study:show', 'concert F', '--for=clarinett'], 'did you mean'];
        yield [['study:show', 'concert F'], '--for'];
        yield [['study:show', 'concert F', '--for=flute', '--setup=high-f-sharp'], 'b-foot'];
        yield [
            ['study:show', 'concert F', '--for=euphonium-bc', '--setup=4-valves,compensating'],
            'exclude each other',
        ];
        yield [['study:show', 'concert F', '--for=flute', '--stage=expert'], 'first, developing, full'];
        yield [['study:show', 'concert F', '--for=flute', '--format=doc'], 'text, json'];
        yield [['study:show', 'concert F, 3 octaves', '--for=trumpet-bb'], 'wider'];
        yield [['study:show', 'concert F', '--for=flute', '--output=/nowhere/at/all.txt'], 'cannot be written'];
        yield [['instrument:chart', 'kazoo'], 'not a known instrument'];
        yield [['keys:table', '--format=xml'], 'text, json'];
        yield [['instrument:read', 'kazoo'], 'not a known instrument'];
        yield [['instrument:trills', 'kazoo'], 'not a known instrument'];
        yield [['instrument:trills', 'flute', '--from=H4'], '"H4" is not a pitch'];
        yield [['instrument:read', 'flute', '--stage=expert'], 'first, developing, full'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('badInput')]
    public function testBadInputIsOneSentenceOnStandardError(array $arguments, string $holds): void
    {
        $process = self::console($arguments);
        self::assertSame([1, ''], [$process->getExitCode(), $process->getOutput()]);
        self::assertStringContainsString($holds, $process->getErrorOutput());
        self::assertSame(1, substr_count(trim($process->getErrorOutput())."\n", "\n"), 'one line');
    }

    public function testInstrumentsAreCheckedByFileEntryAndReason(): void
    {
        self::assertSame(0, self::console(['instrument:check'])->getExitCode());
        $folder = sys_get_temp_dir().'/swift-reed-data-'.bin2hex(random_bytes(4));
        mkdir($folder.'/instruments', 0o777, true);
        $flutes = (string) file_get_contents(\dirname(__DIR__, 3).'/data/instruments/flutes.yaml');
        foreach ([
            [
                '  A4: [LT L1 L2 eb]',
                '  A4: [LT L1 L2 ebb]',
                'entry "chart / A4 / f"',
                '"ebb" is not one of the touches',
            ],
            [
                '  G6: [L1 L2 L3 eb, {f: L1 L2 L3, when: \'without the E flat key, to lower it\'}]',
                '',
                'entry "chart / G#6"',
                '',
            ],
            ['  D4: [LT six]', '  D4: [LT thumb-bb six]', 'entry "chart / D4"', 'one finger would hold'],
            ['L1: [L1, closes', 'L1: [X1, closes', 'entry "touches / L1"', 'expected a finger'],
            ['C4 G6, full', 'C4, full', 'developing', 'two pitches'],
        ] as [$from, $to, $entry, $reason]) {
            file_put_contents($folder.'/instruments/flutes.yaml', str_replace($from, $to, $flutes));
            touch($folder.'/instruments/flutes.yaml', time() + random_int(5, 5000));
            $process = self::console(['instrument:check', '--data='.$folder]);
            self::assertSame(1, $process->getExitCode());
            self::assertStringContainsString('data/instruments/flutes.yaml', $process->getErrorOutput());
            if ('' !== $reason) {
                self::assertStringContainsString($entry, $process->getErrorOutput());
                self::assertStringContainsString($reason, $process->getErrorOutput());
            } else {
                self::assertStringContainsString('has no fingering', $process->getErrorOutput());
            }
        }
    }

    public function testTablesAndLists(): void
    {
        $table = json_decode(
            self::console(['keys:table', '--format=json'])->getOutput(),
            true,
            64,
            \JSON_THROW_ON_ERROR,
        );
        self::assertCount(12, $table['lines']);
        self::assertSame(['C', 'F', 'Bb', 'Eb'], \array_slice(array_column($table['families'], 'family'), 0, 4));
        self::assertSame([1, 2, 3, 4], \array_slice(array_column($table['families'], 'own_c_line'), 0, 4));
        $list = json_decode(
            self::console(['instrument:list', '--format=json'])->getOutput(),
            true,
            64,
            \JSON_THROW_ON_ERROR,
        );
        foreach ([
            'flute', 'clarinet-bb', 'alto-sax', 'tenor-sax', 'trumpet-bb', 'horn-f', 'trombone', 'euphonium-bc',
            'tuba-bbb', 'keyboard',
        ] as $id) {
            self::assertContains($id, array_column($list['instruments'], 'id'));
        }
        $chart = json_decode(
            self::console(['instrument:chart', 'horn-f', '--setup=double', '--format=json'])->getOutput(),
            true,
            64,
            \JSON_THROW_ON_ERROR,
        );
        self::assertSame('F#2', $chart['notes'][0]['written']);
    }

    /** @param list<string> $arguments */
    private static function console(array $arguments): Process
    {
        // An address where no database listens: the commands must not need one.
        $process = new Process(
            [\PHP_BINARY, 'bin/console', ...$arguments],
            \dirname(__DIR__, 3),
            [
                'DATABASE_URL' => 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15',
                'ENGRAVER_PORT' => '1',
                'APP_ENV' => 'prod',
                'APP_DEBUG' => '0',
            ],
        );
        $process->run();

        return $process;
    }
}
