<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Player\WatchedNotes;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Study\SignsInForce;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Length;

final class StudyTest extends TestCase
{
    private const TONICS = ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G'];

    /** @return array<string, array{string}> */
    public static function instruments(): array
    {
        $ids = Support::instruments()->ids();

        return array_combine($ids, array_map(static fn (string $id): array => [$id], $ids));
    }

    #[DataProvider('instruments')]
    public function testEveryScaleInEveryKeyFitsEveryInstrumentAtEveryStage(string $id): void
    {
        $instrument = Support::instruments()->instrument($id);
        $scales = Support::scales()->names();
        foreach (self::TONICS as $i => $tonic) {
            foreach (Stage::cases() as $k => $stage) {
                foreach (['1 octave', '2 octaves', '5 notes', 'full range'] as $extent) {
                    $scale = $scales[(7 * $i + 11 * $k + \strlen($extent)) % \count($scales)];
                    $line = "concert $tonic ".('tetrachord' === $scale ? 'major' : $scale).", $extent";
                    $part = Support::part($line, $id, $stage);
                    $full = $instrument->range[Stage::Full->value];
                    $own = $instrument->range[$stage->value];
                    foreach ($part->study->notes as $n => $note) {
                        self::assertTrue($full->holds($note->pitch(), $note->pitch()), $line);
                        self::assertSame(
                            $note->pitch()->midi() - $instrument->transposition->halfSteps(),
                            $note->sounding->midi(),
                        );
                        self::assertContains(
                            strtr($part->plan->notes[$n]->fingering->text, ['thumb-bb' => 'LT']),
                            array_map(
                                static fn ($one): string => strtr($one->text, ['thumb-bb' => 'LT']),
                                $instrument->fingerings($note->pitch()),
                            ),
                            $line,
                        );
                        self::assertTrue(
                            $own->holds($note->pitch(), $note->pitch()) || [] !== $part->study->warnings,
                            "$line leaves the range of its stage without saying so",
                        );
                    }
                    if ('full range' === $extent && Support::scales()->material($scale)->hasEveryHalfStep()) {
                        self::assertSame(
                            [$own->lowest->midi(), $own->highest->midi()],
                            [
                                min(array_map(
                                    static fn (StudyNote $note): int => $note->pitch()->midi(),
                                    $part->study->notes,
                                )),
                                max(array_map(
                                    static fn (StudyNote $note): int => $note->pitch()->midi(),
                                    $part->study->notes,
                                )),
                            ],
                            'every note of the stage',
                        );
                        continue;
                    }
                    self::assertSame(
                        NoteName::parse($tonic)->pitchClass(),
                        $part->study->notes[0]->sounding->name()->pitchClass(),
                        $line,
                    );
                }
            }
        }
    }

    /** @return iterable<string, array{string}> */
    public static function rhythms(): iterable
    {
        foreach ([
            'whole notes', 'half notes', 'quarters', 'eighths', 'triplets', 'sixteenths', 'long ends',
            'long ends in eighths',
        ] as $rhythm) {
            foreach (['4/4', '3/4', '2/4', '6/8'] as $time) {
                if ('triplets' !== $rhythm || '6/8' !== $time) {
                    yield "$rhythm in $time" => ["$rhythm, $time"];
                }
            }
        }
    }

    #[DataProvider('rhythms')]
    public function testBarsAddUp(string $rhythm): void
    {
        foreach (['major', 'major pentatonic', 'blues', 'chromatic', 'arpeggio', 'triad', 'bebop'] as $scale) {
            foreach (['', ', long last', ', 2 octaves'] as $more) {
                $part = Support::part("own C $scale$more, $rhythm", 'clarinet-bb');
                $time = $part->study->recipe->timing->time;
                $sounding = [];
                foreach (BarLayout::bars($part->study) as $bar) {
                    $onset = ($bar->number - 1) * $time->barTicks();
                    $levels = 0;
                    foreach ($bar->items as $item) {
                        self::assertSame($onset, $item->onset);
                        $onset += $item->length;
                        if (!$item->isRest()) {
                            $sounding[$item->note] = ($sounding[$item->note] ?? 0) + $item->length;
                        }
                        $levels += match ($item->beams[0] ?? '') {
                            'begin' => 1, 'end' => -1, default => 0,
                        };
                    }
                    self::assertSame($bar->number * $time->barTicks(), $onset, "bar {$bar->number} of $scale$more");
                    self::assertSame(0, $levels, 'every beam that begins ends');
                }
                self::assertSame(
                    array_map(static fn (StudyNote $note): int => $note->length, $part->study->notes),
                    array_values($sounding),
                );
            }
        }
    }

    public function testTransposingEqualsBuildingOnTheNewTonic(): void
    {
        foreach (Support::scales()->names() as $name) {
            $material = Support::scales()->material($name);
            foreach (['M2', 'm3', 'P4', 'P5', 'M6'] as $by) {
                $interval = Interval::parse($by);
                foreach (['C4', 'F4', 'Bb3', 'E4'] as $tonic) {
                    $here = \SwiftReed\Pitch\Pitch::parse($tonic);
                    foreach ([$material->ascending($here), $material->descending($here)] as $direction => $scale) {
                        $there = 0 === $direction
                            ? $material->ascending($here->transpose($interval))
                            : $material->descending($here->transpose($interval));
                        for ($step = -3; $step <= $material->size() + 3; ++$step) {
                            $moved = $scale->note($step)->pitch->transpose($interval);
                            self::assertSame($moved->midi(), $there->note($step)->pitch->midi(), "$name from $tonic");
                            if (
                                !$material->isChromatic
                                && !$there->note($step)->plainName
                                && !$scale->note($step)->plainName
                            ) {
                                self::assertSame(
                                    $moved->text(),
                                    $there->note($step)->pitch->text(),
                                    "$name from $tonic",
                                );
                            }
                        }
                    }
                }
            }
        }
    }

    public function testSevenNoteScalesUseEachLetterOnce(): void
    {
        foreach (Support::scales()->names() as $name) {
            $material = Support::scales()->material($name);
            if (7 !== $material->size()) {
                continue;
            }
            foreach (self::TONICS as $tonic) {
                $letters = [];
                for ($step = 0; $step < 7; ++$step) {
                    $letters[$material->ascending(NoteName::parse(
                        $tonic,
                    )->at(4))->note($step)->pitch->letter->value] = true;
                }
                self::assertCount(7, $letters, "$tonic $name");
            }
        }
    }

    public function testAnAccidentalIsPrintedExactlyWhereTheSignatureAndTheBarDoNotSayIt(): void
    {
        foreach (['harmonic minor', 'blues', 'chromatic', 'diminished whole-half', 'major'] as $scale) {
            foreach (self::TONICS as $tonic) {
                $part = Support::part("own $tonic $scale, eighths", 'keyboard');
                foreach (BarLayout::bars($part->study) as $bar) {
                    $inForce = [];
                    foreach ($bar->items as $item) {
                        if ($item->isRest()) {
                            continue;
                        }
                        $pitch = $part->study->notes[$item->note]->pitch();
                        $said = null === $item->accidental
                            ? ($inForce[$pitch->staffPlace()] ?? $part->study->signature->alterOf($pitch->letter))
                            : $item->accidental->halfSteps;
                        self::assertSame($pitch->alter, $said, "$tonic $scale: a player would read another note");
                        $inForce[$pitch->staffPlace()] = $said;
                    }
                }
            }
        }
    }

    public function testRemindersStandBesideWhatTheSignatureAlters(): void
    {
        $part = Support::part('concert G major, 2 octaves', 'clarinet-bb');
        foreach ($part->study->notes as $note) {
            self::assertSame(
                \in_array($note->pitch()->name()->text(), ['C#', 'F#', 'G#'], true) ? '#' : null,
                $note->reminder?->besideNote(),
            );
        }
        $habit = Support::built(
            'concert C major',
            Support::instruments()->instrument('flute'),
            Stage::Full,
            reminders: Reminders::Habit,
        );
        $naturals = array_filter(
            $habit->study->notes,
            static fn (StudyNote $note): bool => 0 === $note->reminder?->halfSteps,
        );
        self::assertSame(
            ['A', 'B', 'E'],
            self::sorted(array_unique(array_map(
                static fn (StudyNote $note): string => $note->pitch()->name()->text(),
                $naturals,
            ))),
        );
    }

    /**
     * What one player gets wrong has its sign whatever the band wants, a natural too, and never beside a true
     * accidental.
     */
    public function testNotesThatGoWrongAgainAndAgainHaveASignOfTheirOwn(): void
    {
        foreach (['flute', 'clarinet-bb', 'alto-sax', 'horn-f', 'tuba-bbb'] as $id) {
            $instrument = Support::instruments()->instrument($id);
            foreach (['concert Bb major', 'concert A harmonic minor', 'concert G chromatic'] as $line) {
                foreach (Reminders::cases() as $level) {
                    $plain = Support::parts()->study(
                        Support::parts()->parser->parse($line),
                        $instrument,
                        new PlayerSettings(reminders: $level),
                    );
                    foreach ($plain->notes as $k => $note) {
                        $watched = WatchedNotes::none()->with($note->pitch()->name());
                        $study = Support::parts()->study(
                            Support::parts()->parser->parse($line),
                            $instrument,
                            new PlayerSettings(reminders: $level, watched: $watched),
                        );
                        $signs = new SignsInForce($study->signature, false);
                        foreach ($study->notes as $i => $one) {
                            $hasSign = $signs->take($one->pitch(), $one->bar);
                            $wanted = $one->pitch()->name()->equals($note->pitch()->name()) && !$hasSign
                                ? Accidental::of($one->pitch()->alter)->besideNote()
                                : $plain->notes[$i]->reminder?->besideNote();
                            self::assertSame(
                                $wanted,
                                $one->reminder?->besideNote(),
                                \sprintf('%s, %s, %s, note %d for %d', $id, $line, $level->value, $i, $k),
                            );
                        }
                    }
                }
            }
        }
    }

    /** @return iterable<string, array{string, string}> what is read, what it is */
    public static function watched(): iterable
    {
        yield 'two' => ['B, Eb', 'B, Eb'];
        yield 'in words' => ['b flat , F sharp,', 'Bb, F#'];
        yield 'twice' => ['B, Eb, B', 'Eb, B'];
        yield 'signs' => ['E♭,F♯', 'Eb, F#'];
        yield 'nothing' => [' ', ''];
    }

    #[DataProvider('watched')]
    public function testAListOfNotesIsRead(string $read, string $is): void
    {
        self::assertSame($is, WatchedNotes::parse($read)->text());
        self::assertSame($is, WatchedNotes::parse(WatchedNotes::parse($read)->text())->text());
    }

    public function testAListThatIsNoneIsRefused(): void
    {
        foreach (['H', 'B Eb', 'B4', 'C, D, E, F, G, A, B, C#, D#'] as $read) {
            try {
                WatchedNotes::parse($read);
                self::fail($read);
            } catch (PlayerError $error) {
                self::assertStringContainsString('for example "B, Eb"', $error->getMessage());
            }
        }
    }

    /** @return iterable<array{string, string}> line and what the refusal must say */
    public static function impossible(): iterable
    {
        yield ['concert F, 3 octaves', 'wider than the trumpet'];
        yield ['own Ab, from A4', 'not a note of this major'];
        yield ['own G, from G5, 2 octaves', 'range of the trumpet in B♭ is F♯3 to C6'];
        yield ['own D major, from F4 to A4', 'not a note of this major'];
        yield ['concert C chromatic, then arpeggio', 'has no arpeggio'];
        yield ['concert C triad, to the ninth', 'has no ninth'];
        yield ['own C tetrachord, 2 octaves', 'only its own few notes'];
        yield ['concert C, triplets, 6/8', 'three eighths fill a beat'];
        yield ['concert C, 3/4, click 2 and 4', 'expected it in 4/4'];
    }

    #[DataProvider('impossible')]
    public function testTheImpossibleIsRefusedWithAReasonAndAnExample(string $line, string $says): void
    {
        try {
            Support::part($line, 'trumpet-bb');
            self::fail('it was played');
        } catch (StudyError $error) {
            self::assertStringContainsString($says, $error->getMessage());
        }
    }

    public function testSlursHangTogether(): void
    {
        foreach ([
            'slurred', 'slur 2 tongue 2', 'tongue 1 slur 3', 'tongue up slur down', 'tongued', 'legato',
        ] as $articulation) {
            $isOpen = false;
            $notes = Support::study("concert F, 2 octaves, then arpeggio, $articulation", 'clarinet-bb')->notes;
            foreach ($notes as $note) {
                self::assertSame(
                    $isOpen,
                    Attack::None === $note->attack,
                    "$articulation: only a note inside a slur is slurred into",
                );
                self::assertSame($isOpen, Slur::Continue === $note->slur || Slur::Stop === $note->slur);
                $isOpen = Slur::Start === $note->slur || Slur::Continue === $note->slur;
            }
            self::assertFalse($isOpen, "$articulation: the last slur ends");
        }
    }

    public function testATromboneSlursOnlyWhereThePartialChangesAgainstTheSlide(): void
    {
        $part = Support::part('concert F, slurred', 'trombone');
        foreach ($part->study->notes as $i => $note) {
            if (0 === $i || $part->study->notes[$i - 1]->breathAfter) {
                continue;
            }
            [$before, $after] = [$part->plan->notes[$i - 1]->fingering, $part->plan->notes[$i]->fingering];
            $rises = $note->pitch()->midi() > $part->study->notes[$i - 1]->pitch()->midi();
            $out = $after->onSlide()->out <=> $before->onSlide()->out;
            $isTrue = $before->partial !== $after->partial && (0 === $out || ($out > 0) === $rises);
            self::assertSame($isTrue ? Attack::None : Attack::Soft, $part->attack($i), "note $i");
        }
        self::assertNotContains(Attack::Soft, self::attacks(Support::part('concert F, slurred', 'euphonium-bc')));
    }

    /** @return list<Attack> */
    private static function attacks(Part $part): array
    {
        return array_map($part->attack(...), array_keys($part->study->notes));
    }

    public function testFractionsAreReduced(): void
    {
        self::assertSame(
            ['0', '1/8', '3/4', '2', '1/12', '1/6', '3/16'],
            array_map(Length::fraction(...), [0, 1680, 10080, 26880, 1120, 2240, 2520]),
        );
    }

    public function testFoldedLinesStayTheSameMusicAnOctaveAway(): void
    {
        foreach (self::TONICS as $tonic) {
            $plain = self::numbers(Support::part("concert $tonic, then arpeggio", 'keyboard'));
            $folded = Support::part("concert $tonic, fold, then arpeggio", 'trumpet-bb', Stage::Full);
            self::assertSame($plain, self::numbers($folded));
            $octaves = 0;
            $moves = array_column($folded->study->moves, 'octaves', 'at');
            foreach ($folded->study->notes as $i => $note) {
                $octaves = $moves[$i] ?? $octaves;
                self::assertSame($octaves, $note->tone->octaves, 'every move is listed');
            }
        }
    }

    /** @return list<string> */
    private static function numbers(Part $part): array
    {
        return array_map(static fn (StudyNote $note): string => $note->tone->degree, $part->study->notes);
    }

    /**
     * @param array<string> $words
     *
     * @return list<string>
     */
    private static function sorted(array $words): array
    {
        sort($words);

        return array_values($words);
    }
}
