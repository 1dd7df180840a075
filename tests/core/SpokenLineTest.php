<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\ForgivingReader;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Line\Understood;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;

/**
 * Lines in directors' own words: invented for these tests, after the ways in which the handbook's teachers speak.
 */
final class SpokenLineTest extends TestCase
{
    private static ?ForgivingReader $reader = null;

    private static function reader(): ForgivingReader
    {
        $data = DataFolder::shipped();

        return self::$reader ??= new ForgivingReader(
            new Parser(new ScaleLibrary($data), new PatternLibrary($data)),
            $data,
        );
    }

    /** @return iterable<string, array{string, string, string|null}> what is said, what the line says, for whom */
    public static function lines(): iterable
    {
        $said = [
            [
                'concert E flat scale, one octave, quarters, then arpeggio',
                'concert Eb, 1 octave, then arpeggio, quarters',
            ],
            ['F major scale', 'F major'],
            ['concert F, 8th notes', 'concert F, eighths'],
            ['concert F, 3rds', 'concert F, thirds'],
            ['concert F, 2 oct', 'concert F, 2 octaves'],
            ['concert F, low octave', 'concert F, low octave'],
            ['concert F, at 80', 'concert F, 80'],
            ['concert F for the horns', 'concert F', 'horn-f'],
            ['concert F with approach notes', 'concert F, five-and-back with approach'],
            ['concert F major 2 octaves eighths then arpeggio', 'concert F major, 2 octaves, then arpeggio, eighths'],
            ['concert F; 2 octaves; eighths', 'concert F, 2 octaves, eighths'],
            [
                'E flat concert scale and arpeggio for the horns in eighth notes please',
                'concert Eb, then arpeggio, eighths',
                'horn-f',
            ],
            ['my own F, one octave', 'own F, 1 octave'],
            ['own F for alto sax', 'own F', 'alto-sax'],
            ['play a scale in F', 'F'],
            ['two octaves of F major in thirds, 8ths', 'F major, 2 octaves, thirds, eighths'],
            ['B flat scale two octaves quarter = 80', 'Bb, 2 octaves, quarter = 80'],
            ['chromatic scale on F, full range', 'F chromatic, full range'],
            ['D minor pentatonic in triplets for tenor sax', 'D minor pentatonic, triplets', 'tenor-sax'],
            ['warm up: concert Bb, long tones', 'concert Bb, whole notes'],
            ['thirds in E flat, up and down, twice', 'Eb, up and down, thirds, 2 times'],
            ['G dorian, up and back, slur 2 tongue 2, 60 bpm', 'G dorian, up and down, slur 2 tongue 2, 60'],
            ['do the arpeggio of C minor 7, up', 'C minor seventh arpeggio, up'],
            ['arpeggio on E flat dominant 7, eighths', 'Eb dominant seventh arpeggio, eighths'],
            ['pentatonic of A minor for the horns', 'A minor pentatonic', 'horn-f'],
            ['f sharp minor natural two octaves for alto sax', 'F# natural minor, 2 octaves', 'alto-sax'],
            ['all twelve keys circle of fourths, C major', 'C major, keys by fourths'],
            ['Bb, 8ths, slurred two tongued two, mm 100', 'Bb, eighths, slur 2 tongue 2, 100'],
            ['2 slurred 2 tongued, F major in six eight', 'F major, slur 2 tongue 2, 6/8'],
            ['Bb major at 80 bpm with a goal of 120', 'Bb major, 80, goal 120'],
            ['concert F minor 7 notes', 'concert F natural minor, 7 notes'],
            ['C harm. min., 2 oct., up & down', 'C harmonic minor, 2 octaves, up and down'],
            ['C harmonic min. 2 oct. triplets', 'C harmonic minor, 2 octaves, triplets'],
            ['F# maj thirds 16ths at 66', 'F# major, thirds, sixteenths, 66'],
            ['conc. Bb maj. arp., eighths, tpts', 'concert Bb arpeggio, eighths', 'trumpet-bb'],
            ['chrom. scale on F, 2 octaves, for the hns', 'F chromatic, 2 octaves', 'horn-f'],
            ['G mixo, 1 8ve, desc.', 'G mixolydian, 1 octave, down'],
            ['B flat dom 7 arp', 'Bb dominant seventh arpeggio'],
            ['please play F maj. Two octaves. Slurred.', 'F major, 2 octaves, slurred'],
            ['circle of fourths, F major, 5 notes', 'F major, 5 notes, keys by fourths'],
            ['F scale low octave only up', 'F, low octave, up'],
            ['Concert C major scale in 3/4 time', 'concert C major, 3/4'],
            [
                'I need the B flat major scale, two octaves, slurred, with the arpeggio, at 72 for trumpets',
                'Bb major, 2 octaves, then arpeggio, slurred, 72',
                'trumpet-bb',
            ],
            ['Key of A flat, one octave, long ends, then the arpeggio', 'Ab, 1 octave, then arpeggio, long ends'],
            ['E flat harmonic minor, 1 oct., up & down, qtrs', 'Eb harmonic minor, 1 octave, up and down, quarters'],
            ['Please play concert B flat in thirds, triplets, MM 66', 'concert Bb, thirds, triplets, 66'],
            [
                'written D major for clarinet, fifths, sixteenth notes, legato',
                'own D major, fifths, sixteenths, legato',
                'clarinet-bb',
            ],
            ['concert F 5 note scale, 3x', 'concert F, 5 notes, 3 times'],
            ['Dm scale', 'D natural minor'],
            ['F# major – two octaves – eighths', 'F# major, 2 octaves, eighths'],
            ['tetrachords in F', 'F tetrachord'],
            [
                'concert Ab, tongue one slur three, eighth notes, quarter note = 96, goal 120',
                'concert Ab, eighths, tongue 1 slur 3, quarter = 96, goal 120',
            ],
            ['G major from G3 to D5 for trumpet', 'G major, from G3 to D5', 'trumpet-bb'],
            [
                'concert C, all 12 keys chromatically, 1 2 3 5, eighths',
                'concert C, one-two-three-five, eighths, keys chromatic up',
            ],
            [
                'concert Bb, cell 1 2 3 5 3 2 1, eighths; keys by fourths',
                'concert Bb, cell 1 2 3 5 3 2 1, eighths, keys by fourths',
            ],
            ['warm up in concert F, half notes, smooth', 'concert F, half notes, legato'],
            ['horns only: concert E flat scale', 'concert Eb', 'horn-f'],
            ['for the flutes concert F two octave scale 8va', 'concert F, 2 octaves, octave higher', 'flute'],
            ['concert F blues, starting low, triplets at 100', 'concert F blues, from low, triplets, 100'],
            ['bari sax: own G, thirds', 'own G, thirds', 'baritone-sax'],
            ['broken chords in B flat eighths 80', 'Bb, broken chords, eighths, 80'],
            ['lip slurs from F for trombones', 'F, lip slurs', 'trombone'],
            ['C sharp minor harmonic', 'C# harmonic minor'],
            ['concert D flat half-note = 60', 'concert Db, half = 60'],
            [
                'one octave concert F, quarters, repeat 3 times, click on 2 and 4',
                'concert F, 1 octave, quarters, 3 times, click 2 and 4',
            ],
            ['concert F full range turn around', 'concert F, full range, turn round'],
            ['F, hold the last note, twice', 'F, long last, 2 times'],
            ['concert pitch G for french horn, crotchets', 'concert G, quarters', 'horn-f'],
            ['arpeggio on E flat concert, triplets', 'concert Eb arpeggio, triplets'],
            ['B flat chromatic, one octave up, 8ths', 'Bb chromatic, 1 octave, up, eighths'],
            ['Eb7 arpeggio in triplets', 'Eb dominant seventh arpeggio, triplets'],
            ['Cm7 chord, two octaves', 'C minor seventh arpeggio, 2 octaves'],
            [
                'Please make me: concert D flat - harmonic minor - 2 octaves - tongue 1, slur 3 - at 88.',
                'concert Db harmonic minor, 2 octaves, tongue 1 slur 3, 88',
            ],
            ['concert F with a pick up of 1 beat', 'concert F, pick-up 1 beat'],
            ['D dorian mode in thirds', 'D dorian, thirds'],
            ['A flat major arpeggio two octaves for tuba', 'Ab arpeggio, 2 octaves', 'tuba-bbb'],
        ];
        foreach ($said as $one) {
            yield $one[0] => [$one[0], $one[1], $one[2] ?? null];
        }
    }

    #[DataProvider('lines')]
    public function testDirectorsOwnWordsAreUnderstood(string $said, string $line, ?string $player): void
    {
        $understood = self::reader()->read($said);
        self::assertSame($line, $understood->line->text());
        self::assertSame($player, $understood->player);
        self::assertSame(
            $line,
            self::reader()->read($understood->line->text())->line->text(),
            'the printed line is read as itself',
        );
    }

    /** @return iterable<string, array{string, int}> what is said, and between how many lines it leaves a choice */
    public static function choices(): iterable
    {
        foreach ([
            ['concert F, all keys', 3],
            ['chromatic scale', 3],
            ['thirds, eighths', 3],
            ['concert A flat, around the circle of fifths', 2],
            ['saxes: concert Eb', 3],
            ['for baritone, concert F', 3],
            ['concert E flat in half notes for the low brass', 3],
            ['F through all the keys for horn', 3],
            ['all twelve keys, C major', 3],
            ['dominant 7th of F, two octaves', 2],
        ] as $one) {
            yield $one[0] => $one;
        }
    }

    #[DataProvider('choices')]
    public function testWhatLeavesAChoiceIsAskedWithLinesThatWork(string $said, int $count): void
    {
        try {
            self::reader()->read($said);
            self::fail('nothing was asked');
        } catch (StudyLineError $error) {
            self::assertCount($count, $error->readings);
            self::assertStringContainsString('leaves a choice', $error->getMessage());
            $meant = array_map(static fn (string $one): Understood => self::reader()->read($one), $error->readings);
            self::assertCount(
                $count,
                array_unique(array_map(
                    static fn (Understood $one): string => $one->line->text().' '.$one->player,
                    $meant,
                )),
            );
        }
    }

    public function testWhatIsUnderstoodInAnotherSenseIsSaid(): void
    {
        $understood = self::reader()->read('concert F two octaves 8ths with the arpeggio, please');
        self::assertSame(
            [['8ths', 'eighths'], ['with the arpeggio', 'then arpeggio']],
            array_map(static fn ($one): array => [$one->said, $one->means], $understood->readAs),
        );
        self::assertSame(
            [],
            self::reader()->read('concert E flat major, Two Octaves, Eighths')->readAs,
            'another spelling of the same words is no other sense',
        );
    }

    public function testAKeyWithoutANameIsThePlayersOwnWhereHeSaysSo(): void
    {
        foreach ([
            'F major' => 'own F major', 'concert F major' => 'concert F major', 'own F' => 'own F',
            'F scale please' => 'own F', 'E flat concert scale' => 'concert Eb',
        ] as $said => $line) {
            self::assertSame($line, self::reader()->read($said, true)->line->text(), $said);
        }
    }

    /**
     * @return iterable<string, array{string, string}> what is said, and the word that must be named as not understood
     */
    public static function refused(): iterable
    {
        foreach ([
            ['concert F major, 2 octaves, thrids', 'thrids'],
            ['jazz minor on C, 2 octaves, swoop', 'swoop'],
            ['concert F major no arpeggio', 'no'],
            ['concert F and G', 'G'],
            ['concert F except the horns', 'except'],
            ['hello world', 'hello'],
        ] as $one) {
            yield $one[0] => $one;
        }
    }

    #[DataProvider('refused')]
    public function testNothingThatCarriesMeaningIsPassedOver(string $said, string $word): void
    {
        try {
            self::fail(self::reader()->read($said)->line->text());
        } catch (StudyLineError $error) {
            self::assertStringContainsString('"'.$word.'"', $error->getMessage());
            self::assertSame(mb_stripos($said, $word) + 1, $error->column);
        }
    }

    public function testNumbersTooLargeAreSaidToBeSo(): void
    {
        try {
            self::fail(self::reader()->read('concert F major 9 octaves please')->line->text());
        } catch (StudyLineError $error) {
            self::assertStringStartsWith(
                'Column 17: read "9"; expected a whole number from 1 to 4',
                $error->getMessage(),
            );
        }
    }

    /** Every phrase of the file is understood beside a key, alone and among other clauses, wherever it stands. */
    public function testEveryPhraseOfTheFileIsUnderstood(): void
    {
        $data = DataFolder::shipped()->read('spoken');
        $gaps = static fn (string $text): string => (string) preg_replace(
            ['/\{n:(\d+)\.\.\d+\}/', '/\{pitch:\w+\}/', '/\|\S+/'],
            ['$1', 'G4', ''],
            $text,
        );
        $means = $data['means'];
        \assert(\is_array($means));
        $read = 0;
        foreach ($means as $phrases) {
            \assert(\is_array($phrases));
            foreach ($phrases as $said => $meant) {
                if (null === $meant) {
                    continue;
                }
                $said = $gaps((string) $said);
                foreach (['concert Eb '.$said, $said.' concert Eb', 'please '.$said.', concert Eb scale'] as $line) {
                    try {
                        $text = self::reader()->read($line)->line->text();
                    } catch (StudyLineError $error) {
                        self::fail($line.': '.$error->getMessage());
                    }
                    self::assertStringStartsWith('concert Eb', $text);
                    self::assertSame($text, self::reader()->read($text)->line->text());
                    ++$read;
                }
            }
        }
        self::assertGreaterThan(400, $read);
    }

    /**
     * Said beside one another, with commas or without, phrases mean together what each means alone. Only "Eb arpeggio"
     * is the arpeggio on E flat, where "Eb, arpeggio" is the scale and then its arpeggio.
     */
    public function testPhrasesMeanTogetherWhatTheyMeanAlone(): void
    {
        mt_srand(11);
        $means = DataFolder::shipped()->read('spoken')['means'];
        \assert(\is_array($means));
        $asked = 0;
        for ($try = 0; $try < 600; ++$try) {
            $said = $meant = [];
            foreach ((array) array_rand($means, mt_rand(2, 4)) as $kind) {
                $phrases = array_filter((array) $means[$kind], is_string(...));
                $phrase = (string) array_rand($phrases);
                $number = 1 === preg_match('/\{n:(\d+)\.\.(\d+)\}/', $phrase, $bounds)
                    ? mt_rand((int) $bounds[1], min(150, (int) $bounds[2]))
                    : 1;
                $words = preg_replace_callback('/\S+\|\S+/', static function (array $found): string {
                    $either = explode('|', $found[0]);

                    return $either[mt_rand(0, \count($either) - 1)];
                }, $phrase);
                $said[] = preg_replace(['/\{n:[^}]*\}/', '/\{pitch:\w+\}/'], [(string) $number, 'G4'], (string) $words);
                $meant[] = preg_replace(
                    '/\{pitch:\w+\}/',
                    'G4',
                    strtr($phrases[$phrase], ['{n}' => (string) $number, '(s)' => 1 === $number ? '' : 's']),
                );
            }
            $order = range(0, \count($said) - 1);
            shuffle($order);
            $said = array_map(static fn (int $i): string => (string) $said[$i], $order);
            $line = self::reader()->read('concert Eb, '.implode(', ', $meant))->line->text();
            self::assertSame(
                $line,
                self::reader()->read('concert Eb, '.implode(', ', $said))->line->text(),
                implode(', ', $said),
            );
            if (!str_starts_with($said[0], 'arp')) {
                $asked += self::assertMeansOrAsks($line, 'concert Eb '.implode(' ', $said));
            }
        }
        self::assertLessThan(6, $asked, 'words that leave a choice are rare');
    }

    /**
     * Without commas "octave lower octave" is an octave in the lower place, or an octave lower: then it is asked, and
     * what is meant is among what is offered.
     *
     * @return int 1 where it is asked
     */
    private static function assertMeansOrAsks(string $meant, string $said): int
    {
        try {
            self::assertSame($meant, self::reader()->read($said)->line->text(), $said);
        } catch (StudyLineError $error) {
            self::assertStringContainsString('"'.$meant.'"', $error->getMessage(), $said);

            return 1;
        }

        return 0;
    }

    /** Commas, semicolons and the order of clauses make no difference where every clause is known. */
    public function testSeparatorsAndOrderMakeNoDifference(): void
    {
        mt_srand(7);
        $clauses = [
            '2 octaves', 'thirds', 'eighths', 'slurred', 'then arpeggio', 'quarter = 80', 'from low', 'up and down',
            'keys by fourths', '3/4',
        ];
        for ($try = 0; $try < 200; ++$try) {
            shuffle($clauses);
            $some = \array_slice($clauses, 0, mt_rand(1, 6));
            $line = self::reader()->read('concert Bb major, '.implode(', ', $some))->line->text();
            foreach (['; ', ' ', ', please ', ' and '] as $between) {
                self::assertSame(
                    $line,
                    self::reader()->read(implode($between, ['concert Bb major', ...$some]))->line->text(),
                    implode($between, $some),
                );
            }
            shuffle($some);
            self::assertSame(
                $line,
                self::reader()->read(implode(' ', $some).' concert B flat major scale')->line->text(),
            );
        }
    }

    /** Work is bounded: the longest lines of words that begin many clauses end in an answer, with few steps. */
    public function testTheWorstLinesAreAnsweredOrRefused(): void
    {
        foreach ([
            'a ', 'cell 1 2 3 ', 'keys C G D ', 'for the saxes ', 'from C4 to ', '1 2 3 5 ', 'up and ',
        ] as $words) {
            try {
                self::reader()->read('please '.str_repeat($words, intdiv(1150, \strlen($words))));
                self::fail($words);
            } catch (StudyLineError $error) {
                self::assertNotSame('', $error->getMessage());
            }
        }
    }
}
