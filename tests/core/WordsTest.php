<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\Likeness;
use SwiftReed\Explain\Speech;
use SwiftReed\Explain\TuningWords;
use SwiftReed\Fingering\EventKind;
use SwiftReed\Fingering\Occasions;
use SwiftReed\Fingering\ReasonKind;
use SwiftReed\Fingering\Surroundings;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Study\StudyError;
use SwiftReed\Words\Catalogue;

/**
 * Every sentence is read over many random lines, and each thing it claims is checked against the plan: what is held,
 * what follows, which notes are named, whether the choice made avoids what the reason names.
 */
final class WordsTest extends TestCase
{
    private const LINES = 900;
    /** @var list<Part> */
    private static array $parts = [];
    /** @var list<bool> whether a part is a first-year player's */
    private static array $isFirstYear = [];

    public static function setUpBeforeClass(): void
    {
        $dice = new Randomizer(new Mt19937(31));
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        $setups = array_values(array_filter(
            Support::setups(),
            static fn (
                array $one,
            ): bool => 'none' !== Support::instruments()->instrument($one[0])->mechanism()->kind()->value,
        ));
        for ($i = 0; $i < self::LINES; ++$i) {
            [$id, $setup] = $pick($setups);
            $line = $pick(['own ', 'concert ']).$pick([
                'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B',
            ]).' '.$pick([
                'major', 'natural minor', 'harmonic minor', 'chromatic', 'arpeggio', 'diminished seventh arpeggio',
                'whole tone', 'blues', 'lydian',
            ])
                .$pick(['', '', ', 2 octaves', ', to the ninth']).$pick([
                    '', '', ', thirds', ', tetra', ', five-and-back', ', cell 1 2 1 2 1 2 up only',
                ])
                .', '.$pick([
                    'whole notes, 60', 'quarters, 60', 'eighths, 96', 'sixteenths, 60', 'sixteenths, 108',
                ]).$pick(['', ', slurred', ', tongue 1 slur 3']);
            try {
                $stage = $pick(Stage::cases());
                self::$parts[] = Support::built($line, Support::instruments()->instrument($id, $setup), $stage);
                self::$isFirstYear[] = Stage::First === $stage;
            } catch (StudyError|StudyLineError) {
                continue;
            }
        }
    }

    public static function tearDownAfterClass(): void
    {
        self::$isFirstYear = [];
        self::$parts = [];
    }

    /** A passage in which two fingers take turns has one reason, told once, and the turns are there. */
    public function testTurnsOfTwoFingersHaveOneReason(): void
    {
        $told = 0;
        $lines = [
            ['own B major, 2 octaves, tetra, eighths, 60', 'clarinet-bb'],
            ['own E major, 2 octaves, five-and-back, eighths, 80', 'clarinet-bb'],
            ['own E major, tetra, eighths, 80', 'bassoon'],
            ['concert Eb harmonic minor, to the ninth, cell 1 2 1 2 1 2 up only, eighths, 96', 'bassoon'],
            ['own Db major, 2 octaves, five-and-back, sixteenths, 60', 'oboe'],
        ];
        foreach ([...self::$parts, ...array_map(static fn (array $one): Part => Support::part(...$one), $lines)] as $part) {
            $touches = $part->instrument->mechanism()->touches();
            foreach ($part->plan->notes as $i => $note) {
                $why = $note->why();
                if (null === $why?->pattern) {
                    continue;
                }
                $here = $part->line().' for '.$part->instrument->id.', note '.($i + 1);
                $says = Told::english($part)->why($i);
                if (ReasonKind::PatternGoesOn === $why->kind) {
                    self::assertStringContainsString('from note '.($why->from + 1).' on', $says, $here);
                    self::assertSame(ReasonKind::Pattern, $part->plan->notes[$why->from]->why()?->kind, $here);
                    continue;
                }
                ++$told;
                self::assertSame($i, $why->from, $here);
                self::assertStringContainsString(
                    \sprintf('notes %d to %d', $why->pattern->from + 1, $why->pattern->to + 1),
                    $says,
                    $here,
                );
                for ($k = $why->pattern->from; $k <= $why->pattern->to; ++$k) {
                    $keys = array_filter(
                        $part->plan->notes[$k]->fingering->touches,
                        static fn (string $id): bool => \in_array($touches[$id]->finger, ['L4', 'R4', 'RT'], true),
                    );
                    self::assertCount(1, $keys, $here);
                    self::assertSame(
                        $why->pattern->fingers[$k - $why->pattern->from],
                        $touches[reset($keys)]->finger,
                        $here,
                    );
                    if ($k > $why->pattern->from) {
                        self::assertNotContains(EventKind::LittleFingerTwice->value, $part->plan->notes[$k]->flags, $here);
                    }
                }
            }
        }
        self::assertGreaterThan(5, $told);
    }

    public function testEveryChoiceThatIsNotUsualHasAnOccasionAndAReasonThatHolds(): void
    {
        $read = 0;
        foreach (self::$parts as $part) {
            foreach ($part->plan->notes as $i => $note) {
                if (FingeringUse::Default === $note->fingering->use) {
                    self::assertSame('', Told::english($part)->why($i));
                    continue;
                }
                ++$read;
                $here = $part->line().' for '.$part->instrument->id.' '.implode(
                    ',',
                    $part->instrument->setup,
                ).', note '.($i + 1).': '.Told::english($part)->why($i);
                self::assertNotNull($note->occasion, $here);
                self::assertTrue($note->fingering->use->mayBeChosen(), $here);
                self::assertLessThanOrEqual(20.0, abs($note->fingering->centsAsPlayed()), $here);
                self::assertGreaterThan(
                    \strlen(Catalogue::english()->say((new FingeringWords($part->instrument))->difference(
                        $part->instrument->fingerings($part->study->notes[$i]->pitch())[0],
                        $note->fingering,
                    ))) + 2,
                    \strlen(Told::english($part)->why($i)),
                    $here.' says why',
                );
                $this->checkClaims($part, $i, $here);
            }
        }
        self::assertGreaterThan(700, $read);
    }

    private function checkClaims(Part $part, int $i, string $here): void
    {
        $words = Told::english($part)->why($i);
        $reason = $part->plan->notes[$i]->why();
        $name = static fn (int $k): string => isset(
            $part->study->notes[$k],
        ) ? $part->study->notes[$k]->pitch()->name()->sign() : '-';
        $around = [$name($i - 1), $name($i + 1)];
        self::assertNotNull($reason);
        if (ReasonKind::Avoids === $reason->kind) {
            // What would happen does not happen in the line as it stands.
            foreach ($part->plan->hardSpots as $spot) {
                if ($spot->from === $reason->from) {
                    foreach ($spot->events as $event) {
                        self::assertNotSame($reason->event?->key(), $event->key(), $here);
                    }
                }
            }
            self::assertStringEndsWith($name($reason->from).' to '.$name($reason->from + 1), $words, $here);
        }
        foreach ([
            '/beside ([A-G][♭♯]*)/u' => static fn (array $m): bool => \in_array($m[1], $around, true),
            '/([A-G][♭♯]*) before and after/u' => static fn (array $m): bool => $around === [$m[1], $m[1]],
            '/: between ([A-G][♭♯]*) and ([A-G][♭♯]*)/u' => static fn (array $m): bool => $around === [$m[1], $m[2]],
            '/by (?:step|leap) from ([A-G][♭♯]*)/u' => static fn (array $m): bool => $m[1] === $around[0],
            '/back and forth with ([A-G][♭♯]*)/u' => static fn (array $m): bool => \in_array($m[1], $around, true),
        ] as $pattern => $isTrue) {
            if (1 === preg_match($pattern, $words, $found)) {
                self::assertTrue($isTrue($found), $here);
            }
        }
        if (str_contains($words, 'in a chromatic run')) {
            $midi = array_map(static fn ($note): int => $note->pitch()->midi(), $part->study->notes);
            $runs = false;
            for ($from = max(0, $i - 2); $from <= $i && isset($midi[$from + 2]); ++$from) {
                $runs = $runs
                    || (
                        1 === abs($midi[$from + 1] - $midi[$from])
                            && $midi[$from + 2] - $midi[$from + 1] === $midi[$from + 1] - $midi[$from]
                    );
            }
            self::assertTrue($runs, $here);
        }
        if (str_contains($words, 'hold the right index finger')) {
            self::assertContains('R1', $part->plan->notes[$i - 1]->fingering->touches, $here);
            self::assertContains('R1', $part->plan->notes[$i + 1]->fingering->touches, $here);
        }
        if (str_contains($words, 'there is no B natural or C flat')) {
            self::assertNotContains(
                11,
                array_map(static fn ($note): int => $note->pitch()->midi() % 12, $part->study->notes),
                $here,
            );
        }
    }

    /** "It belongs elsewhere" names a place, and only one that is not here. */
    public function testWhatBelongsElsewhereDoesNotBelongHere(): void
    {
        $told = 0;
        foreach (self::$parts as $k => $part) {
            $surroundings = Surroundings::ofStudy($part->study, Weights::shipped()->longBeats);
            $occasions = new Occasions($part->instrument, self::$isFirstYear[$k], $surroundings);
            foreach ($part->plan->notes as $i => $note) {
                $default = $part->instrument->fingerings($part->study->notes[$i]->pitch())[0];
                foreach ($note->alternates as $other) {
                    $words = Told::english($part)->whyNot($other);
                    if (!str_starts_with($words, 'it belongs elsewhere: ')) {
                        continue;
                    }
                    ++$told;
                    $its = [...$other->fingering->always, ...$other->fingering->may];
                    $here = $part->line().' for '.$part->instrument->id.' '.implode(
                        ',',
                        $part->instrument->setup,
                    ).', note '
                        .($i + 1).': '.$words;
                    self::assertGreaterThan(\strlen('it belongs elsewhere: '), \strlen($words), $here);
                    $holds = $occasions->holding($its, $surroundings[$i], $default, $other->fingering);
                    self::assertTrue(null === $holds || self::$isFirstYear[$k], $here);
                }
            }
        }
        self::assertGreaterThan(500, $told);
    }

    public function testSentencesAreEnglishAndNameNoCode(): void
    {
        $read = 0;
        foreach (self::$parts as $n => $part) {
            $sentences = [];
            foreach ($part->plan->notes as $i => $note) {
                $sentences[] = Told::english($part)->why($i);
                if (0 === $n % 6) {
                    foreach ($note->alternates as $alternate) {
                        $sentences[] = Told::english($part)->whyNot($alternate);
                        $sentences[] = Told::english($part)->when($alternate->fingering);
                    }
                    $sentences[] = Told::english($part)->tuning($i);
                    array_push($sentences, ...array_values(array_filter(Told::english($part)->voice($i))));
                    $keys = (new FingeringWords($part->instrument))->pointedOut(
                        $note->fingering,
                        $part->study->notes[$i]->pitch(),
                    );
                    array_push($sentences, ...array_map(Catalogue::english()->say(...), $keys));
                }
            }
            foreach ($part->plan->hardSpots as $spot) {
                $sentences[] = Told::english($part)->hard($spot);
                self::assertNotSame('', Told::english($part)->hard($spot));
            }
            if (0 === $n % 6) {
                foreach (Told::english($part)->talk() as $note) {
                    self::assertNotSame([], $note['says']);
                    array_push($sentences, ...$note['says']);
                }
            }
            foreach (array_unique($sentences) as $sentence) {
                ++$read;
                $here = $part->line().' for '.$part->instrument->id.': '.$sentence;
                self::assertDoesNotMatchRegularExpression(
                    '/\b([lr](E|F|Fs|Gs|Cs|Eb)|k(A|Gs)|reg|oct\d?|[LR][1-4T]|cs-thumb|flick-[acd]|side-\w+|palm-\w+|low-\w+|bb-\w+|thumb-bb)\b/',
                    str_replace(['octave', 'side key', 'palm key'], '', $sentence),
                    $here,
                );
                self::assertDoesNotMatchRegularExpression(
                    '/\b(beside|before|after|from|to|with|low) [b-g]\b/',
                    $sentence,
                    $here.': a note lower-cased',
                );
                self::assertDoesNotMatchRegularExpression(
                    '/[♯♭]{3}|  |\bthe the\b|(\b[\w ]{12,}\b)[;,] \1(?=$|[;.])|\.\.|: ?$|: ?\./u',
                    $sentence,
                    $here,
                );
                self::assertStringNotContainsString('many fingers move', $sentence, $here);
                self::assertStringNotContainsString('as good', $sentence, $here);
            }
        }
        self::assertGreaterThan(3000, $read);
    }

    public function testHardSpotsSayWhatHappens(): void
    {
        $counted = 0;
        foreach (self::$parts as $part) {
            foreach ($part->plan->hardSpots as $spot) {
                $words = Told::english($part)->hard($spot);
                $here = $part->line().' for '.$part->instrument->id.': '.$words;
                $before = $part->plan->notes[$spot->from]->fingering;
                $after = $part->plan->notes[$spot->to]->fingering;
                if (1 === preg_match(
                    '/(one|two|three|four|five|six|seven|eight) fingers?( and the thumb)? move at once/',
                    $words,
                    $claim,
                )) {
                    $touches = $part->instrument->mechanism()->touches();
                    $together = [
                        ...array_diff($before->touches, $before->momentary, $after->touches, $after->indifferent),
                        ...array_diff($after->touches, $before->touches, $before->indifferent),
                        ...array_diff(array_intersect($after->touches, $before->momentary), $before->indifferent),
                    ];
                    $fingers = array_unique(array_map(
                        static fn (string $id): string => $touches[$id]->finger,
                        $together,
                    ));
                    $thumbs = array_filter($fingers, static fn (string $finger): bool => 'T' === $finger[1]);
                    self::assertSame(
                        [Speech::number(\count($fingers) - \count($thumbs)), [] !== $thumbs],
                        [$claim[1], '' !== ($claim[2] ?? '')],
                        $here,
                    );
                    ++$counted;
                }
                preg_match_all(
                    '/in the (left|right) hand the ([a-z, ]+) fingers? lands? as the ([a-z, ]+) fingers? lifts?/',
                    $words,
                    $claims,
                    \PREG_SET_ORDER,
                );
                foreach ($claims as $claim) {
                    $this->checkHand($part, $claim[1], $claim[2], $before, $after, $here);
                    $this->checkHand($part, $claim[1], $claim[3], $after, $before, $here);
                    ++$counted;
                }
                if (str_contains($words, 'over the break')) {
                    self::assertGreaterThan(
                        1,
                        $part->instrument->breakBetween(
                            $part->study->notes[$spot->from]->pitch(),
                            $part->study->notes[$spot->to]->pitch(),
                        ),
                        $here,
                    );
                }
                if (str_contains($words, 'slide from')) {
                    self::assertGreaterThanOrEqual(3.99, abs($before->onSlide()->out - $after->onSlide()->out), $here);
                }
                if (str_contains($words, 'half-hole')) {
                    self::assertNotSame(
                        [],
                        array_filter(
                            $after->touches,
                            static fn (string $id): bool => $part->instrument->mechanism()->touches()[$id]->isHalfHole,
                        ),
                        $here,
                    );
                }
                if (1 === preg_match(
                    '/(the thumb comes off as the index goes on)|(the thumb goes on as the index comes off)/',
                    $words,
                    $found,
                )) {
                    self::assertSame(
                        '' === ($found[2] ?? ''),
                        !\in_array('LT', $after->touches, true) && !\in_array('thumb-bb', $after->touches, true),
                        $here,
                    );
                }
                if (str_contains($words, 'no other way')) {
                    self::assertNotSame(
                        [],
                        array_filter($spot->events, static fn ($event): bool => $event->isUnclean()),
                        $here,
                    );
                }
                foreach ($spot->events as $event) {
                    if (\in_array($event->kind, [EventKind::LittleFingerTwice, EventKind::FingerSlides], true)) {
                        $touches = $part->instrument->mechanism()->touches();
                        self::assertSame($touches[$event->from]->finger, $touches[$event->to]->finger, $here);
                        self::assertNotContains(
                            $touches[$event->to]->part,
                            ['palm', 'side'],
                            $here.': nothing slides to a palm or side key',
                        );
                    }
                }
            }
        }
        self::assertNotSame([], self::$parts);
        self::assertGreaterThan(100, $counted);
    }

    /**
     * Fingers that are said to land have a touch down after that they had not before; and nothing that they give up.
     */
    private function checkHand(
        Part $part,
        string $hand,
        string $said,
        Fingering $before,
        Fingering $after,
        string $here,
    ): void {
        $touches = $part->instrument->mechanism()->touches();
        $of = static fn (array $some): array => array_map(
            static fn (string $id): string => $touches[$id]->fingerSpoken(),
            array_values($some),
        );
        $landing = $of(array_diff($after->touches, $before->touches));
        $lifting = $of(array_diff($before->touches, $after->touches, $after->indifferent));
        foreach (preg_split('/, | and /', $said) ?: [] as $finger) {
            $name = $hand.' '.trim($finger).' finger';
            self::assertContains($name, $landing, $here);
            self::assertNotContains($name, $lifting, $here);
        }
    }

    /** The likeness of every fingering of every instrument, held against the lower note's own chart. */
    public function testALikenessIsTrueOfTheNoteItNames(): void
    {
        $read = 0;
        foreach (Support::setups() as [$id, $setup]) {
            $instrument = Support::instruments()->instrument($id, $setup);
            if (!$instrument->mechanism() instanceof Keywork) {
                continue;
            }
            foreach (Support::range($instrument) as $pitch) {
                foreach ($instrument->fingerings($pitch) as $fingering) {
                    $words = Catalogue::english()->sentence((new Likeness($instrument))->of($pitch, $fingering));
                    if ('' === $words) {
                        continue;
                    }
                    ++$read;
                    self::assertTrue(
                        $this->isLike($instrument, $pitch->midi(), $fingering, $words)
                            || $this->isOneTouchFrom($instrument, $fingering, $words),
                        $id.' '.$pitch->text().' '.$fingering->text.': '.$words,
                    );
                }
            }
        }
        self::assertGreaterThan(500, $read);
        foreach ([
            ['clarinet-bb', 'B4', 'The same as low E, with the register key opened.'],
            ['clarinet-bb', 'C6', 'The same as F4, with the register key opened.'],
            ['clarinet-bb', 'B5', 'The same as E4, with the register key opened.'],
            ['flute', 'D5', 'Like low D, with the left index finger up.'],
            ['alto-sax', 'F#5', 'The same as low F♯, with the octave key opened.'],
            ['oboe', 'D5', 'Like low D, with the left index finger on half its hole.'],
        ] as [$id, $note, $expected]) {
            $instrument = Support::instruments()->instrument($id);
            $pitch = \SwiftReed\Pitch\Pitch::parse($note);
            self::assertStringStartsWith(
                $expected,
                Catalogue::english()->sentence(
                    (new Likeness($instrument))->of($pitch, $instrument->fingerings($pitch)[0]),
                ),
                $id,
            );
        }
    }

    /** "E4 without the left thumb", "D4 and the left ring finger". */
    private function isOneTouchFrom(Instrument $instrument, Fingering $fingering, string $words): bool
    {
        if (1 !== preg_match('/^(Low )?([A-G])([♯♭]*)(\d?) (without|and) (.*)\.$/u', $words, $found)) {
            return false;
        }
        $name = \SwiftReed\Pitch\NoteName::parse($found[2].strtr($found[3], ['♯' => '#', '♭' => 'b']));
        foreach (Support::range($instrument) as $pitch) {
            $isNamed = $pitch->name()->pitchClass() === $name->pitchClass()
                && ('' === $found[4] || $pitch->octave === (int) $found[4]);
            $other = $instrument->fingerings($pitch)[0];
            [$more, $less] = 'and' === $found[5] ? [$fingering, $other] : [$other, $fingering];
            $changed = array_values(array_diff($more->touches, $less->touches));
            if ($isNamed && 1 === \count($changed) && [] === array_diff($less->touches, $more->touches)) {
                $touch = $instrument->mechanism()->touches()[$changed[0]];
                $says = $touch->isHole ? 'the '.$touch->fingerSpoken() : 'the '.$touch->says;

                return $says === $found[6] || !$touch->isHole;
            }
        }

        return false;
    }

    private function isLike(Instrument $instrument, int $midi, Fingering $fingering, string $words): bool
    {
        if (1 !== preg_match('/(?:same as|Like) (low )?([A-G])([♯♭]*)(\d?)/u', $words, $found)) {
            return false;
        }
        foreach ([12, 19] as $below) {
            foreach (
                ($instrument->mechanism() instanceof Keywork ? $instrument->mechanism()->chart : [])[$midi - $below]
                ?? [] as $lower
            ) {
                $name = \SwiftReed\Pitch\NoteName::parse($found[2].strtr(
                    $found[3],
                    ['♯' => '#', '♭' => 'b'],
                ))->pitchClass();
                $octave = '' === $found[4] || intdiv($midi - $below, 12) - 1 === (int) $found[4];
                $changed = [
                    ...array_diff($fingering->touches, $lower->touches),
                    ...array_diff($lower->touches, $fingering->touches),
                ];
                $fingers = array_unique(array_map(
                    static fn (string $id): string => $instrument->mechanism()->touches()[$id]->finger,
                    $changed,
                ));
                if ($name === ($midi - $below) % 12 && $octave && (\count($changed) <= 1 || 1 === \count($fingers))) {
                    return true;
                }
            }
        }

        return false;
    }

    public function testHelpForIntonationNamesWhatTheInstrumentHas(): void
    {
        $tuning = static function (string $id, string $note, string ...$setup): string {
            $instrument = Support::instruments()->instrument($id, array_values($setup));
            $fingering = $instrument->fingerings(\SwiftReed\Pitch\Pitch::parse($note))[0];

            $tuning = $instrument->tuning(\SwiftReed\Pitch\Pitch::parse($note), $fingering, $fingering->cents);
            self::assertNotNull($tuning);

            return Catalogue::english()->say((new TuningWords($instrument))->card($fingering, $tuning, false));
        };
        self::assertStringContainsString('third slide out', $tuning('trumpet-bb', 'C#4'));
        self::assertStringContainsString('first slide out', $tuning('trumpet-bb', 'A4'));
        self::assertStringContainsString('hand', $tuning('horn-f', 'A4'));
        self::assertStringNotContainsString('slide', $tuning('horn-f', 'A4'));
        self::assertStringContainsString('expect it sharp', $tuning('tuba-bbb', 'B1', '4-valves'));
        self::assertStringNotContainsString('lip', $tuning('tuba-bbb', 'B1', '4-valves'), 'beyond 20 cents');
        self::assertStringContainsString('lip it down', $tuning('tuba-bbb', 'G2'));
        self::assertSame('31 cents flat: slide a third of a position in', $tuning('trombone', 'G4'));
        self::assertStringContainsString('an eighth of a position in', $tuning('trombone', 'B3'));
        self::assertStringContainsString('nothing can be raised in first position', $tuning('trombone', 'D4'));
    }
}
