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
    /**
     * @param int|null $octaves whole octaves; none when the extent is counted in notes, and none for as many as fit
     * @param int|null $top   step of the top note of an extent counted in notes
     * @param string $said    the clause's own words, for messages
     */
    private function __construct(
        public ?int $octaves,
        private ?int $top,
        private int $size,
        private bool $withOctave,
        public string $said,
    ) {
    }

    /** @throws StudyError */
    public static function of(StudyLine $line, Material $material): self
    {
        $phrase = $line->phrase(ClauseKind::Extent, '');
        $said = '' === $phrase ? '1 octave' : $line->clause(ClauseKind::Extent)->text;
        $withOctave = MaterialKind::Triad !== $material->kind;
        if ($material->isShort) {
            return '' === $phrase
                ? new self(null, $material->size() - 1, $material->size(), true, $material->name)
                : throw StudyError::shortMaterial($material->name, $said);
        }
        if ('ninth' === $phrase) {
            return MaterialKind::Scale === $material->kind
                ? new self(
                    null,
                    $material->size() + ($material->hasEveryHalfStep() ? 2 : 1),
                    $material->size(),
                    true,
                    $said,
                )
                : throw StudyError::noNinth($material->name);
        }

        return match ($phrase) {
            'notes' => new self(
                null,
                $line->clause(ClauseKind::Extent)->number('n') - 1,
                $material->size(),
                true,
                $said,
            ),
            'full range' => new self(null, null, $material->size(), $withOctave, $said),
            default => new self(
                'octaves' === $phrase ? $line->clause(ClauseKind::Extent)->number('n') : 1,
                null,
                $material->size(),
                $withOctave,
                $said,
            ),
        };
    }

    /** Whether it is counted in octaves, be it as many as fit. */
    public function isOctaves(): bool
    {
        return null === $this->top;
    }

    public function isAsManyAsFit(): bool
    {
        return null === $this->octaves && null === $this->top;
    }

    /** The step of the top note when so many octaves are played; an extent in notes has its own. */
    public function topStep(int $octaves): int
    {
        return $this->top ?? $octaves * $this->size - ($this->withOctave ? 0 : 1);
    }
}
