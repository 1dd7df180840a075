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
    public function __construct(private Ground $ground)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $pattern = $this->ground->recipe->pattern;
        if ($pattern->hasItsOwnWay() || $pattern->isBuilt()) {
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
        while ($highest > 0 && !$line(0, $highest)->fits($range)) {
            --$highest;
        }
        if ($highest < 1) {
            throw $this->ground->nothingFits();
        }
        $lowest = 0;
        while ($scale->note($lowest - 1)->pitch->midi() >= $range->lowest->midi()) {
            --$lowest;
        }
        while ($lowest < 0 && !$line($lowest, $highest)->fits($range)) {
            ++$lowest;
        }

        return Placement::of($line($lowest, $highest), RangePolicy::TurnRound);
    }
}
