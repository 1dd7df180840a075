<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\StudyError;

/**
 * To the highest note of the scale, down to the lowest, back to the tonic.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final readonly class TurnRound
{
    /** Steps by which the turns are drawn in for a pattern that reaches beyond its roots: two octaves of seven notes. */
    private const MOST = 14;

    public function __construct(private Ground $ground)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $pattern = $this->ground->recipe->pattern;
        if ($pattern->hasItsOwnWay() || $pattern->isBuilt() || $pattern->goesRound()) {
            throw StudyError::doesNotTurn($pattern->text);
        }
        $range = $this->ground->player->limit();
        $tonic = $this->ground->key->tonic->at(0);
        while ($tonic->midi() < $range->lowest->midi()) {
            $tonic = $tonic->octaves(1);
        }
        $walk = $this->ground->walk;
        $line = static fn (int $lowest, int $highest): Line => Line::of($walk->turningRound($tonic, $lowest, $highest), $tonic, $lowest, $highest);
        $scale = $this->ground->recipe->material->ascending($tonic);
        // The notes of the scale that the range has; a pattern may reach further than its roots and turns a little earlier.
        $highest = 0;
        while ($scale->note($highest + 1)->pitch->midi() <= $range->highest->midi()) {
            ++$highest;
        }
        for ($tried = 0; $tried < self::MOST && $highest > 0 && !$line(0, $highest)->fits($range); ++$tried) {
            --$highest;
        }
        if ($highest < 1 || !$line(0, $highest)->fits($range)) {
            throw $this->ground->nothingFits();
        }
        $lowest = 0;
        while ($scale->note($lowest - 1)->pitch->midi() >= $range->lowest->midi()) {
            --$lowest;
        }
        for ($tried = 0; $tried < self::MOST && $lowest < 0; ++$tried) {
            $whole = $line($lowest, $highest);
            if ($whole->fits($range)) {
                return Placement::of($whole, RangePolicy::TurnRound);
            }
            ++$lowest;
        }

        return Placement::of($line(0, $highest), RangePolicy::TurnRound);
    }
}
