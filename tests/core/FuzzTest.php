<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Packet\KeyWalk;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Layout\BarItem;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * Lines that nobody would type, out of the whole grammar with its clauses in any order, the heaviest cells among them,
 * on every instrument in every set-up: each is played whole or refused with a sentence whose example works, and its
 * printed text means the same study. Work is bounded before it is done, so thousands of them are tried in the memory of
 * one.
 */
final class FuzzTest extends TestCase
{
    private const LINES = 1100;
    /** Lines that once took seconds, or broke what they touched. */
    private const WORST = [
        'own G# chromatic by the key, full range, octave lower, chromatic segments, long tonics, drill after note 6',
        'concert C major, 2 octaves, tetra, triplets, leave out',
        'own C major, cell 1..22 (1..22 22..1) x4 by half steps, 4 octaves, 48 times',
        'own C chromatic, 4 octaves, cell (1..15 15..1) x3 / (1..15 15..1) x3, by half steps',
        'own C major, 24 notes, cell (1 2 3 4 5 6 7 8 9 10 11 12) x16 approach, then arpeggio, until it comes out',
        'own Bb triad pair C, 3 octaves, cell (1 3 5 approach enclosure) x16, leave out',
        'own B triad pair Dbdim',
        'own F# dominant seventh arpeggio, cell _9 10 on 3, fold after 2',
        'own Fb minor triad pair E#m, from F#5 to Gb3',
        'own F formula 1 3, fold after 2',
        'own C# phrygian, keys by modes',
        'own G# major, keys with minors',
        'concert F triad pair Gb, keys F#m Bb Cm',
        'own C major, cell r*5 1 r*5, triplets, from middle',
        'own C major, build-up from C4, 4 octaves, 48 times',
        'own D major, turn round, cell 1..22 22..1',
        'own C major, 3 octaves, building up',
    ];

    private Randomizer $dice;

    public function testEveryLineIsPlayedWholeOrRefusedWithSomethingThatWorks(): void
    {
        $this->dice = new Randomizer(new Mt19937(20261126));
        set_error_handler(static fn (int $level, string $message): never => throw new \ErrorException($message));
        $before = memory_get_usage();
        $played = 0;
        $refused = 0;
        try {
            foreach ($this->lines() as $line) {
                $instrument = $this->instrument();
                $settings = new PlayerSettings($this->pick(Stage::cases()));
                try {
                    $played += $this->played($line, $instrument, $settings);
                } catch (Mistake $error) {
                    ++$refused;
                    if ($error instanceof StudyError) {
                        $this->exampleWorks($line, $error, $instrument, $settings);
                    }
                } catch (\Throwable $error) {
                    self::fail(\sprintf(
                        '%s for %s %s at %s: %s in %s:%d',
                        $line,
                        $instrument->id,
                        implode(',', $instrument->setup),
                        $settings->stage->value,
                        $error->getMessage(),
                        basename($error->getFile()),
                        $error->getLine(),
                    ));
                }
            }
        } finally {
            restore_error_handler();
        }
        self::assertGreaterThan(self::LINES / 3, $played);
        self::assertGreaterThan(self::LINES / 8, $refused);
        self::assertLessThan(64 * 1024 * 1024, memory_get_usage() - $before);
    }

    private function played(string $line, Instrument $instrument, PlayerSettings $settings): int
    {
        $parsed = Support::parts()->parser->parse($line);
        $steps = (new KeyOrder(Support::scales()))->steps($parsed);
        $lines = (new KeyWalk(Support::parts(), $instrument, $settings))->lines([
            $steps[0],
            ...\array_slice($steps, 1, 1),
        ]);
        $first = null;
        foreach ($lines as $one) {
            $part = Support::parts()->build($one, $instrument, $settings);
            $first ??= $part;
            $this->isWhole($part);
        }
        // The printed text is read again and means the same study.
        $again = (new KeyOrder(Support::scales()))->steps(Support::parts()->parser->parse($parsed->text()))[0]->line;
        self::assertSame(
            self::meaning($first),
            self::meaning(Support::parts()->build($again, $instrument, $settings)),
            $line,
        );

        return \count($lines);
    }

    private function isWhole(Part $part): void
    {
        $study = $part->study;
        self::assertLessThanOrEqual(2000, \count($study->notes));
        self::assertCount(\count($study->notes), $part->plan->notes);
        $full = $part->instrument->range['full'];
        foreach ($study->notes as $note) {
            if (
                !$full->holds($note->pitch(), $note->pitch())
                || $note->sounding->midi() !== $note->pitch()->midi() - $part->instrument->transposition->halfSteps()
                || $note->length < 1
            ) {
                self::fail($part->line().': '.$note->pitch()->text());
            }
        }
        self::assertTrue(
            !$study->isBeyondLimit || [] !== $study->warnings,
            $part->line().' leaves the stage without a word',
        );
        foreach ($study->isUntimed() ? [] : BarLayout::bars($study) as $bar) {
            $sum = array_sum(array_map(static fn (BarItem $item): int => $item->length, $bar->items));
            self::assertSame(
                0 === $bar->number
                    ? $study->recipe->timing->pickUp
                    : $study->bars->time($bar->items[0]->onset)->barTicks(),
                $sum,
                $part->line(),
            );
        }
        MusicXmlWriter::write($part);
        MidiWriter::write($part);
    }

    private function exampleWorks(
        string $line,
        StudyError $error,
        Instrument $instrument,
        PlayerSettings $settings,
    ): void {
        self::assertSame(
            1,
            preg_match('/for example "([^"]+)"\.$/', $error->getMessage(), $found),
            $error->getMessage(),
        );
        try {
            Support::parts()->study(Support::parts()->parser->parse($found[1] ?? ''), $instrument, $settings);
        } catch (Mistake $again) {
            self::fail(\sprintf(
                '%s for %s: %s But: %s',
                $line,
                $instrument->id,
                $error->getMessage(),
                $again->getMessage(),
            ));
        }
    }

    /** @return list<string> */
    private static function meaning(Part $part): array
    {
        return array_map(
            static fn (StudyNote $note, int $i): string => implode(
                ' ',
                [
                    $note->pitch()->text(), $note->sounding->text(), $note->onset, $note->length,
                    $part->attack($i)->value, $note->tone->degree,
                ],
            ),
            $part->study->notes,
            array_keys($part->study->notes),
        );
    }

    /** @return iterable<string> */
    private function lines(): iterable
    {
        yield from self::WORST;
        $patterns = array_values(array_filter(
            Support::parts()->patterns->names(),
            static fn (string $name): bool => !Support::parts()->patterns->pattern($name)->isLipSlurs(),
        ));
        for ($i = 0; $i < self::LINES; ++$i) {
            $clauses = array_filter([
                $this->some(
                    45,
                    [
                        '5 notes', 'five notes', '2 octaves', '3 octaves', '4 octaves', 'to the 9th', 'full range',
                        '24 notes', '1 octave',
                    ],
                ),
                $this->some(
                    25,
                    [
                        'from low', 'from middle', 'low octave', 'high octave', 'octave higher', 'an octave lower',
                        'from '.$this->pitch(), 'from '.$this->pitch().' to '.$this->pitch(),
                    ],
                ),
                $this->some(30, ['up', 'down', 'UP and DOWN', 'descending', 'down and up']),
                $this->some(
                    60,
                    [$this->pick($patterns), $this->pick($patterns), $this->cell(), 'build up from '.$this->pitch()],
                ),
                $this->some(20, ['then arpeggio', 'then the arpeggio', 'then arpeggio restated']),
                $this->some(20, ['long last', 'long last note', 'enclosed tonic']),
                $this->some(
                    65,
                    [
                        'untimed', 'wholes', 'half notes', 'quarters', 'eighth notes', 'triplets', 'sixteenths',
                        'long ends', 'long-ends in eighths', 'long tonics', 'one long in the bar', 'long on 2',
                        'long on 4',
                    ],
                ),
                $this->some(12, ['2 times', '48 times', 'until it comes out']),
                $this->some(
                    40,
                    [
                        'slurred', 'slur all', 'slur 2 tongue 2', 'tongue one slur three', 'tongue up slur down',
                        'tongue roots', 'tongue cells', 'legato',
                    ],
                ),
                $this->some(
                    35,
                    [
                        'whole octaves', 'folded', 'fold after 2', 'fold after 6', 'same root and drop',
                        'drop above '.$this->pitch(), 'turn round', 'leave it out',
                    ],
                ),
                $this->some(
                    15,
                    [
                        'keys by fourths', 'keys chromatic up', 'keys chromatic down', 'keys by modes',
                        'keys by degrees', 'keys C F#m Bb', 'keys with minors',
                    ],
                ),
                $this->some(8, ['drill after note '.$this->dice->getInt(1, 9)]),
                $this->some(40, ['4/4', '3/4', '2/4', '6/8']),
                $this->some(12, ['pick-up 1 beat', 'pick-up 3 eighths']),
                $this->some(25, ['quarter = 60', '144', 'half = 80', 'quarter = 12', 'tempo 100', 'goal 160']),
            ], static fn (string $clause): bool => '' !== $clause);
            yield implode(', ', [$this->key(), ...$this->dice->shuffleArray($clauses)]);
        }
    }

    private function key(): string
    {
        $materials = [
            ...Support::scales()->names(),
            $this->pick(['', 'minor ', 'augmented ', 'diminished ']).'triad pair '.$this
                ->note().$this
                ->pick(['', 'm', 'dim', 'aug']),
            'formula 1 '.$this->pick(['3', 'b3 4 b5', '2 b3 #4', '5']),
        ];

        return $this->pick(['concert', 'own', 'written']).' '.$this->note().' '.$this->pick($materials);
    }

    private function cell(): string
    {
        $side = function (): string {
            $items = [];
            for ($i = $this->dice->getInt(1, 6); $i > 0; --$i) {
                $items[] = match ($this->dice->getInt(0, 13)) {
                    0 => $this->dice->getInt(1, 7).',', 1 => $this->dice
                        ->getInt(0, 7)."'", 2 => $this
                        ->pick(['_', '^']).$this->dice
                        ->getInt(1, 12), 3 => $this
                        ->pick(['<', '>']).$this->dice
                        ->getInt(1, 8), 4 => $this->dice
                        ->getInt(1, 8).'..'.$this->dice
                        ->getInt(1, 15),
                    5 => 'r'.$this->pick(['', '*5']), 6 => $this->dice
                        ->getInt(1, 8).'*'.$this->dice
                        ->getInt(2, 9), 7 => $this
                        ->pick(['approach', 'approach2', 'enclosure']), 8 => '('.$this->dice
                        ->getInt(1, 8).' 3..9) x'.$this->dice
                        ->getInt(2, 16), 9 => $this
                        ->pick(['b', '#']).$this->dice
                        ->getInt(1, 9),
                    default => (string) $this->dice->getInt(1, 10),
                };
            }

            return implode(' ', $items);
        };

        return 'cell '.$side().$this->pick(['', ' / '.$side(), ' | '.$side()]).$this->pick([
            '', '', ' by thirds', ' by half steps', ' round the fifths', ' on 1 4 5', ' on 3', ' up only',
            ' alternating', ' building up', ' stays', ' ends 8..2 7, 1',
        ]);
    }

    private function note(): string
    {
        return $this->pick(['C', 'D', 'E', 'F', 'G', 'A', 'B']).$this->pick(['', 'b', '#']);
    }

    private function pitch(): string
    {
        return $this->note().$this->dice->getInt(1, 7);
    }

    private function instrument(): Instrument
    {
        $id = $this->pick(Support::instruments()->ids());
        $setups = array_keys(Support::instruments()->setups($id));

        return Support::instruments()->instrument(
            $id,
            [] === $setups || 0 !== $this->dice->getInt(0, 2) ? [] : [$this->pick($setups)],
        );
    }

    /** @param list<string> $clauses */
    private function some(int $percent, array $clauses): string
    {
        return $this->dice->getInt(1, 100) <= $percent ? $this->pick($clauses) : '';
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $list
     *
     * @return T
     */
    private function pick(array $list): mixed
    {
        return $list[$this->dice->getInt(0, \count($list) - 1)];
    }
}
