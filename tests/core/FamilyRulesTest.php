<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\StandardReading;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;

/**
 * The rules of each family as laws over all keys, at whole notes at 60 and at sixteenths at 100, not as listed lines.
 *
 * Source: the handbook, chapter 4, "Rules that must come out"; common practice, no published source.
 */
final class FamilyRulesTest extends TestCase
{
    private const SLOW = 'whole notes, quarter = 60';
    private const FAST = 'sixteenths, quarter = 100';
    private const MATERIALS = [
        'major', 'harmonic minor', 'melodic minor', 'chromatic', 'arpeggio', 'major, thirds',
        'diminished seventh arpeggio', 'major, five-and-back',
    ];

    /**
     * @param list<string> $rhythms
     * @param list<Stage>  $stages
     *
     * @return iterable<array{Part, bool, Stage}> part, whether it is fast, stage
     */
    private static function lines(
        string $id,
        string $setup = '',
        array $rhythms = [self::SLOW, self::FAST],
        array $stages = [Stage::Full, Stage::First],
        array $materials = self::MATERIALS,
    ): iterable {
        $instrument = Support::instruments()->instrument($id, '' === $setup ? [] : explode(',', $setup));
        foreach (PacketTable::lines() as $tonic) {
            foreach ($materials as $material) {
                foreach ($rhythms as $rhythm) {
                    foreach ($stages as $stage) {
                        try {
                            yield [
                                Support::built('own '.$tonic->text().' '.$material.', '.$rhythm, $instrument, $stage),
                                self::FAST === $rhythm,
                                $stage,
                            ];
                        } catch (StudyError) {
                            continue;
                        }
                    }
                }
            }
        }
    }

    private static function touches(Part $part, int $i): string
    {
        return ($part->plan->notes[$i] ?? null)?->fingering->text ?? '';
    }

    private static function midi(Part $part, int $i): int
    {
        return ($part->study->notes[$i] ?? null)?->pitch()->midi() ?? -1;
    }

    /** @return iterable<string, array{string, string}> */
    public static function valved(): iterable
    {
        foreach (['trumpet-bb', 'tenor-horn-eb', 'euphonium-bc', 'tuba-bbb'] as $id) {
            yield $id => [$id, ''];
        }
        foreach (['4-valves', 'compensating'] as $setup) {
            yield "euphonium $setup" => ['euphonium-tc', $setup];
        }
        yield 'five valves' => ['tuba-cc', '5-valves'];
        foreach (['', 'single-bb', 'double', 'd5-open'] as $setup) {
            yield "horn $setup" => ['horn-f', $setup];
        }
    }

    #[DataProvider('valved')]
    public function testValvesKeepTheMethodBooksChartButForThreeInFastFigures(string $id, string $setup): void
    {
        $read = 0;
        foreach (self::lines($id, $setup) as [$part, $isFast, $stage]) {
            foreach ($part->plan->notes as $i => $note) {
                ++$read;
                if (FingeringUse::Default === $note->fingering->use) {
                    continue;
                }
                self::assertTrue(
                    $isFast && Stage::First !== $stage && '3' === $note->fingering->valves,
                    $part->line().' '.$note->fingering->text,
                );
                self::assertSame('1-2', $part->instrument->fingerings($part->study->notes[$i]->pitch())[0]->valves);
                $valves = static fn (int $k, string $other): int => isset($part->plan->notes[$k]) ? \count(array_diff(
                    [...$part->plan->notes[$k]->fingering->touches],
                    explode(' ', $other),
                )) + \count(array_diff(explode(' ', $other), $part->plan->notes[$k]->fingering->touches)) : 0;
                self::assertLessThanOrEqual(
                    $valves($i - 1, 'v1 v2') + $valves($i + 1, 'v1 v2'),
                    $valves($i - 1, 'v3') + $valves($i + 1, 'v3'),
                    'no more valves move',
                );
            }
        }
        self::assertGreaterThan(1000, $read);
    }

    public function testDoubleHornsTakeTheThumbFromGSharpUpAndNowhereElse(): void
    {
        foreach (self::lines('horn-f', 'double', stages: [Stage::Full]) as [$part]) {
            foreach ($part->study->notes as $i => $note) {
                self::assertSame(
                    $note->pitch()->midi() >= 68,
                    str_starts_with(self::touches($part, $i), 'T'),
                    $part->line(),
                );
            }
        }
        foreach (self::lines('horn-f', 'single-bb', stages: [Stage::Full]) as [$part]) {
            self::assertStringNotContainsString(
                'T',
                implode('', array_map(static fn ($note): string => $note->fingering->text, $part->plan->notes)),
            );
        }
        $horn = static fn (
            string $note,
            string ...$setup,
        ): string => Support::instruments()->instrument(
            'horn-f',
            array_values($setup),
        )->fingerings(\SwiftReed\Pitch\Pitch::parse(
            $note,
        ))[0]->text;
        self::assertSame(
            ['2-3', '1-2', '1-2', '1'],
            [$horn('G#4', 'single-bb'), $horn('A4', 'single-bb'), $horn('F#4', 'single-bb'), $horn('G4', 'single-bb')],
        );
        self::assertSame(['1', '0', '1-2', '2'], [$horn('D5'), $horn('D5', 'd5-open'), $horn('C#5'), $horn('B4')]);
    }

    public function testFiveValvedTubasTakeTwoThreeBeforeOneFive(): void
    {
        foreach (['tuba-bbb', 'tuba-cc', 'tuba-eb', 'tuba-f'] as $id) {
            $tuba = Support::instruments()->instrument($id, ['5-valves']);
            foreach (Support::range($tuba) as $pitch) {
                $texts = array_map(static fn ($one): string => $one->text, $tuba->fingerings($pitch));
                if (\in_array('2-3', $texts, true) && \in_array('1-5', $texts, true)) {
                    self::assertLessThan(
                        array_search('1-5', $texts, true),
                        array_search('2-3', $texts, true),
                        $id.' '.$pitch->text(),
                    );
                }
            }
        }
    }

    public function testTheSlideLeavesItsUsualPositionsOnlyWhereTheRuleNamesIt(): void
    {
        foreach (['', 'f-attachment'] as $setup) {
            foreach (self::lines(
                'trombone',
                $setup,
                [self::SLOW, self::FAST, 'eighths, quarter = 60'],
            ) as [$part, $isFast, $stage]) {
                foreach ($part->plan->notes as $i => $note) {
                    if (FingeringUse::Default === $note->fingering->use) {
                        continue;
                    }
                    $name = $part->study->notes[$i]->pitch()->text();
                    $neighbours = [self::midi($part, $i - 1), self::midi($part, $i + 1)];
                    self::assertNotSame(Stage::First, $stage, $part->line());
                    $isTrigger = null !== $note->fingering->side;
                    $isD = 'D4' === $name
                        && 4 === $note->fingering->slide?->position
                        && [] !== array_intersect([55, 59], $neighbours);
                    self::assertTrue(
                        $isTrigger
                            || $isD
                            || (
                                $isFast
                                    && \in_array(
                                        [$part->study->notes[$i]->pitch()->midi(), $note->fingering->slide?->position],
                                        [[53, 6], [52, 7], [57, 6], [58, 5], [60, 6], [61, 5], [65, 4]],
                                        true,
                                    )
                            ),
                        $part->line().': '.$name.' '.$note->fingering->text,
                    );
                }
            }
        }
        $texts = static fn (string $line): array => array_map(
            static fn ($note): string => $note->fingering->text,
            Support::part($line, 'trombone')->plan->notes,
        );
        self::assertContains(
            '7',
            $texts('own C arpeggio, from C3, sixteenths, quarter = 60'),
            'E3 in 7 saves a throw of four',
        );
        self::assertNotContains('7', $texts('own C arpeggio, from C3, sixteenths, quarter = 59'));
    }

    public function testClarinetsCrossTheBreakWithALittleFingerAndNameEveryOtherChoice(): void
    {
        foreach (self::lines('clarinet-bb') as [$part, $isFast, $stage]) {
            foreach ($part->plan->notes as $i => $note) {
                $name = $part->study->notes[$i]->pitch();
                $text = self::touches($part, $i);
                $here = $part->line().', note '.($i + 1).': '.$text;
                if (71 === $name->midi()) {
                    self::assertMatchesRegularExpression('/reg LT .*\b[lr]E\b/', $text, $here);
                    self::assertTrue(
                        Stage::First !== $stage
                            || 'lE' !== substr($text, -2)
                            || [] !== array_intersect(['rF', 'rFs'], $note->held),
                        $here.' with both little fingers',
                    );
                }
                if (66 === $name->midi() && str_contains($text, 'side-fs')) {
                    self::assertTrue(
                        $isFast
                            && Stage::First !== $stage
                            && \in_array(65, [self::midi($part, $i - 1), self::midi($part, $i + 1)], true),
                        $here,
                    );
                }
                if (63 === $name->midi() && str_contains($text, 'sliver-l')) {
                    self::assertNotSame(Stage::First, $stage, $here);
                }
                if (
                    63 === $name->midi()
                    && Stage::First !== $stage
                    && $isFast
                    && 58 === self::midi($part, $i - 1)
                    && isset($part->plan->notes[$i + 1])
                ) {
                    self::assertStringContainsString('sliver-l', $text, $here);
                }
                foreach ([...$note->held, ...$note->resting] as $touch) {
                    self::assertNotContains($touch, $note->fingering->touches, $here);
                }
            }
        }
    }

    public function testSaxophonesKeepTheMiddleFingerCTheRTwoFSharpAndOneBFlatForALine(): void
    {
        foreach (self::lines('alto-sax') as [$part, $isFast, $stage]) {
            $has = array_map(static fn ($note): int => $note->pitch()->midi() % 12, $part->study->notes);
            foreach ($part->plan->notes as $i => $note) {
                $class = self::midi($part, $i) % 12;
                $text = self::touches($part, $i);
                $here = $part->line().', note '.($i + 1).': '.$text;
                if (0 === $class && 60 !== self::midi($part, $i)) {
                    self::assertTrue(
                        !str_contains($text, 'side-c')
                            || (
                                $isFast
                                    && Stage::First !== $stage
                                    && \in_array(
                                        11,
                                        [self::midi($part, $i - 1) % 12, self::midi($part, $i + 1) % 12],
                                        true,
                                    )
                            ),
                        $here,
                    );
                }
                if (6 === $class && 90 !== self::midi($part, $i)) {
                    $around = [self::midi($part, $i - 1) % 12, self::midi($part, $i + 1) % 12];
                    self::assertTrue(
                        !str_contains($text, 'fs-trill')
                            || (
                                $isFast
                                    && Stage::First !== $stage
                                    && \in_array(5, $around, true)
                                    && ([5, 5] !== $around
                                        || [] !== ($part->plan->notes[$i]->occasion?->conditions ?? []))
                            ),
                        $here,
                    );
                }
                if (1 === $class && self::midi($part, $i) > 61) {
                    self::assertTrue(\in_array($text, ['open', 'oct'], true), $here);
                }
                if (10 === $class && 58 !== self::midi($part, $i)) {
                    $expected = Stage::First === $stage || \in_array(11, $has, true) ? 'side-bb' : 'bis';
                    $holds = static fn (int $k): bool => \in_array(
                        'R1',
                        ($part->plan->notes[$k] ?? null)->fingering->touches ?? [],
                        true,
                    );
                    self::assertTrue(
                        str_contains($text, $expected)
                            || (
                                $isFast
                                    && Stage::First !== $stage
                                    && str_contains($text, 'L1 R1')
                                    && $holds($i - 1)
                                    && $holds($i + 1)
                            ),
                        $here,
                    );
                }
                if (\in_array('gs', $note->held, true)) {
                    self::assertLessThan(8, $class, $here);
                }
            }
        }
        $resting = array_map(
            static fn ($note): array => $note->held,
            Support::part('own A major, from G#4, tetra, sixteenths, 100', 'alto-sax')->plan->notes,
        );
        self::assertNotSame([], $resting);
        $between = Support::part('own E major, cell 3 2 1 2 3 up only, 3 notes, from E4, sixteenths, 100', 'alto-sax');
        self::assertContains(
            'gs',
            $between->plan->notes[1]->held,
            'G sharp rests under F sharp between two G sharps',
        );
    }

    public function testFlutesNeverMixThumbAndOneAndOne(): void
    {
        foreach (self::lines('flute') as [$part]) {
            $sounds = array_map(static fn ($note): int => $note->pitch()->midi(), $part->study->notes);
            $hasB = [] !== array_filter($sounds, static fn (int $midi): bool => 11 === $midi % 12 || 90 === $midi);
            $flats = array_filter($sounds, static fn (int $midi): bool => \in_array($midi, [70, 82], true));
            foreach ($part->plan->notes as $i => $note) {
                $text = self::touches($part, $i);
                self::assertSame(
                    [] !== $flats && !$hasB,
                    str_contains($text, 'thumb-bb') || (!str_contains($text, 'LT') && [] !== $flats && !$hasB),
                    $part->line().', note '.($i + 1).': '.$text,
                );
                if ($hasB && \in_array($sounds[$i], [70, 82], true)) {
                    self::assertMatchesRegularExpression('/LT L1 (R1|lever-bb) eb/', $text);
                }
                if (str_contains($text, 'thumb-bb') && !\in_array($sounds[$i], [70, 82], true)) {
                    self::assertSame(FingeringUse::Default, $note->fingering->use);
                }
            }
        }
    }

    /** In place i or in one like it: the same note between the same two. */
    private static function isLeftLittleFingerTaken(Part $part, int $i): bool
    {
        $around = static function (int $k) use ($part): array {
            $two = [self::midi($part, $k - 1), self::midi($part, $k + 1)];
            sort($two);

            return [self::midi($part, $k), ...$two];
        };
        foreach (array_keys($part->plan->notes) as $k) {
            $beside = [
                ...($part->plan->notes[$k - 1] ?? null)->fingering->touches ?? [],
                ...($part->plan->notes[$k + 1] ?? null)->fingering->touches ?? [],
            ];
            $isTaken = [] !== array_intersect($beside, ['gs', 'l-eb', 'low-b', 'low-bb']);
            if ($isTaken && $around($k) === $around($i)) {
                return true;
            }
        }

        return false;
    }

    public function testOboesForkOrGoLeftExactlyBesideTheRightRingFinger(): void
    {
        $holders = [74, 62, 63, 75, 61, 73, 60, 59, 58];
        foreach (['', 'left-f', 'f-vent', 'no-left-eb'] as $setup) {
            foreach (self::lines('oboe', $setup) as [$part]) {
                foreach ($part->plan->notes as $i => $note) {
                    $midi = self::midi($part, $i);
                    $around = array_intersect(
                        [self::midi($part, $i - 1), self::midi($part, $i + 1)],
                        [...$holders, 85, 89],
                    );
                    $text = self::touches($part, $i);
                    $here = $part->line().' '.$setup.', note '.($i + 1).': '.$text;
                    if (\in_array($midi, [65, 77], true)) {
                        self::assertSame([] === $around, \in_array('f', explode(' ', $text), true), $here);
                        if ([] !== $around && 'left-f' === $setup && !str_contains($text, 'l-f')) {
                            self::assertTrue(
                                self::isLeftLittleFingerTaken($part, $i),
                                $here.': the left little finger was free, here and in the same surroundings',
                            );
                        }
                        self::assertSame(
                            'f-vent' === $setup && str_contains($text, 'R1 R3'),
                            'f-vent' === $setup && 1 === preg_match('/R1 R3$/', $text),
                            $here,
                        );
                    }
                    if (
                        \in_array($midi, [63, 75], true)
                        && [] !== array_intersect([self::midi($part, $i - 1), self::midi($part, $i + 1)], [60, 61, 73])
                    ) {
                        $taken = [] !== array_filter(
                            [$i - 1, $i + 1],
                            static fn (int $k): bool => [] !== array_intersect(
                                ($part->plan->notes[$k] ?? null)->fingering->touches ?? [],
                                ['gs', 'l-f', 'low-b', 'low-bb'],
                            ),
                        );
                        self::assertTrue('no-left-eb' === $setup || $taken || str_contains($text, 'l-eb'), $here);
                    }
                }
            }
        }
    }

    public function testBassoonsHoldTheWhisperKeyThroughGSharpAndFlickAsTheyBegin(): void
    {
        foreach (['tongued', 'slurred'] as $articulation) {
            foreach (self::lines(
                'bassoon',
                '',
                [self::SLOW.', '.$articulation, self::FAST.', '.$articulation],
            ) as [$part, , $stage]) {
                foreach ($part->plan->notes as $i => $note) {
                    $midi = self::midi($part, $i);
                    $text = self::touches($part, $i);
                    $here = $part->line().', note '.($i + 1).': '.$text;
                    if ($midi >= 40 && $midi <= 56) {
                        self::assertStringContainsString('whisper', $text, $here);
                    } elseif ($midi >= 57) {
                        self::assertStringNotContainsString('whisper', $text, $here);
                    }
                    if ($midi >= 57 && $midi <= 60) {
                        $before = self::midi($part, $i - 1);
                        $isHeld = Stage::First !== $stage
                            && 'none' === $part->study->notes[$i]->attack->value
                            && abs($midi - $before) <= 2
                            && $before >= 57
                            && $before <= 62;
                        self::assertSame(!$isHeld, [] !== $note->fingering->momentary, $here);
                    }
                    if (62 === $midi) {
                        self::assertSame([], $note->fingering->momentary, 'the flick on D is only pinned');
                    }
                }
            }
        }
    }

    /**
     * First-year players: the first-taught fingering throughout, but what nothing else can be played cleanly without.
     */
    public function testTheFirstYearKeepsTheFirstTaughtFingering(): void
    {
        foreach (Support::instruments()->ids() as $id) {
            $reading = StandardReading::of(Support::parts(), Support::instruments()->instrument($id), Stage::First);
            self::assertGreaterThan(500, $reading->notes, $id);
            foreach ($reading->choices as $choice) {
                self::assertMatchesRegularExpression(
                    '/needed|line has no/',
                    $choice['occasion'],
                    $id.': '.$choice['written'].' '.$choice['fingering'],
                );
                self::assertNotSame('', $choice['why']);
            }
            if (!\in_array(Support::instruments()->instrument($id)->mechanism()->kind()->value, ['keywork'], true)) {
                self::assertSame([], $reading->choices, $id);
            }
        }
    }
}
