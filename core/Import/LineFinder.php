<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Parser;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\MaterialKind;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Rhythm\Rounds;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Tonguing\Articulation;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Finds the study line that plays given notes: key, scale or arpeggio, pattern, extent, direction, arpeggio after it
 * and rhythm where they can be recognised; else the notes as a cell in the key they suggest, so that any line can be
 * transposed and fingered.
 */
final class LineFinder
{
    /** A slurred line is tongued anew where its player breathes: not more often than once in so many notes. */
    private const NOTES_A_BREATH = 6;

    /** Notes from which a line may be a study, and one time through of what is played in rounds. */
    private const LEAST = 3;
    private const ROUND = 4;
    /** Notes in an extent, and in an arpeggio that follows. */
    private const MOST_NOTES = 24;
    private const LONGEST_ARPEGGIO = 40;
    public const EVEN = [
        'whole notes' => Length::WHOLE, 'half notes' => Length::HALF, 'quarters' => Length::QUARTER,
        'eighths' => Length::EIGHTH, 'triplets' => Length::TRIPLET_EIGHTH, 'sixteenths' => Length::SIXTEENTH,
    ];
    /** Marks that are tried where a file has some. */
    private const MARKS = [
        'staccato', 'tenuto', 'accented', 'marcato', 'accents on 1', 'accents on 2', 'accents on 3', 'accents on 4',
        'accents on 2 and 4', 'accents on 1 and 3', 'accents on 2 and 3', 'accents on 1 and 4',
    ];

    /** @var array<string, CellShape> */
    private array $shapes = [];
    /** @var list<Pattern>|null */
    private ?array $candidates = null;

    public function __construct(
        private readonly ScaleLibrary $scales,
        private readonly PatternLibrary $patterns,
        private readonly Parser $parser,
    ) {
    }

    /**
     * @param bool $keepsOctave whether notes outside the instrument's range are a mistake; else the line is moved by octaves into it
     *
     * @throws ImportError when the notes are not this instrument's
     */
    public function find(GivenLine $line, Instrument $instrument, bool $keepsOctave = true): FoundLine
    {
        $written = $line->writtenFor($instrument->transposition->writtenAboveSounding);
        $inRange = self::inRange($written, $instrument, $keepsOctave && null === $line->writtenAboveSounding);
        $given = $inRange ?? $written;
        $remarks = [
            ...$given->remarks,
            ...(
                null === $inRange
                    ? [\sprintf('The notes do not all lie on %s; the line stands where it fits.', $instrument->article)]
                    : []
            ),
            ...ChromaticRuns::said($given->notes),
        ];
        $given = self::held($given);
        $rounds = self::rounds($given);
        $once = null === $rounds || [] === $rounds[0] ? $given : $given->with($rounds[0]);
        $clauses = $this->known($once);
        $isKnown = null !== $clauses;
        if (null === $clauses) {
            if (\count($once->notes) > GivenLine::SPELLED_OUT) {
                throw ImportError::notKnownAndLong(\count($once->notes), GivenLine::SPELLED_OUT);
            }
            $clauses = (new NoteByNote($this->scales))->clauses($once);
        }
        $clauses[] = null === $rounds ? '' : $rounds[1].' times';
        array_push($clauses, ...self::timing($given));
        [$tongued, $says] = $this->tonguing($clauses, $given, $instrument);
        $clauses[] = $tongued;
        [$marked, $unmarked] = $this->marks($clauses, $given, $instrument);
        array_push($clauses, ...$marked);
        array_push($says, ...$unmarked);

        $band = $this->forTheBand($this->canonical($clauses), $instrument);

        return new FoundLine(
            null === $inRange ? $band : $this->canonical($clauses),
            $band,
            $isKnown,
            [...$remarks, ...$says, ...$this->lengths($clauses, $given, $instrument)],
        );
    }

    /** Where every note is held, the first one too, that is a mark; where all but the first, they are tongued softly. */
    private static function held(GivenLine $given): GivenLine
    {
        foreach ($given->notes as $note) {
            if (!$note->isSoft) {
                return $given;
            }
        }

        return $given->with(array_map(
            static fn (GivenNote $note): GivenNote => new GivenNote(
                $note->pitch,
                $note->ticks,
                $note->rests,
                $note->slurredInto,
                false,
                [...$note->marks, 'tenuto'],
            ),
            $given->notes,
        ));
    }

    /**
     * The clauses whose marks are those of the notes; how loud it begins.
     *
     * @param list<string> $clauses of the line so far
     *
     * @return array{list<string>, list<string>} the clauses, and what is to be said where none is like them
     */
    private function marks(array $clauses, GivenLine $given, Instrument $instrument): array
    {
        $found = [$given->loudness ?? ''];
        $says = [];
        $last = \count($given->notes) - 1;
        $held = array_keys(array_filter(
            $given->notes,
            static fn (GivenNote $note): bool => \in_array('fermata', $note->marks, true),
        ));
        $found[] = [$last] === $held ? 'fermata last' : '';
        if ([] !== $held && [$last] !== $held) {
            $says[] = 'Fermatas within the line were not taken over.';
        }
        $marks = array_map(
            static fn (GivenNote $note): array => array_values(array_diff($note->marks, ['fermata'])),
            $given->notes,
        );
        if ([] === array_filter($marks)) {
            return [$found, $says];
        }
        foreach (self::MARKS as $clause) {
            try {
                $line = $this->parser->parse($this->canonical([...$clauses, $clause]));
                $recipe = Recipe::of($line, $this->scales, $this->patterns);
                $notes = (new StudyBuilder($this->scales))->build($recipe, $instrument->player())->notes;
            } catch (StudyError) {
                continue;
            }
            $made = array_map(
                static fn (StudyNote $note): array => array_map(
                    static fn (Mark $mark): string => $mark->musicXml(),
                    $note->expression->marks,
                ),
                $notes,
            );
            if ($made === $marks) {
                return [[...$found, $clause], $says];
            }
        }

        return [$found, [...$says, 'The marks at the notes are none of the study line\'s, and were not taken over.']];
    }

    /**
     * Whether the line has the lengths of the notes: worked out from the line, not from how it was found.
     *
     * @param list<string> $clauses
     *
     * @return list<string> what is to be said where it has not
     */
    private function lengths(array $clauses, GivenLine $given, Instrument $instrument): array
    {
        try {
            $recipe = Recipe::of($this->parser->parse($this->canonical($clauses)), $this->scales, $this->patterns);
            $notes = (new StudyBuilder($this->scales))->build($recipe, $instrument->player())->notes;
        } catch (StudyError) {
            return [];
        }
        if (Rhythm::Untimed === $recipe->timing->rhythm || \count($notes) !== \count($given->notes)) {
            return [];
        }
        $end = 0;
        $differing = [];
        foreach ($notes as $i => $note) {
            $gap = $note->onset - $end;
            $end = $note->onset + $note->length;
            if ($note->length !== $given->notes[$i]->ticks || ($i > 0 && $gap !== $given->notes[$i]->rests)) {
                $differing[] = $i;
            }
        }

        return match (true) {
            [] === $differing => [],
            [\count($notes) - 1] === $differing => ['The length of the last note was not taken over.'],
            default => ['The rhythm is none that the study line can say, and was not taken over.'],
        };
    }

    /** @return list<string>|null */
    private function known(GivenLine $given): ?array
    {
        $midi = array_map(static fn (GivenNote $note): int => $note->pitch->midi(), $given->notes);
        if (\count($midi) < self::LEAST) {
            return null; // one note or two are no study, whatever they might begin
        }
        foreach ($this->tonics($given->notes) as $tonic) {
            foreach ($this->materials($tonic, $midi) as $material) {
                $clauses = $this->recognised($material, $tonic, $midi, $given);
                if (null !== $clauses) {
                    return $clauses;
                }
            }
        }

        return null;
    }

    /**
     * Written notes lie on the instrument: a line that was transposed for it is moved by octaves where it must be.
     *
     * @return GivenLine|null none where a line that was transposed fits in no octave
     *
     * @throws ImportError when notes that were written for the instrument are not its own
     */
    private static function inRange(GivenLine $given, Instrument $instrument, bool $keepsOctave): ?GivenLine
    {
        $full = $instrument->range[Stage::Full->value];
        [$low, $high] = [$given->notes[0], $given->notes[0]];
        foreach ($given->notes as $note) {
            $low = $low->pitch->isHigherThan($note->pitch) ? $note : $low;
            $high = $note->pitch->isHigherThan($high->pitch) ? $note : $high;
        }
        foreach ($keepsOctave ? [0] : [0, 1, -1, 2, -2, 3, -3] as $octaves) {
            if ($full->holds($low->pitch->octaves($octaves), $high->pitch->octaves($octaves))) {
                return $given->octaves($octaves);
            }
        }
        if (!$keepsOctave) {
            return null;
        }
        $outside = $full->holds($low->pitch, $low->pitch) ? $high : $low;
        throw ImportError::outOfRange($outside->pitch->sign(), $instrument->article, $full->spoken());
    }

    /**
     * A line that is played several times on end, with or without its first note at the seams.
     *
     * @return array{list<GivenNote>, int}|null one time through, and how often
     */
    private static function rounds(GivenLine $given): ?array
    {
        $notes = $given->notes;
        $count = \count($notes);
        for ($times = min(Rounds::MOST, intdiv($count, self::ROUND)); $times > 1; --$times) {
            foreach ([1, 0] as $shared) {
                $length = intdiv($count - $shared, $times);
                if ($length < self::ROUND || $length * $times + $shared !== $count) {
                    continue;
                }
                if (self::repeats($notes, $length)) {
                    return [\array_slice($notes, 0, $length + $shared), $times];
                }
            }
        }

        return null;
    }

    /**
     * Whether the line comes back after so many notes, and goes on coming back; the last note may last longer.
     *
     * @param non-empty-list<GivenNote> $notes
     */
    private static function repeats(array $notes, int $length): bool
    {
        $last = \count($notes) - 1;
        foreach ($notes as $i => $note) {
            $before = $notes[$i - $length] ?? null;
            if (
                null !== $before
                && ($note->pitch->midi() !== $before->pitch->midi()
                    || ($i < $last && $i > $length && $note->ticks !== $before->ticks))
            ) {
                return false;
            }
        }

        return true;
    }

    /** The same study in concert pitch and without its place, for every instrument. */
    public function forTheBand(string $line, Instrument $instrument): string
    {
        $parsed = $this->parser->parse($line)->without(ClauseKind::Place);
        $key = $parsed->clause(ClauseKind::Key);
        if ('concert' === $key->says) {
            return $parsed->text();
        }
        $name = $key->word('material');
        $mode = $this->scales->knows($name) ? $this->scales->material($name)->modeFifths : 0;
        $concert = $instrument->transposition->concertKey(Key::mode($parsed->tonic(), $mode))->tonic;

        // A pair of triads moves with its tonic.
        return $parsed->onTonic($concert)
            ->with(Clause::key(
                'concert',
                $concert,
                $parsed->onTonic($concert)->clause(ClauseKind::Key)->word('material'),
            ))
            ->text();
    }

    /**
     * The clause whose slurs are those of the notes.
     *
     * @param list<string> $clauses of the line so far
     *
     * @return array{string, list<string>} the clause, and what is to be said where none is like it
     */
    private function tonguing(array $clauses, GivenLine $given, Instrument $instrument): array
    {
        $slurs = array_map(static fn (GivenNote $note): bool => $note->slurredInto, $given->notes);
        $soft = array_map(static fn (GivenNote $note): bool => $note->isSoft, $given->notes);
        if (!\in_array(true, $slurs, true) && !\in_array(true, $soft, true)) {
            return ['', []];
        }
        try {
            $recipe = Recipe::of($this->parser->parse($this->canonical($clauses)), $this->scales, $this->patterns);
            $study = (new StudyBuilder($this->scales))->build($recipe, $instrument->player());
            $notes = $study->notes;
        } catch (StudyError) {
            return ['', ['The slurs were not taken over.']];
        }
        if (\count($notes) === \count($slurs)) {
            foreach ([
                array_map(static fn (StudyNote $note): ?BreathPlace => $note->breath, $notes),
                array_fill(0, \count($notes), null),
                self::tonguedAnew($slurs),
            ] as $breaths) {
                $articulation = self::like($study, $breaths, $slurs, \in_array(true, $soft, true));
                if (null !== $articulation) {
                    return [$articulation->text, []];
                }
            }
        }

        return ['', ['The slurs are none of the study line\'s ways of tonguing, and were not taken over.']];
    }

    /**
     * The way of tonguing that gives just these slurs, where the player breathes after these notes.
     *
     * @param list<BreathPlace|null> $breaths
     * @param list<bool>             $slurs   whether each note is slurred into
     */
    private static function like(Study $study, array $breaths, array $slurs, bool $isSoft): ?Articulation
    {
        $notes = $study->notes;
        $tones = array_map(static fn (StudyNote $note): Tone => $note->tone, $notes);
        $gaps = [];
        $end = 0;
        foreach ($notes as $note) {
            $gaps[] = $note->onset - $end;
            $end = $note->onset + $note->length;
        }
        $lengths = array_map(static fn (StudyNote $note): int => $note->length, $notes);
        $laid = Laid::plainly($lengths, $gaps, 0);
        foreach (Articulation::usual() as $articulation) {
            $marks = $articulation->marks(
                $tones,
                $laid,
                $breaths,
                false,
                $study->bars,
                $study->lead(),
                $study->recipe->timing->notesInBeat($study->time()),
            );
            if (
                $slurs === array_map(static fn (array $mark): bool => Attack::None === $mark[0], $marks)
                && (!$isSoft || $articulation->isLegato())
            ) {
                return $articulation;
            }
        }

        return null;
    }

    /**
     * Another player breathes elsewhere: in a line that is slurred but for a few notes, those are where he does.
     *
     * @param non-empty-list<bool> $slurs whether each note is slurred into
     *
     * @return list<BreathPlace|null>
     */
    private static function tonguedAnew(array $slurs): array
    {
        $tongued = \count(array_filter(\array_slice($slurs, 1), static fn (bool $one): bool => !$one));
        $isFew = $tongued <= \count($slurs) / self::NOTES_A_BREATH;
        $breaths = [];
        foreach ($slurs as $i => $slurred) {
            $breaths[] = $isFew && false === ($slurs[$i + 1] ?? true) ? BreathPlace::Anywhere : null;
        }

        return $breaths;
    }

    /** @param list<string> $clauses */
    private function canonical(array $clauses): string
    {
        return $this->parser->parse(implode(
            ', ',
            array_filter($clauses, static fn (string $clause): bool => '' !== $clause),
        ))->text();
    }

    /**
     * Notes on which the key may stand: the last, the first, and the lowest.
     *
     * @param non-empty-list<GivenNote> $notes
     *
     * @return list<NoteName>
     */
    private function tonics(array $notes): array
    {
        $pitches = array_map(static fn (GivenNote $note): Pitch => $note->pitch, $notes);
        usort($pitches, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());
        $tonics = [];
        foreach ([$notes[\count($notes) - 1]->pitch, $notes[0]->pitch, $pitches[0]] as $pitch) {
            $tonics[$pitch->name()->text()] = $pitch->name();
        }

        return array_values(array_filter($tonics, static fn (NoteName $name): bool => abs($name->alter) < 2));
    }

    /**
     * Materials that may be meant: the narrowest that hold every note, then those that patterns leave.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<Material>
     */
    private function materials(NoteName $tonic, array $midi): array
    {
        $classes = array_unique(array_map(
            static fn (int $note): int => ($note - $tonic->pitchClass() + 120) % 12,
            $midi,
        ));
        $holding = [];
        $others = [];
        foreach ($this->scales->names() as $name) {
            $material = $this->scales->material($name);
            $all = self::classes($material);
            // Of two spellings of the same sounds the usual one is looked for.
            if (
                abs($tonic->fifths() + $material->modeFifths) > 7
                || ($material->hasEveryHalfStep() && !$material->isChromatic)
            ) {
                continue;
            }
            if ([] === array_diff($classes, $all)) {
                $holding[] = [\count(array_diff($all, $classes)) + ($material->isShort ? 0.1 : 0), $material];
            } elseif ($material->isUsual) {
                $others[] = $material;
            }
        }
        usort($holding, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return [...array_map(static fn (array $one): Material => $one[1], $holding), ...$others];
    }

    /** @return list<int> half steps above the tonic */
    public static function classes(Material $material): array
    {
        if ($material->isChromatic) {
            return range(0, 11);
        }
        $classes = [];
        foreach ([$material->up, $material->down] as $formula) {
            foreach ($formula->degrees as $degree) {
                $classes[] = ($degree->halfSteps() + 12) % 12;
            }
        }

        return array_values(array_unique($classes));
    }

    /**
     * The clauses of a line that plays these notes.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<string>|null
     */
    private function recognised(Material $material, NoteName $tonic, array $midi, GivenLine $given): ?array
    {
        $low = min($midi);
        $count = \count($midi);
        $shape = $this->shapes[$material->name] ??= new CellShape($material);
        foreach ($this->candidates($material) as $pattern) {
            for ($octave = 0; $octave < 9; ++$octave) {
                $root = $tonic->at($octave);
                // Patterns reach below the tonic by less than an octave.
                if ($root->midi() < $low - 1 || $root->midi() > $low + ($pattern->isStraight() ? 0 : 7)) {
                    continue;
                }
                $first = array_map(static fn (int $note): int => $note - $root->midi(), \array_slice($midi, 0, 3));
                foreach ($this->extents($material, $pattern, $shape, $root, $midi) as $extent => $top) {
                    foreach ($this->directions($pattern, $shape, $root, $top, $first, $midi) as $direction) {
                        $room = $count - $shape->notes($pattern, $top, $direction);
                        foreach ($this->arpeggios($material) as [$sequel, $arpeggio, $restated]) {
                            if ('' === $sequel ? abs($room) > 2 : $room < 2 || $room > self::LONGEST_ARPEGGIO) {
                                continue;
                            }
                            $tones = self::tones(
                                new Walk($material, $pattern, $direction, $arpeggio, $restated, false),
                                $root,
                                $top,
                            );
                            if (\count($tones) === $count && self::midi($tones) === $midi) {
                                $usual = $pattern->hasItsOwnWay() || ($material->isShort && $pattern->isStraight())
                                    ? Direction::Up
                                    : Direction::UpAndDown;

                                return [
                                    'own '.$tonic->text().' '.$material->name,
                                    '1 octave' === $extent || $material->isShort ? '' : $extent,
                                    'from '.self::begin($material, $root, $top, $direction)->text(),
                                    $usual === $direction ? '' : $direction->value,
                                    $pattern->isStraight() ? '' : $pattern->text,
                                    $sequel,
                                    ...$this->rhythm($given, $tones),
                                ];
                            }
                        }
                    }
                }
            }
        }

        return null;
    }

    /** The note from which a line is asked for: its tonic, or its top where it only goes down. */
    private static function begin(Material $material, Pitch $root, int $top, Direction $direction): Pitch
    {
        return Direction::Down === $direction ? $material->ascending($root)->note($top)->pitch : $root;
    }

    /** @return list<Tone> */
    private static function tones(Walk $walk, Pitch $root, int $top): array
    {
        try {
            return $walk->tones($root, 0, $top);
        } catch (StudyError) {
            return [];
        }
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<int>
     */
    private static function midi(array $tones): array
    {
        return array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $tones);
    }

    /** @return list<Pattern> */
    private function candidates(Material $material): array
    {
        if (MaterialKind::Scale !== $material->kind) {
            return [Pattern::straight()];
        }

        return $this->candidates ??= array_map(
            fn (string $name): Pattern => $this->patterns->pattern($name),
            array_values(array_filter(
                $this->patterns->names(),
                fn (string $name): bool => !$this->patterns->pattern($name)->isLipSlurs() && !\in_array(
                    $name,
                    ['triad pair', 'triad pair triplets'],
                    true,
                ),
            )),
        );
    }

    /**
     * @param non-empty-list<int> $midi
     *
     * @return array<string, int> extent clauses and their top steps
     */
    private function extents(Material $material, Pattern $pattern, CellShape $shape, Pitch $root, array $midi): array
    {
        $size = $material->size();
        $last = MaterialKind::Triad === $material->kind ? 1 : 0;
        if ($material->isShort) {
            return [$material->name => $size - 1];
        }
        $extents = [];
        foreach ([1, 2, 3, 4] as $octaves) {
            $extents[1 === $octaves ? '1 octave' : $octaves.' octaves'] = $octaves * $size - $last;
        }
        if (MaterialKind::Scale === $material->kind) {
            $extents['to the ninth'] = $size + ($material->hasEveryHalfStep() ? 2 : 1);
            for ($notes = 3; $notes <= self::MOST_NOTES; ++$notes) {
                $extents[$notes.' notes'] = $notes - 1;
            }
        }
        // The top of a plain line is its highest note; a pattern reaches its top root and not much further.
        $high = max($midi) - $root->midi();

        return array_filter(
            $extents,
            static fn (int $top): bool => $pattern->isStraight() ? $shape->height($top, true) === $high : (
                $pattern->goesRound() || $shape->height($top, true) <= $high + 2
            ),
        );
    }

    /**
     * Ways that the line can go, as far as its beginning and its end tell.
     *
     * @param list<int>           $first the first notes, half steps above the root
     * @param non-empty-list<int> $midi
     *
     * @return list<Direction>
     */
    private function directions(
        Pattern $pattern,
        CellShape $shape,
        Pitch $root,
        int $top,
        array $first,
        array $midi,
    ): array {
        $directions = $shape->begins($pattern, 0, true, $first) ? [Direction::UpAndDown, Direction::Up] : [];
        if ($pattern->hasItsOwnWay()) {
            $listed = $pattern->roots[0] ?? null;
            $step = null === $listed ? 0 : $listed->step(7, false) ?? 0;

            return [] !== $directions || $shape->begins($pattern, $step, true, $first) ? [Direction::Up] : [];
        }
        if ($shape->begins($pattern, $top, false, $first)) {
            $directions = $root->midi() === $midi[\count($midi) - 1]
                ? [...$directions, Direction::Down]
                : [...$directions, Direction::DownAndUp];
        }

        return $directions;
    }

    /** @return list<array{string, Material|null, bool}> */
    private function arpeggios(Material $material): array
    {
        if (null === $material->arpeggio) {
            return [['', null, false]];
        }
        $arpeggio = $this->scales->material($material->arpeggio);

        return [['', null, false], ['then arpeggio', $arpeggio, false], ['then arpeggio restated', $arpeggio, true]];
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<string> the rhythm clauses, where the lengths are regular; quarters else
     */
    private function rhythm(GivenLine $given, array $tones): array
    {
        $even = self::even($given);
        $length = self::EVEN[$even[0] ?? ''] ?? 0;
        $isSilent = false;
        foreach ($tones as $i => $tone) {
            $isSilent = $isSilent || ($i > 0 && $given->notes[$i]->rests !== $tone->rests * $length);
        }
        if ([] !== $even && !$isSilent) {
            return $even;
        }
        $figure = $this->uneven($given, $tones);

        return [] === $figure ? $even : $figure;
    }

    /** @return list<string> the value of all notes, or of all but a long last one, whatever silence lies between them */
    private static function even(GivenLine $given): array
    {
        $ticks = array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes);
        $body = \array_slice($ticks, 0, -1);
        foreach (self::EVEN as $clause => $length) {
            if ([] === array_diff($ticks, [$length])) {
                return [$clause];
            }
            if ([] !== $body && [] === array_diff($body, [$length]) && $ticks[\count($ticks) - 1] > $length) {
                return [$clause, 'long last'];
            }
        }

        return [];
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<string> long ends and tonics, or a figure
     */
    private function uneven(GivenLine $given, array $tones): array
    {
        $ticks = array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes);
        if ([] !== $tones) {
            foreach ([Rhythm::LongEnds, Rhythm::LongEndsInEighths, Rhythm::LongTonics] as $rhythm) {
                if ($rhythm->lengths($tones, false, TimeSignature::fourFour()) === $ticks) {
                    return [$rhythm->value];
                }
            }
        }

        return [] === $tones ? [] : FigureFinder::clauses($tones, $given->notes, $given->time, $given->pickUp);
    }

    /** @return list<string> time signature, pick-up and tempo */
    private static function timing(GivenLine $given): array
    {
        $pickUp = match (true) {
            0 === $given->pickUp => '',
            0 === $given->pickUp % Length::QUARTER
                && !str_ends_with($given->time, '/8') => 'pick-up '.intdiv($given->pickUp, Length::QUARTER).' beats',
            0 === $given->pickUp % Length::EIGHTH => 'pick-up '.intdiv($given->pickUp, Length::EIGHTH).' eighths',
            default => '',
        };

        return [
            '' === $given->time || '4/4' === $given->time ? '' : $given->time,
            $pickUp,
            null === $given->tempo ? '' : $given->tempo['unit'].' = '.$given->tempo['bpm'],
        ];
    }
}
