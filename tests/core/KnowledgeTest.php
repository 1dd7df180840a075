<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Scale\FormulaError;
use SwiftReed\Scale\ScaleLibrary;

final class KnowledgeTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/swift-reed-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        foreach (array_merge(glob($this->folder.'/*/*') ?: [], glob($this->folder.'/*') ?: []) as $file) {
            is_dir($file) ? @rmdir($file) : @unlink($file);
        }
        @rmdir($this->folder);
    }

    public function testAFileIsReadAgainWhenItChanges(): void
    {
        file_put_contents($this->folder.'/x.yaml', 'a: 1');
        self::assertSame(['a' => 1], $this->data()->read('x'));
        self::assertSame(['a' => 1], $this->data()->read('x'), 'from the compiled file');
        file_put_contents($this->folder.'/x.yaml', 'a: 2');
        touch($this->folder.'/x.yaml', time() + 5);
        self::assertSame(['a' => 2], $this->data()->read('x'));
    }

    public function testWhatIsWrongInAFileIsNamed(): void
    {
        file_put_contents($this->folder.'/broken.yaml', "a: [1\nb");
        foreach (['broken' => 'cannot be read', 'nothing' => 'is missing'] as $file => $says) {
            try {
                $this->data()->read($file);
                self::fail($file);
            } catch (DataError $error) {
                self::assertStringContainsString('data/'.$file.'.yaml', $error->getMessage());
                self::assertStringContainsString($says, $error->getMessage());
            }
        }
        foreach ([
            'x: {formula: 1 9, signature: 0}' => 'entry "x"',
            'x: {formula: 1 2}' => 'signature is missing',
            'x: {formula: 1 2, signature: many}' => 'whole number',
            "x: {formula: 1 2, signature: 0}\ny: {formula: 1 2, signature: 0, also: [x]}" => 'is taken by "x"',
            'x: {formula: 1 2, signature: 0, kind: song}' => 'kind is not',
        ] as $yaml => $says) {
            file_put_contents($this->folder.'/scales.yaml', $yaml);
            touch($this->folder.'/scales.yaml', time() + random_int(10, 100000));
            try {
                $library = new ScaleLibrary($this->data());
                $library->material('x');
                self::fail($yaml);
            } catch (DataError $error) {
                self::assertStringContainsString($says, $error->getMessage());
            }
        }
    }

    public function testTheNearestWordIsNearEnoughToBeMeant(): void
    {
        $known = ['major', 'dorian', 'clarinet-bb', 'clarinet-eb', 'eighths'];
        self::assertSame(
            ['major', 'eighths', 'clarinet-bb', 'clarinet-bb', ''],
            array_map(
                static fn (string $word): string => Nearest::to($word, $known),
                ['majr', 'eigths', 'clarinet-b', 'clarinetbb', 'zzzzzz'],
            ),
        );
        self::assertSame('', Nearest::to('', $known));
    }

    public function testUnknownInstrumentsAndSetupsSuggestTheNearest(): void
    {
        foreach ([
            ['clarinett', [], 'did you mean'],
            ['', [], 'instrument:list'],
            ['flute', ['b-foott'], 'did you mean "b-foot"'],
            ['piccolo', ['b-foot'], 'one-fingering'],
            ['horn-f', ['double', 'single-bb'], 'exclude each other'],
        ] as [$id, $setup, $says]) {
            try {
                Support::instruments()->instrument($id, $setup);
                self::fail($id);
            } catch (InstrumentError $error) {
                self::assertStringContainsString($says, $error->getMessage());
                self::assertStringContainsString('for example', $error->getMessage());
            }
        }
    }

    public function testAFormulaRisesFromOne(): void
    {
        self::assertSame('1 b3 4 b5 5 b7', \SwiftReed\Scale\Formula::parse('1 b3 4 b5 5 b7 8')->text());
        foreach (['2 3', '1', '1 3 2', '1 x', '1 3 3', '1 8'] as $formula) {
            try {
                \SwiftReed\Scale\Formula::parse($formula);
                self::fail($formula.' was understood');
            } catch (FormulaError $error) {
                self::assertStringContainsString('example', $error->getMessage());
            }
        }
    }

    private function data(): DataFolder
    {
        return new DataFolder($this->folder, $this->folder.'/cache');
    }
}
