<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Import\MidiReader;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\Frame;
use SwiftReed\Listening\Frames;
use SwiftReed\Listening\HeardNote;
use SwiftReed\Listening\Judge;
use SwiftReed\Listening\JudgedNote;
use SwiftReed\Listening\Judgement;
use SwiftReed\Listening\ListeningError;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\MidiTake;
use SwiftReed\Listening\NoteFinder;
use SwiftReed\Listening\PlayedFaults;
use SwiftReed\Listening\SimulatedPlayer;
use SwiftReed\Listening\Timing;
use SwiftReed\Listening\Unjudged;
use SwiftReed\Listening\Verdict;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\MidiWriter;

/**
 * Takes are heard, laid against the line, and judged. Source of the rules: the handbook, chapter 9; figures over many
 * takes: bench/listening.php.
 */
final class ListeningTest extends TestCase
{
    private const LINE = 'concert F major, eighths, quarter = 72';
    private const FAMILIES = [
        'piccolo', 'oboe', 'bassoon', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'tuba-bbb',
        'xylophone',
    ];
    private const TRACKER = '; noise 1; octave-slips 1; uneven 2';

    private static function expected(string $line, string $instrument): Expected
    {
        return Expected::of(Support::part($line, $instrument), ListeningFigures::shipped());
    }

    private static function take(Expected $expected, string $faults = '', int $seed = 1): Judgement
    {
        return (new Judge(ListeningFigures::shipped()))->frames(
            $expected,
            SimulatedPlayer::frames($expected, PlayedFaults::read($faults, \count($expected->notes)), $seed),
        );
    }

    private static function words(Judgement $take): string
    {
        $words = $take->data(ListeningFigures::shipped())['words'];

        return \is_string($words) ? $words : '';
    }

    /** @return iterable<string, array{string, int}> every family, slow and fast */
    public static function players(): iterable
    {
        foreach (self::FAMILIES as $k => $id) {
            foreach ([40 + 4 * $k, 160 - 4 * $k] as $bpm) {
                yield "$id at $bpm" => [$id, $bpm];
            }
        }
    }

    /** Onset error under 15 ms and cents error under 5, below 80 Hz under 10: the goals of the product. */
    #[DataProvider('players')]
    public function testACleanTakeIsHeardAsItWasPlayed(string $instrument, int $bpm): void
    {
        foreach ([
            'concert Bb major, 2 octaves, eighths, slurred',
            'concert F major, thirds, eighths',
            'concert Eb major, eighths, 2 times',
        ] as $seed => $line) {
            $expected = self::expected($line.', quarter = '.$bpm, $instrument);
            $take = self::take($expected, self::TRACKER, $seed);
            $what = \sprintf('%s, %s at %d: %s', $line, $instrument, $bpm, self::words($take));
            self::assertNull($take->unjudged, $what);
            self::assertSame([], $take->restarts, $what);
            $truth = [];
            foreach (SimulatedPlayer::plays(
                $expected,
                PlayedFaults::read(self::TRACKER, \count($expected->notes)),
                $seed,
            ) as $note) {
                $truth[$note['note']] = $note;
            }
            $onsets = $cents = [];
            foreach ($take->notes as $note) {
                self::assertSame(Verdict::Right, $note->verdict, $what.' note '.($note->i + 1));
                $onsets[] = abs((float) $note->onset - $truth[$note->i]['onset']);
                $cents[] = abs((float) $note->cents - 100 * ($truth[$note->i]['midi'] - $note->expected->midi));
            }
            self::assertLessThan(15, NoteFinder::median($onsets), $what);
            self::assertLessThan($expected->notes[0]->midi < 39 ? 10 : 5, max($cents), $what);
            self::assertEqualsWithDelta($bpm, $take->tempo, 0.02 * $bpm, $what);
            self::assertLessThan(8.0, $take->evenness ?? 0.0, $what);
            self::assertSame([], $take->slow, $what);
            self::assertSame([], $take->extra, $what);
        }
    }

    /**
     * A fault of a quarter of a beat, or of thirty cents, and another note: found where it was put, and nothing else
     * is.
     */
    #[DataProvider('players')]
    public function testAFaultIsFoundWhereItWasPut(string $instrument, int $bpm): void
    {
        $expected = self::expected('concert G major, eighths, quarter = '.$bpm, $instrument);
        foreach ([3, 8, 13] as $at) {
            $not = static fn (Judgement $take, int ...$but): array => array_values(array_filter(
                $take->notes,
                static fn (JudgedNote $one): bool => Verdict::Right !== $one->verdict && !\in_array(
                    $one->i + 1,
                    $but,
                    true,
                ),
            ));
            $meant = $expected->notes[$at - 1]->written;
            $other = Pitch::plain($meant->midi() + (8 === $at ? 3 : 1), true)->text();
            $take = self::take($expected, "wrong $at $other".self::TRACKER, $at);
            self::assertSame(Verdict::Wrong, $take->notes[$at - 1]->verdict, "$instrument $bpm wrong $at");
            self::assertSame(Pitch::parse($other)->midi(), $take->notes[$at - 1]->heard?->midi());
            self::assertSame([], $not($take, $at));
            self::assertStringContainsString("Note $at was", self::words($take));

            $take = self::take($expected, "missing $at".self::TRACKER, $at);
            self::assertSame(Verdict::Missing, $take->notes[$at - 1]->verdict, "$instrument $bpm missing $at");
            self::assertSame([], $not($take, $at));

            $take = self::take($expected, "flat $at 35".self::TRACKER, $at);
            self::assertEqualsWithDelta(-35, $take->notes[$at - 1]->cents, 5, "$instrument $bpm flat $at");
            self::assertStringContainsString("note $at,", self::words($take));
            self::assertStringContainsString('flat against the others', self::words($take));

            $late = (int) round(0.27 * 60_000 / $bpm);
            $take = self::take($expected, "late $at $late".self::TRACKER, $at);
            self::assertSame([$at - 1], array_column($take->slow, 'to'), "$instrument $bpm late $at $late");
            self::assertEqualsWithDelta($late, $take->slow[0]['ms'], max(20, 0.15 * $late));
            self::assertSame([], $not($take));
            self::assertStringContainsString('comes late', self::words($take));
        }
        $take = self::take($expected, 'restart 9'.self::TRACKER, 9);
        self::assertSame([['after' => 8, 'to' => 0]], $take->restarts, "$instrument $bpm");
        self::assertCount(\count($take->notes), $take->of(Verdict::Right));
    }

    /** @return iterable<string, array{string, string}> faults, and what is said first; one is not hidden by another */
    public static function mixed(): iterable
    {
        yield 'wrong before slow' => ['wrong 4 D5; late 9 250', 'Note 4 was D; it is C.'];
        yield 'and the change to practise' => ['wrong 4 D5; late 9 250', 'From G to F♯ comes late'];
        yield 'the first note' => ['wrong 1 A3; wrong 5 E4', 'Begin on G3: A3 was heard.'];
        yield 'its own name' => ['wrong 7 F4', 'Note 7 was F; it is F♯.'];
        yield 'two of them' => ['wrong 4 D5; wrong 7 F4', 'So was note 7.'];
        yield 'left out' => ['missing 6', 'Note 6, E, was not heard.'];
        yield 'uneven' => ['uneven 22', 'unevenly'];
        yield 'faster' => ['drift 8', 'percent faster by the end'];
        yield 'slower' => ['drift -8', 'percent slower by the end'];
        yield 'begun again' => ['restart 5', 'You began again after note 5'];
        yield 'clean' => ['uneven 1', 'Every note is right, and even at 72.'];
        yield 'at another tempo' => ['tempo 96', 'Every note is right, and even at 96.'];
        yield 'breathy and noisy' => ['breathy; noise 2; octave-slips 2', 'Every note is right, and even at 72.'];
    }

    #[DataProvider('mixed')]
    public function testTheSentenceThatHelps(string $faults, string $says): void
    {
        self::assertStringContainsString(
            $says,
            self::words(self::take(self::expected(self::LINE, 'trumpet-bb'), $faults, 5)),
        );
    }

    /** Whenever the player begins, whatever the machine's clock shows, and at whatever tuning: the same is said. */
    public function testLawsOfTimeAndTuning(): void
    {
        $figures = ListeningFigures::shipped();
        $judge = new Judge($figures);
        $expected = self::expected('concert Eb major, then arpeggio, eighths, quarter = 84', 'clarinet-bb');
        $frames = SimulatedPlayer::frames(
            $expected,
            PlayedFaults::read('wrong 6 D5; late 11 200; flat 14 40', \count($expected->notes)),
            3,
        );
        $asHeard = static function (Judgement $take): array {
            $data = array_map(
                static fn (JudgedNote $one): array => [
                    $one->verdict->value,
                    round((float) $one->against),
                    round((float) $one->late, -1),
                ],
                $take->notes,
            );

            return [$data, $take->extra, array_column($take->slow, 'to')];
        };
        $plain = $asHeard($judge->frames($expected, $frames));
        $later = new Frames(array_map(
            static fn (Frame $one): Frame => new Frame($one->ms + 12_345, $one->hz, $one->clarity, $one->level),
            $frames->frames,
        ));
        self::assertSame($plain[0], $asHeard($judge->frames($expected, $later))[0]);
        foreach ([415.0, 430.0, 442.0, 466.0] as $reference) {
            $tuned = new Frames(array_map(
                static fn (Frame $one): Frame => new Frame(
                    $one->ms,
                    $one->hz * $reference / 440,
                    $one->clarity,
                    $one->level,
                ),
                $frames->frames,
            ));
            self::assertSame($plain, $asHeard($judge->frames($expected, $tuned, $reference)), (string) $reference);
        }
        $softer = new Frames(array_map(
            static fn (Frame $one): Frame => new Frame($one->ms, $one->hz, $one->clarity, $one->level - 15),
            $frames->frames,
        ));
        self::assertSame(
            $plain,
            $asHeard($judge->frames($expected, $softer)),
            'a soft player is heard like a loud one',
        );
        // A whole take that is flat is said to be so first, and its notes are judged against it.
        $flat = new Frames(array_map(
            static fn (Frame $one): Frame => new Frame(
                $one->ms,
                $one->hz * 2 ** (-30 / 1200),
                $one->clarity,
                $one->level,
            ),
            $frames->frames,
        ));
        $take = $judge->frames($expected, $flat);
        self::assertSame($plain[0], $asHeard($take)[0]);
        self::assertStringStartsWith('Tune first: the whole take is 30 cents flat.', self::words($take));
    }

    public function testAnOctaveIsHeardAndOnlyASureOneIsSaid(): void
    {
        $figures = ListeningFigures::shipped();
        $judge = new Judge($figures);
        $expected = self::expected(self::LINE, 'flute');
        $frames = SimulatedPlayer::frames($expected, PlayedFaults::none(), 1)->frames;
        $plays = SimulatedPlayer::plays($expected, PlayedFaults::none(), 1);
        $octave = static fn (float $share): Frames => new Frames(array_map(
            static fn (
                Frame $one,
                int $k,
            ): Frame => $one->ms > $plays[4]['onset']
                && $one->ms < $plays[4]['end']
                && ($k * 0.618) - floor($k * 0.618) < $share
                ? new Frame(
                    $one->ms,
                    2 * $one->hz,
                    $one->clarity,
                    $one->level,
                ) : $one,
            $frames,
            array_keys($frames),
        ));
        $whole = $judge->frames($expected, $octave(1.0));
        self::assertSame(Verdict::Octave, $whole->notes[4]->verdict);
        self::assertStringContainsString('Note 5, C, sounded an octave too high.', self::words($whole));
        $half = $judge->frames($expected, $octave(0.4));
        self::assertSame(Verdict::Right, $half->notes[4]->verdict);
        self::assertFalse($half->notes[4]->isSure, 'nobody can say which it was');
        self::assertTrue($judge->frames($expected, $octave(0.05))->notes[4]->isSure);
    }

    /** @return iterable<string, array{Unjudged, \Closure(Expected): Frames}> what is no take of the line */
    public static function notTakes(): iterable
    {
        $frames = static function (\Closure $at, float $seconds = 6.0): Frames {
            $random = new Randomizer(new Mt19937(7));
            $chance = static fn (): float => $random->getInt(0, 1_000_000) / 1_000_000;
            $all = [];
            for ($ms = 5.0; $ms < 1000 * $seconds; $ms += 10) {
                $all[] = $at($ms, $chance);
            }

            return new Frames($all);
        };
        yield 'silence' => [
            Unjudged::Silence,
            static fn (): Frames => $frames(
                static fn (float $ms, \Closure $chance): Frame => new Frame(
                    $ms,
                    0.0,
                    0.3 * $chance(),
                    -75 + 4 * $chance(),
                ),
            ),
        ];
        yield 'a microphone that hums' => [
            Unjudged::Silence,
            static fn (): Frames => $frames(
                static fn (float $ms, \Closure $chance): Frame => new Frame($ms, 50.0, 0.9, -66 + $chance()),
            ),
        ];
        yield 'noise' => [
            Unjudged::Noise,
            static fn (): Frames => $frames(
                static fn (float $ms, \Closure $chance): Frame => new Frame(
                    $ms,
                    80 * 30 ** $chance(),
                    0.7 * $chance(),
                    -25 + 5 * $chance(),
                ),
            ),
        ];
        yield 'clapping' => [
            Unjudged::Noise,
            static fn (): Frames => $frames(
                static fn (float $ms, \Closure $chance): Frame => fmod($ms, 500) < 60 ? new Frame(
                    $ms,
                    100 * 20 ** $chance(),
                    0.6 * $chance(),
                    -15 - fmod($ms, 500) / 4,
                ) : new Frame($ms, 0.0, 0.2 * $chance(), -72.0),
            ),
        ];
        // Syllables of a quarter of a second whose pitch glides over a fourth, as a voice does.
        yield 'speech' => [
            Unjudged::Noise,
            static fn (): Frames => $frames(
                static fn (float $ms, \Closure $chance): Frame => fmod($ms, 300) < 220 ? new Frame(
                    $ms,
                    (150 + 40 * sin($ms / 700)) * 2 ** (-0.5 * fmod($ms, 300) / 220),
                    0.75 + 0.2 * $chance(),
                    -22.0,
                ) : new Frame($ms, 0.0, 0.3, -60.0),
            ),
        ];
        $of = static fn (
            string $line,
            int $seed = 2,
        ): \Closure => static fn (Expected $meant): Frames => SimulatedPlayer::frames(
            Expected::of(Support::part($line, $meant->instrument->id), ListeningFigures::shipped()),
            PlayedFaults::none(),
            $seed,
        );
        yield 'another key' => [Unjudged::AnotherLine, $of('concert B major, eighths, quarter = 72')];
        yield 'another pattern' => [Unjudged::AnotherLine, $of('concert F major, sixths, eighths, quarter = 72')];
        yield 'a chromatic line' => [
            Unjudged::AnotherLine,
            $of('concert Gb chromatic, 2 octaves, eighths, quarter = 90'),
        ];
        yield 'two players' => [Unjudged::AnotherLine, static function (Expected $meant): Frames {
            [$one, $other] = array_map(
                static fn (string $line): array => SimulatedPlayer::frames(
                    Expected::of(Support::part($line, $meant->instrument->id), ListeningFigures::shipped()),
                    PlayedFaults::none(),
                    4,
                )->frames,
                ['concert F major, eighths, quarter = 72', 'concert A major, eighths, quarter = 61'],
            );

            return new Frames(array_map(
                static fn (Frame $a, int $k): Frame => 0 === intdiv($k, 7) % 2 ? $a : ($other[$k] ?? $a),
                $one,
                array_keys($one),
            ));
        }];
    }

    /** @param \Closure(Expected): Frames $frames */
    #[DataProvider('notTakes')]
    public function testWhatIsNoTakeIsSaidAndNeverPraised(Unjudged $why, \Closure $frames): void
    {
        foreach (['trumpet-bb', 'clarinet-bb', 'trombone'] as $instrument) {
            $expected = self::expected(self::LINE, $instrument);
            $take = (new Judge(ListeningFigures::shipped()))->frames($expected, $frames($expected));
            self::assertNotNull($take->unjudged, $instrument.': '.self::words($take));
            self::assertContains($take->unjudged, [$why, Unjudged::AnotherLine, Unjudged::Noise], $instrument);
            self::assertFalse($take->isClean(ListeningFigures::shipped()));
            self::assertStringNotContainsString(
                'right',
                str_replace(['the right microphone', 'the right line'], '', self::words($take)),
            );
        }
    }

    /**
     * A player who takes the concert key for his own plays the right line in another key: the commonest confusion, and
     * it is named.
     */
    public function testTheOwnKeyForTheConcertKeyIsNamed(): void
    {
        foreach ([
            'trumpet-bb' => ['2 half steps', 'lower'],
            'alto-sax' => ['3 half steps', 'higher'],
            'horn-f' => ['5 half steps', ''],
        ] as $instrument => $says) {
            $meant = self::expected('concert Ab major, eighths, quarter = 80', $instrument);
            $played = self::expected('own Ab major, eighths, quarter = 80', $instrument);
            $take = (new Judge(ListeningFigures::shipped()))->frames(
                $meant,
                SimulatedPlayer::frames($played, PlayedFaults::none(), 2),
            );
            self::assertSame(Unjudged::AnotherLine, $take->unjudged, $instrument);
            self::assertNotNull($take->shift, $instrument);
            self::assertSame($played->notes[0]->midi - $meant->notes[0]->midi, $take->shift, $instrument);
            self::assertStringContainsString('It was the right line', self::words($take));
        }
    }

    public function testItMayEndInTheMiddle(): void
    {
        $expected = self::expected(self::LINE, 'trumpet-bb');
        $take = self::take(
            $expected,
            implode('; ', array_map(static fn (int $note): string => 'missing '.$note, range(9, 15))),
        );
        self::assertNull($take->unjudged);
        self::assertSame(8, $take->reached);
        self::assertCount(8, $take->of(Verdict::Right));
        self::assertStringContainsString('Right as far as note 8; there it ended.', self::words($take));
        self::assertFalse($take->isClean(ListeningFigures::shipped()));
    }

    public function testMidiIsHeardLikeSound(): void
    {
        foreach ([
            'clarinet-bb' => 'concert Bb major, 2 octaves, eighths, quarter = 90',
            'tuba-bbb' => 'concert F major, triplets, quarter = 66',
            'horn-f' => 'concert C major, thirds, eighths, slurred, half = 40',
        ] as $instrument => $line) {
            $part = Support::part($line, $instrument);
            $expected = Expected::of($part, ListeningFigures::shipped());
            $take = (new Judge(ListeningFigures::shipped()))->notes(
                $expected,
                MidiTake::heard(MidiReader::played(MidiWriter::write($part, new ExportChoices()))),
            );
            self::assertCount(\count($part->study->notes), $take->of(Verdict::Right), $line);
            self::assertEqualsWithDelta($part->study->recipe->timing->tempo->bpm, $take->tempo, 0.3, $line);
            self::assertEqualsWithDelta(0, $take->evenness, 1.0, $line);
        }
        foreach ([null, [[0, 1]], [[5, 1, 60]], [[0, 10, 128]], ['a']] as $wrong) {
            try {
                MidiTake::read($wrong);
                self::fail('refused');
            } catch (ListeningError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
        self::assertSame(
            [60.0, 62.0],
            array_map(static fn (HeardNote $one): float => $one->midi, MidiTake::read([[500, 900, 62], [0, 480, 60]])),
        );
    }

    /** @return iterable<string, array{mixed}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => [null];
        yield 'no list' => [['frames' => 'many']];
        yield 'three numbers' => [['frames' => [[0, 1, 2]]]];
        yield 'words' => [['frames' => [[0, 'A', 1, -20]]]];
        yield 'backwards' => [['frames' => [[10, 220, 1, -20], [5, 220, 1, -20]]]];
        yield 'too clear' => [['frames' => [[0, 220, 7, -20]]]];
        yield 'below zero' => [['frames' => [[0, -220, 1, -20]]]];
        yield 'a day long' => [['frames' => [[86_400_000, 220, 1, -20]]]];
        yield 'no rate' => [['rate' => 'fast', 'frames' => []]];
        yield 'no window' => [['window' => 3, 'frames' => []]];
        yield 'broken JSON' => ['{"frames": [[0, 220'];
        yield 'too many' => [['frames' => array_fill(0, Frames::MOST + 1, [0, 220, 1, -20])]];
        yield 'too large' => [str_repeat(' ', Frames::MOST_BYTES + 1)];
    }

    #[DataProvider('nonsense')]
    public function testFramesFromStrangersAreRefused(mixed $given): void
    {
        $this->expectException(ListeningError::class);
        $this->expectExceptionMessage('expected frames');
        Frames::read($given);
    }

    public function testFramesGoOutAndComeIn(): void
    {
        $expected = self::expected(self::LINE, 'trumpet-bb');
        $frames = SimulatedPlayer::frames($expected, PlayedFaults::read('wrong 4 D5; noise 2', 15), 3);
        $judge = new Judge(ListeningFigures::shipped());
        $again = Frames::read(json_encode($frames->data(), \JSON_THROW_ON_ERROR));
        $verdicts = static fn (Judgement $take): array => array_map(
            static fn (JudgedNote $one): string => $one->verdict->value,
            $take->notes,
        );
        self::assertSame($verdicts($judge->frames($expected, $frames)), $verdicts($judge->frames($expected, $again)));
        self::assertEquals(
            $frames,
            SimulatedPlayer::frames($expected, PlayedFaults::read('wrong 4 D5; noise 2', 15), 3),
            'the same seed is the same take',
        );
        self::assertNotEquals(
            $frames,
            SimulatedPlayer::frames($expected, PlayedFaults::read('wrong 4 D5; noise 2', 15), 4),
        );
    }

    /** @return iterable<string, array{string}> */
    public static function badFaults(): iterable
    {
        foreach ([
            'late 5', 'late 16 100', 'late 0 100', 'wrong 4', 'wrong 4 H5', 'flat 3 900', 'tempo fast', 'drift 99',
            'hum', 'breathy 3', 'noise -1', 'restart x',
        ] as $one) {
            yield $one => [$one];
        }
    }

    #[DataProvider('badFaults')]
    public function testFaultsThatNobodyPlays(string $faults): void
    {
        $this->expectException(ListeningError::class);
        $this->expectExceptionMessageMatches('/expected .+ for example/');
        PlayedFaults::read($faults, 15);
    }

    /** By hand: twelve onsets on a straight line, on a curve, with one late and with a stop; whatever the beat. */
    public function testTheFitOfTempo(): void
    {
        $figures = ListeningFigures::shipped();
        foreach ([200.0, 500.0, 900.0] as $quarter) {
            $notes = static fn (\Closure $ms): array => array_map(
                static fn (int $k): array => [
                    'at' => $k / 2, 'ms' => $ms($k / 2, $k), 'quarters' => 0.5, 'isFree' => false, 'isNext' => $k > 0,
                ],
                range(0, 15),
            );
            $even = Timing::of($notes(static fn (float $at): float => 1234 + $quarter * $at), 1.0, 15.0, $figures);
            self::assertNotNull($even);
            self::assertEqualsWithDelta($quarter, $even->quarter, 0.01);
            self::assertEqualsWithDelta(0, $even->drift, 0.01);
            self::assertSame([], $even->slow);

            $late = Timing::of(
                $notes(static fn (float $at, int $k): float => $quarter * $at + (6 === $k ? 0.3 * $quarter : 0)),
                1.0,
                15.0,
                $figures,
            );
            self::assertSame(
                [['from' => 5, 'to' => 6]],
                array_map(static fn (array $one): array => array_diff_key($one, ['ms' => 1]), $late->slow ?? []),
            );
            self::assertEqualsWithDelta(0.3 * $quarter, $late->slow[0]['ms'] ?? 0, 1);
            self::assertEqualsWithDelta($quarter, $late->quarter ?? 0, 0.5, 'one late note moves nothing');

            $early = Timing::of(
                $notes(static fn (float $at, int $k): float => $quarter * $at - (6 === $k ? 0.3 * $quarter : 0)),
                1.0,
                15.0,
                $figures,
            );
            self::assertSame([], $early->slow ?? null, 'what follows an early note is in time');
            self::assertEqualsWithDelta(-0.3 * $quarter, $early->late[6] ?? 0, 1);

            $stop = Timing::of(
                $notes(static fn (float $at, int $k): float => $quarter * $at + ($k >= 6 ? $quarter : 0)),
                1.0,
                15.0,
                $figures,
            );
            self::assertSame([6], $stop->stops ?? []);
            self::assertEqualsWithDelta($quarter, $stop->quarter ?? 0, 0.5, 'nor does a stop');
            self::assertEqualsWithDelta($quarter, $stop->late[6] ?? 0, 1);
            self::assertEqualsWithDelta(0, $stop->late[9] ?? 99, 1, 'what comes after it is in time again');

            // Five percent faster at the end: a quarter note is q at the beginning and q / 1.05 at the end, and falls
            // evenly.
            $faster = Timing::of(
                $notes(static fn (float $at): float => $quarter * ($at - (1 - 1 / 1.05) * $at * $at / 15)),
                1.0,
                15.0,
                $figures,
            );
            self::assertEqualsWithDelta(5, $faster->drift ?? 0, 0.1);
            self::assertEqualsWithDelta(0, $faster->evenness ?? 9, 0.2, 'drift is not unevenness');
        }
        self::assertNull(Timing::of([], 1.0, 15.0, $figures));
    }

    /** Unevenness is told as it was made, with or without drift. */
    public function testEvennessIsTheSpreadThatWasPlayed(): void
    {
        foreach ([3, 8, 14] as $spread) {
            foreach (['', '; drift 5'] as $drift) {
                $found = [];
                for ($seed = 0; $seed < 12; ++$seed) {
                    $found[] = self::take(
                        self::expected('concert Bb major, 2 octaves, eighths, quarter = 66', 'clarinet-bb'),
                        'uneven '.$spread.$drift,
                        $seed,
                    )->evenness
                        ?? 0.0;
                }
                self::assertEqualsWithDelta($spread, NoteFinder::median($found), 0.2 * $spread + 0.5);
            }
        }
    }

    public function testFingersThatDoNotLandTogether(): void
    {
        $figures = ListeningFigures::shipped();
        $expected = self::expected('concert Eb major, slurred, eighths, quarter = 60', 'clarinet-bb');
        $plays = SimulatedPlayer::plays($expected, PlayedFaults::none(), 1);
        $frames = SimulatedPlayer::frames($expected, PlayedFaults::none(), 1);
        $other = 440 * 2 ** (($plays[3]['midi'] + 4 - 69) / 12);
        $between = array_map(
            static fn (
                Frame $one,
            ): Frame => $one->ms > $plays[4]['onset'] - 30 && $one->ms < $plays[4]['onset'] + 35 ? new Frame(
                $one->ms,
                $other,
                0.95,
                $one->level,
            ) : $one,
            $frames->frames,
        );
        $take = (new Judge($figures))->frames($expected, new Frames($between));
        self::assertCount(15, $take->of(Verdict::Right));
        self::assertSame([], $take->extra);
        self::assertSame([3, 4], [$take->fingers[0]['from'], $take->fingers[0]['to']]);
        self::assertEqualsWithDelta(65, $take->fingers[0]['ms'], 15);
        self::assertStringContainsString('another note sounds for', self::words($take));
        $low = (new Judge($figures))->frames($expected, new Frames($between, 4096));
        self::assertSame([], $low->fingers, 'this low nobody can hear it');
        self::assertFalse($low->data($figures)['fingers_heard']);
    }

    public function testUntimedLinesHaveNotesAndNoTime(): void
    {
        $take = self::take(self::expected('concert F major, untimed', 'oboe'), 'wrong 3 C5');
        self::assertSame(Verdict::Wrong, $take->notes[2]->verdict);
        self::assertNull($take->tempo);
        self::assertNull($take->evenness);
        self::assertSame([], $take->slow);
    }

    /** A part of a line, as a step of the Stand plays it, is judged by itself. */
    public function testAPieceOfALine(): void
    {
        $part = Support::part(self::LINE, 'trumpet-bb');
        $piece = Expected::of($part, ListeningFigures::shipped(), 4, 10);
        self::assertCount(7, $piece->notes);
        self::assertSame(0.0, $piece->notes[0]->at);
        self::assertSame($part->study->notes[4]->sounding->midi(), $piece->notes[0]->midi);
        self::assertCount(7, self::take($piece)->of(Verdict::Right));
    }

    /** @return iterable<string, array{Instrument}> */
    public static function everyInstrument(): iterable
    {
        foreach (Support::instruments()->ids() as $id) {
            yield $id => [Support::instruments()->instrument($id)];
        }
    }

    #[DataProvider('everyInstrument')]
    public function testEveryInstrumentIsHeardInItsOwnNames(Instrument $instrument): void
    {
        $take = self::take(self::expected('own C major, eighths, quarter = 80', $instrument->id), 'uneven 2', 1);
        self::assertSame(
            \count($take->notes),
            \count($take->of(Verdict::Right)),
            $instrument->id.': '.self::words($take),
        );
        foreach ($take->notes as $note) {
            self::assertSame($note->expected->written->text(), $note->heard?->text());
        }
    }
}
