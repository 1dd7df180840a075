<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;

/**
 * Each hand-made chart is written a second time, from the holes, and compared; docs/charts.md keeps the differences.
 */
final class SecondChartsTest extends TestCase
{
    private const HOLES = ['L1', 'L2', 'L3', 'R1', 'R2', 'R3'];

    /** @return iterable<string, array{string}> */
    public static function charts(): iterable
    {
        foreach (glob(__DIR__.'/charts/*.txt') ?: [] as $file) {
            yield basename($file, '.txt') => [$file];
        }
    }

    #[DataProvider('charts')]
    public function testBothChartsAgree(string $file): void
    {
        // "alto-sax+altissimo" holds the notes that a set-up adds.
        $names = explode('+', basename($file, '.txt'));
        $instrument = Support::instruments()->instrument($names[0], \array_slice($names, 1));
        $bare = Support::instruments()->instrument($names[0])->range[Stage::Full->value];
        $seen = [];
        foreach (file($file, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            if (str_starts_with($line, '#')) {
                continue;
            }
            [$note, $touches] = self::read($line);
            $chart = array_map(static function (Fingering $fingering): array {
                $sorted = $fingering->touches;
                sort($sorted);

                return $sorted;
            }, $instrument->fingerings(Pitch::parse($note)));
            isset($seen[Pitch::parse($note)->midi()])
                ? self::assertContains($touches, $chart, $line)
                : self::assertSame($touches, $chart[0], $line);
            $seen[Pitch::parse($note)->midi()] = true;
        }
        $range = $instrument->range[Stage::Full->value];
        $from = 1 === \count($names) ? $range->lowest->midi() : $bare->highest->midi() + 1;
        self::assertSame(
            range($from, $range->highest->midi()),
            array_keys($seen),
            'the second chart covers the whole range',
        );
    }

    /**
     * Above G6 a clarinet's note is the ninth partial of the fingering 38 half steps below, index lifted; the A flat
     * key may vent it.
     */
    public function testTheClarinetsHighestNotesAreNinthPartials(): void
    {
        $clarinet = Support::instruments()->instrument('clarinet-bb', ['expert']);
        for ($midi = Pitch::parse('G#6')->midi(); $midi <= Pitch::parse('C7')->midi(); ++$midi) {
            $low = $clarinet->fingerings(Pitch::plain($midi - 38, true))[0]->touches;
            $high = $clarinet->fingerings(Pitch::plain($midi, true))[0];
            $expected = [...array_values(array_diff($low, ['L1', 'rGs'])), 'reg'];
            $touches = array_values(array_diff($high->touches, ['rGs']));
            sort($expected);
            sort($touches);
            self::assertSame($expected, $touches, Pitch::plain($midi, true)->text());
            self::assertStringContainsString('players differ', $high->when);
        }
    }

    public function testTheSaxophonesHighestNotesSayThatPlayersDiffer(): void
    {
        foreach (['soprano-sax', 'alto-sax', 'tenor-sax', 'baritone-sax'] as $id) {
            $saxophone = Support::instruments()->instrument($id, ['altissimo']);
            self::assertSame('C7', $saxophone->range[Stage::Full->value]->highest->text());
            for ($midi = Pitch::parse('G6')->midi(); $midi <= Pitch::parse('C7')->midi(); ++$midi) {
                self::assertStringContainsString(
                    'players differ',
                    $saxophone->fingerings(Pitch::plain($midi, true))[0]->when,
                    $id,
                );
            }
        }
    }

    /** @return array{string, list<string>} */
    private static function read(string $line): array
    {
        $words = preg_split('/\s+/', trim($line)) ?: [];
        [$note, $thumb, $left, $right] = $words;
        $touches = \array_slice($words, 4);
        foreach (str_split($left.$right) as $i => $hole) {
            if ('o' !== $hole) {
                $touches[] = 'h' === $hole ? 'half' : self::HOLES[$i];
            }
        }
        array_push($touches, ...(['T' => ['LT'], 'b' => ['thumb-bb'], 'w' => ['whisper']][$thumb] ?? []));
        sort($touches);

        return [$note, $touches];
    }
}
