<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Import\ChoraleReader;
use SwiftReed\Import\ImportError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Packet\Apart;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\ChoraleError;
use SwiftReed\Packet\Chorales;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Packet\Moment;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\PartFacts;
use SwiftReed\Packet\PlaceError;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\SheetTemplates;
use SwiftReed\Packet\Spot;
use SwiftReed\Packet\Together;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Score;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\FigureNames;

/**
 * One line for a whole band. Source of the rules: the handbook, chapter 6.
 */
final class BandScoreTest extends TestCase
{
    public const BAND = [
        'piccolo', 'flute', 'oboe', 'clarinet-bb', 'bass-clarinet', 'bassoon', 'alto-sax', 'baritone-sax', 'horn-f',
        'trumpet-bb', 'trombone', 'tuba-bbb',
    ];

    /**
     * @param list<string> $ids
     *
     * @return list<BandPlayer>
     */
    private static function band(array $ids = self::BAND, Stage $stage = Stage::Full): array
    {
        return array_map(
            static fn (string $id): BandPlayer => new BandPlayer(
                $id,
                Support::instruments()->instrument($id),
                new PlayerSettings($stage),
            ),
            $ids,
        );
    }

    /** @param list<BandPlayer> $players */
    private static function score(string $line, array $players): Score
    {
        $scores = (new ScoreBuilder(Support::parts()))->scores([$line], $players)->scores;
        self::assertNotSame([], $scores, $line);

        return $scores[0];
    }

    /**
     * @return iterable<string, array{string}> every rhythm; every pattern has its turn in PatternTest,
     *  where its studies are made
     */
    public static function shapes(): iterable
    {
        foreach (FigureNames::all() as $name) {
            yield $name => [', '.$name.', then arpeggio'];
        }
        foreach (array_filter(
            Rhythm::cases(),
            static fn (Rhythm $one): bool => !\in_array($one, [Rhythm::Untimed, Rhythm::InTurn, Rhythm::Figure], true),
        ) as $rhythm) {
            yield $rhythm->value => [
                ', '.$rhythm->value.(Rhythm::LongOnBeat === $rhythm ? ' 2' : '').', then arpeggio',
            ];
        }
    }

    /**
     * The check is compared with one of its own making: sets of (onset, length, pitch class), told apart part by part.
     */
    #[DataProvider('shapes')]
    public function testTogetherHoldsOrNamesWhyNot(string $shape): void
    {
        foreach (PacketTable::lines() as $tonic) {
            $line = Support::parts()->parser->parse('concert '.$tonic->text().' major'.$shape);
            $parts = [];
            foreach (self::BAND as $id) {
                try {
                    $parts[] = [$id, Support::parts()->study($line, Support::instruments()->instrument($id))];
                } catch (StudyError) {
                    continue; // who cannot play it is named where the parts are made
                }
            }
            self::assertTogetherOrNamed($parts, $line->text());
        }
    }

    /**
     * The check says what a comparison of its own says: sets of onset, length and pitch class, part by part.
     *
     * @param list<array{string, Study}> $parts
     */
    public static function assertTogetherOrNamed(array $parts, string $where): void
    {
        if ([] === $parts) {
            return;
        }
        $together = Together::ofStudies($parts);
        $sets = array_map(
            static fn (array $one): string => implode(
                ' ',
                array_map(
                    static fn (
                        StudyNote $note,
                    ): string => $note->onset.'/'.$note->length.'/'.$note->sounding->midi() % 12,
                    $one[1]->notes,
                ),
            ),
            $parts,
        );
        self::assertSame(1 === \count(array_unique($sets)), $together->holds(), $where.': '.$together->says());
        $apart = array_unique(array_map(static fn (Apart $one): string => $one->player, $together->breaks));
        foreach ($parts as $p => [$player]) {
            // Whoever is named differs from somebody who is not, and nobody else is named.
            $alike = array_filter($parts, static fn (array $other): bool => !\in_array($other[0], $apart, true));
            if (!\in_array($player, $apart, true) && [] !== $alike) {
                self::assertSame($sets[array_key_first($alike)], $sets[$p]);
            }
        }
        foreach ($together->breaks as $one) {
            self::assertMatchesRegularExpression(
                '/^(leaves the note out|has \S+ where the others have no note|sounds \S+ where the others sound \S+|holds a .+ where the others hold a .+)$/u',
                $one->what,
            );
        }
    }

    public function testEachWayOfBeingApartIsNamedWithItsPlace(): void
    {
        $whole = self::score('concert F major, eighths', self::band(['flute', 'trumpet-bb', 'horn-f', 'oboe']));
        $other = static fn (string $line, string $id): BandPart => self::score($line, self::band([$id]))->parts[0];
        $with = static fn (BandPart $last): Together => Together::of(
            new Score('1', [...\array_slice($whole->parts, 0, 3), new BandPart('Cleo', $last->part)]),
        );
        $own = $with($other('concert Bb major, eighths', 'oboe'));
        self::assertFalse($own->holds());
        self::assertSame(
            ['bar' => 1, 'note' => 1, 'player' => 'Cleo', 'what' => 'sounds B♭ where the others sound F'],
            (array) $own->breaks[0],
        );
        $short = $with($other('concert F major, 5 notes, eighths', 'oboe'));
        self::assertContains(
            'leaves the note out',
            array_map(static fn (Apart $one): string => $one->what, $short->breaks),
        );
        $long = $with($other('concert F major, 2 octaves, eighths', 'flute'));
        self::assertNotSame(
            [],
            array_filter($long->breaks, static fn (Apart $one): bool => str_starts_with($one->what, 'has ')),
        );
        $slow = $with($other('concert F major, quarters', 'oboe'));
        self::assertNotSame(
            [],
            array_filter($slow->breaks, static fn (Apart $one): bool => str_starts_with($one->what, 'holds ')),
        );
        self::assertStringStartsWith('Bar 1, note 1: Cleo sounds B♭ where the others sound F', $own->says());
        self::assertSame('All 4 parts sound together.', Together::of($whole)->says());
    }

    public function testOctavesDoNotPartAndOthersDo(): void
    {
        // Limits of comfort move a line by octaves; everybody is still together.
        $low = new BandPlayer(
            'low',
            Support::instruments()->instrument('clarinet-bb'),
            new PlayerSettings(Stage::Full, limits: Range::parse('E3 to C5')),
        );
        $high = new BandPlayer(
            'high',
            Support::instruments()->instrument('clarinet-bb'),
            new PlayerSettings(Stage::Full, limits: Range::parse('C5 to G6')),
        );
        $score = self::score('concert Bb major', [$low, $high]);
        self::assertNotSame(
            $score->parts[0]->part->study->notes[0]->pitch()->midi(),
            $score->parts[1]->part->study->notes[0]->pitch()->midi(),
        );
        self::assertTrue(Together::of($score)->holds());
    }

    public function testLeapsAreTheBarsInWhichAPartLeavesThePlainLineAndComesBack(): void
    {
        foreach ([
            'concert F major, fold',
            'concert Ab major, 2 octaves, fold, eighths',
            'concert E major, thirds, eighths',
        ] as $line) {
            foreach (self::score($line, self::band())->parts as $one) {
                $bars = [];
                foreach ($one->part->study->notes as $i => $note) {
                    if ($i > 0 && $note->tone->octaves !== $one->part->study->notes[$i - 1]->tone->octaves) {
                        $bars[$note->bar] = true;
                    }
                }
                self::assertSame(array_keys($bars), PartFacts::of($one->part)->leaps, $line.' '.$one->player);
            }
        }
        self::assertSame(
            'Ivy, Jo in bars 2 and 4; Kit in bar 3',
            PartFacts::spoken(['Ivy' => [2, 4], 'Kit' => [3], 'Lou' => [], 'Jo' => [2, 4]]),
        );
        self::assertSame('Ada in bars 1, 2 and 5', PartFacts::spoken(['Ada' => [1, 2, 5]]));
    }

    /** Source: the handbook, chapter 6, "First tempo": its figures, and its example. */
    public function testFirstTempoOfTheHandbook(): void
    {
        $tempos = FirstTempos::shipped();
        self::assertSame(985.0, $tempos->needs(14.7, 3, Stage::First));
        self::assertSame(60, 4 * (int) floor(60000 / 985 / 4), 'bassoon E to G in quarters');
        self::assertEqualsWithDelta(0.7 * 985, $tempos->needs(14.7, 3, Stage::Developing), 1e-9);
        self::assertEqualsWithDelta(0.5 * 985, $tempos->needs(14.7, 3, Stage::Full), 1e-9);
        self::assertSame(250.0 + 200.0, $tempos->needs(0.0, 8, Stage::First), 'a sixth is a leap');
        self::assertSame(250.0, $tempos->needs(0.0, -7, Stage::First), 'a fifth is none');
    }

    public function testFirstTempoIsTheSlowestOfItsPartsAndNamesIt(): void
    {
        $tempos = FirstTempos::shipped();
        foreach ([
            'concert F major, quarter = 160',
            'concert B major, thirds, eighths, quarter = 120',
            'concert Ab major, eighths, dotted quarter = 90, 6/8',
            'concert C major, quarter = 52',
            'concert Db major, half notes, half = 200',
        ] as $line) {
            foreach (Stage::cases() as $stage) {
                $score = self::score($line, self::band(stage: $stage));
                $stages = array_fill_keys(self::BAND, $stage);
                $all = $tempos->of($score, $stages);
                self::assertNotNull($all);
                $goal = $score->parts[0]->part->study->recipe->timing->tempo->bpm;
                $each = array_map(
                    static fn (BandPart $one): int => $tempos->of(new Score('1', [$one]), $stages)->bpm ?? 0,
                    $score->parts,
                );
                self::assertSame(min($each), $all->bpm, $line);
                self::assertLessThanOrEqual($goal, $all->bpm);
                self::assertTrue($all->bpm === $goal || (0 === $all->bpm % 4 && $all->bpm >= 40), $line);
                self::assertSame($all->bpm < $goal, '' !== $all->player, $line.': who decides is named');
                if ('' !== $all->player) {
                    self::assertStringContainsString('takes', $all->because);
                    // At that tempo every change has its time, and a step faster one has not.
                    $spare = self::spare($score, $stages, $tempos, (float) $all->bpm);
                    self::assertTrue($spare >= -1e-6 || 40 === $all->bpm, $line);
                    self::assertLessThan(0, self::spare($score, $stages, $tempos, $all->bpm + 4.0), $line);
                }
            }
        }
        self::assertNull($tempos->of(self::score('concert F major, untimed', self::band(['flute']))));
        // The more advanced, the faster it is begun.
        $bpm = array_map(
            static fn (Stage $stage): int => $tempos->of(
                self::score('concert E major, eighths, quarter = 200', self::band(['bassoon'])),
                ['bassoon' => $stage],
            )->bpm ?? 0,
            [Stage::First, Stage::Developing, Stage::Full],
        );
        self::assertTrue($bpm[0] <= $bpm[1] && $bpm[1] <= $bpm[2] && $bpm[0] < $bpm[2]);
    }

    /** @param array<string, Stage> $stages */
    private static function spare(Score $score, array $stages, FirstTempos $tempos, float $bpm): float
    {
        $spare = \INF;
        foreach ($score->parts as $one) {
            foreach ($one->part->study->notes as $i => $note) {
                if ($i > 0) {
                    $before = $one->part->study->notes[$i - 1];
                    $has = 60000 / $bpm * ($note->onset - $before->onset) / $score->beat();
                    $spare = min(
                        $spare,
                        $has - $tempos->needs(
                            $one->part->plan->notes[$i]->difficulty,
                            $note->pitch()->midi() - $before->pitch()->midi(),
                            $stages[$one->player],
                        ),
                    );
                }
            }
        }

        return $spare;
    }

    /** @return iterable<string, array{string, string}> as it is called out, and as it is meant */
    public static function places(): iterable
    {
        yield 'line and note' => ['line 6 note 7', 'line 6 note 7'];
        yield 'with a comma' => ['Line 6, note 7', 'line 6 note 7'];
        yield 'called out' => ['6 7', 'line 6 note 7'];
        yield 'called out with a comma' => ['6, 7', 'line 6 note 7'];
        yield 'bar and note' => ['bar 2 note 3', 'bar 2 note 3'];
        yield 'all three' => ['line 2.4 bar 2 note 3', 'line 2.4 bar 2 note 3'];
        yield 'a note' => ['note 9', 'note 9'];
        yield 'a bar' => ['measure 3', 'bar 3 note 1'];
        yield 'the pick-up' => ['pick-up note 2', 'bar 0 note 2'];
        yield 'a key' => ['key 3', 'line 3 note 1'];
    }

    #[DataProvider('places')]
    public function testPlacesAsTheyAreCalledOut(string $called, string $meant): void
    {
        self::assertSame($meant, Spot::parse($called)->text());
    }

    public function testEverybodyHasTheSameSoundAtAPlace(): void
    {
        $scores = (new ScoreBuilder(Support::parts()))->scores(
            ['concert C major, keys by fourths'],
            self::band(),
        )->scores;
        self::assertCount(12, $scores);
        foreach ([
            ['line 6 note 7', 'C', 2, 3],
            ['line 4 bar 2 note 3', 'D', 2, 3],
            ['line 12 note 15', 'G', 4, 3],
        ] as [$place, $sounds, $bar, $inBar]) {
            $moment = Moment::at($scores, Spot::parse($place));
            self::assertSame([$bar, $inBar], [$moment->bar, $moment->inBar], $place);
            foreach ($moment->rows() as $row) {
                self::assertSame($sounds, rtrim((string) $row['sounding'], '0123456789'), $place.' '.$row['player']);
            }
        }
        $rows = array_column(Moment::at($scores, Spot::parse('6 7'))->rows(), null, 'player');
        // D flat major's seventh note is C: D for B flat instruments, A for E flat, G for the horn (chapter 2).
        self::assertSame(
            ['C', 'D', 'A', 'G', 'C'],
            array_map(
                static fn (string $id): string => rtrim((string) $rows[$id]['written'], '0123456789'),
                ['flute', 'clarinet-bb', 'alto-sax', 'horn-f', 'tuba-bbb'],
            ),
        );
        self::assertSame('1', $rows['trumpet-bb']['fingering']);
        self::assertSame('0', $rows['horn-f']['fingering']);
    }

    public function testPlacesThatAreNotThereAreRefusedWithOneThatIs(): void
    {
        $scores = (new ScoreBuilder(Support::parts()))->scores(
            ['concert F major'],
            self::band(['flute', 'tuba-bbb']),
        )->scores;
        self::assertNotSame([], $scores);
        foreach (['line 2 note 1', 'note 99', 'bar 9 note 1', 'bar 1 note 9', 'somewhere', '', 'note 0'] as $place) {
            try {
                Moment::at($scores, Spot::parse($place));
                self::fail($place.' is found');
            } catch (PlaceError $error) {
                self::assertSame(
                    1,
                    preg_match('/for example "([^"]+)"/', $error->getMessage(), $found),
                    $error->getMessage(),
                );
                Moment::at($scores, Spot::parse($found[1]));
            }
        }
    }

    public function testATemplateIsThereInEveryKeyForEverybody(): void
    {
        $templates = new SheetTemplates(DataFolder::shipped(), Support::parts()->parser);
        self::assertCount(2, $templates->all());
        foreach ($templates->all() as $id => $template) {
            foreach (PacketTable::lines() as $k => $tonic) {
                $filled = $templates->filled($template, $tonic);
                self::assertSame(
                    array_map(static fn ($one): string => $one->title, $template->exercises),
                    array_map(static fn ($one): string => $one->title, $filled),
                );
                $rows = SheetTemplates::rows($filled, $tonic);
                $players = self::band(
                    0 === $k % 3 ? self::BAND : ['flute', 'clarinet-bb', 'trombone', 'xylophone'],
                    Stage::cases()[$k % 3],
                );
                $scores = (new ScoreBuilder(
                    Support::parts(),
                    new Chorales(Support::parts(), Chorales::shipped(DataFolder::shipped())),
                    $players,
                ))->scores(
                    $rows,
                    $players,
                );
                self::assertSame([], $scores->left, $id.' in '.$tonic->text());
                foreach ($scores->scores as $score) {
                    $key = $score->parts[0]->part->study->concertKey->tonic->pitchClass();
                    self::assertContains(
                        ($key - $tonic->pitchClass() + 12) % 12,
                        [0, 9],
                        'the key of the day, or its minor',
                    );
                }
            }
        }
        // What only brass plays has its number for the others too, and stands with nobody else.
        $rows = SheetTemplates::rows(
            $templates->filled($templates->named('long'), NoteName::parse('F')),
            NoteName::parse('F'),
        );
        $scores = (new ScoreBuilder(
            Support::parts(),
            new Chorales(Support::parts(), Chorales::shipped(DataFolder::shipped())),
        ))->scores(
            $rows,
            self::band(['flute', 'trumpet-bb']),
        );
        self::assertSame(['1', '3'], \array_slice($scores->sheets['flute']->numbers, 0, 2));
        self::assertSame(['1', '2', '3'], \array_slice($scores->sheets['trumpet-bb']->numbers, 0, 3));
    }

    public function testAChoraleHasAllFourVoicesForWhoeverIsThere(): void
    {
        $known = Chorales::shipped(DataFolder::shipped());
        $chorales = new Chorales(Support::parts(), $known);
        $evening = $known['evening'];
        // Its own laws: voices end together, none crosses, no fifths or octaves in parallel (common practice of part
        // writing).
        $ends = array_map(static fn (array $voice): int => end($voice)[1] + end($voice)[2], $evening->voices);
        self::assertCount(1, array_unique($ends));
        $at = static function (string $voice, int $tick) use ($evening): int {
            foreach ($evening->voices[$voice] as [$pitch, $onset, $length]) {
                if ($onset <= $tick && $tick < $onset + $length) {
                    return $pitch->midi();
                }
            }
            self::fail('a voice stops');
        };
        $ticks = array_values(array_unique(array_merge(
            ...array_map(static fn (array $voice): array => array_column($voice, 1), array_values($evening->voices)),
        )));
        sort($ticks);
        foreach ($ticks as $k => $tick) {
            $chord = array_map(static fn (string $voice): int => $at($voice, $tick), Chorale::VOICES);
            $sorted = $chord;
            rsort($sorted);
            self::assertSame($sorted, $chord, 'nobody crosses at '.$tick);
            foreach ($k > 0 ? [[0, 1], [0, 2], [0, 3], [1, 2], [1, 3], [2, 3]] : [] as [$a, $b]) {
                $before = array_map(static fn (string $voice): int => $at($voice, $ticks[$k - 1]), Chorale::VOICES);
                $gap = ($chord[$a] - $chord[$b]) % 12;
                self::assertFalse(
                    $before[$a] !== $chord[$a]
                        && \in_array($gap, [0, 7], true)
                        && ($before[$a] - $before[$b]) % 12 === $gap,
                    'parallels at '.$tick,
                );
            }
        }
        foreach ([
            self::BAND,
            ['flute', 'clarinet-bb', 'alto-sax', 'tuba-bbb'],
            ['trumpet-bb', 'horn-f', 'trombone', 'tuba-bbb', 'euphonium-bc'],
            ['flute', 'flute', 'oboe', 'clarinet-bb'],
        ] as $ids) {
            foreach (PacketTable::lines() as $tonic) {
                $players = array_map(
                    static fn (string $id, int $k): BandPlayer => new BandPlayer(
                        $id.' '.$k,
                        Support::instruments()->instrument($id),
                    ),
                    $ids,
                    array_keys($ids),
                );
                $voices = $chorales->voices($evening, $tonic, $players);
                self::assertCount(\count($ids), $voices, 'nobody is without a voice');
                self::assertEqualsCanonicalizing(
                    Chorale::VOICES,
                    array_values(array_unique($voices)),
                    implode(' ', $ids).' in '.$tonic->text(),
                );
                foreach ($players as $player) {
                    $part = $chorales->part($evening, $tonic, $voices[$player->name], $player);
                    $sung = $evening->voices[$voices[$player->name]];
                    self::assertCount(\count($sung), $part->study->notes);
                    foreach ($part->study->notes as $i => $note) {
                        $class = (($sung[$i][0]->midi() + $tonic->pitchClass() - $note->sounding->midi()) % 12 + 12) % 12;
                        self::assertSame(0, $class, 'moved by octaves only');
                        self::assertSame(
                            $note->pitch()->midi() - $player->instrument->transposition->halfSteps(),
                            $note->sounding->midi(),
                        );
                        self::assertTrue($player->instrument->player($player->settings)
                            ->limit()
                            ->holds($note->pitch(), $note->pitch()));
                        self::assertLessThanOrEqual(1, abs($note->pitch()->alter), 'spelled as the key is');
                    }
                }
            }
        }
        self::assertSame('Evening', Chorale::asked('chorale evening in concert Eb', $known)[0]->name ?? '');
        self::assertNull(Chorale::asked('concert F major', $known));
        $this->expectException(ChoraleError::class);
        Chorale::asked('chorale of the moon and stars in concert Eb', ['evening' => $evening, 'long road' => $evening]);
    }

    public function testAChoraleComesBackFromAFileWithFourParts(): void
    {
        $evening = Chorales::shipped(DataFolder::shipped())['evening'];
        $chorales = new Chorales(Support::parts(), ['evening' => $evening]);
        $sheets = [];
        foreach ([
            'soprano' => 'flute',
            'alto' => 'clarinet-bb',
            'tenor' => 'horn-f',
            'bass' => 'tuba-bbb',
        ] as $voice => $id) {
            $player = new BandPlayer($voice, Support::instruments()->instrument($id));
            $sheets[$voice] = Sheet::of($chorales->part($evening, NoteName::parse('C'), $voice, $player));
        }
        foreach ([MusicXmlWriter::score($sheets), MidiWriter::score($sheets)] as $file) {
            $read = Chorale::read('evening', ChoraleReader::read($file, 'Evening'));
            self::assertSame('C', $read->tonic->text());
            foreach (Chorale::VOICES as $voice) {
                self::assertSame(
                    array_map(
                        static fn (array $note): array => [$note[0]->midi() % 12, $note[1], $note[2]],
                        $evening->voices[$voice],
                    ),
                    array_map(
                        static fn (array $note): array => [$note[0]->midi() % 12, $note[1], $note[2]],
                        $read->voices[$voice],
                    ),
                    $voice,
                );
            }
            self::assertEquals($read, Chorale::read('evening', $read->toArray()), 'what is kept is what was read');
        }
    }

    public function testAChoraleIsReadFromVoicesWithinPartsWithItsTimeAndItsPickUp(): void
    {
        $note = static fn (
            string $step,
            int $octave,
            int $quarters,
            int $voice,
        ): string => "<note><pitch><step>$step</step><octave>$octave</octave></pitch><duration>$quarters</duration><voice>$voice</voice></note>";
        $part = static fn (
            string $id,
            string $clef,
            int $high,
            int $low,
        ): string => "<part id='$id'><measure number='0' implicit='yes'><attributes><divisions>1</divisions><time><beats>3</beats><beat-type>4</beat-type></time></attributes>".$note(
            'G',
            $high,
            1,
            1,
        ).'<backup><duration>1</duration></backup>'.$note('D', $low, 1, 2)."</measure><measure number='1'>".$note(
            'G',
            $high,
            3,
            1,
        ).'<backup><duration>3</duration></backup>'.$note('G', $low, 3, 2).'</measure></part>';
        $xml = "<score-partwise version='4.0'><part-list><score-part id='P1'><part-name>High</part-name></score-part><score-part id='P2'><part-name>Low</part-name></score-part></part-list>".$part(
            'P1',
            'G',
            5,
            4,
        ).$part('P2', 'F', 3, 2).'</score-partwise>';
        $read = Chorale::read('harbour', ChoraleReader::read($xml, 'Harbour'));
        self::assertSame(['G', '3/4', 3360], [$read->tonic->text(), $read->time->name(), $read->pickUp]);
        self::assertSame(
            ['G5', 'D4', 'G3', 'D2'],
            array_map(static fn (string $voice): string => $read->voices[$voice][0][0]->text(), Chorale::VOICES),
        );
        $player = new BandPlayer('Ada', Support::instruments()->instrument('clarinet-bb'));
        $part = (new Chorales(Support::parts(), ['harbour' => $read]))->part(
            $read,
            NoteName::parse('Eb'),
            'soprano',
            $player,
        );
        self::assertSame([0, 1], array_map(static fn (StudyNote $one): int => $one->bar, $part->study->notes));
        self::assertSame('F', $part->study->notes[1]->pitch()->name()->text());
        foreach ([str_replace('<voice>2</voice>', '<voice>1</voice>', $xml), '<score-partwise/>', 'C4 D E'] as $bad) {
            try {
                ChoraleReader::read($bad, 'x');
                self::fail('not four voices');
            } catch (ChoraleError|ImportError $error) {
                self::assertStringContainsStringIgnoringCase('expected', $error->getMessage());
            }
        }
    }

    public function testAScoreForOtherProgramsHasEveryPart(): void
    {
        $sheets = (new ScoreBuilder(Support::parts()))->scores(
            ['concert F major, thirds, eighths', '', 'concert Bb major, pick up 1 beat, quarters'],
            self::band(),
        )->sheets;
        self::assertNotSame([], $sheets);
        $xml = new \DOMDocument();
        $xml->loadXML(MusicXmlWriter::score($sheets));
        $path = new \DOMXPath($xml);
        $count = static fn (string $query): int => (int) $path->evaluate('count('.$query.')');
        self::assertSame(\count(self::BAND), $count('/score-partwise/part'));
        foreach ($sheets as $name => $sheet) {
            $k = (int) array_search($name, array_keys($sheets), true) + 1;
            self::assertSame(
                array_sum(array_map(static fn ($part): int => \count($part->study->notes), $sheet->parts)),
                $count("/score-partwise/part[$k]//note[pitch][not(tie[@type='stop'])]"),
                (string) $name,
            );
            self::assertSame($count('/score-partwise/part[1]/measure'), $count("/score-partwise/part[$k]/measure"));
        }
        self::assertSame(
            $count('//note[@id]'),
            \count(array_unique(array_map(
                static fn ($node): string => $node->nodeValue ?? '',
                iterator_to_array($path->query('//note/@id') ?: []),
            ))),
            'ids are of one note each',
        );
        // In concert pitch every part has the same signature, and what is written sounds, but for octaves.
        $concert = new \DOMDocument();
        $concert->loadXML(MusicXmlWriter::score(array_map(static fn ($one) => $one->inConcert(), $sheets)));
        $fifths = array_map(
            static fn ($node): string => $node->nodeValue ?? '',
            iterator_to_array((new \DOMXPath($concert))->query('//part/measure[1]/attributes/key/fifths') ?: []),
        );
        self::assertSame(array_fill(0, \count(self::BAND), '-1'), $fifths);
        self::assertSame(0.0, (new \DOMXPath($concert))->evaluate('count(//transpose/chromatic[. mod 12 != 0])'));
        $midi = MidiWriter::score($sheets);
        self::assertSame(
            ['MThd', 6, 1, \count(self::BAND), 3360],
            array_values((array) unpack('a4a/Nb/nc/nd/ne', $midi)),
        );
        self::assertSame(\count(self::BAND), substr_count($midi, 'MTrk'));
    }

    /** In concert pitch an instrument has one clef, its own, whatever it plays, and the 8 puts the notes near the staff. */
    public function testTheClefOfAConcertScoreBelongsToTheInstrument(): void
    {
        $octaves = [];
        foreach (Support::instruments()->ids() as $id) {
            $clefs = [];
            foreach (['concert F major', 'concert B major, low octave', 'concert Ab major, high octave'] as $line) {
                $part = Support::part($line, $id)->inConcert();
                foreach ($part->study->notes as $note) {
                    self::assertSame(0, ($note->pitch()->midi() - $note->sounding->midi()) % 12, $id);
                }
                $document = new \DOMDocument();
                $document->loadXML(MusicXmlWriter::forEngraving($part));
                $clef = $document->getElementsByTagName('clef')->item(0);
                self::assertNotNull($clef);
                $clefs[preg_replace('/\s+/', ' ', trim($clef->textContent))] = true;
            }
            self::assertCount(1, $clefs, $id.' has one clef');
            self::assertSame(
                'bass' === Support::instruments()->instrument($id)->clef ? 'F' : 'G',
                ((string) array_key_first($clefs))[0],
                $id,
            );
            $octaves[$id] = $part->instrument->clefOctaves;
        }
        // As conductors know them (common practice, no source).
        foreach ([
            'flute' => 0, 'clarinet-bb' => 0, 'trumpet-bb' => 0, 'horn-f' => -1, 'alto-sax' => -1, 'tenor-sax' => -1,
            'baritone-sax' => -1, 'contrabass-clarinet' => -2, 'bass-clarinet' => -1, 'bassoon' => 0, 'trombone' => 0, 'tuba-bbb' => 0,
        ] as $id => $expected) {
            self::assertSame($expected, $octaves[$id], $id);
        }
    }

    public function testRowsOfChoralesAreNotWrittenOnAndTheOthersKeepTheirNumbers(): void
    {
        self::assertSame(
            ['# Round', 'concert F major', '', '', '4: concert G major'],
            ScoreBuilder::withoutChorales([
                '# Round', 'concert F major', '# Evening', 'chorale evening in concert Eb', '3: chorale evening in concert C',
                '4: concert G major',
            ]),
        );
    }

    public function testNumbersAreGivenOnceAndKept(): void
    {
        $builder = new ScoreBuilder(Support::parts());
        $numbers = static fn (array $rows): array => $builder->scores(
            $rows,
            self::band(['flute']),
        )->sheets['flute']->numbers ?? [];
        self::assertSame(['1', '3'], $numbers(['concert F major', '', 'concert C major']));
        self::assertSame(['6', '2'], $numbers(['6: concert F major', '2: concert C major']));
        self::assertSame(array_map(strval(...), range(1, 12)), $numbers(['1: concert C major, keys by fourths']));
        self::assertSame(
            ['2.1', '2.12', '4'],
            array_values(array_intersect(
                ['2.1', '2.12', '4'],
                $numbers(['# Round', '2: concert C major, keys by fourths', '4: concert G major']),
            )),
        );
        self::assertSame(['1'], $numbers(['concert F major', 'for brass: concert C major']));
        self::assertSame(['1'], $numbers(['concert F major', 'for low brass: concert C major']));
        self::assertSame(['1', '2'], $numbers(['concert F major', 'for the flutes: concert C major']));
    }
}
