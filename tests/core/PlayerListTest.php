<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\PlayerList;
use SwiftReed\Import\PlayerRow;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Player\Stage;

/**
 * Lists of players as schools have them: any order of columns, with and without a heading. Names are made up.
 */
final class PlayerListTest extends TestCase
{
    private static function list(): PlayerList
    {
        static $list = null;

        return $list ??= new PlayerList(new InstrumentLibrary(DataFolder::shipped()), DataFolder::shipped());
    }

    /** @return list<array{string, string|null, string}> */
    private static function said(string $text): array
    {
        return array_map(
            static fn (PlayerRow $row): array => [$row->name, $row->instrument, $row->stage->value],
            self::list()->read($text),
        );
    }

    /** @return iterable<array{string, string, string|null, string}> */
    public static function rows(): iterable
    {
        yield ['Ada, flute, first year', 'Ada', 'flute', 'first'];
        yield ['flute; Ada; 1st year', 'Ada', 'flute', 'first'];
        yield ["Horn in F\tEve\tadvanced", 'Eve', 'horn-f', 'full'];
        yield ['Ada flute first year', 'Ada', 'flute', 'first'];
        yield ['Ada Bell bass clarinet', 'Ada Bell', 'bass-clarinet', 'full'];
        yield ['Bo, 2nd clarinet, 2', 'Bo', 'clarinet-bb', 'developing'];
        yield ['Bo, Trumpet 3', 'Bo', 'trumpet-bb', 'full'];
        yield ['Cy, F horn, beginner', 'Cy', 'horn-f', 'first'];
        yield ['Di, bells', 'Di', 'glockenspiel', 'full'];
        yield ['Di, B♭ clarinet', 'Di', 'clarinet-bb', 'full'];
        yield ['Di, euph t.c.', 'Di', null, 'full'];
        yield ['"O\'Neil, Gus", tuba, 3rd year', "O'Neil, Gus", 'tuba-bbb', 'developing'];
        yield ['ÉLOÏSE, Oboe', 'ÉLOÏSE', 'oboe', 'full'];
        yield ['李, trombone', '李', 'trombone', 'full'];
        yield ['Fay, tenor-sax, developing', 'Fay', 'tenor-sax', 'developing'];
        yield ['Tuba, Ann', 'Ann', 'tuba-bbb', 'full'];
    }

    #[DataProvider('rows')]
    public function testARowIsUnderstood(string $text, string $name, ?string $instrument, string $stage): void
    {
        self::assertSame([[$name, $instrument, $stage]], self::said($text));
    }

    public function testColumnsInEveryOrderAndWithEveryDividerSayTheSame(): void
    {
        $cells = ['name' => 'Ada', 'instrument' => 'alto sax', 'stage' => 'developing', 'limits' => 'D4 to A5'];
        foreach (self::orders(array_keys($cells)) as $order) {
            foreach ([',', ';', "\t", ' , '] as $divider) {
                foreach ([false, true] as $hasHeading) {
                    $lines = $hasHeading ? [implode($divider, array_map(ucfirst(...), $order))] : [];
                    $lines[] = implode($divider, array_map(static fn (string $one): string => $cells[$one], $order));
                    $row = self::list()->read("\u{FEFF}".implode("\r\n", $lines)."\r\n\r\n")[0];
                    self::assertSame(
                        ['Ada', 'alto-sax', Stage::Developing, 'D4 to A5', null],
                        [$row->name, $row->instrument, $row->stage, $row->limits, $row->doubt],
                        implode($divider, $order),
                    );
                }
            }
        }
    }

    public function testEveryInstrumentIsFoundByItsIdAndItsName(): void
    {
        foreach ((new InstrumentLibrary(DataFolder::shipped()))->names() as $members) {
            foreach ($members as ['id' => $id, 'name' => $name]) {
                foreach ([$id, $name, mb_strtoupper($name), strtr($id, '-', ' ')] as $called) {
                    $row = self::list()->read('Ada;'.$called)[0];
                    self::assertSame($id, $row->instrument, $called);
                }
            }
        }
    }

    /** @return iterable<array{string, string}> */
    public static function doubts(): iterable
    {
        yield ['Ada, kazoo', '"kazoo" is no instrument'];
        yield ['Ada, trumpte', 'did you mean "trumpet"'];
        yield ['Ada, sax', 'may be Alto saxophone or Tenor saxophone or Baritone saxophone'];
        yield [', flute', 'there is no name'];
        yield ['Ada, flute, first, later', '"later" is not understood'];
        yield ['name, instrument, stage'."\nAda, flute, wizard", '"wizard" is no stage'];
        yield ['name, instrument, range'."\nAda, flute, high", '"high" is no range'];
        yield ['name, instrument, set-up'."\nAda, trombone, turbo", '"turbo" is no set-up'];
        yield ["name;instrument;section\nAda;flute;".str_repeat('row ', 12), 'is left out; expected at most 40'];
        yield [str_repeat('A', 61).', flute', 'expected at most 60'];
    }

    #[DataProvider('doubts')]
    public function testWhatIsNotSureIsSaid(string $text, string $doubt): void
    {
        self::assertStringContainsString($doubt, (string) self::list()->read($text)[0]->doubt);
    }

    public function testANameTwiceIsADoubtAndSetupsAreRead(): void
    {
        [$first, $second] = self::list()->read(
            "name;instrument;set-up\nDag;trombone;f-attachment\ndag;euphonium;4-valves",
        );
        self::assertNull($first->doubt);
        self::assertSame(['f-attachment'], $first->setups);
        self::assertStringContainsString('twice', (string) $second->doubt);
        self::assertTrue($second->isPlayer());
    }

    public function testListsHaveAnEnd(): void
    {
        foreach (['', "\n , ,\n", 'name, instrument'] as $empty) {
            try {
                self::list()->read($empty);
                self::fail('nobody stands in it');
            } catch (ImportError $error) {
                self::assertStringContainsString('"Ada, flute, first year"', $error->getMessage());
            }
        }
        $this->expectException(ImportError::class);
        self::list()->read(str_repeat("Ada, flute\n", PlayerList::MOST + 1));
    }

    public function testNoTextBreaksIt(): void
    {
        mt_srand(7);
        $pieces = [
            'Ada', ',', ';', "\t", '"', "\n", 'flute', 'sax', '1', 'name', 'instrument', "\0", "\xFF", '=1+1', ' ', '-',
            'to', 'G3', 'E5', '🎺', "'",
        ];
        for ($i = 0; $i < 1500; ++$i) {
            $text = '';
            for ($k = mt_rand(1, 25); $k > 0; --$k) {
                $text .= $pieces[mt_rand(0, \count($pieces) - 1)];
            }
            try {
                foreach (self::list()->read($text) as $row) {
                    self::assertSame(
                        $row->isPlayer(),
                        '' !== $row->name && mb_strlen($row->name) <= PlayerList::NAME && null !== $row->instrument,
                    );
                    self::assertDoesNotMatchRegularExpression('/[\p{Cc}\x{FFFE}]/u', $row->name.$row->section);
                }
            } catch (ImportError $error) {
                self::assertNotSame('', $error->getMessage());
            }
        }
    }

    /**
     * @param list<string> $items
     *
     * @return list<list<string>>
     */
    private static function orders(array $items): array
    {
        if (\count($items) < 2) {
            return [$items];
        }
        $all = [];
        foreach ($items as $i => $first) {
            foreach (self::orders(array_values(array_diff_key($items, [$i => 0]))) as $rest) {
                $all[] = [$first, ...$rest];
            }
        }

        return $all;
    }
}
