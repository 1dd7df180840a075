<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Tonguing\Articulation;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Words\Wording;

/**
 * How the notes of a line are played: which clause has their slurs, their marks and their loudness; and whether the line
 * that was found has their lengths.
 */
final readonly class MannerFinder
{
    /** A slurred line is tongued anew where its player breathes: not more often than once in so many notes. */
    private const NOTES_A_BREATH = 6;

    /** Marks that are tried where a file has some. */
    private const MARKS = [
        'staccato', 'tenuto', 'accented', 'marcato', 'accents on 1', 'accents on 2', 'accents on 3', 'accents on 4',
        'accents on 2 and 4', 'accents on 1 and 3', 'accents on 2 and 3', 'accents on 1 and 4',
    ];

    public function __construct(
        private ScaleLibrary $scales,
        private PatternLibrary $patterns,
        private Parser $parser,
    ) {
    }

    /** @param list<string> $clauses */
    private function line(array $clauses): StudyLine
    {
        return $this->parser->parse(LineFinder::joined($clauses));
    }

    /** Where every note is held, the first one too, that is a mark; where all but the first, they are tongued softly. */
    public static function held(GivenLine $given): GivenLine
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
    public function marks(array $clauses, GivenLine $given, Instrument $instrument): array
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
            $says[] = Wording::of('manner-finder.fermatas-within-line');
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
                $line = $this->line([...$clauses, $clause]);
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

        return [$found, [...$says, Wording::of('manner-finder.marks-notes-none')]];
    }

    /**
     * Whether the line has the lengths of the notes: worked out from the line, not from how it was found.
     *
     * @param list<string> $clauses
     *
     * @return list<string> what is to be said where it has not
     */
    public function lengths(array $clauses, GivenLine $given, Instrument $instrument): array
    {
        try {
            $recipe = Recipe::of($this->line($clauses), $this->scales, $this->patterns);
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
            [\count($notes) - 1] === $differing => [Wording::of('manner-finder.length-last-note')],
            default => [Wording::of('manner-finder.rhythm-none-study')],
        };
    }

    /**
     * The clause whose slurs are those of the notes.
     *
     * @param list<string> $clauses of the line so far
     *
     * @return array{string, list<string>} the clause, and what is to be said where none is like it
     */
    public function tonguing(array $clauses, GivenLine $given, Instrument $instrument): array
    {
        $slurs = array_map(static fn (GivenNote $note): bool => $note->slurredInto, $given->notes);
        $soft = array_map(static fn (GivenNote $note): bool => $note->isSoft, $given->notes);
        if (!\in_array(true, $slurs, true) && !\in_array(true, $soft, true)) {
            return ['', []];
        }
        try {
            $recipe = Recipe::of($this->line($clauses), $this->scales, $this->patterns);
            $study = (new StudyBuilder($this->scales))->build($recipe, $instrument->player());
            $notes = $study->notes;
        } catch (StudyError) {
            return ['', [Wording::of('manner-finder.slurs-not-taken')]];
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

        return ['', [Wording::of('manner-finder.slurs-none-study')]];
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
}
