<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Listening\Frame;
use SwiftReed\Listening\Frames;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\NoteFinder;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Packet\SheetError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Walk\Walk;

/**
 * Work is bounded before it is done: what is too much is refused at the first sight of it, and what grows with the input
 * grows with it evenly.
 */
final class BoundsTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function long(): iterable
    {
        yield 'many rounds of a long cell that turns round' => [
            'concert B diminished whole-half, 24 notes, cell >3 | 3 1 rest approach2 (5 7 1 8) x14 by half steps, '
            .'48 times, turn round, 6/8',
            'soprano-sax',
        ];
        yield 'rounds alone' => ['own C major, thirds, turn round, 48 times', 'clarinet-bb'];
        yield 'a chromatic cell, often' => ['own C chromatic, cell 1 2 3 4 5 4 3 2, turn round, 40 times', 'flute'];
    }

    #[DataProvider('long')]
    public function testALineThatIsTooLongIsRefusedWithAnExampleThatWorks(string $line, string $instrument): void
    {
        try {
            Support::study($line, $instrument);
            self::fail('It is too long.');
        } catch (StudyError $error) {
            self::assertStringContainsString('more than '.Walk::MOST.' notes', $error->getMessage());
            self::assertSame(1, preg_match('/example "([^"]+)"/', $error->getMessage(), $example));
            self::assertLessThanOrEqual(Walk::MOST, \count(Support::study($example[1], $instrument)->notes));
        }
    }

    public function testASheetHasAsManyNotesAsABookOfScalesAndNoMore(): void
    {
        $sheets = new SheetBuilder(Support::parts());
        $clarinet = Support::instruments()->instrument('clarinet-bb');
        $notes = 0;
        $line = 'concert C major, 2 octaves, keys with minors, cell 1 3 5 8 7 6';
        foreach ($sheets->read([$line], $clarinet, new PlayerSettings())->parts as $part) {
            $notes += \count($part->study->notes);
        }
        self::assertLessThanOrEqual(SheetBuilder::MOST_NOTES, $notes);
        $this->expectException(SheetError::class);
        $this->expectExceptionMessage('more than '.SheetBuilder::MOST_NOTES.' notes');
        $sheets->read([$line, $line], $clarinet, new PlayerSettings());
    }

    /** Frames that are looked at for each note are the note's own: twice the take is twice the notes. */
    public function testATakeOfTenMinutesIsReadLikeTenOfOne(): void
    {
        $minute = self::jumping(6000);
        $finder = new NoteFinder(ListeningFigures::shipped());
        $once = \count($finder->notes(new Frames($minute), 40.0, 100.0));
        self::assertGreaterThan(100, $once);
        $ten = \count($finder->notes(new Frames(self::jumping(60_000)), 40.0, 100.0));
        self::assertEqualsWithDelta(10 * $once, $ten, 10);
    }

    /** @return list<Frame> the pitch changes at every third part of a second */
    private static function jumping(int $count): array
    {
        $hertz = [220.0, 466.16, 130.8, 880.0, 311.1];
        $frames = [];
        for ($k = 0; $k < $count; ++$k) {
            $frames[] = new Frame(10.0 * $k, $hertz[intdiv($k, 30) % \count($hertz)], 0.95, -20.0);
        }

        return $frames;
    }
}
