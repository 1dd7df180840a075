<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Pitch;

/**
 * The laws that check every chart. Source: the handbook, chapter 4 (common practice and the acoustics of the tube).
 */
final class ChartLawsTest extends TestCase
{
    /** @return array<string, array{string, list<string>}> */
    public static function setups(): array
    {
        return Support::setups();
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testEveryHalfStepOfTheRangeHasADefaultFirst(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        foreach (Support::range($instrument) as $pitch) {
            $fingerings = $instrument->fingerings($pitch);
            self::assertNotSame([], $fingerings, $pitch->text());
            self::assertSame(FingeringUse::Default, $fingerings[0]->use, $pitch->text());
            $texts = array_map(
                static fn (Fingering $fingering): string => $fingering->text.' '.$fingering->partial,
                $fingerings,
            );
            self::assertSame($texts, array_unique($texts), $pitch->text().' lists a fingering twice');
        }
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testNoFingerIsUsedTwiceUnlessTheChartNamesIt(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        $keywork = $instrument->mechanism();
        if (!$keywork instanceof Keywork) {
            self::assertNotSame('keywork', $keywork->kind()->value);

            return;
        }
        foreach ($keywork->chart as $midi => $fingerings) {
            foreach ($fingerings as $fingering) {
                $byFinger = [];
                foreach ($fingering->touches as $touch) {
                    $byFinger[$keywork->touches()[$touch]->finger][] = $touch;
                }
                foreach ($byFinger as $touches) {
                    $named = array_filter(
                        $keywork->together,
                        static fn (array $group): bool => [] === array_diff($touches, $group),
                    );
                    self::assertTrue(
                        1 === \count($touches) || [] !== $named,
                        Pitch::plain($midi, true)->text().': '.implode(' ', $touches),
                    );
                }
            }
        }
    }

    /**
     * @return iterable<string, array{string, string, string, int, string}> instrument, from, to, half steps,
     *  added touch
     */
    public static function overblowing(): iterable
    {
        foreach (['clarinet-bb', 'clarinet-eb', 'bass-clarinet'] as $clarinet) {
            yield $clarinet => [$clarinet, 'E3', 'F4', 19, 'reg'];
        }
        foreach (['alto-sax', 'baritone-sax'] as $sax) {
            yield $sax => [$sax, 'D4', 'C#5', 12, 'oct'];
        }
        yield 'flute' => ['flute', 'E4', 'C#5', 12, ''];
        yield 'piccolo' => ['piccolo', 'E4', 'C#5', 12, ''];
    }

    #[DataProvider('overblowing')]
    public function testOverblowingKeepsTheFingering(
        string $id,
        string $from,
        string $to,
        int $halfSteps,
        string $added,
    ): void {
        $instrument = Support::instruments()->instrument($id);
        foreach (range(Pitch::parse($from)->midi(), Pitch::parse($to)->midi()) as $midi) {
            $low = self::touchSets($instrument, $midi);
            $high = self::touchSets($instrument, $midi + $halfSteps);
            $expected = $low[0];
            if ('' !== $added) {
                $expected[] = $added;
                sort($expected);
            }
            self::assertSame($expected, $high[0], Pitch::plain($midi, true)->text());
            if (19 === $halfSteps) { // on the clarinet the law holds for every alternate that is no trick of the throat
                foreach ($instrument->fingerings(Pitch::plain($midi, true)) as $fingering) {
                    $touches = [...$fingering->touches, $added];
                    sort($touches);
                    if (\in_array('LT', $fingering->touches, true) && !str_contains($fingering->text, 'side-fs')) {
                        self::assertContains($touches, $high, $fingering->text);
                    }
                }
            }
        }
    }

    public function testOboeAndBassoonOverblowByHalfHoleAndOctaveKeys(): void
    {
        foreach ([
            ['C#4', 'Eb4', 'half', 'L1'],
            ['E4', 'G#4', 'oct1', ''],
            ['A4', 'C5', 'oct2', ''],
        ] as [$from, $to, $adds, $drops]) {
            foreach (range(Pitch::parse($from)->midi(), Pitch::parse($to)->midi()) as $midi) {
                $expected = [
                    ...array_diff(self::touchSets(Support::instruments()->instrument('oboe'), $midi)[0], [$drops]),
                    $adds,
                ];
                sort($expected);
                self::assertSame($expected, self::touchSets(Support::instruments()->instrument('oboe'), $midi + 12)[0]);
            }
        }
        // From F sharp 2 to D 3 and their octaves: without whisper key, flicks and resonance key the touches are the
        // same; on the first three the index is half open.
        $bassoon = Support::instruments()->instrument('bassoon');
        foreach (range(Pitch::parse('F#2')->midi(), Pitch::parse('D3')->midi()) as $midi) {
            // The whisper key stays down through G sharp 3 and is off from A 3.
            $low = array_values(array_diff(
                self::touchSets($bassoon, $midi)[0],
                $midi > Pitch::parse('G#2')->midi() ? ['whisper'] : [],
            ));
            $high = array_values(array_diff(
                self::touchSets($bassoon, $midi + 12)[0],
                ['flick-a', 'flick-c', 'flick-d', 'eb'],
            ));
            if ($midi <= Pitch::parse('G#2')->midi()) {
                $low = [...array_diff($low, ['L1']), 'half'];
                sort($low);
            }
            self::assertSame($low, $high, Pitch::plain($midi, true)->text());
        }
    }

    public function testTheFlutesSecondDAndEFlatLiftTheIndex(): void
    {
        foreach (['D4' => 'D5', 'Eb4' => 'Eb5'] as $low => $high) {
            self::assertSame(
                array_values(array_diff(Support::touches('flute', $low), ['L1'])),
                Support::touches('flute', $high),
            );
        }
    }

    public function testLiftingFromTheBottomNeverLowersThePitch(): void
    {
        $registers = ['clarinet-bb' => ['E3', 'F4'], 'alto-sax' => ['D4', 'B4'], 'flute' => ['D4', 'B4']];
        foreach ($registers as $id => [$from, $to]) {
            $instrument = Support::instruments()->instrument($id);
            $touches = $instrument->mechanism()->touches();
            $before = null;
            foreach (range(Pitch::parse($from)->midi(), Pitch::parse($to)->midi()) as $midi) {
                // Of the main holes alone: going up, none that was open closes but for forks, where the one above it
                // opens.
                $closed = array_values(array_filter(
                    $instrument->fingerings(Pitch::plain($midi, true))[0]->touches,
                    static fn (string $id): bool => $touches[$id]->isHole,
                ));
                if (null !== $before) {
                    $newly = array_diff($closed, $before);
                    $opened = array_diff($before, $closed);
                    self::assertTrue(
                        [] === $newly || [] !== $opened,
                        $id.' '.Pitch::plain($midi, true)->text().' closes a hole and opens none',
                    );
                }
                $before = $closed;
            }
        }
    }

    /**
     * Tube lengths add: each valve adds (2^(n/12) - 1) of the open tube. Source: the physics of the tube; figures as in
     * the handbook, in cents sharp of equal temperament.
     */
    public function testValveCombinationsComeOutSharp(): void
    {
        $trumpet = Support::instruments()->instrument('trumpet-bb');
        $onSecondPartial = ['A3' => 10.6, 'G#3' => 15.5, 'G3' => 30.3, 'F#3' => 53.6];
        foreach ($onSecondPartial as $note => $cents) {
            self::assertEqualsWithDelta($cents, $trumpet->fingerings(Pitch::parse($note))[0]->cents, 0.05, $note);
        }
        $euphonium = Support::instruments()->instrument('euphonium-bc', ['4-valves']);
        foreach (['E2' => ['2-4', 25], 'Eb2' => ['1-4', 48]] as $note => [$valves, $cents]) {
            $fingering = $euphonium->fingerings(Pitch::parse($note))[0];
            self::assertSame($valves, $fingering->valves);
            self::assertEqualsWithDelta($cents, $fingering->cents, 0.5);
        }
    }

    public function testTheSeventhPartialIsNeverADefaultOnValvesNorInFirstPosition(): void
    {
        foreach (Support::setups() as [$id, $setup]) {
            $instrument = Support::instruments()->instrument($id, $setup);
            if (!\in_array($instrument->mechanism()->kind()->value, ['valves', 'slide'], true)) {
                continue;
            }
            foreach (Support::range($instrument) as $pitch) {
                foreach ($instrument->fingerings($pitch) as $fingering) {
                    self::assertNotContains($fingering->partial, [11, 13, 14], $id);
                    if (7 === $fingering->partial) {
                        self::assertTrue(
                            'slide' === $instrument->mechanism()->kind()->value
                                ? !$fingering->onSlide()->isIn()
                                : FingeringUse::Default !== $fingering->use,
                            $id.' '.$pitch->text(),
                        );
                    }
                }
            }
        }
    }

    /** @return list<list<string>> */
    private static function touchSets(Instrument $instrument, int $midi): array
    {
        return array_map(static function (Fingering $fingering): array {
            $touches = $fingering->touches;
            sort($touches);

            return $touches;
        }, $instrument->fingerings(Pitch::plain($midi, true)));
    }

    /**
     * Of two fingerings in one mode the one with fewer closed and more open pads is never lower; it catches invented
     * fingerings. Fingerings for trills belong to the mode of the note they are trilled with.
     */
    public function testFewerClosedPadsAreNeverLower(): void
    {
        $compared = 0;
        foreach (Support::setups() as [$id, $setup]) {
            $instrument = Support::instruments()->instrument($id, $setup);
            $keywork = $instrument->mechanism();
            if (!$keywork instanceof Keywork) {
                continue;
            }
            self::assertNotSame([], $keywork->modes, $id);
            $compared += self::comparePads($keywork, $id, []);
        }
        self::assertGreaterThan(20000, $compared);
        foreach ([
            ['clarinet-bb', 'F#3', ['LT', 'L1', 'L2', 'L3', 'R2', 'R3']],
            ['alto-sax', 'G#4', ['L1', 'L2', 'L3', 'gs', 'R1']],
            ['oboe', 'C#4', ['L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'c']],
        ] as [$id, $note, $touches]) {
            $keywork = Support::instruments()->instrument($id)->mechanism();
            self::assertInstanceOf(Keywork::class, $keywork);
            try {
                self::comparePads($keywork, $id, [[Pitch::parse($note)->midi(), $touches]]);
            } catch (\PHPUnit\Framework\AssertionFailedError $caught) {
                self::assertStringContainsString(implode(' ', $touches), $caught->getMessage());
                continue;
            }
            self::fail('an invented fingering passes: '.$id.' '.$note);
        }
    }

    /** @param list<array{int, list<string>}> $invented notes and touches besides the chart's */
    private static function comparePads(Keywork $keywork, string $id, array $invented): int
    {
        $compared = 0;
        foreach ($keywork->modes as [$lowest, $highest]) {
            $inMode = [];
            foreach ($keywork->chart as $midi => $fingerings) {
                foreach ($fingerings as $fingering) {
                    $at = [$midi];
                    foreach (FingeringUse::Trill === $fingering->use ? $fingering->may : [] as $occasion) {
                        $at = $occasion->condition(\SwiftReed\Instrument\ConditionKind::Alternation)->notes ?? $at;
                    }
                    usort($at, static fn (int $a, int $b): int => abs($a - $midi) <=> abs($b - $midi));
                    if ($at[0] >= $lowest && $at[0] <= $highest) {
                        $inMode[] = [$midi, $fingering->touches, $keywork->openPads($fingering->touches)];
                    }
                }
            }
            foreach ($invented as [$midi, $touches]) {
                if ($midi >= $lowest && $midi <= $highest) {
                    $inMode[] = [$midi, $touches, $keywork->openPads($touches)];
                }
            }
            foreach ($inMode as [$low, $touches, $open]) {
                foreach ($inMode as [$high, $others, $openThere]) {
                    ++$compared;
                    if ($low < $high && [] === array_diff($openThere, $open)) {
                        self::fail(\sprintf(
                            '%s: %s [%s] has every pad open that %s [%s] has, and is lower',
                            $id,
                            Pitch::plain($low, true)->text(),
                            implode(' ', $touches),
                            Pitch::plain($high, true)->text(),
                            implode(' ', $others),
                        ));
                    }
                }
            }
        }

        return $compared;
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testNoTwoNotesShareAFingeringUnlessTheChartSaysHowTheyAreToldApart(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        if (!$instrument->mechanism() instanceof Keywork) {
            self::assertNotSame('keywork', $instrument->mechanism()->kind()->value);

            return;
        }
        $seen = [];
        foreach (Support::range($instrument) as $pitch) {
            foreach ($instrument->fingerings($pitch) as $fingering) {
                $touches = $fingering->touches;
                sort($touches);
                $seen[implode(' ', $touches).' / '.implode(' ', $fingering->momentary)][$pitch->midi()] = $fingering;
            }
        }
        foreach ($seen as $text => $notes) {
            if (\count($notes) < 2) {
                continue;
            }
            $midi = array_keys($notes);
            // A flute's second octave is its first blown up; anything else has its word.
            $isOverblown = 2 === \count($midi) && 12 === $midi[1] - $midi[0] && 'Flutes' === $instrument->family;
            $isTold = [] !== array_filter(
                $notes,
                static fn (Fingering $one): bool => null !== $one->voicing || FingeringUse::Trill === $one->use,
            );
            self::assertTrue(
                $isOverblown || $isTold,
                $id.': '.$text.' gives '.implode(
                    ' and ',
                    array_map(static fn (int $one): string => Pitch::plain($one, true)->text(), $midi),
                ),
            );
        }
        self::assertNotSame([], $seen);
    }

    /**
     * Every set-up changes something: a fingering, a plan, or the range; or there is nothing to choose and it says so.
     */
    public function testEverySetupChangesSomething(): void
    {
        foreach (Support::instruments()->ids() as $id) {
            $bare = Support::instruments()->instrument($id);
            foreach (Support::instruments()->setups($id) as $name => $says) {
                $with = Support::instruments()->instrument($id, [$name]);
                if (
                    self::chart($bare) !== self::chart($with)
                    || array_map(
                        static fn ($one): string => $one->spoken(),
                        $bare->range,
                    ) !== array_map(static fn ($one): string => $one->spoken(), $with->range)
                    || $bare->usedSlides !== $with->usedSlides
                    || self::plans($bare) !== self::plans($with)
                ) {
                    continue;
                }
                // What holds anyway is named so that it can be said; where every note has one fingering there is none
                // to choose among.
                self::assertTrue(
                    self::isUsual($id, $name) || ('one-fingering' === $name && self::neverChooses($bare)),
                    "$id: $name changes nothing",
                );
            }
        }
    }

    private static function isUsual(string $id, string $name): bool
    {
        foreach (Support::instruments()->setupGroups($id) as $group) {
            if (isset($group['choices'][$name])) {
                return false;
            }
        }

        return true;
    }

    private static function neverChooses(Instrument $instrument): bool
    {
        foreach (Support::range($instrument) as $pitch) {
            foreach ($instrument->fingerings($pitch) as $fingering) {
                if ([] !== $fingering->always || ([] !== $fingering->may && FingeringUse::Trill !== $fingering->use)) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @return list<string> */
    private static function chart(Instrument $instrument): array
    {
        return array_map(
            static fn (Pitch $pitch): string => implode(
                '; ',
                array_map(
                    static fn (Fingering $one): string => $one->text.' '.$one->use->value,
                    $instrument->fingerings($pitch),
                ),
            ),
            Support::range($instrument),
        );
    }

    /** @return list<string> */
    private static function plans(Instrument $instrument): array
    {
        $plans = [];
        foreach ([
            'own A major, 2 octaves, sixteenths, 100',
            'own C chromatic, 2 octaves, sixteenths, 100',
            'own F major, 2 octaves, sixteenths, 100',
            'own Bb arpeggio, sixteenths, 100',
            'own C arpeggio, from C3, sixteenths, 100',
            'own C natural minor, 5 notes, from C4, sixteenths, 100',
            ...array_map(
                static fn (
                    string $tonic,
                ): string => "own $tonic phrygian, cell 1 2 1 2 1 2 up only, 5 notes, sixteenths, 100",
                ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'],
            ),
        ] as $line) {
            try {
                $plans[] = implode(
                    ' | ',
                    array_map(
                        static fn ($note): string => $note->fingering->text.' '.implode(' ', $note->resting),
                        Support::built($line, $instrument)->plan->notes,
                    ),
                );
            } catch (\SwiftReed\Study\StudyError) {
                continue;
            }
        }

        return $plans;
    }

    public function testSetupsTogetherTakeTheWiderRange(): void
    {
        $highest = static fn (
            string $id,
            string ...$setup,
        ): string => Support::instruments()->instrument(
            $id,
            array_values($setup),
        )->range[\SwiftReed\Player\Stage::Full->value]->highest->text();
        self::assertSame(
            ['F#6', 'F6', 'C7', 'C7', 'C7'],
            [
                $highest('alto-sax'),
                $highest('alto-sax', 'no-high-f-sharp'),
                $highest('alto-sax', 'altissimo'),
                $highest('alto-sax', 'altissimo', 'high-f-sharp'),
                $highest('alto-sax', 'altissimo', 'no-high-f-sharp'),
            ],
        );
        $baritone = Support::instruments()->instrument(
            'baritone-sax',
            ['low-a', 'altissimo'],
        )->range[\SwiftReed\Player\Stage::Full->value];
        self::assertSame(['A3', 'C7'], [$baritone->lowest->text(), $baritone->highest->text()]);
        self::assertSame('E5', $highest('bassoon', 'high-e', 'whisper-lock'));
    }
}
