<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Place;
use SwiftReed\Study\StudyError;
use SwiftReed\Words\Wording;

/**
 * A line from a written note, or between two; and every note that the stage has.
 */
final readonly class NamedPlace
{
    public function __construct(private Ground $ground)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $recipe = $this->ground->recipe;

        return Place::Segment === $recipe->placing->place
            && isset($recipe->placing->pitches[0], $recipe->placing->pitches[1])
            ? $this->segment($recipe->placing->pitches[0], $recipe->placing->pitches[1])
            : $this->from($recipe->placing->pitches[0] ?? $this->ground->key->tonic->at(4));
    }

    /**
     * A line over chords, in the octave in which it begins on the note that is named.
     *
     * @throws StudyError when it begins on another, or leaves the instrument there
     */
    public function beginning(): Placement
    {
        $from = $this->ground->recipe->placing->pitches[0] ?? throw new \LogicException('A place names its note.');
        foreach ($this->ground->lines(1, $this->ground->player->range(Stage::Full)) as $by => $line) {
            if ($line->tones[0]->pitch->octaves($by)->midi() === $from->midi()) {
                return $this->shaped($line->inOctave($by), 1, $from);
            }
        }
        $first = $this->ground->walk->tones($this->ground->key->tonic->at(4), 0, 1)[0]->pitch;
        throw StudyError::beginsOn($from, $first);
    }

    /**
     * The chromatic scale from the lowest to the highest note of the stage.
     *
     * @throws StudyError
     */
    public function everyNote(): Placement
    {
        $range = $this->ground->player->limit();
        [$tonic, $from] = $this->stepOf($range->lowest);
        $top = $from + $range->halfSteps();
        // A step is a half step: a line that reaches so many too far cannot fit before its end is moved by as many.
        for ($most = $top; $most > $from; $most -= $too) {
            $too = 1;
            for (
                $least = $from; $least < $from + 12
                && $least < $most; $least += max(1, $range->lowest->midi() - $line->low->midi())
            ) {
                $line = Line::of($this->ground->walk->tones($tonic, $least, $most), $tonic, $least, $most);
                if ($line->fits($range)) {
                    return Placement::of($line, RangePolicy::WholeOctaves);
                }
                if ($line->high->midi() > $range->highest->midi()) {
                    $too = $line->high->midi() - $range->highest->midi();
                    break; // a pattern reaches too high from here, wherever it begins
                }
            }
        }
        throw $this->ground->nothingFits();
    }

    /** @throws StudyError */
    private function from(Pitch $from): Placement
    {
        [$tonic, $step] = $this->stepOf($from);
        $extent = $this->ground->recipe->course->extent;
        $octaves = $extent->octaves ?? 1;
        if (Direction::Down === $this->ground->recipe->course->direction) {
            return $this->downFrom($from, $tonic, $step);
        }
        if ($extent->isAsManyAsFit()) {
            while ($this->ground->recipe->material->ascending($tonic)
                ->note($step + $extent->topStep($octaves + 1))->pitch
                ->midi() <= $this->ground->player
                ->limit()->highest
                ->midi()) {
                ++$octaves;
            }
        }
        $top = $step + $extent->topStep($octaves);

        return $this->shaped(
            Line::of($this->ground->walk->tones($tonic, $step, $top), $tonic, $step, $top),
            $octaves,
            $from,
        );
    }

    /**
     * A line that only goes down begins on the note that is named.
     *
     * @throws StudyError
     */
    private function downFrom(Pitch $from, Pitch $tonic, int $top): Placement
    {
        $extent = $this->ground->recipe->course->extent;
        $octaves = $extent->octaves ?? 1;
        $lowest = $this->ground->player->limit()->lowest->midi();
        while ($extent->isAsManyAsFit() && $from->midi() - 12 * ($octaves + 1) >= $lowest) {
            ++$octaves;
        }
        $bottom = $top - $extent->topStep($octaves);
        while ($bottom < 0) {
            $tonic = $tonic->octaves(-1);
            $bottom += $this->ground->recipe->material->size();
            $top += $this->ground->recipe->material->size();
        }

        return $this->shaped(
            Line::of($this->ground->walk->tones($tonic, $bottom, $top), $tonic, $bottom, $top),
            $octaves,
            $from,
        );
    }

    /** @throws StudyError */
    private function segment(Pitch $one, Pitch $other): Placement
    {
        [$low, $high] = $one->isHigherThan($other) ? [$other, $one] : [$one, $other];
        [$tonic, $from] = $this->stepOf($low);
        [$otherTonic, $to] = $this->stepOf($high);
        $size = $this->ground->recipe->material->size();
        $top = $to + $size * intdiv($otherTonic->midi() - $tonic->midi(), 12);
        if ($top <= $from) {
            throw StudyError::emptySegment($one, $other);
        }

        return $this->shaped(
            Line::of($this->ground->walk->tones($tonic, $from, $top), $tonic, $from, $top),
            max(1, (int) ceil(($top - $from) / $size)),
            $one,
        );
    }

    /**
     * A line that begins where it is told to, shaped by the range clause; a pattern drops of itself where it must.
     *
     * @throws StudyError
     */
    private function shaped(Line $line, int $octaves, Pitch $from): Placement
    {
        [$recipe, $player] = [$this->ground->recipe, $this->ground->player];
        $isAskedFor = RangePolicy::KeepWhole !== $recipe->range->policy;
        $policy = match ($recipe->range->policy) {
            RangePolicy::Fold => new Fold(),
            RangePolicy::LeaveOut => new LeaveOut(),
            RangePolicy::Drop => new Drop(),
            RangePolicy::KeepWhole => $recipe->pattern->isStraight() ? new WholeLine() : new Drop(),
            default => new WholeLine(),
        };
        $shaped = $policy->shaped($this->ground, $line, $octaves, $player->limit());
        $full = $player->range(Stage::Full);
        if (!$shaped->fits($full)) {
            throw StudyError::outOfRange($shaped->low, $shaped->high, $player->name, $full, $from->sign());
        }
        $name = $isAskedFor || 0 !== $shaped->moved() ? $policy->name() : RangePolicy::WholeOctaves;

        return Placement::of(
            $shaped,
            $name,
            RangePolicy::LeaveOut === $name ? $this->leftOut($line) : $this->leaves($shaped),
        );
    }

    /** @return list<string> what is said of a line that leaves the stage's range */
    public function leaves(Line $line): array
    {
        $player = $this->ground->player;

        return $line->fits($player->limit())
            ? []
            : [Wording::of('named-place.leaves', [
                'low' => $line->low->sign(),
                'high' => $line->high->sign(),
                'stage' => $player->stage()->spoken(),
                'player' => $player->name,
                'limit' => $player->limit()->spoken(),
            ])];
    }

    /** @return list<string> what is said of notes of the plain line that are left out */
    public function leftOut(Line $plain): array
    {
        $range = $this->ground->player->limit();
        $missing = LeaveOut::missing($plain, $range);

        return [] === $missing
            ? []
            : [Wording::of('named-place.left-out', [
                'player' => $this->ground->player->name,
                'range' => $range->spoken(),
                'missing' => implode(' ', $missing),
            ])];
    }

    /**
     * The step a written pitch has above the tonic at or below it.
     *
     * @return array{Pitch, int}
     *
     * @throws StudyError when the pitch is not a note of the scale
     */
    private function stepOf(Pitch $pitch): array
    {
        $material = $this->ground->recipe->material;
        $tonic = $this->ground->key->tonic->at($pitch->octave);
        while ($tonic->midi() > $pitch->midi()) {
            $tonic = $tonic->octaves(-1);
        }
        while ($tonic->midi() + 12 <= $pitch->midi()) {
            $tonic = $tonic->octaves(1);
        }
        [$below, $above] = [$tonic, $tonic->octaves(1)];
        foreach ([$material->ascending($tonic), $material->descending($tonic)] as $scale) {
            // The steps of a pair of triads do not rise one by one, so all are looked at.
            for ($step = 0; $step <= $scale->size(); ++$step) {
                $note = $scale->note($step)->pitch;
                if ($note->midi() === $pitch->midi()) {
                    return [$tonic, $step];
                }
                $below = $note->midi() < $pitch->midi() && $note->isHigherThan($below) ? $note : $below;
                $above = $note->midi() > $pitch->midi() && $above->isHigherThan($note) ? $note : $above;
            }
        }
        throw StudyError::notInScale($pitch, $material->name, $below, $above);
    }
}
