<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Record\MistakeKind;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use SwiftReed\Record\RecordError;
use SwiftReed\Record\WrittenMark;
use SwiftReed\Record\WrittenMistake;

/**
 * Written work: right answers are right in whatever right spelling, and wrong ones, made here with a mistake that is
 * known, are named so. Source of the kinds: the handbook, chapter 8, "Work it out".
 */
final class QuizTest extends TestCase
{
    private const KEYS = ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
    private const PLAYERS = [
        'flute', 'clarinet-bb', 'alto-sax', 'horn-f', 'trumpet-bb', 'trombone', 'english-horn', 'tuba-bbb',
    ];
    /** Letters round, and how many half steps each lies above C: the test's own knowledge. */
    private const LETTERS = ['C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11];
    private const MAJOR = [2, 2, 1, 2, 2, 2, 1];

    private static ?Quiz $quiz = null;

    private static function mark(QuizKind $kind, string $question, string $answer): WrittenMark
    {
        self::$quiz ??= new Quiz(Support::parts(), Support::instruments());

        return self::$quiz->mark($kind, $question, $answer);
    }

    /** Half steps above C, 0 to 11. */
    private static function pitchClass(string $name): int
    {
        return ((self::LETTERS[$name[0]] + substr_count($name, '#') - substr_count(
            substr($name, 1),
            'b',
        )) % 12 + 12) % 12;
    }

    private static function spelled(string $letter, int $class): string
    {
        $away = (($class - self::LETTERS[$letter] + 18) % 12) - 6;

        return $letter.str_repeat($away < 0 ? 'b' : '#', abs($away));
    }

    private static function letter(string $from, int $steps): string
    {
        $letters = array_keys(self::LETTERS);

        return $letters[((int) array_search($from, $letters, true) + $steps + 7) % 7];
    }

    /** @return list<string> a major scale from letters and steps alone */
    private static function major(string $tonic): array
    {
        $class = self::pitchClass($tonic);
        $notes = [$tonic];
        foreach (self::MAJOR as $k => $step) {
            $class = ($class + $step) % 12;
            $notes[] = self::spelled(self::letter($tonic[0], $k + 1), $class);
        }

        return $notes;
    }

    private static function assertMistake(WrittenMark $mark, int $at, MistakeKind $kind, string $what): void
    {
        self::assertFalse($mark->isRight, $what);
        self::assertCount(1, $mark->mistakes, $what.': '.json_encode($mark->data()));
        self::assertSame(
            [$at, $kind->value],
            [$mark->mistakes[0]->at, $mark->mistakes[0]->kind->value],
            $what.': '.$mark->mistakes[0]->says,
        );
        self::assertNotSame('', $mark->mistakes[0]->says);
    }

    public function testScalesAndTheirMistakes(): void
    {
        $made = ['right' => 0, 'twice' => 0, 'skipped' => 0, 'step' => 0, 'side' => 0];
        foreach (self::KEYS as $tonic) {
            $scale = self::major($tonic);
            foreach ([QuizKind::Scale, QuizKind::Tetrachords] as $kind) {
                $question = "own {$tonic} major";
                // Right, however it is written down.
                foreach ([
                    implode(' ', $scale),
                    implode(', ', $scale),
                    strtolower(implode(' ', $scale)),
                    implode(' ', \array_slice($scale, 0, 4)).' | '.implode(' ', \array_slice($scale, 4)),
                    implode(' ', \array_slice($scale, 0, 7)),
                    implode(' ', [...$scale, ...\array_slice(array_reverse($scale), 1)]),
                    strtr(implode(' ', $scale), ['b' => '♭', '#' => '♯']),
                    strtr(implode(', ', $scale), ['b' => ' flat', '#' => ' sharp']),
                ] as $answer) {
                    self::assertTrue(
                        self::mark($kind, $question, $answer)->isRight,
                        $question.': '.$answer.' '.json_encode(self::mark($kind, $question, $answer)->data()),
                    );
                    ++$made['right'];
                }
                for ($i = 1; $i < 7; ++$i) {
                    // The same sound on the letter of the note before it.
                    $twice = $scale;
                    $twice[$i] = self::spelled(self::letter($scale[$i][0], -1), self::pitchClass($scale[$i]));
                    if (\strlen($twice[$i]) < 4) { // nobody writes three signs
                        self::assertMistake(
                            self::mark($kind, $question, implode(' ', $twice)),
                            $i + 1,
                            MistakeKind::LetterTwice,
                            $question.': '.implode(' ', $twice),
                        );
                        ++$made['twice'];
                    }
                    // Left out.
                    $skipped = $scale;
                    array_splice($skipped, $i, 1);
                    self::assertMistake(
                        self::mark($kind, $question, implode(' ', $skipped)),
                        $i + 1,
                        MistakeKind::LetterSkipped,
                        $question.': '.implode(' ', $skipped),
                    );
                    // A half step up or down on its own letter.
                    foreach ([1, -1] as $off) {
                        $wrong = $scale;
                        $wrong[$i] = self::spelled($scale[$i][0], (self::pitchClass($scale[$i]) + $off + 12) % 12);
                        self::assertMistake(
                            self::mark($kind, $question, implode(' ', $wrong)),
                            $i + 1,
                            MistakeKind::WrongStep,
                            $question.': '.implode(' ', $wrong),
                        );
                        ++$made['step'];
                    }
                    ++$made['skipped'];
                }
            }
        }
        // The other side: the same sounds, each a letter further.
        foreach ([
            ['Gb', 'F#'], ['F#', 'Gb'], ['Db', 'C#'], ['C#', 'Db'], ['Cb', 'B'], ['B', 'Cb'],
        ] as [$asked, $given]) {
            self::assertMistake(
                self::mark(QuizKind::Scale, "own {$asked} major", implode(' ', self::major($given))),
                1,
                MistakeKind::SharpForFlat,
                $asked.' as '.$given,
            );
            ++$made['side'];
        }
        self::assertGreaterThan(140, $made['twice']);
        self::assertSame(
            ['right' => 240, 'skipped' => 180, 'step' => 360, 'side' => 6],
            array_diff_key($made, ['twice' => 1]),
        );
    }

    /**
     * The handbook, chapter 8: "F is used already and E is missing: the letter of the third note is E, so E sharp" (of
     * the tetrachord on C sharp, chapter 5).
     */
    public function testTheHandbooksOwnSentence(): void
    {
        $mark = self::mark(QuizKind::Scale, 'own C# tetrachord', 'C# D# F F#');
        self::assertMistake($mark, 3, MistakeKind::LetterTwice, 'C# D# F F#');
        self::assertSame(
            'F is used already and E is missing: the letter of note 3 is E, so E♯.',
            $mark->mistakes[0]->says,
        );
        self::assertSame(
            'Between 3 and 4 a half step is wanted, so B♭; A to B is a whole step.',
            self::mark(QuizKind::Scale, 'own F major', 'F G A B C D E F')->mistakes[0]->says,
        );
    }

    /** One sign of the other side among right ones, in every signature: named as such, and nothing else is. */
    public function testASignOfTheOtherSideIsNamed(): void
    {
        $count = 0;
        foreach (['G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'] as $tonic) {
            $wanted = Key::major(NoteName::parse($tonic))->signature()->alteredNotes();
            foreach ($wanted as $at => $name) {
                $twin = $name->at(4)
                    ->transpose(Interval::between(
                        Pitch::parse($name->alter > 0 ? 'B#4' : 'C4'),
                        Pitch::parse($name->alter > 0 ? 'C5' : 'B#3'),
                    ))
                    ->name();
                if (
                    [] !== array_filter($wanted, static fn (NoteName $one): bool => $one->equals($twin))
                    || \count($wanted) < 2
                ) {
                    continue;
                }
                $given = array_map(
                    static fn (NoteName $one): string => $one->equals($name) ? $twin->text() : $one->text(),
                    $wanted,
                );
                $mark = self::mark(QuizKind::Signature, 'own '.$tonic.' major', implode(' ', $given));
                self::assertSame(
                    [[$at + 1, $twin->text(), $name->text(), 'sharp for flat']],
                    array_map(
                        static fn (WrittenMistake $one): array => [
                            $one->at,
                            $one->given,
                            $one->wanted,
                            $one->kind->value,
                        ],
                        $mark->mistakes,
                    ),
                    $tonic.': '.implode(' ', $given),
                );
                ++$count;
            }
        }
        self::assertGreaterThan(40, $count);
    }

    /**
     * Spellings that are right are right: scales without a signature are told by what sounds. Check values: the
     * handbook, chapter 5, "From C".
     */
    public function testRightSpellingsAreNotRefused(): void
    {
        foreach ([
            ['own C blues', 'C Eb F Gb G Bb C'], ['own C blues', 'C D# F F# G A# C'], [
                'own C whole tone',
                'C D E F# G# A# C',
            ], ['own C whole tone', 'C D E Gb Ab Bb C'],
            [
                'own C diminished whole-half',
                'C D Eb F Gb Ab A B C',
            ], [
                'own C diminished whole-half',
                'C D D# F F# G# A B C',
            ], ['own C augmented arpeggio', 'C E G#'], ['own C augmented arpeggio', 'C E Ab C'],
            [
                'own G chromatic',
                'G G# A A# B C C# D D# E F F# G',
            ], ['own G chromatic', 'G Ab A Bb B C Db D Eb E F Gb G'], ['own A harmonic minor', 'A B C D E F G# A'],
            ['own A melodic minor', 'A B C D E F# G# A'], [
                'own A melodic minor',
                'A B C D E F# G# A G F E D C B A',
            ], ['concert F major trumpet-bb', 'G A B C D E F# G'],
        ] as [$question, $answer]) {
            if (str_contains($question, 'blues') && str_contains($answer, 'D#')) {
                continue; // a signature is printed there: its letters count
            }
            self::assertTrue(
                self::mark(QuizKind::Scale, $question, $answer)->isRight,
                $question.': '.$answer.' '.json_encode(self::mark(QuizKind::Scale, $question, $answer)->data()),
            );
        }
        self::assertFalse(
            self::mark(QuizKind::Scale, 'own A melodic minor', 'A B C D E F# G# A G# F# E D C B A')->isRight,
            'coming down it is the natural minor',
        );
    }

    public function testSignatures(): void
    {
        $flats = ['Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb', 'Fb'];
        $sharps = ['F#', 'C#', 'G#', 'D#', 'A#', 'E#', 'B#'];
        $count = 0;
        foreach ([
            'F' => -1, 'Bb' => -2, 'Eb' => -3, 'Ab' => -4, 'Db' => -5, 'Gb' => -6, 'Cb' => -7, 'C' => 0, 'G' => 1,
            'D' => 2, 'A' => 3, 'E' => 4, 'B' => 5, 'F#' => 6, 'C#' => 7,
        ] as $tonic => $fifths) {
            $question = "own {$tonic} major";
            $notes = \array_slice($fifths < 0 ? $flats : $sharps, 0, abs($fifths));
            self::assertTrue(
                self::mark(QuizKind::Signature, $question, [] === $notes ? 'none' : implode(' ', $notes))->isRight,
                $question,
            );
            self::assertTrue(
                self::mark(QuizKind::Signature, $question, implode(' ', array_reverse($notes)))->isRight,
                'in any order',
            );
            if (0 !== $fifths) {
                self::assertMistake(
                    self::mark(
                        QuizKind::Signature,
                        $question,
                        implode(' ', \array_slice($fifths < 0 ? $sharps : $flats, 0, abs($fifths))),
                    ),
                    1,
                    MistakeKind::SharpForFlat,
                    $question,
                );
                self::assertMistake(
                    self::mark(QuizKind::Signature, $question, implode(' ', \array_slice($notes, 0, -1))),
                    \count($notes),
                    MistakeKind::LetterSkipped,
                    $question,
                );
                ++$count;
            }
            if (abs($fifths) < 7 && 0 !== $fifths) {
                $more = [...$notes, ($fifths < 0 ? $flats : $sharps)[abs($fifths)]];
                self::assertMistake(
                    self::mark(QuizKind::Signature, $question, implode(' ', $more)),
                    \count($more),
                    MistakeKind::WrongName,
                    $question,
                );
            }
        }
        self::assertSame(14, $count);
    }

    /** Keys of all instruments, by half steps counted here. Check values: the handbook, chapter 5, "Keys". */
    public function testOwnAndConcertKeysAndLines(): void
    {
        self::assertTrue(self::mark(QuizKind::OwnKey, 'concert Bb alto-sax', 'G')->isRight);
        self::assertTrue(self::mark(QuizKind::OwnKey, 'concert F horn-f', 'C major')->isRight);
        self::assertTrue(self::mark(QuizKind::Line, 'own C horn-f', 'line 2')->isRight);
        self::assertTrue(self::mark(QuizKind::Line, 'own Bb alto-sax', '6')->isRight);
        $named = 0;
        foreach (self::PLAYERS as $id) {
            $transposition = Support::instruments()->instrument($id)->transposition;
            $up = ($transposition->halfSteps() % 12 + 12) % 12;
            foreach (PacketTable::lines() as $number => $concert) {
                $own = $transposition->writtenKey(Key::major($concert))->key->tonic;
                self::assertSame(($concert->pitchClass() + $up) % 12, $own->pitchClass(), $id);
                self::assertTrue(
                    self::mark(QuizKind::OwnKey, "concert {$concert->text()} {$id}", $own->text())->isRight,
                );
                self::assertTrue(
                    self::mark(QuizKind::ConcertKey, "own {$own->text()} {$id}", $concert->text())->isRight,
                );
                self::assertTrue(
                    self::mark(QuizKind::Line, "own {$own->text()} {$id}", (string) $number)->isRight,
                    "{$own->text()} on line {$number} for {$id}",
                );
                // Every spelling that is a key with seven signs at most is right.
                foreach (self::KEYS as $name) {
                    if (self::pitchClass($name) === $own->pitchClass()) {
                        self::assertTrue(
                            self::mark(QuizKind::OwnKey, "concert {$concert->text()} {$id}", $name)->isRight,
                            $name,
                        );
                    }
                }
                if (0 === $up) {
                    continue;
                }
                self::assertMistake(
                    self::mark(QuizKind::OwnKey, "concert {$concert->text()} {$id}", $concert->text()),
                    1,
                    MistakeKind::OwnForConcert,
                    "concert {$concert->text()} for {$id}",
                );
                self::assertMistake(
                    self::mark(QuizKind::ConcertKey, "own {$own->text()} {$id}", $own->text()),
                    1,
                    MistakeKind::OwnForConcert,
                    "own {$own->text()} for {$id}",
                );
                $other = NoteName::parse(self::KEYS[array_key_first(array_filter(
                    self::KEYS,
                    static fn (
                        string $name,
                    ): bool => self::pitchClass($name) === ($concert->pitchClass() - $up + 24) % 12,
                )) ?? 0]);
                self::assertMistake(
                    self::mark(QuizKind::OwnKey, "concert {$concert->text()} {$id}", $other->text()),
                    1,
                    MistakeKind::WrongStep,
                    "the other way, {$id}",
                );
                foreach (PacketTable::lines() as $line => $key) {
                    if ($key->pitchClass() === $own->pitchClass()) {
                        self::assertMistake(
                            self::mark(QuizKind::Line, "own {$own->text()} {$id}", (string) $line),
                            1,
                            MistakeKind::OwnForConcert,
                            "line {$line} for own {$own->text()}, {$id}",
                        );
                    }
                }
                $named += 4;
            }
        }
        self::assertGreaterThan(200, $named);
    }

    public function testDegreesTranspositionAndChords(): void
    {
        $made = 0;
        foreach (self::KEYS as $tonic) {
            $scale = self::major($tonic);
            foreach ([[0, 2, 4], [6, 1, 3], [5, 5, 0]] as $steps) {
                $question = "own {$tonic} major: ".implode(
                    ' ',
                    array_map(static fn (int $step): string => $scale[$step], $steps),
                );
                self::assertTrue(
                    self::mark(
                        QuizKind::Degrees,
                        $question,
                        implode(' ', array_map(static fn (int $step): string => (string) ($step + 1), $steps)),
                    )->isRight,
                    $question,
                );
                self::assertTrue(
                    self::mark(
                        QuizKind::Degrees,
                        $question,
                        strtr(
                            implode(', ', array_map(static fn (int $step): string => (string) ($step + 1), $steps)),
                            ['1' => '8'],
                        ),
                    )->isRight,
                    '8 is also 1',
                );
                $wrong = array_map(static fn (int $step): int => $step + 1, $steps);
                $wrong[1] = $wrong[1] % 7 + 1;
                self::assertMistake(
                    self::mark(QuizKind::Degrees, $question, implode(' ', $wrong)),
                    2,
                    MistakeKind::WrongName,
                    $question,
                );
                ++$made;
            }
            foreach (['trumpet-bb' => 2, 'alto-sax' => 9, 'horn-f' => 7] as $id => $up) {
                $concert = \array_slice($scale, 0, 5);
                $own = array_map(
                    static fn (string $name): string => self::spelled(
                        self::letter($name[0], [2 => 1, 9 => 5, 7 => 4][$up]),
                        (self::pitchClass($name) + $up) % 12,
                    ),
                    $concert,
                );
                $question = $id.' '.implode(' ', $concert);
                self::assertTrue(
                    self::mark(QuizKind::Transpose, $question, implode(' ', $own))->isRight,
                    $question.' '.implode(' ', $own),
                );
                self::assertMistake(
                    self::mark(QuizKind::Transpose, $question, implode(' ', $concert)),
                    1,
                    MistakeKind::OwnForConcert,
                    $question,
                );
                $wrong = $own;
                $wrong[2] = self::spelled($own[2][0], (self::pitchClass($own[2]) + 1) % 12);
                if (\strlen($wrong[2]) < 4) {
                    self::assertMistake(
                        self::mark(QuizKind::Transpose, $question, implode(' ', $wrong)),
                        3,
                        MistakeKind::WrongStep,
                        $question,
                    );
                }
                ++$made;
            }
        }
        self::assertSame(90, $made);
        // Check values: the handbook, chapter 5, "The triad pair B flat and C is played over C7 or G minor 7".
        self::assertTrue(self::mark(QuizKind::Chords, 'concert Bb triad pair C', 'C7')->isRight);
        self::assertTrue(self::mark(QuizKind::Chords, 'concert Bb triad pair C', 'G minor 7, C7')->isRight);
        self::assertMistake(
            self::mark(QuizKind::Chords, 'own C bebop', 'C7, Cmaj7'),
            2,
            MistakeKind::WrongName,
            'Cmaj7 over bebop',
        );
    }

    /** Every fingering that is taught is right; one touch more or less is named. */
    public function testFingerings(): void
    {
        self::assertTrue(self::mark(QuizKind::Fingering, 'trumpet-bb A4', '1 2')->isRight);
        self::assertTrue(self::mark(QuizKind::Fingering, 'trumpet-bb C5', 'open')->isRight);
        self::assertTrue(self::mark(QuizKind::Fingering, 'trombone D4', '1')->isRight);
        $named = 0;
        $right = 0;
        foreach (['trumpet-bb', 'clarinet-bb', 'alto-sax', 'bassoon', 'euphonium-bc'] as $id) {
            $instrument = Support::instruments()->instrument($id);
            $range = $instrument->player()->limit();
            for ($midi = $range->lowest->midi(); $midi <= $range->highest->midi(); ++$midi) {
                $pitch = Pitch::plain($midi, true);
                $taught = array_filter(
                    $instrument->fingerings($pitch),
                    static fn ($one): bool => \in_array(
                        $one->use,
                        [FingeringUse::Default, FingeringUse::Alternate],
                        true,
                    ),
                );
                $sets = array_map(static fn ($one): array => $one->touches, array_values($taught));
                $shown = static fn (array $touches): string => [] === $touches ? '0' : implode(
                    ' ',
                    MechanismKind::Valves === $instrument->mechanism()->kind()
                        ? array_map(static fn (string $one): string => ltrim($one, 'v'), $touches)
                        : $touches,
                );
                foreach ($sets as $touches) {
                    self::assertTrue(
                        self::mark(QuizKind::Fingering, $id.' '.$pitch->text(), $shown($touches))->isRight,
                        $id.' '.$pitch->text().': '.$shown($touches),
                    );
                    ++$right;
                }
                $usual = $sets[0];
                for ($k = 0; $k < \count($usual); ++$k) {
                    $less = array_values(array_diff($usual, [$usual[$k]]));
                    if (
                        \in_array($less, $sets, true)
                        || [] !== array_filter(
                            $sets,
                            static fn (array $one): bool => 0 === \count(array_diff($one, $less)),
                        )
                    ) {
                        continue; // that is taught too, or would be as near to another
                    }
                    $mark = self::mark(QuizKind::Fingering, $id.' '.$pitch->text(), $shown($less));
                    self::assertFalse($mark->isRight, $id.' '.$pitch->text().' without '.$usual[$k]);
                    self::assertSame(MistakeKind::WrongTouch, $mark->mistakes[0]->kind);
                    ++$named;
                }
            }
        }
        self::assertGreaterThan(300, $named, 'wrong ones');
        self::assertGreaterThan(250, $right, 'right ones');
    }

    /** What is made is understood, its answer is right, and the same seed makes the same. */
    public function testQuestionsAreMadeForEveryInstrument(): void
    {
        $quiz = new Quiz(Support::parts(), Support::instruments());
        $made = [];
        foreach (Support::instruments()->ids() as $k => $id) {
            $instrument = Support::instruments()->instrument($id);
            foreach (QuizKind::cases() as $kind) {
                if (QuizKind::Fingering === $kind && MechanismKind::None === $instrument->mechanism()->kind()) {
                    continue;
                }
                $question = $quiz->make($kind, $instrument, $k);
                self::assertTrue(
                    $quiz->mark($kind, $question->question, $question->answer)->isRight,
                    $question->question.': '.$question->answer,
                );
                self::assertSame($question->question, $quiz->make($kind, $instrument, $k)->question);
                self::assertNotSame('', $question->asks);
                // As it is said, it has no sign of the keyboard and no code of a touch.
                self::assertDoesNotMatchRegularExpression('/[A-G][b#](?![a-z])|\b[LR][1-4]\b|\bLT\b/', $question->says, $id);
                self::assertSame('' === $question->answer, '' === $question->says, $id);
                $made[$kind->value][$question->question] = true;
            }
        }
        foreach ($made as $kind => $questions) {
            self::assertGreaterThan(8, \count($questions), $kind.': not always the same');
        }
    }

    /** @return iterable<string, array{QuizKind, string, string, string}> */
    public static function refused(): iterable
    {
        yield 'no note' => [QuizKind::Scale, 'own F major', 'F G H', 'H'];
        yield 'a line where a key is asked for' => [QuizKind::Scale, 'own F major, thirds', 'F', 'own F major'];
        yield 'no instrument' => [QuizKind::OwnKey, 'concert Eb', 'F', 'concert Eb trumpet-bb'];
        yield 'own where concert is asked for' => [QuizKind::OwnKey, 'own Eb trumpet-bb', 'F', 'concert Eb trumpet-bb'];
        yield 'no number' => [QuizKind::Line, 'own C trumpet-bb', 'the third', 'for example "4"'];
        yield 'no touch of this instrument' => [QuizKind::Fingering, 'clarinet-bb Bb4', 'pinky', 'pinky'];
        yield 'a fourth valve that is not there' => [QuizKind::Fingering, 'trumpet-bb A4', '1-4', '"4"'];
        yield 'nothing to finger' => [QuizKind::Fingering, 'xylophone A4', '1', 'trumpet-bb A4'];
        yield 'notes of another scale' => [QuizKind::Degrees, 'own F major: B', '4', 'own F major: A C Bb'];
    }

    #[DataProvider('refused')]
    public function testRefusesWithASentence(QuizKind $kind, string $question, string $answer, string $says): void
    {
        try {
            self::mark($kind, $question, $answer);
            self::fail('it was understood');
        } catch (Mistake $error) {
            self::assertInstanceOf(RecordError::class, $error);
            self::assertStringContainsString($says, $error->getMessage());
        }
    }
}
