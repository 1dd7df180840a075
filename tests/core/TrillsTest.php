<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Fingering\Trill;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Pitch;
use Symfony\Component\Yaml\Yaml;

/**
 * Trills against what players know by heart, and against the laws of a trill.
 */
final class TrillsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> */
    public static function known(): iterable
    {
        /** @var array<string, array<string, string>> $table */
        $table = Yaml::parseFile(__DIR__.'/charts/trills.yaml');
        foreach ($table as $instrument => $trills) {
            foreach ($trills as $notes => $moves) {
                [$low, $high] = explode(' ', $notes);
                yield $instrument.' '.$notes => [$instrument, $low, $high, $moves];
            }
        }
    }

    #[DataProvider('known')]
    public function testATrillIsTheOnePlayersKnow(string $instrument, string $low, string $high, string $moves): void
    {
        [$id, $setup] = [...explode('/', $instrument), null];
        $book = new TrillBook(Support::instruments()->instrument((string) $id, null === $setup ? [] : [$setup]));
        $best = $book->between(Pitch::parse($low), Pitch::parse($high))[0] ?? null;
        $wanted = \in_array($moves, ['none', 'lip'], true) ? [] : explode(' ', $moves);

        self::assertSame('none' === $moves, null === $best);
        self::assertSame($wanted, $best?->move ?? []);
    }

    /** @return array<string, array{string, list<string>}> */
    public static function setups(): array
    {
        return Support::setups();
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testATrillIsOneHandInOneDirectionAndStandsInTheChart(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        $mechanism = $instrument->mechanism();
        $seen = 0;
        foreach ((new TrillBook($instrument))->steps() as ['low' => $low, 'high' => $high, 'trills' => $trills]) {
            foreach ($trills as $trill) {
                ++$seen;
                $here = $id.' '.$low->text().' '.$high->text().': '.implode(' ', $trill->move);
                $hands = array_unique(array_map(
                    static fn (string $touch): string => $mechanism->touches()[$touch]->finger[0],
                    $trill->move,
                ));
                self::assertLessThanOrEqual(1, \count($hands), $here);
                self::assertContains($trill->below, $instrument->fingerings($low), $here);
                self::assertContains($trill->above, $instrument->fingerings($high), $here);
                self::assertSame([], array_intersect($trill->hold, $trill->move), $here);
                $with = [...$trill->hold, ...$trill->move];
                sort($with);
                $down = $trill->comesUp() ? $trill->below->touches : $trill->above->touches;
                sort($down);
                self::assertSame($down, $with, $here);
                self::assertTrue($mechanism instanceof Keywork ? null === $trill->cents : abs($trill->cents) <= 30);
                self::assertNoSlide($instrument, $trill, $here);
            }
        }
        self::assertTrue($seen > 10 || 'none' === $mechanism->kind()->value || !$mechanism instanceof Keywork);
    }

    /** Half of all trills go; on a slide without a trigger almost none do. */
    public function testHowManyTrillsAnInstrumentHas(): void
    {
        $share = static function (string $id): float {
            $steps = (new TrillBook(Support::instruments()->instrument($id)))->steps();

            return \count(array_filter($steps, static fn (array $one): bool => [] !== $one['trills'])) / \count($steps);
        };
        foreach (['flute', 'oboe', 'clarinet-bb', 'alto-sax', 'bassoon', 'trumpet-bb'] as $id) {
            self::assertGreaterThan(0.5, $share($id), $id);
            self::assertLessThan(1.0, $share($id), $id);
        }
        self::assertLessThan(0.2, $share('trombone'));
    }

    private static function assertNoSlide(Instrument $instrument, Trill $trill, string $here): void
    {
        self::assertEqualsWithDelta($trill->below->slide?->out, $trill->above->slide?->out, 1e-6, $here);
        foreach ($trill->move as $touch) {
            self::assertFalse($instrument->mechanism()->touches()[$touch]->isHalfHole, $here);
        }
    }

    public function testATremoloIsFoundWhereTheLineGoesBackAndForth(): void
    {
        $wide = static function (string $line): array {
            $part = Support::part($line, 'flute');

            return array_map(
                static fn (array $one): string => $one['low']->text().' '.$one['high']->text(),
                (new TrillBook($part->instrument))->ofStudy($part->study),
            );
        };
        self::assertContains('G4 B4', $wide('own G major, cell 1 3 1 3 1 3 1 3 up only, 1 octave, sixteenths'));
        self::assertNotContains('G4 B4', $wide('own G arpeggio, sixteenths'));
        self::assertCount(14, $wide('own C major, 2 octaves'), 'each step once');
    }
}
