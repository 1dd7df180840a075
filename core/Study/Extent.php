<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\MaterialKind;

/**
 * How much of the scale is played: the step of its top note above the tonic, in notes of the scale.
 */
final readonly class Extent
{
    public const AS_MANY_AS_FIT = 0;

    /**
     * @param int    $octaves whole octaves; 0 for as many as fit; -1 when the extent is counted in notes
     * @param int    $top     step of the top note for an extent counted in notes; else unused
     * @param string $said    the clause's own words, for messages
     */
    private function __construct(public int $octaves, private int $top, private int $size, private bool $withOctave, public string $said)
    {
    }

    /** @throws StudyError */
    public static function of(StudyLine $line, Material $material): self
    {
        $phrase = $line->phrase(ClauseKind::Extent, '');
        $said = '' === $phrase ? '1 octave' : $line->clause(ClauseKind::Extent)->text;
        $withOctave = MaterialKind::Triad !== $material->kind;
        if ($material->isShort) {
            return '' === $phrase ? new self(-1, $material->size() - 1, $material->size(), true, $material->name) : throw StudyError::shortMaterial($material->name, $said);
        }
        if ('ninth' === $phrase) {
            return MaterialKind::Scale === $material->kind ? new self(-1, $material->size() + ($material->hasEveryHalfStep() ? 2 : 1), $material->size(), true, $said) : throw StudyError::noNinth($material->name);
        }

        return match ($phrase) {
            'notes' => new self(-1, $line->clause(ClauseKind::Extent)->number('n') - 1, $material->size(), true, $said),
            'full range' => new self(self::AS_MANY_AS_FIT, 0, $material->size(), $withOctave, $said),
            default => new self('octaves' === $phrase ? $line->clause(ClauseKind::Extent)->number('n') : 1, 0, $material->size(), $withOctave, $said),
        };
    }

    public function isOctaves(): bool
    {
        return $this->octaves >= 0;
    }

    /** The step of the top note when so many octaves are played; an extent in notes has its own. */
    public function topStep(int $octaves): int
    {
        return $this->isOctaves() ? $octaves * $this->size - ($this->withOctave ? 0 : 1) : $this->top;
    }
}
