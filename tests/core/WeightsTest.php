<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Fingering\Changes;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pitch\Pitch;

/**
 * Every weight is held by a teacher's example in data/weights.yaml: all examples are true, and moving a weight by half,
 * one way or the other, makes one of its own false.
 */
final class WeightsTest extends TestCase
{
    /** @return array<string, array{string, float, list<string>}> */
    public static function weights(): array
    {
        $weights = [];
        foreach (DataFolder::shipped()->read(Weights::FILE) as $name => $entry) {
            self::assertIsArray($entry);
            $weights[$name] = [$name, (float) $entry['is'], $entry['examples'] ?? []];
        }

        return $weights;
    }

    public function testTheFileAndTheValueNameTheSameWeights(): void
    {
        $names = Weights::names();
        $inFile = array_keys(self::weights());
        sort($names);
        sort($inFile);
        self::assertSame($names, $inFile);
        foreach (DataFolder::shipped()->read(Weights::FILE) as $name => $entry) {
            self::assertIsArray($entry);
            self::assertGreaterThan(30, \strlen((string) $entry['says']), $name.' has its sentence');
        }
    }

    /** @param list<string> $examples */
    #[DataProvider('weights')]
    public function testAWeightIsHeldByItsExamples(string $name, float $is, array $examples): void
    {
        self::assertNotSame([], $examples, $name.' has an example');
        $shipped = Weights::read(DataFolder::shipped());
        foreach ($examples as $example) {
            self::assertTrue(self::holds($example, $shipped), $example);
        }
        $caught = [];
        foreach ([0.5, 1.5] as $by) {
            $moved = Weights::read(DataFolder::shipped(), [$name => $by * $is]);
            foreach ($examples as $example) {
                if (!self::holds($example, $moved)) {
                    $caught[] = $by.' '.$example;
                }
            }
        }
        self::assertNotSame([], $caught, $name.' can be moved by half and no example notices');
    }

    public function testAWeightThatIsMissingIsNamed(): void
    {
        $folder = sys_get_temp_dir().'/swift-reed-weights-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents($folder.'/weights.yaml', "finger: {is: much}\n");
        $this->expectException(DataError::class);
        $this->expectExceptionMessageMatches('/finger/');
        Weights::read(new DataFolder($folder, $folder));
    }

    private static function holds(string $example, Weights $weights): bool
    {
        [$kind, $rest] = explode(': ', $example, 2);
        $parts = explode(' | ', $rest);
        [$id, $setup] = [...explode('/', $parts[0]), ''];
        $instrument = Support::instruments()->instrument($id, '' === $setup ? [] : [$setup]);
        if ('harder' === $kind) {
            return self::moves($parts[1], $instrument, $weights) > self::moves($parts[2], $instrument, $weights);
        }
        $study = Support::built($parts[1], $instrument)->study;
        $tendencies = isset($parts[4]) ? array_map(Tendency::parse(...), explode('; ', $parts[4])) : [];
        $plan = (new Planner($instrument, $weights))->plan($study, tendencies: $tendencies);
        $note = (int) $parts[2] - 1;

        return match ($kind) {
            'takes' => $plan->notes[$note]->fingering->text === $parts[3],
            default => throw new \LogicException($kind),
        };
    }

    private static function moves(string $change, Instrument $instrument, Weights $weights): float
    {
        [$from, $to] = array_map(Pitch::parse(...), explode(' ', $change));

        return (new Changes($instrument, $weights))->between(
            $from,
            $instrument->fingerings($from)[0],
            $to,
            $instrument->fingerings($to)[0],
        )->moves;
    }
}
