<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\LipShape;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Formula;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Scale\TriadPair;
use SwiftReed\Study\Fit\RangeChoice;
use SwiftReed\Study\Harmony\Over;
use SwiftReed\Study\Harmony\Voices;
use SwiftReed\Study\Rhythm\Timing;
use SwiftReed\Study\Tonguing\Articulation;
use SwiftReed\Study\Tonguing\Expressions;

/**
 * What a study line asks for, with every default decided that does not depend on the instrument.
 */
final readonly class Recipe
{
    /**
     * @param bool     $isOwn      whether the line names the player's own key rather than the concert key
     * @param int|null $drillAfter the note after which the change to be drilled comes, counted from 1
     * @param int      $drillRests ordinary lengths of silence between a drill and its line, which has a pick-up
     */
    private function __construct(
        public StudyLine $line,
        public bool $isOwn,
        public NoteName $tonic,
        public Material $material,
        public Pattern $pattern,
        public Course $course,
        public Placing $placing,
        public RangeChoice $range,
        public Timing $timing,
        public Articulation $articulation,
        public Expressions $expressions,
        public ?int $drillAfter,
        public int $drillRests,
        public ?Over $over,
        public ?Voices $voices,
    ) {
    }

    /** @throws StudyError when clauses contradict each other */
    public static function of(StudyLine $line, ScaleLibrary $scales, PatternLibrary $patterns): self
    {
        $key = $line->clause(ClauseKind::Key);
        $tonic = NoteName::parse($key->word('tonic'));
        $material = self::material($key->word('material'), $tonic, $scales);
        // A pair of triads is played through its inversions unless another pattern is said.
        $pattern = $material->isTriadPair() && !$line->says(ClauseKind::Pattern)
            ? $patterns->pattern('triad pair')
            : self::saidPattern($line, $patterns);
        $isOver = $line->says(ClauseKind::Harmony);
        $pattern = $isOver ? Over::pattern($line, $pattern) : $pattern;
        $timing = Timing::of($line, $pattern);
        $inDrill = 0;
        if ($line->says(ClauseKind::Drill) && $timing->pickUp > 0) {
            $inDrill = $timing->time->barTicks() - $timing->pickUp;
            if (null !== $timing->figure || 0 !== $inDrill % $timing->rhythm->ticks()) {
                throw StudyError::notTogether(
                    $line->clause(ClauseKind::PickUp)->text,
                    $line->clause(ClauseKind::Drill)->text,
                    ClauseKind::PickUp,
                    ClauseKind::Drill,
                );
            }
            $timing = $timing->fromTheFirstBeat();
        }
        if ($line->says(ClauseKind::Lengths) && null === $pattern->lip) {
            throw StudyError::lengthsWithoutSlurs($line->clause(ClauseKind::Lengths)->text);
        }
        if ($line->says(ClauseKind::MinorExtent)) {
            // Orders of keys give each minor its own extent; where it is still said, there is none.
            throw StudyError::minorsWithoutKeys($line->clause(ClauseKind::MinorExtent)->text);
        }
        $placing = Placing::of($line);

        return new self(
            $line,
            'own' === $key->says,
            $tonic,
            $material,
            $pattern,
            Course::of($line, $material, $pattern, $placing),
            $placing,
            RangeChoice::of($line),
            $timing,
            Articulation::of($line->phrase(ClauseKind::Articulation, $pattern->isLipSlurs() ? 'slurred' : 'tongued')),
            Expressions::of($line),
            $line->says(ClauseKind::Drill) ? $line->clause(ClauseKind::Drill)->number('n') : null,
            intdiv($inDrill, $timing->rhythm->ticks()),
            $isOver ? Over::of($line, $tonic, $material, $pattern, $timing, $scales) : null,
            $line->says(ClauseKind::Voices) ? Voices::of($line, $material, $pattern, $timing) : null,
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

        $pattern = match ($clause->says) {
            'cell' => PatternParser::parse($clause->word('cell')),
            'build-up from' => $patterns->pattern('build-up')->from(Pitch::parse($clause->word('from'))),
            'lip slurs of' => $patterns->pattern('lip slurs')->lipped(
                $clause->text,
                LipShape::neighbours($clause->number('n')),
            ),
            default => $patterns->pattern($clause->says),
        };

        $lip = $pattern->lip;
        if (null === $lip) {
            return $pattern;
        }
        if ('octaves' === $line->phrase(ClauseKind::Extent, '') && 'lip slurs of' !== $clause->says) {
            $lip = $lip->spanning($line->clause(ClauseKind::Extent)->number('n'));
        }

        return $pattern->lipped($pattern->text, $line->says(ClauseKind::Lengths) ? $lip->walkingDown() : $lip);
    }
}
