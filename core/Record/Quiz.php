<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\LineNames;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\Chord;
use SwiftReed\Scale\Material;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Wording;

/**
 * Written work: makes questions for an instrument, and marks answers with the mistake named. Enharmonic spellings that
 * are right are right.
 *
 * Source: the handbook, chapter 8, "Work it out".
 */
final readonly class Quiz
{
    private const EXAMPLES = [
        'scale' => 'own F major',
        'tetrachords' => 'own F major',
        'signature' => 'own Eb major',
        'degrees' => 'own F major: A C Bb',
        'own-key' => 'concert Eb trumpet-bb',
        'concert-key' => 'own F trumpet-bb',
        'line' => 'own F trumpet-bb',
        'fingering' => 'trumpet-bb A4',
        'transpose' => 'trumpet-bb F A C',
        'chords' => 'own C blues',
    ];
    private const SCALES = ['major', 'natural minor', 'harmonic minor', 'melodic minor'];
    private const FOR_CHORDS = [
        'major pentatonic', 'blues', 'bebop', 'dorian', 'mixolydian', 'diminished half-whole', 'altered', 'whole tone',
    ];

    public function __construct(private PartBuilder $parts, private InstrumentLibrary $instruments)
    {
    }

    /**
     * @param string $question as the command line writes it: "own F major", "concert Eb trumpet-bb", "trumpet-bb A4"
     *
     * @throws RecordError                     when question or answer is not understood
     * @throws \SwiftReed\Knowledge\Mistake when the question names something that there is not
     */
    public function mark(QuizKind $kind, string $question, string $answer): WrittenMark
    {
        return match ($kind) {
            QuizKind::Scale, QuizKind::Tetrachords => $this->scale($kind, $question, $answer),
            QuizKind::Signature => $this->signature($question, $answer),
            QuizKind::Degrees => $this->degrees($question, $answer),
            QuizKind::OwnKey, QuizKind::ConcertKey => $this->key($kind, $question, $answer),
            QuizKind::Line => $this->line($question, $answer),
            QuizKind::Fingering => $this->fingering($question, $answer),
            QuizKind::Transpose => $this->transpose($question, $answer),
            QuizKind::Chords => $this->chords($question, $answer),
        };
    }

    /**
     * A question for an instrument; the same for the same seed.
     *
     * @param list<NoteName> $keys written tonics that are due; any when none are said
     */
    public function make(
        QuizKind $kind,
        Instrument $instrument,
        int $seed,
        array $keys = [],
        Stage $stage = Stage::Full,
    ): QuizQuestion {
        $random = new Randomizer(new Mt19937($seed));
        $one = static fn (array $of): mixed => $of[$random->getInt(0, \count($of) - 1)];
        $concert = $one([] === PacketTable::lines() ? [] : array_values(PacketTable::lines()));
        \assert($concert instanceof NoteName);
        $own = $instrument->transposition->writtenKey(Key::major($concert))->key->tonic;
        if ([] !== $keys) {
            $own = $keys[$random->getInt(0, \count($keys) - 1)];
            $concert = $instrument->transposition->concertKey(Key::major($own))->tonic;
        }
        $scale = self::SCALES[$random->getInt(0, \count(self::SCALES) - 1)];
        $tonic = 'major' === $scale ? $own : NoteName::fromFifths($own->fifths() + 3);
        [$question, $asks] = match ($kind) {
            QuizKind::Scale => [
                \sprintf('own %s %s', $tonic->text(), $scale),
                Wording::of('quiz.write-out-one', [
                    'title' => KeyNames::title($tonic, $this->parts->scales->material($scale)),
                ]),
            ],
            QuizKind::Tetrachords => [
                \sprintf('own %s major', $own->text()),
                Wording::of('quiz.build-major-from', ['own' => $own->sign()]),
            ],
            QuizKind::Signature => [
                \sprintf('own %s major', $own->text()),
                Wording::of('quiz.which-notes-does', ['own' => $own->sign()]),
            ],
            QuizKind::Degrees => $this->degreesQuestion($own, $random),
            QuizKind::OwnKey => [
                \sprintf('concert %s %s', $concert->text(), $instrument->id),
                Wording::of('quiz.director-says-concert', [
                    'concert' => $concert->sign(),
                    'called' => self::called($instrument),
                ]),
            ],
            QuizKind::ConcertKey => [
                \sprintf('own %s %s', $own->text(), $instrument->id),
                Wording::of('quiz.you-play-major', ['own' => $own->sign(), 'called' => self::called($instrument)]),
            ],
            QuizKind::Line => [
                \sprintf('own %s %s', $own->text(), $instrument->id),
                Wording::of('quiz.which-line-packet', ['own' => $own->sign()]),
            ],
            QuizKind::Fingering => $this->fingeringQuestion($instrument, $stage, $random),
            QuizKind::Transpose => $this->transposeQuestion($instrument, $concert),
            QuizKind::Chords => $this->chordsQuestion($own, $random),
        };

        $wanted = $this->mark($kind, $question, $this->blank($kind))->wanted;

        return new QuizQuestion($kind, $question, $asks, $wanted, self::said($kind, $instrument, $question, $wanted));
    }

    /** A right answer in the words of a teacher: touches by their names, notes with printed signs. */
    private static function said(QuizKind $kind, Instrument $instrument, string $question, string $wanted): string
    {
        if (QuizKind::Chords === $kind) {
            return strtr($wanted, ['b' => '♭', '#' => '♯']); // as Chord::sign(), whatever names are in force
        }
        if (QuizKind::Fingering !== $kind) {
            return LineNames::inForce()->printed($wanted);
        }
        $note = Pitch::parse(trim((string) strrchr($question, ' ')));

        return Catalogue::english()->sentence(
            (new FingeringWords($instrument))->whole($instrument->fingerings($note)[0], null, $note),
        );
    }

    /** An answer that is understood and wrong, to get at the right one. */
    private function blank(QuizKind $kind): string
    {
        return match ($kind) {
            QuizKind::Degrees => '1',
            QuizKind::Line => '1',
            QuizKind::Fingering,
            QuizKind::Chords,
            QuizKind::Signature => '',
            default => 'C',
        };
    }

    private function scale(QuizKind $kind, string $question, string $answer): WrittenMark
    {
        [$tonic, $material] = $this->subject($kind, $question);
        $up = $material->ascending($tonic->at(4));
        $down = $material->descending($tonic->at(4));
        $top = $material->isShort ? $material->size() - 1 : $material->size();
        $wanted = array_map(static fn (int $step): NoteName => $up->note($step)->pitch->name(), range(0, $top));
        $given = NoteSpelling::read($answer);
        $byPitch = !$material->printsSignature || $material->isChromatic;
        $best = NoteSpelling::mistakes($given, $wanted, $byPitch);
        // Without its top tonic it is the same scale; down again it is that and more.
        $forms = [\array_slice($wanted, 0, -1)];
        if ($top > 0 && \count($given) > $top + 1) {
            $forms[] = [
                ...$wanted,
                ...array_map(static fn (int $step): NoteName => $down->note($step)->pitch->name(), range($top - 1, 0)),
            ];
        }
        foreach ($forms as $form) {
            $mistakes = NoteSpelling::mistakes($given, $form, $byPitch);
            if (\count($mistakes) < \count($best) && \count($given) === \count($form)) {
                $best = $mistakes;
            }
        }

        return new WrittenMark($best, self::texts($wanted));
    }

    private function signature(string $question, string $answer): WrittenMark
    {
        [$tonic, $material] = $this->subject(QuizKind::Signature, $question);
        $signature = $material->printedSignature($tonic);
        $wanted = [];
        foreach ($signature->alteredNotes() as $name) {
            $wanted[$name->letter->text()] = $name;
        }
        $wantedText = [] === $wanted ? 'none' : self::texts(array_values($wanted));
        $given = 1 === preg_match('/^\s*(none|no|0|nothing|-)?\s*$/i', $answer) ? [] : NoteSpelling::read($answer);
        $alters = array_map(static fn (NoteName $one): int => $one->alter <=> 0, $given);
        $side = [] === $wanted ? 0 : array_values($wanted)[0]->alter;
        if (
            [] !== $given
            && 0 !== $side
            && [] === array_filter($alters, static fn (int $one): bool => $one === $side)
            && !\in_array(0, $alters, true)
        ) {
            return new WrittenMark(
                [
                    new WrittenMistake(
                        1,
                        $given[0]->text(),
                        array_values($wanted)[0]->text(),
                        MistakeKind::SharpForFlat,
                        Wording::of('quiz.side', [
                            'title' => KeyNames::title($tonic, $material),
                            'side' => $side < 0 ? 'flat' : 'sharp',
                        ]),
                    ),
                ],
                $wantedText,
            );
        }
        $mistakes = [];
        $seen = [];
        foreach ($given as $i => $name) {
            $letter = $name->letter->text();
            $should = $wanted[$letter] ?? null;
            $twin = array_values(array_filter(
                $wanted,
                static fn (
                    NoteName $one,
                ): bool => $one->pitchClass() === $name->pitchClass() && $one->letter !== $name->letter && !isset(
                    $seen[$one->letter->text()],
                ),
            ))[0]
                ?? null;
            if (null !== $twin) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    $name->text(),
                    $twin->text(),
                    MistakeKind::SharpForFlat,
                    Wording::of('quiz.what-sounds-like', ['name' => $name->sign(), 'twin' => $twin->sign()]),
                );
                $letter = $twin->letter->text();
            } elseif (isset($seen[$letter])) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    $name->text(),
                    '',
                    MistakeKind::LetterTwice,
                    Wording::of('quiz.stands-twice', ['letter' => $letter]),
                );
            } elseif (null === $should) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    $name->text(),
                    '',
                    MistakeKind::WrongName,
                    Wording::of('quiz.not-signature', ['name' => $name->sign()]),
                );
            } elseif (!$name->equals($should)) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    $name->text(),
                    $should->text(),
                    MistakeKind::SharpForFlat,
                    Wording::of('quiz.here', ['letter' => $letter, 'should' => $should->sign()]),
                );
            }
            $seen[$letter] = true;
        }
        $count = \count($given);
        foreach ($wanted as $letter => $name) {
            if (!isset($seen[$letter])) {
                $mistakes[] = new WrittenMistake(
                    ++$count,
                    '',
                    $name->text(),
                    MistakeKind::LetterSkipped,
                    Wording::of('quiz.missing', ['name' => $name->sign()]),
                );
            }
        }

        return new WrittenMark($mistakes, $wantedText);
    }

    private function degrees(string $question, string $answer): WrittenMark
    {
        [$key, $notes] = [...explode(':', $question, 2), ''];
        [$tonic, $material] = $this->subject(QuizKind::Degrees, $key);
        $asked = NoteSpelling::read($notes);
        if ([] === $asked) {
            throw RecordError::notAQuestion(QuizKind::Degrees->value, $question, self::EXAMPLES['degrees']);
        }
        $scale = $material->ascending($tonic->at(4));
        $wanted = [];
        foreach ($asked as $name) {
            for ($step = 0; $step < $scale->size() && !$scale->note($step)->pitch->name()->equals($name); ++$step) {
            }
            if ($step === $scale->size()) {
                throw RecordError::notAQuestion(QuizKind::Degrees->value, $question, self::EXAMPLES['degrees']);
            }
            $wanted[] = $step + 1;
        }
        preg_match_all('/\d+/', $answer, $found);
        $given = array_map(intval(...), $found[0]);
        $mistakes = [];
        foreach ($wanted as $i => $number) {
            $is = $given[$i] ?? null;
            if (null === $is) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    '',
                    (string) $number,
                    MistakeKind::LetterSkipped,
                    Wording::of('quiz.number-missing', ['asked' => $asked[$i]->sign(), 'number' => $number]),
                );
            } elseif ($is !== $number && !(1 === $number && $is === $scale->size() + 1)) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    (string) $is,
                    (string) $number,
                    MistakeKind::WrongName,
                    Wording::of('quiz.count-from', [
                        'tonic' => $tonic->sign(),
                        'asked' => $asked[$i]->sign(),
                        'number' => $number,
                    ]),
                );
            }
        }
        foreach (\array_slice($given, \count($wanted)) as $i => $number) {
            $mistakes[] = new WrittenMistake(
                \count($wanted) + $i + 1,
                (string) $number,
                '',
                MistakeKind::WrongName,
                Wording::of('quiz.one-number-too', ['number' => $number]),
            );
        }

        return new WrittenMark($mistakes, implode(' ', $wanted));
    }

    private function key(QuizKind $kind, string $question, string $answer): WrittenMark
    {
        [$naming, $tonic, $instrument] = $this->keyOf($kind, $question);
        $toOwn = QuizKind::OwnKey === $kind;
        if ($toOwn !== ('concert' === $naming)) {
            throw RecordError::notAQuestion($kind->value, $question, self::EXAMPLES[$kind->value]);
        }
        $transposition = $instrument->transposition;
        $wanted = $toOwn
            ? $transposition->writtenKey(Key::major($tonic))->key->tonic
            : $transposition->concertKey(Key::major($tonic))->tonic;
        $given = $this->tonic($answer);
        if ($given->equals($wanted) || ($given->pitchClass() === $wanted->pitchClass() && abs($given->fifths()) <= 7)) {
            return new WrittenMark([], $wanted->text());
        }
        // The other way: up where it goes down.
        $away = ($wanted->pitchClass() - $tonic->pitchClass() + 12) % 12;
        $other = ($tonic->pitchClass() - $away + 12) % 12;
        [$which, $says] = match (true) {
            $given->pitchClass() === $tonic->pitchClass()
                && 0 !== $away => [
                    MistakeKind::OwnForConcert,
                    $toOwn
                        ? Wording::of('quiz.concert-name-your', ['given' => $given->sign(), 'wanted' => $wanted->sign()])
                        : Wording::of('quiz.your-own-name', ['given' => $given->sign(), 'wanted' => $wanted->sign()]),
                ],
            $given->pitchClass() === $wanted->pitchClass() => [
                MistakeKind::SharpForFlat,
                Wording::of('quiz.sounds-right-no', ['given' => $given->sign(), 'wanted' => $wanted->sign()]),
            ],
            $given->pitchClass() === $other => [
                MistakeKind::WrongStep,
                Wording::of('quiz.right-distance-wrong', [
                    'tonic' => ($toOwn ? $tonic : $wanted)->sign(),
                    'wanted' => ($toOwn ? $wanted : $tonic)->sign(),
                ]),
            ],
            $given->letter === $wanted->letter => [
                MistakeKind::WrongStep,
                Wording::of('quiz.letter-right', ['wanted' => $wanted->sign()]),
            ],
            default => [MistakeKind::WrongName, Wording::of('quiz.it-is', ['wanted' => $wanted->sign()])],
        };

        return new WrittenMark(
            [new WrittenMistake(1, $given->text(), $wanted->text(), $which, $says)],
            $wanted->text(),
        );
    }

    private function line(string $question, string $answer): WrittenMark
    {
        [$naming, $tonic, $instrument] = $this->keyOf(QuizKind::Line, $question);
        $own = 'own' === $naming ? $tonic : $instrument->transposition->writtenKey(Key::major($tonic))->key->tonic;
        $wanted = PacketTable::lineOfOwnKey($own, $instrument->transposition);
        if (1 !== preg_match('/^\s*(?:line\s+)?(\d{1,2})\s*$/i', $answer, $read)) {
            throw RecordError::notAnAnswer($answer, '4');
        }
        $given = (int) $read[1];
        if ($given === $wanted) {
            return new WrittenMark([], (string) $wanted);
        }
        $ofConcert = null;
        foreach (PacketTable::lines() as $number => $concert) {
            $ofConcert = $concert->pitchClass() === $own->pitchClass() ? $number : $ofConcert;
        }
        $says = $given === $ofConcert
            ? Wording::of('quiz.line-concert-your', [
                'given' => $given,
                'own' => $own->sign(),
                'own_2' => $own->sign(),
                'wanted' => $wanted,
            ])
            : Wording::of('quiz.your-stands-line', ['own' => $own->sign(), 'wanted' => $wanted]);

        return new WrittenMark(
            [
                new WrittenMistake(
                    1,
                    (string) $given,
                    (string) $wanted,
                    $given === $ofConcert ? MistakeKind::OwnForConcert : MistakeKind::WrongName,
                    $says,
                ),
            ],
            (string) $wanted,
        );
    }

    private function fingering(string $question, string $answer): WrittenMark
    {
        if (1 !== preg_match('/^\s*(\S+)\s+(\S+)\s*$/', $question, $read)) {
            throw RecordError::notAQuestion(QuizKind::Fingering->value, $question, self::EXAMPLES['fingering']);
        }
        $parts = explode('+', $read[1]);
        $instrument = $this->instruments->instrument($parts[0], \array_slice($parts, 1));
        try {
            $pitch = Pitch::parse($read[2]);
        } catch (PitchError) {
            throw RecordError::notAQuestion(QuizKind::Fingering->value, $question, self::EXAMPLES['fingering']);
        }
        if (null === $instrument->mechanism()->askable() || [] === $instrument->fingerings($pitch)) {
            throw RecordError::notAQuestion(QuizKind::Fingering->value, $question, self::EXAMPLES['fingering']);
        }

        return FingeringAnswer::mark($instrument, $pitch, $answer);
    }

    private function transpose(string $question, string $answer): WrittenMark
    {
        [$id, $notes] = [...explode(' ', trim($question), 2), ''];
        $instrument = $this->instruments->instrument($id);
        $concert = NoteSpelling::read($notes);
        if ([] === $concert) {
            throw RecordError::notAQuestion(QuizKind::Transpose->value, $question, self::EXAMPLES['transpose']);
        }
        $wanted = array_map(
            static fn (NoteName $one): NoteName => $instrument->transposition->written($one->at(4))->name(),
            $concert,
        );
        $given = NoteSpelling::read($answer);
        $isUnmoved = \count($given) === \count($concert)
            && [] === array_filter(array_keys($given), static fn (int $i): bool => !$given[$i]->equals($concert[$i]));
        if ($isUnmoved && !$given[0]->equals($wanted[0])) {
            return new WrittenMark(
                [
                    new WrittenMistake(
                        1,
                        $given[0]->text(),
                        $wanted[0]->text(),
                        MistakeKind::OwnForConcert,
                        Wording::of('quiz.transpose', ['wanted' => $wanted[0]->sign()]),
                    ),
                ],
                self::texts($wanted),
            );
        }

        return new WrittenMark(NoteSpelling::mistakes($given, $wanted, false), self::texts($wanted));
    }

    private function chords(string $question, string $answer): WrittenMark
    {
        [$tonic, $material] = $this->subject(QuizKind::Chords, $question);
        $fits = array_map(static fn (Chord $one): string => $one->text(), $material->chordsOn($tonic));
        if ([] === $fits) {
            throw RecordError::notAQuestion(QuizKind::Chords->value, $question, self::EXAMPLES['chords']);
        }
        $plain = static fn (string $chord): string => strtr(
            (string) preg_replace(
                '/\s+/',
                '',
                strtr(
                    $chord,
                    [
                        '♭' => 'b', '♯' => '#', 'minor' => 'm', 'min' => 'm', 'major' => 'maj', 'dominant' => '',
                        'half-diminished' => 'm7b5', 'half diminished' => 'm7b5', 'diminished' => 'dim', '°' => 'dim',
                        'ø' => 'm7b5',
                    ],
                ),
            ),
            ['-' => 'm', 'M7' => 'maj7'],
        );
        $known = array_map($plain, $fits);
        $given = array_values(array_filter(
            array_map(trim(...), preg_split('/[,;]+/', $answer) ?: []),
            static fn (string $one): bool => '' !== $one,
        ));
        $mistakes = [];
        foreach ($given as $i => $chord) {
            if (!\in_array($plain(ucfirst($chord)), $known, true)) {
                $mistakes[] = new WrittenMistake(
                    $i + 1,
                    mb_substr($chord, 0, 30),
                    $fits[0],
                    MistakeKind::WrongName,
                    Wording::of('quiz.does-not-fit', [
                        'chord' => mb_substr($chord, 0, 30),
                        'fits' => implode(', ', $fits),
                    ]),
                );
            }
        }
        if ([] === $given) {
            $mistakes[] = new WrittenMistake(
                1,
                '',
                $fits[0],
                MistakeKind::WrongName,
                Wording::of('quiz.fits-over', ['fits' => implode(', ', $fits)]),
            );
        }

        return new WrittenMark($mistakes, implode(', ', $fits));
    }

    /**
     * The key and scale of a question; for a concert key with an instrument as that one reads it.
     *
     * @return array{NoteName, Material}
     */
    private function subject(QuizKind $kind, string $question): array
    {
        [$text, $instrument] = $this->withInstrument($question);
        $line = $this->parts->reader->read($text)->line;
        if ($line->clauses !== array_intersect_key($line->clauses, [ClauseKind::Key->value => 1])) {
            throw RecordError::notAQuestion($kind->value, $question, self::EXAMPLES[$kind->value]);
        }
        $recipe = $this->parts->recipe($line);

        return [
            null === $instrument || $recipe->isOwn
                ? $recipe->tonic
                : $this->parts->writtenKey($line, $instrument, new PlayerSettings())->key->tonic,
            $recipe->material,
        ];
    }

    /** @return array{string, NoteName, Instrument} "concert" or "own", the tonic, and for whom */
    private function keyOf(QuizKind $kind, string $question): array
    {
        [$text, $instrument] = $this->withInstrument($question);
        if (null === $instrument || 1 !== preg_match('/^(concert|own)\s+(.+)$/i', $text, $read)) {
            throw RecordError::notAQuestion($kind->value, $question, self::EXAMPLES[$kind->value]);
        }

        return [strtolower($read[1]), $this->tonic($read[2]), $instrument];
    }

    /** @return array{string, Instrument|null} the question without the instrument that it names at its end */
    private function withInstrument(string $question): array
    {
        $words = preg_split('/\s+/', trim($question)) ?: [];
        $last = (string) end($words);
        $parts = explode('+', $last);
        if (\count($words) < 2 || !$this->instruments->knows($parts[0])) {
            return [trim($question), null];
        }

        return [
            trim(substr(trim($question), 0, -\strlen($last))),
            $this->instruments->instrument($parts[0], \array_slice($parts, 1)),
        ];
    }

    /** "F", "F major", "key of F". */
    private function tonic(string $text): NoteName
    {
        $plain = trim((string) preg_replace('/\b(key of|major|concert|own|my|your)\b/i', '', $text));
        try {
            return NoteName::parse($plain);
        } catch (PitchError) {
            throw RecordError::notAnAnswer($text, 'Eb');
        }
    }

    /** @return array{string, string} */
    private function degreesQuestion(NoteName $own, Randomizer $random): array
    {
        $scale = $this->parts->scales->material('major')->ascending($own->at(4));
        $names = array_map(static fn (int $step): NoteName => $scale->note($step)->pitch->name(), self::three($random));

        return [
            \sprintf('own %s major: %s', $own->text(), self::texts($names)),
            Wording::of('quiz.degrees-question', [
                'own' => $own->sign(),
                'names' => implode(', ', array_map(static fn (NoteName $one): string => $one->sign(), $names)),
            ]),
        ];
    }

    /** @return list<int> three different steps of a scale */
    private static function three(Randomizer $random): array
    {
        $steps = [];
        while (\count($steps) < 3) {
            $steps[$random->getInt(0, 6)] = true;
        }

        return array_keys($steps);
    }

    /** @return array{string, string} */
    private function fingeringQuestion(Instrument $instrument, Stage $stage, Randomizer $random): array
    {
        $range = $instrument->player(new PlayerSettings($stage))->limit();
        $with = implode('+', [$instrument->id, ...$instrument->setup]);
        for ($try = 0; $try < 60; ++$try) {
            $pitch = Pitch::plain(
                $random->getInt($range->lowest->midi(), $range->highest->midi()),
                0 === $random->getInt(0, 1),
            );
            if ([] !== $instrument->fingerings($pitch)) {
                return [$with.' '.$pitch->text(), Wording::of('quiz.fingering-question', [
                    'pitch' => $pitch->sign(),
                ])];
            }
        }
        throw RecordError::notAQuestion(QuizKind::Fingering->value, $with, self::EXAMPLES['fingering']);
    }

    /** @return array{string, string} */
    private function transposeQuestion(Instrument $instrument, NoteName $concert): array
    {
        $scale = $this->parts->scales->material('major')->ascending($concert->at(4));
        $names = array_map(static fn (int $step): NoteName => $scale->note($step)->pitch->name(), [0, 2, 4, 5]);

        return [
            $instrument->id.' '.self::texts($names),
            Wording::of('quiz.transpose-question', [
                'names' => implode(', ', array_map(static fn (NoteName $one): string => $one->sign(), $names)),
                'called' => self::called($instrument),
            ]),
        ];
    }

    /** @return array{string, string} */
    private function chordsQuestion(NoteName $own, Randomizer $random): array
    {
        $name = self::FOR_CHORDS[$random->getInt(0, \count(self::FOR_CHORDS) - 1)];

        return [
            \sprintf('own %s %s', $own->text(), $name),
            Wording::of('quiz.chords-question', [
                'title' => KeyNames::title($own, $this->parts->scales->material($name)),
            ]),
        ];
    }

    /** "horn in F", within a sentence */
    private static function called(Instrument $instrument): string
    {
        return mb_strtolower(mb_substr($instrument->name, 0, 1)).mb_substr($instrument->name, 1);
    }

    /** @param list<NoteName> $names */
    private static function texts(array $names): string
    {
        return implode(' ', array_map(static fn (NoteName $one): string => $one->text(), $names));
    }
}
