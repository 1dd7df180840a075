<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Fingering\Changes;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Score\Part;
use SwiftReed\Study\Stage;

final class PlannerTest extends TestCase
{
    private const LITTLE_FINGERS = ['L4', 'R4'];

    public function testOnATwoOctaveAMajorNoLittleFingerPlaysTwoKeysInSuccession(): void
    {
        $part = Support::part('concert G major, 2 octaves', 'clarinet-bb');
        self::assertSame(0, self::littleFingerSlides($part));
        self::assertContains('lE', $part->plan->notes[8]->fingering->touches, 'B4 on the left');
        self::assertContains('rFs', $part->plan->notes[9]->fingering->touches, 'because C sharp follows on the right');
    }

    public function testLittleFingersSlideOnAClarinetOnlyWhereNothingElseIsPossible(): void
    {
        $instrument = Support::instruments()->instrument('clarinet-bb');
        foreach (['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G'] as $tonic) {
            foreach (['1 octave', '2 octaves'] as $extent) {
                foreach (['major', 'harmonic minor', 'chromatic'] as $scale) {
                    $part = Support::part("own $tonic $scale, $extent", 'clarinet-bb');
                    foreach ($part->study->notes as $i => $note) {
                        self::assertTrue(0 === $i || 0 === self::slidesBetween($part, $i - 1, $i) || self::isForced($part, $instrument, $i), "$tonic $scale, $extent, note $i");
                    }
                }
            }
        }
    }

    public function testEveryChangeOverTheBreakIsAHardSpot(): void
    {
        foreach (['own G major', 'own A major, 2 octaves', 'own C chromatic, 2 octaves'] as $line) {
            $part = Support::part($line, 'clarinet-bb');
            $marked = array_map(static fn ($spot): int => $spot->to, array_filter($part->plan->hardSpots, static fn ($spot): bool => str_contains($spot->why, 'over the break')));
            $crossing = [];
            foreach ($part->study->notes as $i => $note) {
                if ($i > 0 && ($note->pitch()->midi() >= 71) !== ($part->study->notes[$i - 1]->pitch()->midi() >= 71)) {
                    $crossing[] = $i;
                }
            }
            self::assertSame($crossing, array_values($marked), $line);
        }
        self::assertSame([], array_filter(Support::part('own G major', 'flute')->plan->hardSpots, static fn ($spot): bool => str_contains($spot->why, 'break')));
    }

    public function testALongThrowOfTheSlideIsAHardSpot(): void
    {
        $part = Support::part('concert F, from F2, up', 'trombone');
        self::assertContains('slide from 1 to 6', array_column($part->plan->hardSpots, 'why'));
        $withAttachment = Support::part('concert F, from F2, up', 'trombone', Stage::Full, 'f-attachment');
        self::assertSame([], array_filter($withAttachment->plan->hardSpots, static fn ($spot): bool => str_contains($spot->why, 'slide from')));
    }

    /** No plan is cheaper: all of them are tried on short lines. */
    public function testThePlanIsTheCheapestOfAll(): void
    {
        foreach ([['own Eb tetrachord, up', 'clarinet-bb'], ['own B tetrachord, up', 'clarinet-bb'], ['own Bb tetrachord, up', 'alto-sax'], ['own F# tetrachord', 'clarinet-bb'], ['own F, 5 notes, up', 'trombone']] as [$line, $id]) {
            $part = Support::part($line, $id);
            $changes = new Changes($part->instrument);
            $best = \INF;
            foreach (self::allPlans($part) as $plan) {
                $best = min($best, self::cost($part, $changes, $plan));
            }
            $chosen = self::cost($part, $changes, array_column($part->plan->notes, 'fingering'));
            self::assertEqualsWithDelta($best, $chosen, 1e-6, "$line on $id");
        }
    }

    public function testTheSamePlanComesOutEveryTime(): void
    {
        $first = Support::part('own Db chromatic, 2 octaves, sixteenths', 'clarinet-bb');
        $second = \SwiftReed\Score\PartBuilder::shipped()->build('own Db chromatic, 2 octaves, sixteenths', Support::instruments()->instrument('clarinet-bb'));
        self::assertEquals($first->plan, $second->plan);
    }

    public function testWhatIsNotTheDefaultHasAReason(): void
    {
        foreach (['clarinet-bb', 'alto-sax', 'flute', 'trombone', 'trumpet-bb'] as $id) {
            foreach (['Db', 'E', 'Bb', 'F#'] as $tonic) {
                foreach (Support::part("own $tonic major, eighths", $id)->plan->notes as $note) {
                    self::assertSame('default' === $note->fingering->use->value, '' === $note->why, $id.' '.$tonic.' '.$note->fingering->text);
                    foreach ($note->alternates as $alternate) {
                        self::assertNotSame('', $alternate->whyNot);
                    }
                }
            }
        }
    }

    private static function littleFingerSlides(Part $part): int
    {
        $slides = 0;
        for ($i = 1; $i < \count($part->plan->notes); ++$i) {
            $slides += self::slidesBetween($part, $i - 1, $i);
        }

        return $slides;
    }

    private static function slidesBetween(Part $part, int $from, int $to): int
    {
        return self::slides($part->instrument, $part->plan->notes[$from]->fingering->touches, $part->plan->notes[$to]->fingering->touches);
    }

    /**
     * @param list<string> $before
     * @param list<string> $after
     */
    private static function slides(Instrument $instrument, array $before, array $after): int
    {
        $touches = $instrument->mechanism()->touches();
        $slides = 0;
        foreach (self::LITTLE_FINGERS as $finger) {
            $of = static fn (array $ids): array => array_values(array_filter($ids, static fn (string $id): bool => $touches[$id]->finger === $finger));
            $slides += [] !== array_diff($of($after), $before) && [] !== $of($before) ? 1 : 0;
        }

        return $slides;
    }

    /** Whether no choice of fingerings for the three notes before and after avoids the slide. */
    private static function isForced(Part $part, Instrument $instrument, int $at): bool
    {
        $first = max(0, $at - 3);
        $last = min(\count($part->study->notes) - 1, $at + 3);
        $paths = [[]];
        for ($i = $first; $i <= $last; ++$i) {
            $longer = [];
            foreach ($paths as $path) {
                foreach ($instrument->fingerings($part->study->notes[$i]->pitch()) as $fingering) {
                    if (!\in_array($fingering->use->value, ['default', 'alternate'], true)) {
                        continue;
                    }
                    if ([] === $path || 0 === self::slides($instrument, $path[\count($path) - 1], $fingering->touches)) {
                        $longer[] = [...$path, $fingering->touches];
                    }
                }
            }
            $paths = $longer;
        }

        return [] === $paths;
    }

    /** @return list<list<\SwiftReed\Instrument\Fingering>> */
    private static function allPlans(Part $part): array
    {
        $plans = [[]];
        foreach ($part->study->notes as $note) {
            $longer = [];
            foreach ($plans as $plan) {
                foreach ($part->instrument->fingerings($note->pitch()) as $fingering) {
                    $longer[] = [...$plan, $fingering];
                }
            }
            $plans = $longer;
        }

        return $plans;
    }

    /** @param list<\SwiftReed\Instrument\Fingering> $plan */
    private static function cost(Part $part, Changes $changes, array $plan): float
    {
        $quarters = $part->study->recipe->tempo->quarters() / 60;
        $sum = 0.0;
        foreach ($plan as $i => $fingering) {
            $midi = array_map(static fn ($note): int => $note->pitch()->midi(), $part->study->notes);
            $beside = array_values(array_intersect_key($midi, [$i - 1 => true, $i + 1 => true]));
            $held = array_map(static fn (int $k): array => $part->instrument->fingerings($part->study->notes[$k]->pitch())[0]->touches, array_keys(array_intersect_key($midi, [$i - 1 => true, $i + 1 => true])));
            $near = array_values(array_filter($midi, static fn (int $k): bool => abs($k - $i) <= 3, \ARRAY_FILTER_USE_KEY));
            $sum += $fingering->cost + 0.02 * abs($fingering->cents) + $fingering->context->cost($part->study->signature->fifths, $beside, $near, $held, false);
            if ($i > 0) {
                $speed = $quarters * 480 / $part->study->notes[$i - 1]->length;
                $sum += max(0.7, min(1.8, sqrt($speed / 2.0))) * $changes->between($part->study->notes[$i - 1]->pitch(), $plan[$i - 1], $part->study->notes[$i]->pitch(), $fingering)->difficulty;
            }
        }

        return $sum;
    }
}
