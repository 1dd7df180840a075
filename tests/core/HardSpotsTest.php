<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Told;

/**
 * What is hard is measured against the mechanism: over the standard lines of a stage about one change in twelve, never
 * more than one in six and never fewer than one in fifty, on every instrument with fingerings.
 *
 * Source: the handbook, chapter 4, "Hard spots".
 */
final class HardSpotsTest extends TestCase
{
    private const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
    private const MATERIALS = [
        'major',
        'natural minor',
        'harmonic minor',
        'melodic minor',
        'major, thirds',
        'harmonic minor, thirds',
        'arpeggio',
    ];

    /**
     * @return iterable<string, array{string, list<string>}> one of each kind,
     *  with the set-ups that change its charts most
     */
    public static function instruments(): iterable
    {
        foreach ([
            ['flute'], ['piccolo'], ['oboe'], ['oboe', 'left-f'], ['english-horn'], ['clarinet-bb'], ['bass-clarinet'],
            ['alto-sax'], ['baritone-sax'], ['bassoon'], ['contrabassoon'], ['trumpet-bb'], ['horn-f'],
            ['horn-f', 'double'], ['euphonium-bc'], ['euphonium-bc', 'compensating'], ['tuba-bbb'], ['trombone'],
            ['trombone', 'f-attachment'], ['bass-trombone', 'two-valves'],
        ] as $one) {
            yield implode(' ', $one) => [$one[0], \array_slice($one, 1)];
        }
    }

    /** @param list<string> $setups */
    #[DataProvider('instruments')]
    public function testOneChangeInSixIsHardAtTheMostAndOneInFiftyAtTheLeast(string $id, array $setups): void
    {
        $instrument = Support::instruments()->instrument($id, $setups);
        foreach (Stage::cases() as $stage) {
            $changes = 0;
            $hard = 0;
            foreach (self::KEYS as $key) {
                foreach (self::MATERIALS as $material) {
                    $part = Support::built("own $key $material, eighths, quarter = 72", $instrument, $stage);
                    $changes += \count($part->study->notes) - 1;
                    $hard += \count($part->plan->hardSpots);
                    foreach ($part->plan->hardSpots as $spot) {
                        $words = Told::english($part)->hard($spot);
                        self::assertDoesNotMatchRegularExpression('/fingers? (and the thumb )?move at once$/', $words);
                    }
                }
            }
            $share = $hard / max(1, $changes);
            self::assertGreaterThan(1 / 50, $share, $stage->value.': '.$hard.' of '.$changes);
            self::assertLessThan(1 / 6, $share, $stage->value.': '.$hard.' of '.$changes);
        }
    }

    public function testFingersOfOneHandThatPassEachOtherAreNamed(): void
    {
        $saxophone = Support::part('own C major', 'alto-sax');
        $said = array_map(Told::english($saxophone)->hard(...), $saxophone->plan->hardSpots);
        self::assertContains('in the left hand the middle finger lands as the index finger lifts', $said, 'B to C');
        $trumpet = Support::part('own Eb major, eighths, 90', 'trumpet-bb');
        $valves = array_filter($trumpet->plan->hardSpots, static fn ($spot): bool => 3 <= self::moving(
            $spot->before,
            $spot->after,
        ));
        self::assertNotSame([], $valves, 'second and third against first');
    }

    private static function moving(Fingering $before, Fingering $after): int
    {
        return \count(array_diff($before->touches, $after->touches))
            + \count(array_diff($after->touches, $before->touches));
    }

    public function testEveryFamilySaysFromWhereItIsHard(): void
    {
        foreach (['flute', 'oboe', 'bassoon', 'clarinet-bb', 'alto-sax', 'contrabassoon'] as $id) {
            $keys = Support::instruments()->instrument($id)->mechanism();
            self::assertInstanceOf(Keywork::class, $keys);
            self::assertGreaterThanOrEqual(2, $keys->hardness()->from('both-ways'), $id);
            self::assertGreaterThanOrEqual(3, $keys->hardness()->from('half-hole'), $id);
        }
        $flute = Support::instruments()->instrument('flute')->mechanism();
        \assert($flute instanceof Keywork);
        self::assertGreaterThan(2, $flute->hardness()->from('both-ways'), 'what the file says is read');
    }
}
