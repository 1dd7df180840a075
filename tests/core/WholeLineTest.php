<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Letter;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;

/**
 * Random lines out of the whole grammar, and what must be true of every one of them: laws, not examples.
 */
final class WholeLineTest extends TestCase
{
    private const LINES = 2500;

    /** @var list<Part> */
    private static array $parts = [];
    /** @var array<string, string> sentences of the lines that were refused */
    private static array $refused = [];

    public static function setUpBeforeClass(): void
    {
        $dice = new Randomizer(new Mt19937(20261123));
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        $some = static fn (
            int $percent,
            string $clause,
        ): string => $dice->getInt(1, 100) <= $percent ? ', '.$clause : '';
        $setups = array_values(Support::setups());
        $materials = [
            ...Support::scales()->names(), 'triad pair B', 'minor triad pair F#', 'formula 1 b3 #4 5 b7',
            'formula 1 2 3 5',
        ];
        $patterns = [
            ...Support::parts()->patterns->names(), 'cell 1 2 3 5', 'cell 1 r 3*2 5 / 5 3*2 1',
            'cell <1 1 approach / 1 enclosure', 'cell (1 3) x2 | 8 7 up only ends 8..2 7, 1',
            'cell 1 ^1 _1 by half steps', 'cell b3 1 #4 by thirds', 'cell 1 2 building up',
        ];
        for ($i = 0; $i < self::LINES; ++$i) {
            [$id, $setup] = $pick($setups);
            $line = $pick(['concert', 'own']).' '.$pick([
                'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'C#', 'Cb',
            ]).' '.$pick($materials)
                .$some(40, $pick(['5 notes', '2 octaves', 'to the ninth', 'full range', '3 notes']))
                .$some(15, $pick(['from low', 'from middle', 'from C5', 'from G3 to G4']))
                .$some(30, $pick(['up', 'down', 'up and down', 'down and up']))
                .$some(55, $pick($patterns))
                .$some(20, $pick(['then arpeggio', 'then arpeggio restated']))
                .$some(20, $pick(['long last', 'enclosed tonic']))
                .$some(
                    70,
                    $pick([
                        'untimed', 'whole notes', 'half notes', 'quarters', 'eighths', 'triplets', 'sixteenths',
                        'long ends', 'long ends in eighths', 'long tonics', 'one long in the bar', 'long on 2',
                    ]),
                )
                .$some(12, $pick(['2 times', 'until it comes out']))
                .$some(
                    50,
                    $pick([
                        'slurred', 'slur 2 tongue 2', 'tongue 1 slur 3', 'tongue up slur down', 'tongue roots',
                        'tongue cells', 'legato',
                    ]),
                )
                .$some(
                    35,
                    $pick([
                        'whole octaves', 'fold', 'fold after 3', 'same root and drop', 'drop above C6', 'turn round',
                        'leave out',
                    ]),
                )
                .$some(8, 'drill after note 2')
                .$some(40, $pick(['4/4', '3/4', '2/4', '6/8']))
                .$some(12, $pick(['pick-up 1 beat', 'pick-up 3 eighths']))
                .$some(25, $pick(['quarter = 60', '144', 'half = 80']));
            try {
                self::$parts[] = Support::built(
                    $line,
                    Support::instruments()->instrument($id, $setup),
                    $pick(Stage::cases()),
                    reminders: $pick(Reminders::cases()),
                );
            } catch (StudyError|StudyLineError $error) {
                self::$refused[$line] = $error->getMessage();
            }
        }
    }

    public static function tearDownAfterClass(): void
    {
        self::$parts = self::$refused = [];
    }

    public function testMostLinesArePlayedAndTheOthersGetASentence(): void
    {
        self::assertGreaterThan(self::LINES / 2, \count(self::$parts));
        foreach (self::$refused as $line => $sentence) {
            self::assertMatchesRegularExpression('/xpected|did you mean|Leave one/', $sentence, $line);
            self::assertStringEndsWith('.', $sentence);
        }
    }

    public function testThePrintedLineIsTheSameStudy(): void
    {
        foreach (self::$parts as $part) {
            self::assertSame($part->line(), Support::parts()->parser->parse($part->line())->text());
        }
    }

    public function testNotesLieInTheRangeAndSoundWhereTheyAreTransposedTo(): void
    {
        foreach (self::$parts as $part) {
            $full = $part->instrument->range[Stage::Full->value];
            $up = $part->instrument->transposition->halfSteps();
            foreach ($part->study->notes as $note) {
                if (
                    !$full->holds($note->pitch(), $note->pitch())
                    || $note->pitch()->midi() - $note->sounding->midi() !== $up
                    || abs($note->pitch()->alter) > 2
                ) {
                    self::fail($part->line().' for '.$part->instrument->id.': '.$note
                        ->pitch()
                        ->text().' sounds '.$note->sounding
                        ->text());
                }
            }
        }
        self::assertNotSame([], self::$parts);
    }

    public function testEveryBarAddsUpAndEveryBeamAndTripletIsClosed(): void
    {
        foreach (self::$parts as $part) {
            $study = $part->study;
            if ($study->isUntimed()) {
                continue;
            }
            $seen = [];
            foreach (BarLayout::bars($study) as $bar) {
                $expected = 0 === $bar->number
                    ? $study->recipe->timing->pickUp
                    : $study->bars->time($bar->items[0]->onset)->barTicks();
                $open = [];
                $triplet = 0;
                $sum = 0;
                foreach ($bar->items as $item) {
                    $sum += $item->length;
                    if (null !== $item->tupletEdge) {
                        $triplet += 'start' === $item->tupletEdge->value ? 1 : -1;
                    }
                    foreach ($item->beams as $level => $beam) {
                        $was = $open[$level] ?? false;
                        $open[$level] = match ($beam) {
                            'begin' => $was ? self::fail($part->line().': a beam begins twice') : true,
                            'continue' => $was ?: self::fail($part->line().': a beam goes on that never began'),
                            'end' => $was ? false : self::fail($part->line().': a beam ends that never began'),
                            default => $was,
                        };
                    }
                    if (!$item->isRest() && !$item->tiedFrom) {
                        $seen[] = $item->note;
                        self::assertSame($bar->number, $study->notes[$item->note]->bar, $part->line());
                    }
                }
                self::assertSame(
                    [$expected, 0, []],
                    [$sum, $triplet, array_filter($open)],
                    $part->line().', bar '.$bar->number,
                );
            }
            self::assertSame(array_keys($study->notes), $seen, 'every note stands on the page once');
        }
    }

    public function testSlursAreClosedAndAgreeWithTheTongue(): void
    {
        foreach (self::$parts as $part) {
            $inside = false;
            $isSlide = 'slide' === $part->instrument->mechanism()->kind()->value;
            foreach ($part->study->notes as $i => $note) {
                $good = match ($note->slur) {
                    Slur::Start => !$inside && Attack::None !== $part->attack($i),
                    Slur::Continue, Slur::Stop => $inside
                        && (Attack::None === $part->attack($i) || ($isSlide && Attack::Soft === $part->attack($i))),
                    Slur::Outside => !$inside && Attack::None !== $part->attack($i),
                };
                if (!$good || ($note->breathAfter && \in_array($note->slur, [Slur::Start, Slur::Continue], true))) {
                    self::fail($part->line().': note '.$i.' is '.$note->slur->name.' and '.$part->attack($i)->name);
                }
                $inside = Slur::Start === $note->slur || ($inside && Slur::Stop !== $note->slur);
            }
            self::assertFalse($inside, $part->line());
        }
    }

    /**
     * A player who reads signature and accidentals, each for its bar and its line or space, plays the notes that are
     * meant.
     */
    public function testWhatStandsOnThePageIsReadAsItIsMeant(): void
    {
        foreach (self::$parts as $k => $part) {
            if (0 !== $k % 3) {
                continue;
            }
            $xml = simplexml_load_string(MusicXmlWriter::write($part));
            self::assertNotFalse($xml);
            $signature = KeySignature::of((int) ($xml->xpath('//key/fifths')[0] ?? 0));
            $read = [];
            foreach ($xml->xpath('//measure') ?: [] as $measure) {
                $inForce = [];
                foreach ($measure->note as $note) {
                    if (!isset($note->pitch)) {
                        continue;
                    }
                    $letter = Letter::parse((string) $note->pitch->step);
                    $place = $note->pitch->step.$note->pitch->octave;
                    if (isset($note->accidental)) {
                        $inForce[$place] = array_search(
                            (string) $note->accidental,
                            array_map(
                                static fn (int $alter): string => Accidental::of($alter)->musicXml(),
                                [-2 => -2, -1 => -1, 0 => 0, 1 => 1, 2 => 2],
                            ),
                            true,
                        );
                    }
                    $isTied = [] !== array_filter(
                        iterator_to_array($note->tie, false),
                        static fn (\SimpleXMLElement $tie): bool => 'stop' === (string) $tie['type'],
                    );
                    if (!$isTied) {
                        $read[] = 12 * ((int) $note->pitch->octave + 1) + $letter->halfSteps()
                            + ($inForce[$place] ?? $signature->alterOf($letter));
                    }
                }
            }
            self::assertSame(
                array_map(static fn ($note): int => $note->pitch()->midi(), $part->study->notes),
                $read,
                $part->line().' for '.$part->instrument->id,
            );
        }
    }

    public function testJsonKeepsItsContract(): void
    {
        foreach (self::$parts as $k => $part) {
            if (0 !== $k % 5) {
                continue;
            }
            $data = json_decode(JsonWriter::write($part), true, 64, \JSON_THROW_ON_ERROR);
            self::assertSame(1, $data['version']);
            $end = 0.0;
            $octaves = array_column($data['range']['moves'], 'octaves', 'at');
            $here = 0;
            foreach ($data['notes'] as $i => $note) {
                $here = $octaves[$i] ?? $here;
                self::assertSame($i, $note['i']);
                self::assertMatchesRegularExpression('/^[A-G](##?|bb?)?\d$/', $note['written']);
                self::assertMatchesRegularExpression('/^(#{1,3}|b{1,3})?\d{1,2},*$/', $note['degree'], $part->line());
                self::assertContains($note['attack'], ['tongue', 'soft', 'none']);
                self::assertSame('none' !== $note['attack'], $note['tongued']);
                self::assertGreaterThanOrEqual($end - 1e-9, self::number($note['onset']), $part->line());
                self::assertSame($part->study->notes[$i]->tone->octaves, $here, 'the moves tell where each note lies');
                $end = self::number($note['onset']) + self::number($note['duration']);
            }
            self::assertGreaterThanOrEqual(
                \count($data['notes']),
                substr_count(TextWriter::write($part), "\u{266D}") + substr_count(TextWriter::write($part), ' ') + 1,
            );
        }
    }

    public function testCountsAreWordsForEveryPlaceOfTheBar(): void
    {
        foreach (self::$parts as $part) {
            foreach (Counts::of($part->study) as $i => $count) {
                if ($part->study->isUntimed()) {
                    self::assertSame('', $count);
                } elseif (1 !== preg_match('/^([1-6]|e|&|a|trip|let)( [1-6])*$/', $count)) {
                    self::fail($part->line().': note '.$i.' is counted "'.$count.'"');
                }
            }
        }
    }

    public function testTheSameLineIsTheSamePartAgain(): void
    {
        foreach (\array_slice(self::$parts, 0, 150) as $part) {
            try {
                $again = Support::built($part->line(), $part->instrument, Stage::Full);
            } catch (StudyError) {
                continue; // the line fits the range of its own stage only
            }
            self::assertSame(
                JsonWriter::write($again),
                JsonWriter::write(Support::built($part->line(), $part->instrument, Stage::Full)),
            );
        }
        self::assertNotSame([], self::$parts);
    }

    private static function number(string $fraction): float
    {
        [$over, $under] = [...explode('/', $fraction), '1'];

        return (int) $over / (int) $under;
    }
}
