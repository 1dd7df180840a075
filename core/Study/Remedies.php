<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\NoteName;

/**
 * Lines like one that was refused, which can be played: tried, not guessed. Whatever is tried is as bounded as the line
 * itself.
 */
final class Remedies
{
    /**
     * Lines of as many notes as a study may have that are tried in place of one that was refused: each takes a tenth of
     * a second.
     */
    private const LONG = 2;

    /**
     * The first that can be played; null where none of them can.
     *
     * @param list<Clause|ClauseKind> $ways what the refusal itself suggests: to say a clause, or not to say a kind
     * @param \Closure(StudyLine): mixed       $build throws a {@see StudyError} where the line is refused
     */
    public static function first(StudyLine $line, array $ways, \Closure $build): ?StudyLine
    {
        foreach (self::playable(self::candidates($line, $ways), $build) as $candidate) {
            return $candidate;
        }

        return null;
    }

    /**
     * Those that can be played. A line that is too long costs as much as a study may: after two of them only lines
     * without their pattern and rounds are tried.
     *
     * @param list<StudyLine>            $candidates
     * @param \Closure(StudyLine): mixed $build
     *
     * @return iterable<StudyLine>
     */
    public static function playable(array $candidates, \Closure $build): iterable
    {
        $long = 0;
        foreach ($candidates as $candidate) {
            if (
                $long >= self::LONG
                && ($candidate->says(ClauseKind::Pattern) || $candidate->says(ClauseKind::Rounds))
            ) {
                continue;
            }
            try {
                $build($candidate);
            } catch (StudyError $error) {
                $long += $error->isLong ? 1 : 0;
                continue;
            }
            yield $candidate;
        }
    }

    /**
     * @param list<Clause|ClauseKind> $ways
     *
     * @return list<StudyLine> different from the line, each once, the least change first
     */
    public static function candidates(StudyLine $line, array $ways = []): array
    {
        $octave = new Clause(ClauseKind::Extent, 'octaves', ['n' => 1], '1 octave', 1);
        $fold = new Clause(ClauseKind::Range, 'fold', [], 'fold', 1);
        $candidates = [];
        foreach ([
            ...$ways, $octave, $fold, ClauseKind::Place, ClauseKind::Direction, ClauseKind::Sequel, ClauseKind::Ending,
            ClauseKind::Extent, ClauseKind::Rounds, ClauseKind::PickUp, ClauseKind::Keys, ClauseKind::Rhythm,
            ClauseKind::Swing,
            ClauseKind::Range, ClauseKind::Pattern, ClauseKind::Drill, ClauseKind::Time,
        ] as $way) {
            $candidates[] = $way instanceof Clause ? $line->with($way) : $line->without($way);
        }
        $shorter = $line->without(
            ClauseKind::Place,
            ClauseKind::Extent,
            ClauseKind::Drill,
            ClauseKind::Keys,
            ClauseKind::Rounds,
        );
        array_push(
            $candidates,
            $shorter,
            $shorter->without(ClauseKind::Range, ClauseKind::Direction),
            $shorter->without(
                ClauseKind::Range,
                ClauseKind::Direction,
                ClauseKind::Sequel,
                ClauseKind::Ending,
                ClauseKind::PickUp,
                ClauseKind::Rhythm,
                ClauseKind::Swing,
                ClauseKind::Time,
            ),
            $line->without(ClauseKind::Pattern, ClauseKind::Direction, ClauseKind::Range),
        );
        // What is left when only the key is said, in three shapes that every instrument has.
        $key = StudyLine::of([$line->clause(ClauseKind::Key)]);
        $major = StudyLine::of([Clause::key($key->clause(ClauseKind::Key)->says, $line->tonic(), 'major')]);
        array_push(
            $candidates,
            $key,
            $key->with($fold),
            $major->with($fold),
            StudyLine::of([Clause::key($key->clause(ClauseKind::Key)->says, $line->tonic(), 'chromatic')])->with($fold),
        );
        // A player with narrow limits has a few notes of it, or of the half steps.
        $chromatic = StudyLine::of([Clause::key($key->clause(ClauseKind::Key)->says, $line->tonic(), 'chromatic')]);
        foreach ([5, 4, 3] as $count) {
            $few = new Clause(ClauseKind::Extent, 'notes', ['n' => $count], $count.' notes', 1);
            array_push($candidates, $major->with($few), $chromatic->with($few));
        }
        // Limits of an octave hold three half steps from one of these, whatever they are.
        foreach (['C', 'Eb', 'F#', 'A'] as $tonic) {
            $candidates[] = StudyLine::of([Clause::key('own', NoteName::parse($tonic), 'chromatic')])->with(
                new Clause(ClauseKind::Extent, 'notes', ['n' => 3], '3 notes', 1),
            );
        }
        $different = [];
        foreach ($candidates as $candidate) {
            if ($candidate->text() !== $line->text()) {
                $different[$candidate->text()] ??= $candidate;
            }
        }

        return array_values($different);
    }
}
