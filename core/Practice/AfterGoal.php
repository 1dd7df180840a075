<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Line\StudyLine;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Study;

/**
 * What comes when the goal is reached: the same page in half the values at half the tempo, which is the same speed, and
 * on from there.
 *
 * Source: the handbook, chapter 7: half-and-quarter at 120 is quarter-and-eighth at 60.
 */
final class AfterGoal
{
    private const HALF = [
        'whole notes' => Rhythm::Halves,
        'half notes' => Rhythm::Quarters,
        'quarters' => Rhythm::Eighths,
        'eighths' => Rhythm::Sixteenths,
        'long ends' => Rhythm::LongEndsInEighths,
    ];
    /** Beats a minute under which half the goal is no tempo to begin with. */
    private const SLOWEST = 40;

    /** Null where the rhythm has no half, or half the goal is no tempo any more. */
    public static function of(Study $study, int $goal): ?StudyLine
    {
        $timing = $study->recipe->timing;
        $half = self::HALF[$timing->rhythm->value] ?? null;
        $name = array_search($timing->tempo->unit, Grammar::UNITS, true);
        if (null === $half || !\is_string($name) || intdiv($goal, 2) < self::SLOWEST) {
            return null;
        }
        $bpm = intdiv($goal, 2);

        return $study->recipe->line->without(ClauseKind::PickUp)->with(
            new Clause(ClauseKind::Rhythm, $half->value, [], $half->value, 1),
            new Clause(ClauseKind::Tempo, $name, ['n' => $bpm], $name.' = '.$bpm, 1),
            new Clause(ClauseKind::Goal, 'goal', ['n' => $goal], 'goal '.$goal, 1),
        );
    }
}
