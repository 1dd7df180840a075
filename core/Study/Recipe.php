<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Formula;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\StudyLine\Grammar;
use SwiftReed\StudyLine\Slot;
use SwiftReed\StudyLine\StudyLine;

/**
 * What a study line asks for, with every default decided that does not depend on the instrument.
 */
final readonly class Recipe
{
    private const DEFAULT_TEMPO = 60;

    /**
     * @param bool        $isOwn    whether the line names the player's own key rather than the concert key
     * @param int         $drillAfter the note after which the change to be drilled comes, counted from 1; 0 for no drill
     * @param list<Pitch> $place    the written pitches named in "from … (to …)"
     */
    private function __construct(
        public StudyLine $line,
        public bool $isOwn,
        public NoteName $tonic,
        public Material $material,
        public Extent $extent,
        public string $from,
        public array $place,
        public Direction $direction,
        public bool $directionSaid,
        public Sequel $sequel,
        public bool $longLast,
        public Rhythm $rhythm,
        public Articulation $articulation,
        public RangePolicy $range,
        public int $foldAfter,
        public TimeSignature $time,
        public Tempo $tempo,
        public int $drillAfter,
    ) {
    }

    /** @throws StudyError when clauses contradict each other */
    public static function of(StudyLine $line, ScaleLibrary $scales): self
    {
        $key = $line->clause(Slot::Key);
        $name = $key->word('material');
        $material = str_starts_with($name, 'formula ') ? Material::free(Formula::parse(substr($name, 8))) : $scales->material($name);
        $time = TimeSignature::from($line->phrase(Slot::Time, '4/4'));
        $rhythm = Rhythm::from($line->phrase(Slot::Rhythm, TimeSignature::SixEight === $time ? 'eighths' : 'quarters'));
        if (Rhythm::Triplets === $rhythm && TimeSignature::SixEight === $time) {
            throw StudyError::tripletsInCompoundTime();
        }
        $click = $line->phrase(Slot::Click, 'every');
        if ('2 and 4' === $click && TimeSignature::FourFour !== $time) {
            throw StudyError::clickNeedsFour($time->value);
        }
        $place = [];
        if ($line->says(Slot::Place)) {
            foreach (['from', 'to'] as $gap) {
                $clause = $line->clause(Slot::Place);
                if (isset($clause->values[$gap])) {
                    $place[] = Pitch::parse($clause->word($gap));
                }
            }
        }
        $fold = $line->phrase(Slot::Range, '');

        return new self(
            $line,
            'own' === $key->says,
            NoteName::parse($key->word('tonic')),
            $material,
            Extent::of($line, $material),
            $line->phrase(Slot::Place, ''),
            $place,
            self::direction($line, $place),
            $line->says(Slot::Direction),
            Sequel::from($line->phrase(Slot::Sequel, 'none')),
            $line->says(Slot::Ending),
            $rhythm,
            Articulation::from($line->phrase(Slot::Articulation, 'tongued')),
            match ($fold) {
                '' => RangePolicy::KeepWhole, 'whole octaves' => RangePolicy::WholeOctaves, default => RangePolicy::Fold,
            },
            'fold after' === $fold ? $line->clause(Slot::Range)->number('n') : 4,
            $time,
            self::tempo($line, $time, $click),
            $line->says(Slot::Drill) ? $line->clause(Slot::Drill)->number('n') : 0,
        );
    }

    /** @param list<Pitch> $place */
    private static function direction(StudyLine $line, array $place): Direction
    {
        $falls = 2 === \count($place) && $place[0]->isHigherThan($place[1]);

        return Direction::from($line->phrase(Slot::Direction, $falls ? 'down and up' : 'up and down'));
    }

    private static function tempo(StudyLine $line, TimeSignature $time, string $click): Tempo
    {
        $said = $line->phrase(Slot::Tempo, '');
        $goal = $line->says(Slot::Goal) ? $line->clause(Slot::Goal)->number('n') : 0;
        if ('' === $said) {
            return new Tempo(self::DEFAULT_TEMPO, $time->beatUnit(), false, $goal, $click);
        }

        return new Tempo($line->clause(Slot::Tempo)->number('n'), Grammar::UNITS[$said] ?? $time->beatUnit(), true, $goal, $click);
    }
}
