<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;

/**
 * A breath of one's own, and breathing in company. Source: the handbook, chapter 10.
 */
final class BreathsTogetherTest extends TestCase
{
    private const LINES = [
        'concert Bb major, 2 octaves, quarter = 60', 'concert F major, then arpeggio restated, half notes, half = 60',
        'concert Eb major, thirds, 72', 'concert C major, long ends, 60', 'concert G major, dotted, 50',
        'concert Bb major, keys by fourths, 60', 'concert Ab major, five-and-back, slurred, 60',
        'concert D major, off-beats, 40', 'concert C chromatic, triplets, 3/4, 40',
    ];

    /** @return list<BandPlayer> */
    private static function band(): array
    {
        $players = [];
        foreach ([
            ['flute', Stage::First, null], ['clarinet-bb', Stage::First, null], ['trumpet-bb', Stage::First, 5.0],
            ['alto-sax', Stage::First, 11.0], ['glockenspiel', Stage::First, null], ['oboe', Stage::Developing, null],
            ['trombone', Stage::Developing, 7.0], ['tuba-bbb', Stage::Developing, null], ['horn-f', Stage::Full, null],
        ] as $i => [$id, $stage, $breath]) {
            $players[] = new BandPlayer(
                "Player $i",
                Support::instruments()->instrument($id),
                new PlayerSettings($stage, breath: $breath),
            );
        }

        return $players;
    }

    public function testWhoPlaysTheSameInAScoreBreathesAtTheSamePlaces(): void
    {
        $players = self::band();
        $compared = 0;
        foreach (self::LINES as $line) {
            $scores = (new ScoreBuilder(Support::parts()))->scores([$line], $players);
            foreach ($scores->scores as $score) {
                $breaths = [];
                foreach ($score->parts as $one) {
                    $player = $players[(int) substr($one->player, 7)];
                    if (null === $player->instrument->player($player->settings)->lungs->seconds) {
                        self::assertSame([], $one->part->study->breaths());
                        continue;
                    }
                    $shape = implode(' ', array_map(
                        static fn ($note): string => $note->onset.'+'.$note->length,
                        $one->part->study->notes,
                    ));
                    $key = $player->settings->stage->value.$shape;
                    $compared += isset($breaths[$key]) ? 1 : 0;
                    $breaths[$key] ??= $one->part->study->breaths();
                    self::assertSame($breaths[$key], $one->part->study->breaths(), $line.' for '.$one->player);
                    self::assertSlursEnd($one->part, $line);
                }
            }
        }
        self::assertGreaterThan(40, $compared);
    }

    private static function assertSlursEnd(Part $part, string $line): void
    {
        foreach ($part->study->notes as $i => $note) {
            if ($note->breathAfter && isset($part->study->notes[$i + 1])) {
                self::assertNotContains($note->slur->value, ['start', 'continue'], "$line: a slur over a breath");
            }
        }
    }

    /** Where places are many, a longer breath never asks for more of them, and none is longer than it. */
    public function testABreathOfOnesOwnGoesBeforeThatOfTheStage(): void
    {
        foreach (['own C major, 2 octaves, 60', 'own F major, thirds, 72', 'own G major, eighths, 40'] as $line) {
            $before = \PHP_INT_MAX;
            foreach ([3.0, 5.0, 8.0, 12.0, 20.0, 30.0] as $seconds) {
                $study = Support::parts()->read(
                    $line,
                    Support::instruments()->instrument('clarinet-bb'),
                    new PlayerSettings(Stage::First, breath: $seconds),
                )->study;
                self::assertLessThanOrEqual($before, \count($study->breaths()), $line);
                $before = \count($study->breaths());
                foreach ($study->phrases() as [$from, $to]) {
                    // Leading note and tonic stay together, whatever that takes.
                    self::assertLessThanOrEqual($seconds + 2.0, $study->seconds($from, $to), "$line, $seconds s");
                }
            }
        }
    }

    public function testSecondsAreReadAsTheyAreTyped(): void
    {
        foreach (['9' => 9.0, '7.5' => 7.5, '7,5 s' => 7.5, '12 seconds' => 12.0, '' => null] as $typed => $seconds) {
            self::assertSame($seconds, PlayerSettings::breath((string) $typed));
        }
        foreach (['long', '-3', '1e3'] as $typed) {
            try {
                PlayerSettings::breath($typed);
                self::fail($typed.' was taken');
            } catch (PlayerError $error) {
                self::assertStringContainsString('for example "9"', $error->getMessage());
            }
        }
        $this->expectException(PlayerError::class);
        new PlayerSettings(breath: 45.0);
    }

    public function testThePhrasesAreTold(): void
    {
        $part = Support::part('own C major, 2 octaves, quarter = 60', 'trumpet-bb');
        /** @var list<array{int, int, float}> $phrases */
        $phrases = JsonWriter::data($part)['phrases'];
        self::assertSame(0, $phrases[0][0]);
        self::assertSame(\count($part->study->notes) - 1, $phrases[\count($phrases) - 1][1]);
        foreach ($phrases as $k => [$from, $to, $seconds]) {
            self::assertSame((float) ($to - $from + 1), $seconds, 'a quarter is a second');
            self::assertTrue(!isset($phrases[$k + 1]) || $phrases[$k + 1][0] === $to + 1);
        }
    }

    public function testOnABandsOwnPagesEverybodyBreathesAsInTheScoreIfItSaysSo(): void
    {
        $players = self::band();
        $together = new ScoreBuilder(Support::parts(), null, $players, true);
        $alone = new ScoreBuilder(Support::parts(), null, $players);
        $differ = 0;
        foreach (self::LINES as $line) {
            $scores = (new ScoreBuilder(Support::parts()))->scores([$line], $players);
            foreach ($players as $player) {
                $sheet = $together->sheet([$line], $player);
                $own = $alone->sheet([$line], $player);
                self::assertInstanceOf(Sheet::class, $sheet);
                self::assertInstanceOf(Sheet::class, $own);
                $breaths = static fn (Sheet $one): array => array_map(
                    static fn (Part $part): array => $part->study->breaths(),
                    $one->parts,
                );
                self::assertSame($breaths($scores->sheets[$player->name]), $breaths($sheet), $line);
                $differ += $breaths($own) === $breaths($sheet) ? 0 : 1;
            }
        }
        self::assertGreaterThan(5, $differ, 'alone they breathe otherwise');
        // Whoever is not of the band has a sheet all the same.
        $guest = new BandPlayer('Guest', Support::instruments()->instrument('bassoon'));
        self::assertInstanceOf(Sheet::class, $together->sheet([self::LINES[0]], $guest));
    }
}
