<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;

/**
 * Where teachers differ: each school changes what it says and nothing else. Source: the handbook, chapter 4.
 */
final class SchoolsTest extends TestCase
{
    private const THROAT = ['G4', 'G#4', 'Ab4', 'A4', 'A#4', 'Bb4'];

    public function testFlutesAndSaxophonesMayHaveOneAndOneFirst(): void
    {
        foreach ([
            'flute' => ['LT L1 R1 eb', 'thumb-bb L1 eb'],
            'piccolo' => ['LT L1 R1 eb', 'thumb-bb L1 eb'],
            'alto-sax' => ['L1 R1', 'L1 bis'],
            'baritone-sax' => ['L1 R1', 'L1 bis'],
        ] as $id => [$first, $usual]) {
            foreach (['F major', 'Bb major', 'Eb major', 'G minor'] as $key) {
                foreach (Stage::cases() as $stage) {
                    $line = 'own '.strtr($key, [' minor' => ' natural minor']).', quarters';
                    self::assertSame([$first], self::on(Support::part($line, $id, $stage, 'one-and-one'), 'Bb4'), $id);
                    foreach (Support::part($line, $id, $stage, 'one-and-one')->plan->notes as $note) {
                        self::assertNotContains('thumb-bb', $note->fingering->touches);
                    }
                }
                $line = 'own '.strtr($key, [' minor' => ' natural minor']).', quarters';
                self::assertSame([$usual], self::on(Support::part($line, $id), 'Bb4'), $id);
            }
        }
    }

    public function testTheRightHandIsReadyBeforeTheBreakAlwaysOrNever(): void
    {
        $over = 'own F major, 2 octaves, eighths';
        $below = 'own F major, from D4 to A4, eighths';
        foreach (['clarinet-bb', 'bass-clarinet'] as $id) {
            self::assertNotSame([], self::ready(Support::part($over, $id)));
            self::assertSame([], self::ready(Support::part($below, $id)));
            self::assertSame([], self::ready(Support::part($over, $id, Stage::Full, 'ready-none')));
            foreach ([$over, $below] as $line) {
                $part = Support::part($line, $id, Stage::Full, 'ready-always');
                foreach (self::throat($part) as $i) {
                    $resting = $part->plan->notes[$i]->resting;
                    self::assertSame([], array_diff(['R1', 'R2', 'R3'], $resting), $line.' '.$i);
                }
            }
        }
    }

    public function testInTheFirstYearTheHandLiesDownOnTheOneNoteBeforeTheBreak(): void
    {
        $seen = 0;
        foreach (['own F major, 2 octaves', 'own G major, from G4', 'own C major, thirds', 'own A chromatic'] as $line) {
            $part = Support::part($line, 'clarinet-bb', Stage::First);
            foreach (self::throat($part) as $i) {
                $next = ($part->study->notes[$i + 1] ?? null)?->pitch()->midi();
                $isBefore = Pitch::parse('B4')->midi() === $next;
                $seen += (int) $isBefore;
                self::assertSame($isBefore, [] !== $part->plan->notes[$i]->resting, $line.' '.$i);
            }
        }
        self::assertGreaterThan(0, $seen);
    }

    public function testLittleFingersAreBothDownOrSwitch(): void
    {
        $line = 'own G major, from G4 to C5, quarters';
        $both = Support::part($line, 'clarinet-bb', Stage::First);
        $switching = Support::part($line, 'clarinet-bb', Stage::First, 'switching');
        $little = static fn (Part $part): array => array_map(
            static fn (int $i): int => \count(array_intersect(
                $part->plan->notes[$i]->needed()->touches,
                ['lE', 'lF', 'lFs', 'rE', 'rF', 'rFs', 'rGs'],
            )),
            self::at($part, 'B4'),
        );
        self::assertSame([2], array_values(array_unique($little($both))));
        self::assertSame([1], array_values(array_unique($little($switching))));
    }

    public function testD4MayLieInFourthBetweenCAndEFlatInFastRuns(): void
    {
        $part = static fn (string $line, string ...$setup): array => self::on(
            Support::part($line, 'trombone', Stage::Full, ...$setup),
            'D4',
        );
        $fast = 'own C natural minor, 5 notes, from C4, sixteenths, 90';
        $slow = 'own C natural minor, 5 notes, from C4, quarters, 60';
        self::assertSame(['1'], $part($fast));
        self::assertSame(['4'], $part($fast, 'd4-in-4'));
        self::assertSame(['1'], $part($slow, 'd4-in-4'));
        self::assertSame(['1'], $part('own D major, 5 notes, from D4, sixteenths, 90', 'd4-in-4'));
    }

    /** The F side is sharp on 1-3 and 1-2-3, where the B flat side has 1-2 and 2-3. */
    public function testTheThumbPutsLowNotesInTuneAndNoOthers(): void
    {
        $double = Support::instruments()->instrument('horn-f', ['double']);
        $low = Support::instruments()->instrument('horn-f', ['double-low']);
        $changed = [];
        foreach (Support::range($double) as $pitch) {
            [$was, $is] = [$double->fingerings($pitch)[0], $low->fingerings($pitch)[0]];
            if ($was->text !== $is->text) {
                $changed[$pitch->text()] = $was->text.' '.$is->text;
                self::assertGreaterThan(15, abs($was->cents) - abs($is->cents), $pitch->text());
            }
        }
        self::assertSame(
            ['C#3' => '1-2-3 T2-3', 'D3' => '1-3 T1-2', 'D#3' => '2-3 T1'],
            \array_slice($changed, -3),
        );
    }

    public function testASlideThatIsMovedWhilePlayingIsWhatHelps(): void
    {
        foreach ([
            ['tuba-bbb', 'first-slide', 'first slide out'],
            ['euphonium-bc', 'third-slide', 'third slide out'],
            ['euphonium-bc', 'main-trigger', 'main slide out'],
        ] as [$id, $setup, $says]) {
            $found = static fn (string $with): string => implode(' ', array_map(
                static fn (int $i): string => Told::english(Support::part(
                    'own Bb chromatic, full range',
                    $id,
                    Stage::Full,
                    ...array_filter([$with]),
                ))->tuning($i),
                range(0, 12),
            ));
            self::assertStringContainsString($says, $found($setup), $id.' '.$setup);
            self::assertStringNotContainsString($says, $found(''), $id);
        }
    }

    public function testADoubleHornShowsTheNextChairWithoutTheThumb(): void
    {
        $library = Support::instruments();
        self::assertSame(['setup' => 'single-f', 'says' => 'without the thumb'], $library->beside('horn-f', ['double']));
        self::assertNull($library->beside('horn-f', []));
        self::assertNull($library->beside('flute', ['b-foot']));
    }

    /** @return list<int> */
    private static function at(Part $part, string ...$names): array
    {
        return array_keys(array_filter(
            $part->study->notes,
            static fn ($note): bool => \in_array($note->pitch()->text(), $names, true),
        ));
    }

    /** @return list<int> */
    private static function throat(Part $part): array
    {
        return self::at($part, ...self::THROAT);
    }

    /** @return list<int> throat notes on which something is down without effect */
    private static function ready(Part $part): array
    {
        return array_values(array_filter(
            self::throat($part),
            static fn (int $i): bool => [] !== $part->plan->notes[$i]->resting,
        ));
    }

    /** @return list<string> the fingerings that stand on a note */
    private static function on(Part $part, string $note): array
    {
        return array_values(array_unique(array_map(
            static fn (int $i): string => $part->plan->notes[$i]->fingering->text,
            self::at($part, $note),
        )));
    }
}
