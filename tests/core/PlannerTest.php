<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;

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
                        self::assertTrue(
                            0 === $i
                                || 0 === self::slidesBetween($part, $i - 1, $i)
                                || self::isForced($part, $instrument, $i),
                            "$tonic $scale, $extent, note $i",
                        );
                    }
                }
            }
        }
    }

    public function testEveryChangeOverTheBreakIsAHardSpot(): void
    {
        foreach (['own G major', 'own A major, 2 octaves', 'own C chromatic, 2 octaves'] as $line) {
            $part = Support::part($line, 'clarinet-bb');
            $marked = array_map(
                static fn ($spot): int => $spot->to,
                array_filter(
                    $part->plan->hardSpots,
                    static fn ($spot): bool => str_contains(Told::english($part)->hard($spot), 'over the break'),
                ),
            );
            $crossing = [];
            foreach ($part->study->notes as $i => $note) {
                if ($i > 0 && ($note->pitch()->midi() >= 71) !== ($part->study->notes[$i - 1]->pitch()->midi() >= 71)) {
                    $crossing[] = $i;
                }
            }
            self::assertSame($crossing, array_values($marked), $line);
        }
        $flute = Support::part('own G major', 'flute');
        self::assertSame(
            [],
            array_filter(
                $flute->plan->hardSpots,
                static fn ($spot): bool => str_contains(Told::english($flute)->hard($spot), 'break'),
            ),
        );
    }

    public function testALongThrowOfTheSlideIsAHardSpot(): void
    {
        $part = Support::part('concert F, from F2, up', 'trombone');
        self::assertContains('slide from 1 to 6', array_map(Told::english($part)->hard(...), $part->plan->hardSpots), 'there is time');
        $fast = Support::part('concert F, from F2, up, sixteenths, quarter = 100', 'trombone');
        self::assertContains('slide from 1 to 6: no other way', array_map(Told::english($fast)->hard(...), $fast->plan->hardSpots));
        $withAttachment = Support::part('concert F, from F2, up', 'trombone', Stage::Full, 'f-attachment');
        self::assertSame(
            [],
            array_filter(
                $withAttachment->plan->hardSpots,
                static fn ($spot): bool => str_contains(Told::english($withAttachment)->hard($spot), 'slide from'),
            ),
        );
    }

    public function testTheSamePlanComesOutEveryTime(): void
    {
        $first = Support::part('own Db chromatic, 2 octaves, sixteenths', 'clarinet-bb');
        $second = \SwiftReed\Score\PartBuilder::shipped()->read(
            'own Db chromatic, 2 octaves, sixteenths',
            Support::instruments()->instrument('clarinet-bb'),
        );
        self::assertEquals($first->plan, $second->plan);
    }

    public function testWhatIsNotTheDefaultHasAReason(): void
    {
        foreach (['clarinet-bb', 'alto-sax', 'flute', 'trombone', 'trumpet-bb'] as $id) {
            foreach (['Db', 'E', 'Bb', 'F#'] as $tonic) {
                $part = Support::part("own $tonic major, sixteenths, 90", $id);
                foreach ($part->plan->notes as $i => $note) {
                    self::assertSame(
                        'default' === $note->fingering->use->value,
                        '' === Told::english($part)->why($i),
                        $id.' '.$tonic.' '.$note->fingering->text,
                    );
                    foreach ($note->alternates as $alternate) {
                        self::assertNotSame('', Told::english($part)->whyNot($alternate));
                        self::assertGreaterThanOrEqual(0.0, $alternate->costHere);
                    }
                }
            }
        }
    }

    public function testADrillGoesBackAndForthThenAroundThenThroughTheLineWithTheLinesFingerings(): void
    {
        $line = Support::part('own A major, 2 octaves, eighths', 'clarinet-bb');
        $drill = Support::part('own A major, 2 octaves, eighths, drill after note 8', 'clarinet-bb');
        $names = array_map(static fn ($note): string => $note->pitch()->text(), $drill->study->notes);
        self::assertSame(
            [
                'A4', 'B4', 'A4', 'B4', 'A4', 'B4', 'A4', 'B4', 'A4', 'G#4', 'A4', 'B4', 'C#5', 'G#4', 'A4', 'B4',
                'C#5', 'A3',
            ],
            \array_slice($names, 0, 18),
        );
        self::assertCount(17 + 29, $names);
        self::assertSame(
            $line->plan->notes[8]->fingering->text,
            $drill->plan->notes[1]->fingering->text,
            'not the trill fingering',
        );
        $bar = $drill->study->recipe->timing->time->barTicks();
        foreach ([9, 13, 17] as $section) {
            self::assertSame(0, $drill->study->notes[$section]->onset % $bar, 'every part begins a bar');
        }
        self::assertSame(2 * $drill->study->notes[17]->length, $drill->study->notes[0]->length, 'slowly first');
        $this->expectException(\SwiftReed\Study\StudyError::class);
        Support::part('own A major, drill after note 15', 'clarinet-bb');
    }

    public function testTheLineIsPlannedAroundPins(): void
    {
        $build = static fn (string ...$pins): Part => Support::built(
            'own A major, 2 octaves, up',
            Support::instruments()->instrument('clarinet-bb'),
            Stage::Full,
            pins: array_map(\SwiftReed\Fingering\Pin::parse(...), array_values($pins)),
        );
        foreach (['B4 = rE', '9 = rE', 'note 9 = rE', 'B4 > C#5 = rE > lFs', 'E3 to C5 = rE'] as $pin) {
            $plan = $build($pin)->plan;
            self::assertContains('rE', $plan->notes[8]->fingering->touches, $pin);
            self::assertContains('lFs', $plan->notes[9]->fingering->touches, $pin.': C sharp goes to the other hand');
            self::assertContains('pinned', $plan->notes[8]->flags);
            self::assertSame('note 9 = rE' === $pin ? '9 = rE' : $pin, \SwiftReed\Fingering\Pin::parse($pin)->text());
        }
        $said = static fn (Part $part): string => implode("\n", array_map(Told::english($part)->hard(...), $part->plan->hardSpots));
        self::assertStringContainsString('the pin forces this', $said($build('B4 = lE', 'C#5 = lFs')));
        self::assertStringNotContainsString('the pin forces this', $said($build('B4 = lE')));
        foreach (['B4', 'B4 = ', '= lE', 'H4 = x', 'B4 > C5 = lE', '0 = lE'] as $nonsense) {
            try {
                \SwiftReed\Fingering\Pin::parse($nonsense);
                self::fail($nonsense.' was understood');
            } catch (\SwiftReed\Fingering\PinError $error) {
                self::assertStringContainsString('for example', $error->getMessage());
            }
        }
        $this->expectException(\SwiftReed\Fingering\PinError::class);
        $build('B4 = bis');
    }

    /**
     * Three thousand random lines: every note has a fingering of its chart, no finger is on two keys, every reason is
     * said.
     */
    public function testRandomLinesArePlayable(): void
    {
        $dice = new \Random\Randomizer(new \Random\Engine\Mt19937(4711));
        $setups = array_values(Support::setups());
        $scales = Support::scales()->names();
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        $extents = ['', ', 2 octaves', ', 5 notes', ', to the ninth', ', full range', ', fold'];
        for ($i = 0; $i < 3000; ++$i) {
            [$id, $setup] = $pick($setups);
            $scale = $pick($scales);
            $extent = 'tetrachord' === $scale || str_contains($scale, 'ar') || str_contains($scale, 'triad')
                ? ''
                : $pick($extents);
            $line = 'concert '.$pick([
                'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B',
            ]).' '.$scale.$extent.$pick(['', ', up', ', eighths', ', sixteenths, 120', ', slurred']);
            $part = Support::part($line, $id, $pick(Stage::cases()), ...$setup);
            self::assertCount(\count($part->study->notes), $part->plan->notes);
            $touches = $part->instrument->mechanism()->touches();
            foreach ($part->plan->notes as $n => $note) {
                $chart = array_map(
                    static fn ($one): string => strtr($one->text, ['LT' => 'thumb', 'thumb-bb' => 'thumb']),
                    $part->instrument->fingerings($part->study->notes[$n]->pitch()),
                );
                if (!\in_array(strtr($note->fingering->text, ['LT' => 'thumb', 'thumb-bb' => 'thumb']), $chart, true)) {
                    self::fail("$line for $id: note $n has a fingering of another note");
                }
                foreach ($note->fingering->touches as $touch) {
                    if (!isset($touches[$touch])) {
                        self::fail("$line for $id: $touch is no touch of this instrument");
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
        return self::slides(
            $part->instrument,
            $part->plan->notes[$from]->fingering->touches,
            $part->plan->notes[$to]->fingering->touches,
        );
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
            $of = static fn (array $ids): array => array_values(array_filter(
                $ids,
                static fn (string $id): bool => $touches[$id]->finger === $finger,
            ));
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
                    if (
                        [] === $path
                        || 0 === self::slides($instrument, $path[\count($path) - 1], $fingering->touches)
                    ) {
                        $longer[] = [...$path, $fingering->touches];
                    }
                }
            }
            $paths = $longer;
        }

        return [] === $paths;
    }
}
