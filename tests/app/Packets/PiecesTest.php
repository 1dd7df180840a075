<?php

declare(strict_types=1);

namespace App\Tests\Packets;

use App\Packets\BandFile;
use App\Packets\BandFileError;
use App\Packets\Editions;
use App\Packets\PacketPieces;
use App\Packets\PacketPlan;
use App\Packets\Piece;
use App\Packets\PieceKind;
use App\Packets\PlanData;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * Of what a packet consists, and what of it is made anew when something changes.
 */
final class PiecesTest extends KernelTestCase
{
    private const FILE = [
        'title' => 'Week nine', 'worksheets' => 'part-worked', 'edition' => 'edition 1', 'studies' => [
            'concert F major',
            'concert C major, thirds',
        ],
        'players' => [
            ['name' => 'Ada', 'instrument' => 'flute'],
            ['name' => 'Bea', 'instrument' => 'clarinet-bb', 'stage' => 'developing'],
            ['name' => 'Cleo', 'instrument' => 'trumpet-bb'],
            ['name' => 'Dan', 'instrument' => 'clarinet-bb', 'stage' => 'developing'],
        ],
    ];
    private const PAGES = ['part', 'worksheet', 'answers', 'pile'];

    /**
     * @return iterable<string, array{array<string, mixed>, list<string>}> what is changed,
     *  and of which kinds something is made anew
     */
    public static function changes(): iterable
    {
        $others = ['letters', 'score', 'concert score', 'table', 'index'];
        yield 'nothing' => [[], []];
        yield 'the title' => [['title' => 'Week ten'], [...self::PAGES, ...$others, 'musicxml', 'midi']];
        yield 'a study' => [
            ['studies' => ['concert F major', 'concert C major, sixths']],
            [...self::PAGES, ...$others, 'musicxml', 'midi'],
        ];
        yield 'the words' => [['words' => 'Bring a pencil'], self::PAGES];
        yield 'the date' => [['date' => '3 March'], self::PAGES];
        yield 'the paper' => [['paper' => 'letter'], [...self::PAGES, ...$others]];
        yield 'both sides' => [['sides' => 'two'], self::PAGES];
        yield 'no fingerings' => [['fingerings' => false], ['part', 'pile']];
        yield 'what is worked' => [['worked' => ['flats' => 2, 'sharps' => 1]], ['worksheet']];
        yield 'one for the copier' => [['for_copier' => false], ['pile']];
        yield 'more copies' => [['players' => self::player(1, ['copies' => 3])], ['pile']];
        yield 'a habit' => [
            ['players' => self::player(2, ['habits' => ['B4 = 2']])],
            ['part', 'pile', 'table', 'musicxml'],
        ];
        yield 'a page style' => [['players' => self::player(0, ['style' => 'large'])], self::PAGES];
        yield 'a stage' => [
            ['players' => self::player(0, ['stage' => 'first'])],
            [...self::PAGES, ...$others, 'musicxml', 'midi'],
        ];
    }

    /**
     * @param array<string, mixed> $with
     *
     * @return list<array<string, mixed>>
     */
    private static function player(int $which, array $with): array
    {
        $players = self::FILE['players'];
        $players[$which] = $with + $players[$which];

        return $players;
    }

    /**
     * @param array<string, mixed> $change
     * @param list<string>         $kinds
     */
    #[DataProvider('changes')]
    public function testOnlyWhatHangsOnAChangeIsMadeAnew(array $change, array $kinds): void
    {
        $before = self::pieces(self::FILE);
        $after = self::pieces($change + self::FILE);
        self::assertSame(
            array_map(static fn (Piece $one): string => $one->file, $before),
            array_map(static fn (Piece $one): string => $one->file, $after),
        );
        $changed = [];
        foreach ($before as $k => $piece) {
            if ($piece->key !== $after[$k]->key) {
                $changed[$piece->kind->value][] = $piece->name;
            }
        }
        self::assertEqualsCanonicalizing($kinds, array_keys($changed));
        // What is one player's changes that player's page and nobody else's.
        if (isset($change['players'])) {
            self::assertLessThanOrEqual(1, \count($changed['part'] ?? []));
        }
    }

    public function testInALineOfVoicesEverybodysPageHangsOnWhoElseIsThere(): void
    {
        $more = ['name' => 'Eve', 'instrument' => 'tuba-bbb'];
        foreach ([
            ['concert F major', 'own', true], ['concert F major, drone 1 5 for brass', 'own', false],
            ['concert F major', 'together', false],
        ] as [$line, $breaths, $isSame]) {
            $file = ['studies' => [$line], 'breaths' => $breaths] + self::FILE;
            $before = self::keysOfParts($file);
            $after = self::keysOfParts(['players' => [...self::FILE['players'], $more]] + $file);
            self::assertSame($isSame, $before === \array_slice($after, 0, \count($before)), $line.', '.$breaths);
        }
    }

    public function testWhatIsWorkedCanBeSaidInWords(): void
    {
        $plan = self::files()->plan(['worked' => '0 to 2 flats and 1 sharp'] + self::FILE);
        self::assertSame([2, 1], [$plan->flats, $plan->sharps]);
        $this->expectException(BandFileError::class);
        self::files()->plan(['worked' => 'some'] + self::FILE);
    }

    /**
     * @param array<string, mixed> $file
     *
     * @return list<string>
     */
    private static function keysOfParts(array $file): array
    {
        $parts = array_filter(
            self::pieces($file),
            static fn (Piece $piece): bool => PieceKind::Part === $piece->kind,
        );

        return array_map(static fn (Piece $piece): string => $piece->key, array_values($parts));
    }

    public function testAPieceHasAFileAndANumberOfItsOwn(): void
    {
        foreach (PacketPlan::EDITIONS as $editions) {
            $pieces = self::pieces(['editions' => $editions] + self::FILE);
            $files = array_map(static fn (Piece $one): string => $one->file, $pieces);
            self::assertSame($files, array_unique($files));
            self::assertSame(array_keys($pieces), array_map(static fn (Piece $one): int => $one->number, $pieces));
            foreach ($files as $file) {
                self::assertMatchesRegularExpression('#^([a-z]+/)?[a-z0-9-]+\.(pdf|musicxml|mid)$#', $file);
            }
            // Pages first, then the pile of them.
            $kinds = array_map(static fn (Piece $one): PieceKind => $one->kind, $pieces);
            self::assertSame(PieceKind::Part, $kinds[0]);
            self::assertSame(
                PieceKind::Pile,
                $kinds[\count(array_filter($kinds, static fn (PieceKind $kind): bool => PieceKind::Part === $kind))],
            );
        }
        // Two who write on the same notes have one answer key.
        self::assertCount(
            3,
            array_filter(self::pieces(self::FILE), static fn (Piece $one): bool => PieceKind::Answers === $one->kind),
        );
    }

    public function testAPlanComesBackFromItsFile(): void
    {
        $files = self::files();
        $plan = $files->plan(
            [
                'words' => 'x',
                'before' => ['concert Bb major'],
                'corners' => true,
                'breaths' => 'together',
                'worked' => ['flats' => 2, 'sharps' => -1],
                'players' => self::player(
                    1,
                    [
                        'limits' => 'E3 to C5', 'habits' => ['B4 = lE', 'D5 flat 12'], 'setup' => ['left-first'],
                        'style' => 'numbers', 'section' => 'Front row', 'copies' => 2,
                    ],
                ),
            ] + self::FILE,
        );
        $again = $files->plan(json_decode(json_encode(PlanData::of($plan), \JSON_THROW_ON_ERROR), true));
        self::assertEquals(PlanData::of($plan), PlanData::of($again));
        self::assertTrue($again->breathesTogether);
        $keys = static fn (PacketPlan $one): array => array_map(
            static fn (Piece $piece): string => $piece->key,
            self::packet()->of($one),
        );
        self::assertSame($keys($plan), $keys($again));
    }

    /**
     * Random bands of all instruments and stages: whoever is there is in one edition, reads its key in its clef, and
     * can play it if he can play the packet.
     */
    public function testEditionsHaveEverybodyOnceInHisOwnKeyAndClef(): void
    {
        $dice = new Randomizer(new Mt19937(7));
        $library = self::library();
        $builder = new ScoreBuilder(self::service(PartBuilder::class));
        $lines = ['concert Bb major', 'concert E major, thirds, eighths'];
        $fits = static fn (BandPlayer $one): bool => $builder->sheet($lines, $one) instanceof Sheet;
        for ($round = 0; $round < 12; ++$round) {
            $players = [];
            foreach ($dice->pickArrayKeys($library->ids(), 14) as $k => $key) {
                $players[] = new BandPlayer(
                    'Player '.$k,
                    $library->instrument($library->ids()[$key]),
                    new PlayerSettings(Stage::cases()[$dice->getInt(0, 2)]),
                    copies: $dice->getInt(1, 3),
                );
            }
            foreach (PacketPlan::EDITIONS as $editions) {
                $made = Editions::of($editions, $players, $fits);
                self::assertSame(
                    array_sum(array_map(static fn (BandPlayer $one): int => $one->copies, $players)),
                    array_sum(array_map(static fn (array $one): int => $one[0]->copies, $made)),
                    $editions,
                );
                $names = array_map(static fn (array $one): string => $one[0]->name, $made);
                self::assertSame($names, array_unique($names));
                $read = array_unique(array_map(
                    static fn (BandPlayer $one): string => Editions::keyAndClef($one->instrument),
                    $players,
                ));
                self::assertEqualsCanonicalizing(
                    $read,
                    array_values(array_unique(array_map(
                        static fn (array $one): string => Editions::keyAndClef($one[0]->instrument),
                        $made,
                    ))),
                );
                foreach ('keys' === $editions ? $made : [] as [$one, $edition]) {
                    self::assertStringStartsWith(Editions::keyAndClef($one->instrument), $edition);
                    $alone = array_filter(
                        $players,
                        static fn (BandPlayer $player): bool => Editions::keyAndClef(
                            $player->instrument,
                        ) === Editions::keyAndClef($one->instrument),
                    );
                    if ([] === array_filter($alone, static fn (BandPlayer $player): bool => !$fits($player))) {
                        self::assertTrue($fits($one), $edition.' can be played where everybody of it can play');
                    }
                }
            }
        }
    }

    /**
     * @param array<string, mixed> $file
     *
     * @return list<Piece>
     */
    private static function pieces(array $file): array
    {
        return self::packet()->of(self::files()->plan($file));
    }

    private static function packet(): PacketPieces
    {
        return self::service(PacketPieces::class);
    }

    private static function files(): BandFile
    {
        return self::service(BandFile::class);
    }

    private static function library(): InstrumentLibrary
    {
        return self::service(InstrumentLibrary::class);
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private static function service(string $class): object
    {
        $service = self::getContainer()->get($class);
        self::assertInstanceOf($class, $service);

        return $service;
    }
}
