<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\StudyError;
use SwiftReed\Study\Walk\Walk;

/**
 * To the highest note of the scale, down to the lowest, back to the tonic.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final readonly class TurnRound
{
    /** Times that a turn is drawn in for a pattern that reaches beyond its roots. */
    private const MOST = 5;

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
        $most = intdiv(Walk::MOST, max(1, $this->ground->recipe->timing->rounds ?? 1));
        $line = static function (int $lowest, int $highest) use ($walk, $tonic, $most): Line {
            $tones = $walk->turningRound($tonic, $lowest, $highest);
            if (\count($tones) > $most) {
                throw StudyError::tooManyNotes(Walk::MOST); // known at the first try: nothing is drawn in for it
            }

            return Line::of($tones, $tonic, $lowest, $highest);
        };
        $scale = $this->ground->recipe->material->ascending($tonic);
        // The notes of the scale that the range has; a pattern may reach further than its roots and turns a little
        // earlier.
        $highest = 0;
        while ($scale->note($highest + 1)->pitch->midi() <= $range->highest->midi()) {
            ++$highest;
        }
        $whole = $highest < 1 ? null : $line(0, $highest);
        for ($tried = 0; null !== $whole && !$whole->fits($range); ++$tried) {
            // As many steps lower as it reaches too high, and where it reaches too low nothing helps.
            $top = $scale->note($highest)->pitch->midi() - max(1, $whole->high->midi() - $range->highest->midi());
            while ($highest > 0 && $scale->note($highest)->pitch->midi() > $top) {
                --$highest;
            }
            $whole = $tried < self::MOST && $highest > 0 ? $line(0, $highest) : null;
        }
        if (null === $whole) {
            throw $this->ground->nothingFits();
        }
        $lowest = 0;
        while ($scale->note($lowest - 1)->pitch->midi() >= $range->lowest->midi()) {
            --$lowest;
        }
        for ($tried = 0; $tried < self::MOST && $lowest < 0; ++$tried) {
            $low = $line($lowest, $highest);
            if ($low->fits($range)) {
                return Placement::of($low, RangePolicy::TurnRound);
            }
            $bottom = $scale->note($lowest)->pitch->midi() + max(1, $range->lowest->midi() - $low->low->midi());
            while ($lowest < 0 && $scale->note($lowest)->pitch->midi() < $bottom) {
                ++$lowest;
            }
        }

        return Placement::of($whole, RangePolicy::TurnRound);
    }
}
