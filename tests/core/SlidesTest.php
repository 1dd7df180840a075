<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;

/**
 * What the plan says of slides is checked by another way of working it out: the fewest by the notes from the last to the
 * first and nothing but the fingers that the chart names; "no other way" by trying all fingerings of the two notes.
 *
 * Source of the rules: the handbook, chapter 4, "Choosing along the line"; bench/fingers.php does the same for all patterns.
 */
final class SlidesTest extends TestCase
{
    private const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
    private const SHAPES = [
        'major, tetra, eighths, 60', 'major, five-and-back, eighths, 80', 'harmonic minor, five-and-back, sixteenths, 100',
        'melodic minor, enclosed, eighths, 72', 'chromatic, thirds, sixteenths, 100', 'whole tone, fold, quarters, 60',
        'arpeggio, eighths, 120', 'diminished seventh arpeggio, fold, sixteenths, 80', 'natural minor, thirds, eighths, 60',
    ];

    /** @return iterable<string, array{string, list<string>}> */
    public static function instruments(): iterable
    {
        $all = [
            ['clarinet-bb'], ['clarinet-bb', 'lEb'], ['bass-clarinet'], ['oboe'], ['oboe', 'left-f'], ['oboe', 'f-vent'],
            ['english-horn'], ['bassoon'], ['contrabassoon'], ['flute'], ['alto-sax'], ['baritone-sax'],
        ];
        foreach ($all as $one) {
            yield implode(' ', $one) => [$one[0], \array_slice($one, 1)];
        }
    }

    /** @param list<string> $setups */
    #[DataProvider('instruments')]
    public function testAPlanHasTheFewestSlidesAndItsProofsHold(string $id, array $setups): void
    {
        $instrument = Support::instruments()->instrument($id, $setups);
        $lines = 0;
        foreach (self::KEYS as $key) {
            foreach (self::SHAPES as $shape) {
                try {
                    $part = Support::built("own $key $shape", $instrument);
                } catch (Mistake) {
                    continue;
                }
                ++$lines;
                self::assertSame(self::fewest($part), self::slides($part), $part->line());
                foreach ($part->plan->hardSpots as $spot) {
                    $this->checkProof($part, $spot);
                }
            }
        }
        self::assertGreaterThan(90, $lines);
    }

    private function checkProof(Part $part, HardSpot $spot): void
    {
        $here = $part->line().', note '.($spot->from + 1);
        $isClean = false;
        foreach (self::admitted($part, $spot->from) as $before) {
            foreach (self::admitted($part, $spot->to) as $after) {
                $isClean = $isClean || 0 === self::between($part, $spot->to, $before, $after);
            }
        }
        $slides = 0 < SlideCount::between($part->instrument, $spot->before, $spot->after);
        self::assertSame($slides && !$isClean, $spot->noOtherWay, $here.': '.Told::english($part)->hard($spot));
        $elsewhere = $spot->elsewhere();
        if (null !== $elsewhere) {
            self::assertTrue($slides && $isClean, $here);
            $clean = self::fewest($part, $spot->to);
            self::assertGreaterThanOrEqual(self::slides($part), $clean, $here.': one slide less would have been planned');
            self::assertNotSame($spot->to, $elsewhere, $here);
            self::assertStringContainsString('or else at note '.($elsewhere + 1), Told::english($part)->hard($spot));
        }
    }

    /** What may be taken to spare a slide: in tune, not first of all for a trill, and kept to one place by no rule. */
    private static function admitted(Part $part, int $i): array
    {
        $chosen = $part->plan->notes[$i]->fingering;
        $all = array_values(array_filter(
            $part->instrument->fingerings($part->study->notes[$i]->pitch()),
            static fn (Fingering $one): bool => FingeringUse::Default === $one->use
                || (FingeringUse::Alternate === $one->use && !$one->isOnlyThere()),
        ));
        $isThere = array_filter($all, static fn (Fingering $one): bool => $one->text === $chosen->text);

        return [] === $isThere ? [...$all, $chosen] : $all;
    }

    /** @param int|null $clean the note into which the change must be clean */
    private static function fewest(Part $part, ?int $clean = null): int
    {
        $next = [];
        $least = [];
        for ($i = \count($part->study->notes) - 1; $i >= 0; --$i) {
            $now = [];
            foreach (self::admitted($part, $i) as $k => $one) {
                $now[$k] = [] === $next ? 0 : \PHP_INT_MAX;
                foreach ($next as $j => $other) {
                    $slides = self::between($part, $i + 1, $one, $other);
                    if (($i + 1 !== $clean || 0 === $slides) && \PHP_INT_MAX !== $least[$j]) {
                        $now[$k] = min($now[$k], $least[$j] + $slides);
                    }
                }
            }
            [$next, $least] = [self::admitted($part, $i), $now];
        }

        return (int) min($least);
    }

    private static function slides(Part $part): int
    {
        $slides = 0;
        foreach ($part->plan->notes as $i => $note) {
            $slides += 0 === $i ? 0 : self::between($part, $i, $part->plan->notes[$i - 1]->fingering, $note->fingering);
        }

        return $slides;
    }

    /** Slides of the change into a note; a note that is repeated keeps its fingering. */
    private static function between(Part $part, int $to, Fingering $before, Fingering $after): int
    {
        $isRepeated = $part->study->notes[$to]->pitch()->midi() === $part->study->notes[$to - 1]->pitch()->midi();

        return $isRepeated && $before->text !== $after->text
            ? 1
            : SlideCount::between($part->instrument, $before, $after);
    }

    public function testTheThirdValveStandsForFirstAndSecondOnlyBesideANoteThatHoldsIt(): void
    {
        $found = 0;
        foreach (['trumpet-bb', 'horn-f', 'tuba-bbb', 'euphonium-bc'] as $id) {
            foreach (self::KEYS as $key) {
                foreach (self::SHAPES as $shape) {
                    try {
                        $part = Support::part("own $key $shape", $id);
                    } catch (Mistake) {
                        continue;
                    }
                    foreach ($part->plan->notes as $i => $note) {
                        if ('3' !== $note->fingering->text) {
                            continue;
                        }
                        ++$found;
                        $beside = [
                            ...($part->plan->notes[$i - 1] ?? null)->fingering->touches ?? [],
                            ...($part->plan->notes[$i + 1] ?? null)->fingering->touches ?? [],
                        ];
                        self::assertContains('v3', $beside, $part->line().', note '.($i + 1));
                        self::assertStringContainsString('3 stays down', Told::english($part)->why($i));
                    }
                }
            }
        }
        self::assertGreaterThan(20, $found);
    }

    public function testTheSecondTriggerAloneStaysInFirstPositionWithinFastLines(): void
    {
        $found = 0;
        foreach (self::KEYS as $key) {
            foreach ([...self::SHAPES, 'arpeggio, whole notes, 60', 'major, quarters, 90'] as $shape) {
                try {
                    $part = Support::part("own $key $shape", 'bass-trombone', Stage::Full, 'two-valves');
                } catch (Mistake) {
                    continue;
                }
                $last = \count($part->plan->notes) - 1;
                foreach ($part->plan->notes as $i => $note) {
                    if ('V' !== $note->fingering->side) {
                        continue;
                    }
                    ++$found;
                    $here = $part->line().', note '.($i + 1).': '.$note->fingering->text;
                    self::assertSame('V1', $note->fingering->text, $here);
                    self::assertContains($part->study->notes[$i]->pitch()->midi(), [42, 49, 54], $here);
                    self::assertNotContains($i, [0, $last], $here);
                    self::assertStringContainsString('sixteenths', $part->line(), $here);
                }
            }
        }
        self::assertGreaterThan(5, $found);
    }

    public function testATrillKeyIsTakenInsideTheTrillOnlyAndItsPartnerIsNamed(): void
    {
        $part = Support::part('own C major, cell 1 2 1 2 1 2 3 up only, from C5, sixteenths, 108', 'flute');
        $told = 0;
        foreach ($part->plan->notes as $i => $note) {
            if (FingeringUse::Trill !== $note->fingering->use) {
                continue;
            }
            $around = [$part->study->notes[$i - 1]->pitch()->midi(), $part->study->notes[$i + 1]->pitch()->midi()];
            self::assertSame($around[0], $around[1], 'note '.($i + 1));
            $partner = $part->study->notes[$i - 1]->pitch()->name()->sign();
            self::assertStringContainsString('back and forth with '.$partner, Told::english($part)->why($i));
            ++$told;
        }
        self::assertGreaterThan(1, $told);
    }

    /** An outer position is there only where both neighbouring throws stay shorter than four. */
    public function testAnOuterPositionKeepsBothThrowsShort(): void
    {
        $found = 0;
        foreach (['trombone' => [], 'bass-trombone' => ['two-valves']] as $id => $setup) {
            foreach (['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as $key) {
                foreach ([', chromatic segments', ', tetra', ' arpeggio', ' chromatic, five-and-back'] as $what) {
                    $line = 'own '.$key.('' === trim($what, ', ') || str_starts_with($what, ',') ? ' major' : '').$what;
                    $part = Support::part($line.', sixteenths, 88', $id, Stage::Full, ...$setup);
                    foreach ($part->plan->notes as $i => $note) {
                        if (true !== $note->occasion?->asks(ConditionKind::ThrowOf)) {
                            continue;
                        }
                        ++$found;
                        foreach ([$i - 1, $i + 1] as $k) {
                            $there = ($part->plan->notes[$k] ?? null)?->fingering->slide?->out;
                            $throw = null === $there ? 0.0 : abs($there - $note->fingering->onSlide()->out);
                            self::assertLessThan(4.0 - 1e-6, $throw, $part->line().', note '.($i + 1));
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(50, $found);
    }
}
