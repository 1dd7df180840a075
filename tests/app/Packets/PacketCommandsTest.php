<?php

declare(strict_types=1);

namespace App\Tests\Packets;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/**
 * The band's commands, run as a user runs them: without database or server.
 */
final class PacketCommandsTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/reed-packet-'.bin2hex(random_bytes(4));
        (new Filesystem())->mkdir($this->folder);
        file_put_contents(
            $this->folder.'/band.yaml',
            "name: Evening band\ntitle: Week nine\nplayers:\n  - {name: Ada, instrument: flute, stage: first, copies: 2}\n  - {name: Bea, instrument: clarinet-bb, limits: 'E3 to C5'}\n  - {name: Cleo, instrument: trumpet-bb, habits: ['B4 = 2']}\n  - {name: Dan, instrument: tuba-bbb, style: large}\nstudies: ['concert F major, then arpeggio', '', 'concert C major, thirds']\n",
        );
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function testAScoreInEveryFormat(): void
    {
        $starts = [
            'text' => '1. Concert F major', 'json' => '{', 'musicxml' => '<?xml', 'midi' => 'MThd', 'pdf' => '%PDF',
        ];
        foreach ($starts as $format => $start) {
            $process = $this->console(['study:score', 'concert F major', '--band=band.yaml', '--format='.$format]);
            self::assertSame(0, $process->getExitCode(), $format.': '.$process->getErrorOutput());
            self::assertStringStartsWith($start, $process->getOutput());
        }
        $data = json_decode(
            $this->console([
                'study:score',
                'concert F major, keys C G',
                '--for=flute,horn-f,tuba-bbb',
                '--format=json',
            ])->getOutput(),
            true,
        );
        self::assertSame(1, $data['version']);
        self::assertSame(['Flute', 'Horn in F', 'Tuba in B♭'], array_column($data['parts'], 'player'));
        self::assertSame([true, []], [$data['together']['holds'], $data['together']['breaks']]);
        self::assertCount(2, $data['keys']);
        self::assertSame('1/4', $data['first_tempo']['unit']);
        self::assertArrayHasKey('notes', $data['parts'][0]['study']);
        $concert = json_decode(
            $this->console([
                'study:score', 'concert F major', '--for=horn-f', '--concert', '--format=json',
            ])->getOutput(),
            true,
        );
        self::assertSame(
            'F',
            $concert['parts'][0]['study']['notes'][0]['written'][0]
                ?? $concert['parts'][0]['study']['notes'][0]['pitch'][0]
                ?? 'F',
        );
    }

    public function testWhatEverybodyHas(): void
    {
        $data = json_decode(
            $this->console([
                'study:at',
                'concert C major, keys by fourths',
                '--band=band.yaml',
                '--place=line 6 note 7',
            ])->getOutput(),
            true,
        );
        self::assertSame(['Ada', 'Bea', 'Cleo', 'Dan'], array_column($data['at'], 'player'));
        self::assertSame(
            ['C', 'D', 'D', 'C'],
            array_map(static fn (array $one): string => rtrim($one['written'], '0123456789'), $data['at']),
        );
        self::assertSame(
            ['C', 'C', 'C', 'C'],
            array_map(static fn (array $one): string => rtrim($one['sounding'], '0123456789'), $data['at']),
        );
        self::assertSame('1', $data['at'][2]['fingering']);
    }

    public function testAPacketAsFiles(): void
    {
        $process = $this->console(['packet:make', 'band.yaml', '--output=out']);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        foreach ([
            'parts/01-ada-flute.pdf', 'parts/04-dan-tuba-bbb.pdf', 'score.pdf', 'score-in-concert.pdf',
            'who-plays-what.pdf', 'index.pdf', 'packet.musicxml', 'packet.mid', 'for-the-copier.pdf', 'packet.zip',
        ] as $file) {
            self::assertFileExists($this->folder.'/out/'.$file);
            self::assertStringContainsString($file, $process->getOutput());
        }
        // Ada's page lies twice in the pile, and the pages are counted by another program.
        self::assertSame(
            $this->pages('parts/01-ada-flute') * 2 + $this
                ->pages('parts/02-bea-clarinet-bb') + $this
                ->pages('parts/03-cleo-trumpet-bb') + $this
                ->pages('parts/04-dan-tuba-bbb'),
            $this->pages('for-the-copier'),
        );
        // Each part is found in the pile by a bookmark of its own, as another program reads them.
        $outlines = new Process(['qpdf', '--json=2', '--json-key=outlines', $this->folder.'/out/for-the-copier.pdf']);
        $marks = json_decode($outlines->mustRun()->getOutput(), true, 32, \JSON_THROW_ON_ERROR)['outlines'];
        self::assertSame(
            ['Ada, Flute', 'Bea, Clarinet in B♭', 'Cleo, Trumpet in B♭', 'Dan, Tuba in B♭'],
            array_column($marks, 'title'),
        );
        $begins = [1, $this->pages('parts/01-ada-flute') * 2 + 1];
        self::assertSame($begins, \array_slice(array_column($marks, 'destpageposfrom1'), 0, 2));
        // Another program finds nothing wrong with any of them, and their titles.
        foreach ([
            'for-the-copier', 'score', 'score-in-concert', 'who-plays-what', 'index', 'parts/04-dan-tuba-bbb',
        ] as $file) {
            $check = new Process(['qpdf', '--check', $this->folder.'/out/'.$file.'.pdf']);
            self::assertSame(0, $check->run(), $file.': '.$check->getErrorOutput());
            $info = new Process(['pdfinfo', $this->folder.'/out/'.$file.'.pdf']);
            $info->mustRun();
            self::assertStringContainsString('Week nine', $info->getOutput());
            self::assertSame('', $info->getErrorOutput());
            self::assertStringContainsString(
                str_starts_with($file, 'score') ? 'oncert' : 'Week nine',
                $this->words($file, 1),
                'no page is empty',
            );
        }
        $words = $this->words('parts/01-ada-flute');
        self::assertStringContainsString('Week nine', $words);
        self::assertStringContainsString('Ada', $words);
        self::assertStringContainsString('3. C major', $words, 'the number of a study that was taken out stays free');
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($this->folder.'/out/packet.zip'));
        self::assertSame($zip->numFiles, \count(array_filter(explode("\n", trim($process->getOutput())))) - 1);
        self::assertSame(file_get_contents($this->folder.'/out/score.pdf'), $zip->getFromName('score.pdf'));
        // The same packet again is the same, byte for byte where the format allows it.
        $before = file_get_contents($this->folder.'/out/packet.musicxml');
        $this->console(['packet:make', 'band.yaml', '--output=out']);
        self::assertSame($before, file_get_contents($this->folder.'/out/packet.musicxml'));
    }

    public function testWorksheetsAndTheirKeysBreakAlike(): void
    {
        file_put_contents(
            $this->folder.'/work.yaml',
            "title: Signs\nworksheets: part-worked\nplayers: [{name: Ada, instrument: flute}, {name: Bea, instrument: clarinet-bb}]\nstudies: ['concert C major, keys by fourths']\nwords: Bring a pencil.\n",
        );
        $process = $this->console(['packet:make', 'work.yaml', '--output=out', '--paper=letter']);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        foreach (['01-ada-flute', '02-bea-clarinet-bb'] as $name) {
            self::assertSame($this->pages('worksheets/'.$name), $this->pages('answers/'.$name));
            // Every study stands on the same page of both.
            for ($page = 1; $page <= $this->pages('answers/'.$name); ++$page) {
                $numbers = fn (string $file): array => preg_match_all(
                    '/^\s*(\d+)\. /m',
                    $this->words($file, $page),
                    $found,
                ) ? $found[1] : [];
                self::assertSame($numbers('worksheets/'.$name), $numbers('answers/'.$name), $name.' page '.$page);
            }
        }
        $sheet = $this->words('worksheets/01-ada-flute');
        self::assertStringContainsString('Score ___', $sheet);
        self::assertStringContainsString('Some keys are worked for you.', (string) preg_replace('/\s+/', ' ', $sheet));
        // Worked: none to five flats and three sharps; the letters of the others stand nowhere on the sheet.
        self::assertStringContainsString('notes 3 and 7', $this->words('letters'));
        self::assertGreaterThan(
            substr_count($sheet, 'degree'),
            substr_count($this->words('answers/01-ada-flute'), 'degree'),
        );
    }

    /** However few signs the studies have, something is left to write; a chorale is nobody's worksheet. */
    public function testAWorksheetAlwaysLeavesSomethingToWrite(): void
    {
        foreach ([
            ['concert C major'], ['concert C major', 'concert F major, thirds', 'concert Bb major'],
            ['concert Eb major', '# Evening', 'chorale evening in concert Eb'],
        ] as $studies) {
            file_put_contents($this->folder.'/left.yaml', json_encode([
                'title' => 'Left', 'worksheets' => 'part-worked', 'studies' => $studies,
                'players' => [['name' => 'Ada', 'instrument' => 'flute'], ['name' => 'Bea', 'instrument' => 'alto-sax']],
            ], \JSON_THROW_ON_ERROR));
            $process = $this->console(['packet:make', 'left.yaml', '--output=out']);
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
            foreach (['01-ada-flute', '02-bea-alto-sax'] as $who) {
                $sheet = $this->words('worksheets/'.$who);
                $key = $this->words('answers/'.$who);
                // A worked study has its letters on the sheet, too: fewer lines of letters than the key has.
                self::assertLessThan(
                    preg_match_all('/^\s*note /m', $key),
                    preg_match_all('/^\s*note /m', $sheet),
                    $who.': '.implode('; ', $studies),
                );
                self::assertStringNotContainsString('Evening', $sheet);
            }
        }
        file_put_contents($this->folder.'/left.yaml', json_encode([
            'title' => 'Left', 'worksheets' => 'unmarked', 'studies' => ['chorale evening in concert Eb'],
            'players' => [['name' => 'Ada', 'instrument' => 'flute']],
        ], \JSON_THROW_ON_ERROR));
        $process = $this->console(['packet:make', 'left.yaml', '--output=out']);
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('no worksheet is made of a chorale', $process->getErrorOutput());
    }

    public function testEverybodyReadsOwnNamesOfNotes(): void
    {
        file_put_contents($this->folder.'/names.yaml', <<<'YAML'
            title: Names
            players:
              - {name: Ada, instrument: trumpet-bb}
              - {name: Bea, instrument: trumpet-bb, note_names: german}
              - {name: Cleo, instrument: trumpet-bb, note_names: fixed-do}
            studies: ['concert Ab major', 'concert A natural minor']
            worksheets: part-worked
            YAML);
        $process = $this->console(['packet:make', 'names.yaml', '--output=out']);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        foreach ([
            '01-ada' => ['B♭ major', ' B natural minor'],
            '02-bea' => [' B major', ' H natural minor'],
            '03-cleo' => ['si♭ major', 'si natural minor'],
        ] as $who => $keys) {
            foreach (['parts/', 'worksheets/'] as $folder) {
                $words = $this->words($folder.$who.'-trumpet-bb');
                foreach ($keys as $key) {
                    self::assertStringContainsString($key, $words, $folder.$who);
                }
            }
        }
        // What is for all of them is in the packet's names.
        self::assertStringContainsString('B♭ major', $this->words('index'));
    }

    public function testEditions(): void
    {
        foreach (['sections' => 'flute', 'keys' => 'c-treble'] as $editions => $first) {
            $process = $this->console(['packet:make', 'band.yaml', '--output='.$editions, '--editions='.$editions]);
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
            self::assertStringContainsString('parts/01-'.$first, $process->getOutput());
        }
        // Clarinet and trumpet read the same key in the same clef.
        self::assertStringContainsString('b-flat-treble', $process->getOutput());
        self::assertSame(3, substr_count($process->getOutput(), 'parts/'));
    }

    public function testWhatCannotBeMadeIsNamedAndTheRestIsMade(): void
    {
        file_put_contents(
            $this->folder.'/partly.yaml',
            "players: [{name: Ada, instrument: flute}, {name: Bea, instrument: trumpet-bb, stage: first}]\nstudies: ['concert C major, 3 octaves']\n",
        );
        $process = $this->console(['packet:make', 'partly.yaml', '--output=out']);
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('parts/02-bea-trumpet-bb.pdf is not made:', $process->getErrorOutput());
        self::assertFileExists($this->folder.'/out/parts/01-ada-flute.pdf');
        self::assertFileExists($this->folder.'/out/for-the-copier.pdf');
        self::assertFileDoesNotExist($this->folder.'/out/parts/02-bea-trumpet-bb.pdf');
    }

    public function testASheetOfTheDay(): void
    {
        $process = $this->console(['sheet:fill', 'short', 'concert E flat']);
        self::assertSame(0, $process->getExitCode());
        foreach (explode("\n", trim($process->getOutput())) as $line) {
            self::assertStringStartsWith('concert Eb', $line);
            self::assertSame(0, $this->console(['study:check', $line])->getExitCode());
        }
        $minor = $this->console(['sheet:fill', 'long', 'four flats'])->getOutput();
        self::assertStringContainsString('concert Ab major', $minor);
        self::assertStringContainsString('concert F harmonic minor', $minor);
    }

    /** @return iterable<array{list<string>, string}> */
    public static function badInput(): iterable
    {
        yield [['study:score', 'concert F major'], '--for=flute,horn-f,tuba-bbb'];
        yield [['study:score', 'concert H', '--for=flute'], 'Column 9'];
        yield [['study:score', 'concert F major', '--for=kazoo'], 'not a known instrument'];
        yield [['study:score', 'concert F major', '--band=nowhere.yaml'], 'expected a band file'];
        yield [['study:score', 'concert F major', '--for=flute', '--format=doc'], 'text, json'];
        yield [['study:at', 'concert F major', '--for=flute', '--place=under the bridge'], 'bar 2 note 3'];
        yield [['study:at', 'concert F major', '--for=flute', '--place=note 90'], 'note 15'];
        yield [['packet:make', 'band.yaml'], '--output=packet'];
        yield [['packet:make', 'nowhere.yaml', '--output=out'], 'expected a band file'];
        yield [['packet:make', 'band.yaml', '--output=out', '--editions=colours'], 'players, sections, keys'];
        yield [['sheet:fill', 'endless', 'F'], 'short, long'];
        yield [['sheet:fill', 'short', 'Q'], 'concert E flat'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('badInput')]
    public function testBadInputIsOneSentence(array $arguments, string $says): void
    {
        $process = $this->console($arguments);
        self::assertSame(1, $process->getExitCode());
        self::assertSame('', $process->getOutput());
        self::assertStringContainsString($says, $process->getErrorOutput());
        self::assertSame(1, substr_count(trim($process->getErrorOutput()), "\n") + 1);
    }

    /** @return iterable<array{string, string}> */
    public static function badFiles(): iterable
    {
        yield ['players: []', 'has no players'];
        yield ["players:\n\t- x", 'neither YAML nor JSON'];
        yield ['just words', 'neither YAML nor JSON'];
        yield ['players: [{name: Ada, instrument: flut}]', 'Player 1 of the band file'];
        yield ['players: [{name: Ada, instrument: flute}, {name: Ada, instrument: oboe}]', 'have the name "Ada"'];
        yield ['players: [{name: Ada, instrument: flute, stage: expert}]', 'first, developing, full'];
        yield ['players: [{name: Ada, instrument: flute, limits: low}]', 'not a range'];
        yield ['players: [{name: Ada, instrument: flute, copies: many}]', 'copies'];
        yield ['players: [{name: Ada, instrument: flute}]', 'has no study'];
        yield ["players: [{name: Ada, instrument: flute}]\nstudies: [{a: b}]", 'study lines'];
        yield ["players: [{name: Ada, instrument: flute}]\nstudies: [concert F]\nworked: {flats: 12}", 'worked: flats'];
    }

    #[DataProvider('badFiles')]
    public function testBadBandFilesAreRefusedInASentence(string $file, string $says): void
    {
        file_put_contents($this->folder.'/bad.yaml', $file);
        $process = $this->console(['packet:make', 'bad.yaml', '--output=out']);
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($says, $process->getErrorOutput());
        self::assertFileDoesNotExist($this->folder.'/out');
    }

    private function pages(string $file): int
    {
        $process = new Process(['pdfinfo', $this->folder.'/out/'.$file.'.pdf']);
        $process->mustRun();
        preg_match('/^Pages:\s+(\d+)/m', $process->getOutput(), $found);

        return (int) ($found[1] ?? 0);
    }

    private function words(string $file, int $page = 0): string
    {
        $process = new Process([
            'pdftotext',
            '-layout',
            ...($page > 0 ? ['-f', (string) $page, '-l', (string) $page] : []),
            $this->folder.'/out/'.$file.'.pdf',
            '-',
        ]);
        $process->mustRun();

        return $process->getOutput();
    }

    /** @param list<string> $arguments */
    private function console(array $arguments): Process
    {
        $process = new Process(
            ['php', \dirname(__DIR__, 3).'/bin/console', ...$arguments],
            $this->folder,
            ['DATABASE_URL' => 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15'],
            null,
            180,
        );
        $process->run();

        return $process;
    }
}
