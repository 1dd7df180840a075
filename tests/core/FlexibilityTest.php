<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Partials;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Score\Part;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tonguing\Slur;

/**
 * Flexibility of brass: partials of one length of tube, held against the harmonic series.
 */
final class FlexibilityTest extends TestCase
{
    private const BRASS = [
        'trumpet-bb', 'horn-f', 'horn-f double', 'mellophone', 'trombone', 'trombone f-attachment pedals',
        'bass-trombone two-valves pedals', 'baritone-tc', 'euphonium-bc', 'euphonium-bc compensating pedals',
        'tuba-bbb 4-valves', 'tuba-f 5-valves', 'tuba-eb-tc pedals',
    ];

    /** @return iterable<string, array{string, string}> */
    public static function lines(): iterable
    {
        foreach (self::BRASS as $who) {
            foreach (['', ' of 3', ' of 4', ' of 5'] as $of) {
                foreach (['', ', down the valves', ', down the positions'] as $down) {
                    foreach ([', quarters', ', triplets, 3/4', ', sixteenths', ''] as $rhythm) {
                        $line = 'own F major, lip slurs'.$of.$down.$rhythm;
                        yield $who.' '.$line => [$who, $line];
                    }
                }
            }
            foreach (['partials', 'partials, 2 octaves, eighths', 'lip slurs, 2 octaves, half notes'] as $pattern) {
                yield $who.' '.$pattern => [$who, 'own Bb major, '.$pattern];
            }
        }
    }

    #[DataProvider('lines')]
    public function testNotesOfOneLengthAreNeighboursOfTheHarmonicSeries(string $who, string $line): void
    {
        $part = self::part($who, $line);
        if (null === $part) {
            self::assertMatchesRegularExpression('/of [45]|2 octaves/', $line, $who);

            return;
        }
        $lengths = self::lengths($part);
        $last = null;
        foreach ($lengths as $k => $notes) {
            $fundamental = null;
            $partials = [];
            foreach ($notes as [$midi, $text, $partial]) {
                // The note lies where the series has it: 1200 log2(n) cents above one fundamental.
                $open = $midi - (int) round(12 * log($partial, 2));
                self::assertContains($fundamental ?? $open, [$open], $line);
                $fundamental = $open;
                $partials[$partial] = $partial;
            }
            self::assertCount(1, array_unique(array_column($notes, 1)), $line.': '.$notes[0][1]);
            sort($partials);
            self::assertNeighbours($partials, $line);
            self::assertSame($notes[0][0], end($notes)[0], 'there and back');
            self::assertSame(null === $last ? $fundamental : $last - 1, $fundamental, 'a half step lower: '.$k);
            $last = $fundamental;
        }
        self::assertSame(1, str_contains($line, 'down the') ? 1 : \count($lengths));
        self::assertSame([], $part->plan->hardSpots);
    }

    #[DataProvider('lines')]
    public function testEachTurnIsSlurredByItselfAndNobodyBreathesInIt(string $who, string $line): void
    {
        $part = self::part($who, $line);
        $seams = 0;
        foreach ($part->study->notes ?? [] as $i => $note) {
            $next = $part?->study->notes[$i + 1] ?? null;
            if (null === $next) {
                break;
            }
            $isNew = $note->tone->cell !== $next->tone->cell;
            $seams += (int) $isNew;
            $isEnd = $isNew || $note->tone->group !== $next->tone->group;
            $isJoined = \in_array($note->slur, [Slur::Start, Slur::Continue], true);
            self::assertSame(!$isEnd && !$note->breathAfter, $isJoined, $line.' '.$i);
            self::assertTrue($isEnd || !$note->breathAfter || self::isLongTurn($part->study, $i), $line.' '.$i);
        }
        self::assertSame(null === $part ? 0 : \count(self::lengths($part)) - 1, $seams);
    }

    public function testItGoesDownAllLengthsFromTheOpenTubeOrFromTheNoteThatIsNamed(): void
    {
        $lengths = static fn (string $who, string $line): array => array_map(
            static fn (array $notes): string => (string) preg_replace('/[▴▾]/u', '', $notes[0][1]),
            self::lengths(self::part($who, $line) ?? throw new \LogicException($line)),
        );
        $three = ['0', '2', '1', '1-2', '2-3', '1-3', '1-2-3'];
        self::assertSame($three, $lengths('trumpet-bb', 'own C major, lip slurs of 3, down the valves, from G4'));
        self::assertSame($three, $lengths('trumpet-bb', 'concert C major, lip slurs of 3, down the positions'));
        self::assertSame(
            ['0', '2', '1', '1-2', '2-3', '4', '2-4'],
            $lengths('tuba-bbb 4-valves', 'own Bb major, lip slurs, down the valves'),
        );
        self::assertSame(
            ['1', '2', '3', '4', '5', '6', '7'],
            $lengths('trombone', 'own F major, lip slurs, down the positions'),
        );
        self::assertSame(
            ['1', '1-2', '2-3', '1-3', '1-2-3'],
            $lengths('trumpet-bb', 'own F major, lip slurs of 3, down the valves, from F4'),
        );
    }

    public function testItIsSpelledByTheChordOfItsLength(): void
    {
        $names = static fn (string $line): array => array_values(array_unique(array_map(
            static fn ($note): string => $note->pitch()->text(),
            Support::part($line, 'trumpet-bb')->study->notes,
        )));
        self::assertSame(['G4', 'C5', 'E5'], $names('own C major, lip slurs of 3, from G4, quarters'));
        self::assertSame(['Gb4', 'Cb5', 'Eb5'], $names('own Gb major, lip slurs of 3, from Gb4, quarters'));
        self::assertSame(['E4', 'A4', 'C#5'], $names('own A major, lip slurs of 3, from E4, quarters'));
    }

    public function testWhatCannotBeIsRefusedByName(): void
    {
        foreach ([
            ['flute', 'own D major, lip slurs of 3', 'is for brass'],
            ['trumpet-bb', 'own D major, thirds, down the valves', 'lip slurs'],
            ['trumpet-bb', 'own C major, lip slurs of 5, from A5', 'so many partials'],
            ['trombone pedals', 'own Bb major, from Bb1', 'without B1 to E♭2'],
        ] as [$who, $line, $says]) {
            try {
                self::build($who, $line);
                self::fail($line);
            } catch (StudyError $error) {
                self::assertStringContainsString($says, $error->getMessage());
            }
        }
    }

    /** What is missing between the pedal notes and the range is what neither valves nor slide reach. */
    public function testPedalNotesAndTheGapAboveThem(): void
    {
        foreach ([
            'trombone pedals' => 'E1 to B♭4, without B1 to E♭2',
            'trombone f-attachment pedals' => 'E1 to B♭4, without B1 to B1',
            'bass-trombone two-valves pedals' => 'E1 to B♭4',
            'euphonium-bc pedals' => 'E1 to B♭4, without B1 to E♭2',
            'euphonium-bc compensating pedals' => 'E1 to B♭4',
        ] as $who => $range) {
            $instrument = self::instrument($who);
            self::assertSame($range, $instrument->range['full']->spoken(), $who);
            self::assertNotNull(self::part($who, 'own Bb major, lip slurs, from Bb1, quarters'), $who);
            foreach (Support::range($instrument) as $pitch) {
                self::assertNotSame([], $instrument->fingerings($pitch), $who.' '.$pitch->text());
            }
        }
    }

    public function testAPlayersOwnLimitsMayExtendTheRangeToWhatTheTubeHas(): void
    {
        $line = Support::parts()->parser->parse('own C arpeggio, from C5, 2 octaves');
        $own = new PlayerSettings(limits: Range::parse('C4 to C7'));
        $part = Support::parts()->build($line, Support::instruments()->instrument('trumpet-bb'), $own);
        $highest = max(array_map(static fn ($note): int => $note->pitch()->midi(), $part->study->notes));
        self::assertSame(Pitch::parse('C7')->midi(), $highest);
        self::assertStringContainsString('uncommon', implode(' ', $part->study->warnings));
        foreach ($part->plan->notes as $note) {
            self::assertLessThanOrEqual(Partials::HIGHEST, $note->fingering->partial);
        }
        self::assertStringNotContainsString(
            'uncommon',
            implode(' ', Support::part('own C arpeggio, 2 octaves', 'trumpet-bb')->study->warnings),
        );
    }

    /** Whether the turn of a note lasts longer than a breath. */
    private static function isLongTurn(Study $study, int $i): bool
    {
        $ticks = 0;
        foreach ($study->notes as $note) {
            $ticks += $note->tone->cell === $study->notes[$i]->tone->cell
                && $note->tone->group === $study->notes[$i]->tone->group ? $note->length : 0;
        }

        return $ticks / 3360 / $study->recipe->timing->tempo->quarters() * 60 > 12.0;
    }

    private static function assertNeighbours(array $partials, string $line): void
    {
        $usable = array_values(array_diff([...Partials::usable(true)], [7]));
        $from = array_search($partials[0], $usable, true);
        self::assertSame(\array_slice($usable, (int) $from, \count($partials)), $partials, $line);
    }

    /** @return list<non-empty-list<array{int, string, int}>> sounding MIDI numbers, fingerings, partials; by length */
    private static function lengths(Part $part): array
    {
        $lengths = [];
        foreach ($part->study->notes as $i => $note) {
            $fingering = $part->plan->notes[$i]->fingering;
            $lengths[(int) $note->tone->cell][] = [
                $note->sounding->midi(),
                (string) preg_replace('/[▴▾]/u', '', $fingering->text),
                (int) $fingering->partial,
            ];
        }

        return array_values($lengths);
    }

    private static function instrument(string $who): Instrument
    {
        $words = explode(' ', $who);

        return Support::instruments()->instrument($words[0], \array_slice($words, 1));
    }

    private static function build(string $who, string $line): Part
    {
        return Support::parts()->build(Support::parts()->parser->parse($line), self::instrument($who));
    }

    private static function part(string $who, string $line): ?Part
    {
        try {
            return self::build($who, $line);
        } catch (StudyError) {
            return null;
        }
    }
}
