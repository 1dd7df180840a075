<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Formula;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Scale\TriadPair;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Tonguing\Articulation;
use SwiftReed\Time\Length;
use SwiftReed\Time\Tempo;
use SwiftReed\Time\TimeSignature;

/**
 * What a study line asks for, with every default decided that does not depend on the instrument.
 */
final readonly class Recipe
{
    private const DEFAULT_TEMPO = 60;

    /**
     * @param bool        $isOwn    whether the line names the player's own key rather than the concert key
     * @param int|null    $drillAfter the note after which the change to be drilled comes, counted from 1
     * @param list<Pitch> $pitches  the written pitches named in "from … (to …)"
     * @param int         $longOn    the beat of the long note, counted from 1
     * @param int         $pickUp    ticks that stand before the first bar; 0 for none
     * @param int         $rounds    times through; 0 for until it comes out
     * @param Pitch|null  $dropAbove the written pitch of "drop above …"
     * @param bool        $timeSaid  whether the line says its time signature
     */
    private function __construct(
        public StudyLine $line,
        public bool $isOwn,
        public NoteName $tonic,
        public Material $material,
        public Extent $extent,
        public Place $place,
        public array $pitches,
        public Direction $direction,
        public Sequel $sequel,
        public Pattern $pattern,
        public Ending $ending,
        public Rhythm $rhythm,
        public int $longOn,
        public int $rounds,
        public Articulation $articulation,
        public RangePolicy $range,
        public int $foldAfter,
        public ?Pitch $dropAbove,
        public TimeSignature $time,
        public bool $timeSaid,
        public int $pickUp,
        public Tempo $tempo,
        public ?int $drillAfter,
    ) {
    }

    /** @throws StudyError when clauses contradict each other */
    public static function of(StudyLine $line, ScaleLibrary $scales, PatternLibrary $patterns): self
    {
        $key = $line->clause(ClauseKind::Key);
        $name = $key->word('material');
        $tonic = NoteName::parse($key->word('tonic'));
        $material = self::material($name, $tonic, $scales);
        // A pair of triads is played through its inversions unless another pattern is said.
        $pattern = $material->isTriadPair() && !$line->says(ClauseKind::Pattern) ? $patterns->pattern('triad pair') : self::saidPattern($line, $patterns);
        $time = TimeSignature::from($line->phrase(ClauseKind::Time, '4/4'));
        $rhythm = Rhythm::from($line->phrase(ClauseKind::Rhythm, self::usualRhythm($pattern, $time)));
        if (Rhythm::Triplets === $rhythm && TimeSignature::SixEight === $time) {
            throw StudyError::tripletsInCompoundTime();
        }
        if ($line->says(ClauseKind::MinorExtent)) {
            // Orders of keys give each minor its own extent; where it is still said, there is none.
            throw StudyError::minorsWithoutKeys($line->clause(ClauseKind::MinorExtent)->text);
        }
        $click = $line->phrase(ClauseKind::Click, 'every');
        if ('2 and 4' === $click && TimeSignature::FourFour !== $time) {
            throw StudyError::clickNeedsFour($time->value);
        }
        $place = [];
        if ($line->says(ClauseKind::Place)) {
            foreach (['from', 'to'] as $gap) {
                $clause = $line->clause(ClauseKind::Place);
                if (isset($clause->values[$gap])) {
                    $place[] = Pitch::parse($clause->word($gap));
                }
            }
        }
        $range = $line->phrase(ClauseKind::Range, '');
        $longOn = Rhythm::LongOnBeat === $rhythm ? $line->clause(ClauseKind::Rhythm)->number('n') : 1;
        if ($longOn > intdiv($time->barTicks(), $time->beatTicks())) {
            throw StudyError::noSuchBeat($longOn, $time->value);
        }
        $rounds = match ($line->phrase(ClauseKind::Rounds, '')) {
            '' => 1, 'until' => 0, default => $line->clause(ClauseKind::Rounds)->number('n'),
        };
        if (Rhythm::OneLongInTheBar === $rhythm && 1 !== $rounds) {
            throw StudyError::ownLengthAlready($rhythm->value, $line->clause(ClauseKind::Rounds)->text);
        }

        return new self(
            $line,
            'own' === $key->says,
            $tonic,
            $material,
            Extent::of($line, $material),
            Place::from($line->phrase(ClauseKind::Place, '')),
            $place,
            self::direction($line, $place, $pattern, $material),
            Sequel::from($line->phrase(ClauseKind::Sequel, 'none')),
            $pattern,
            Ending::from($line->phrase(ClauseKind::Ending, 'plain')),
            $rhythm,
            $longOn,
            $rounds,
            Articulation::from($line->phrase(ClauseKind::Articulation, $pattern->isLipSlurs ? 'slurred' : 'tongued')),
            match ($range) {
                '' => RangePolicy::KeepWhole,
                'whole octaves' => RangePolicy::WholeOctaves,
                'same root and drop', 'drop above' => RangePolicy::Drop,
                'turn round' => RangePolicy::TurnRound,
                'leave out' => RangePolicy::LeaveOut,
                default => RangePolicy::Fold,
            },
            'fold after' === $range ? $line->clause(ClauseKind::Range)->number('n') : 4,
            'drop above' === $range ? Pitch::parse($line->clause(ClauseKind::Range)->word('pitch')) : null,
            $time,
            $line->says(ClauseKind::Time),
            self::pickUp($line, $time, $rhythm),
            self::tempo($line, $time, $click),
            $line->says(ClauseKind::Drill) ? $line->clause(ClauseKind::Drill)->number('n') : null,
        );
    }

    private static function material(string $name, NoteName $tonic, ScaleLibrary $scales): Material
    {
        return match (true) {
            str_starts_with($name, 'formula ') => Material::free(Formula::parse(substr($name, 8))),
            str_contains($name, 'triad pair') => TriadPair::parse($tonic, $name)->material(),
            default => $scales->material($name),
        };
    }

    /** The pattern that a line says; the plain line when it says none. */
    public static function saidPattern(StudyLine $line, PatternLibrary $patterns): Pattern
    {
        if (!$line->says(ClauseKind::Pattern)) {
            return Pattern::straight();
        }
        $clause = $line->clause(ClauseKind::Pattern);

        return match ($clause->says) {
            'cell' => PatternParser::parse($clause->word('cell')),
            'build-up from' => $patterns->pattern('build-up')->from(Pitch::parse($clause->word('from'))),
            default => $patterns->pattern($clause->says),
        };
    }

    private static function pickUp(StudyLine $line, TimeSignature $time, Rhythm $rhythm): int
    {
        if (!$line->says(ClauseKind::PickUp)) {
            return 0;
        }
        $clause = $line->clause(ClauseKind::PickUp);
        $ticks = $clause->number('n') * ('beats' === $clause->says ? $time->beatTicks() : Length::EIGHTH);
        if (Rhythm::Untimed === $rhythm || Rhythm::OneLongInTheBar === $rhythm) {
            throw StudyError::ownLengthAlready($rhythm->value, $clause->text);
        }
        if ($ticks >= $time->barTicks() || 0 !== $ticks % (Rhythm::InTurn === $rhythm ? Length::QUARTER : min(Length::QUARTER, $rhythm->ticks()))) {
            throw StudyError::noSuchPickUp($clause->text, $time->value);
        }

        return $ticks;
    }

    private static function usualRhythm(Pattern $pattern, TimeSignature $time): string
    {
        $usual = TimeSignature::SixEight === $time ? 'eighths' : 'quarters';

        return '' === $pattern->rhythm || (\in_array($pattern->rhythm, ['triplets', 'in turn'], true) && TimeSignature::SixEight === $time) ? $usual : $pattern->rhythm;
    }

    /** @param list<Pitch> $place */
    private static function direction(StudyLine $line, array $place, Pattern $pattern, Material $material): Direction
    {
        if ($material->isShort && $pattern->isStraight()) {
            return Direction::from($line->phrase(ClauseKind::Direction, 'up')); // a tetrachord is played once
        }
        $falls = 2 === \count($place) && $place[0]->isHigherThan($place[1]);
        if ($pattern->hasItsOwnWay()) {
            return Direction::from($line->phrase(ClauseKind::Direction, 'up'));
        }

        return Direction::from($line->phrase(ClauseKind::Direction, $falls ? 'down and up' : 'up and down'));
    }

    private static function tempo(StudyLine $line, TimeSignature $time, string $click): Tempo
    {
        $said = $line->phrase(ClauseKind::Tempo, '');
        $goal = $line->says(ClauseKind::Goal) ? $line->clause(ClauseKind::Goal)->number('n') : 0;
        if ('' === $said) {
            return new Tempo(self::DEFAULT_TEMPO, $time->beatUnit(), false, $goal, $click);
        }

        return new Tempo($line->clause(ClauseKind::Tempo)->number('n'), Grammar::UNITS[$said] ?? $time->beatUnit(), true, $goal, $click);
    }
}
