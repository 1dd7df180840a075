<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Ending;
use SwiftReed\Study\Extent;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Walk;

/**
 * Finds where a line lies on an instrument: the lowest octave that lies well, unless the line says where; fewer octaves
 * where not all fit; and where not one does, what the range clause or the pattern asks for.
 */
final readonly class RangeFitting
{
    /** Octaves in which a tonic is looked for. */
    private const LOWEST = 1;
    private const OCTAVES = 9;

    public function __construct(private Recipe $recipe, private Player $player, private Key $key, private Walk $walk)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $extent = $this->recipe->extent;
        $isCut = RangePolicy::LeaveOut === $this->recipe->range || RangePolicy::TurnRound === $this->recipe->range;
        if (!$isCut && $extent->octaves * 12 > $this->player->range(Stage::Full)->halfSteps()) {
            throw StudyError::widerThanInstrument($extent->said, $this->player->name, $this->player->range(Stage::Full));
        }
        if (RangePolicy::TurnRound === $this->recipe->range) {
            return $this->turningRound();
        }
        if (2 === \count($this->recipe->place)) {
            return $this->segment($this->recipe->place[0], $this->recipe->place[1]);
        }
        if (1 === \count($this->recipe->place)) {
            return $this->fromPitch($this->recipe->place[0]);
        }

        return match ($this->recipe->range) {
            RangePolicy::Fold => $this->folded($this->octaves(), [], $this->ranges()) ?? $this->foldedBeyondStage($this->octaves()),
            RangePolicy::Drop => $this->dropped($this->octaves(), [], [$this->player->limit()]) ?? throw $this->nothingFits(),
            RangePolicy::LeaveOut => $this->leavingOut(),
            default => $this->wholeOctaves(),
        };
    }

    /** The octaves that were asked for, one when the extent is not counted in octaves. */
    private function octaves(): int
    {
        return $this->recipe->extent->isOctaves() ? max(1, $this->recipe->extent->octaves) : 1;
    }

    private function wholeOctaves(): Placement
    {
        $extent = $this->recipe->extent;
        $most = match (true) {
            !$extent->isOctaves() => 1,
            Extent::AS_MANY_AS_FIT === $extent->octaves => max(1, intdiv($this->player->limit()->halfSteps(), 12)),
            default => $extent->octaves,
        };
        for ($octaves = $most; $octaves >= 1; --$octaves) {
            foreach ($this->ranges() as $range) {
                $tones = $this->plain($octaves, $range);
                if ([] !== $tones) {
                    $fewer = $extent->octaves > $octaves ? [\sprintf('%s of %s do not fit %s (%s); %s is played.', ucfirst($extent->said), $this->key->tonic->sign(), $this->player->name, $this->player->limit()->spoken(), 1 === $octaves ? '1 octave' : $octaves.' octaves')] : [];

                    return new Placement($tones, RangePolicy::WholeOctaves, $fewer);
                }
            }
        }
        if (RangePolicy::WholeOctaves === $this->recipe->range) {
            throw $this->nothingFits();
        }
        $isPattern = !$this->recipe->pattern->isStraight();
        $why = \sprintf('%s does not fit %s in one piece (%s), so it is folded.', $this->key->tonic->sign(), $this->player->name, $this->player->limit()->spoken());
        $whyDropped = \sprintf('The pattern runs out of notes in %s on %s (%s), so groups that would be too high are played an octave lower.', $this->key->tonic->sign(), $this->player->name, $this->player->limit()->spoken());

        return ($isPattern ? $this->dropped(1, [$whyDropped], [$this->player->limit()]) : null)
            ?? ($isPattern ? null : $this->folded(1, [$why], $this->ranges()))
            ?? $this->beyondStage();
    }

    /** Nothing fits this stage: the next stage's range is used, and said. */
    private function beyondStage(): Placement
    {
        foreach ([Stage::Developing, Stage::Full] as $stage) {
            $range = $this->player->range($stage);
            $tones = $this->plain(1, $range);
            if ([] !== $tones) {
                return new Placement($tones, RangePolicy::WholeOctaves, [$this->beyond($range)]);
            }
            $dropped = $this->recipe->pattern->isStraight() ? null : $this->dropped(1, [$this->beyond($range)], [$range]);
            if (null !== $dropped) {
                return $dropped;
            }
        }
        throw $this->nothingFits();
    }

    /** A fold was asked for that does not fit this stage. */
    private function foldedBeyondStage(int $octaves): Placement
    {
        foreach ([Stage::Developing, Stage::Full] as $stage) {
            $range = $this->player->range($stage);
            $placement = $this->folded($octaves, [$this->beyond($range)], [$range]);
            if (null !== $placement) {
                return $placement;
            }
        }
        throw $this->nothingFits();
    }

    private function beyond(Range $range): string
    {
        return \sprintf('%s does not fit the %s range of %s; it goes beyond it (%s).', $this->key->tonic->sign(), $this->player->stage->spoken(), $this->player->name, $range->spoken());
    }

    /**
     * @param list<string>  $warnings
     * @param list<Range> $ranges to be tried in turn
     */
    private function folded(int $octaves, array $warnings, array $ranges): ?Placement
    {
        foreach ($ranges as $range) {
            for ($octave = self::LOWEST; $octave < self::OCTAVES; ++$octave) {
                $tones = $this->folding($this->line($this->key->tonic->at($octave), $octaves), $octaves);
                if ($this->fits($tones, $range)) {
                    return new Placement($tones, RangePolicy::Fold, $warnings);
                }
            }
        }

        return null;
    }

    /**
     * The place in which the fewest notes have to drop.
     *
     * @param list<string>  $warnings
     * @param list<Range> $ranges to be tried in turn
     */
    private function dropped(int $octaves, array $warnings, array $ranges): ?Placement
    {
        foreach ($ranges as $range) {
            $high = $this->highest($range);
            $best = [];
            $fewest = \PHP_INT_MAX;
            for ($octave = self::LOWEST; $octave < self::OCTAVES; ++$octave) {
                $tonic = $this->key->tonic->at($octave);
                if ($tonic->midi() < $range->lowest->midi() || $tonic->midi() > $high) {
                    continue;
                }
                $tones = Drop::tones($this->line($tonic, $octaves), $range->lowest->midi(), $high);
                $moved = \count(array_filter($tones, static fn (Tone $tone): bool => 0 !== $tone->octaves));
                if ($moved < $fewest && $this->fits($tones, $range)) {
                    [$best, $fewest] = [$tones, $moved];
                }
            }
            if ([] !== $best) {
                $isAskedFor = RangePolicy::Drop === $this->recipe->range;

                return new Placement($best, 0 === $fewest && !$isAskedFor ? RangePolicy::WholeOctaves : RangePolicy::Drop, 0 === $fewest ? [] : $warnings);
            }
        }

        return null;
    }

    /** To the highest note of the scale, down to the lowest, back to the tonic. */
    private function turningRound(): Placement
    {
        if ($this->recipe->pattern->hasItsOwnWay() || $this->recipe->pattern->isBuilt()) {
            throw StudyError::doesNotTurn($this->recipe->pattern->text);
        }
        $range = $this->player->limit();
        $tonic = $this->key->tonic->at(0);
        while ($tonic->midi() < $range->lowest->midi()) {
            $tonic = $tonic->octaves(1);
        }
        $fits = fn (int $lowest, int $highest): bool => $this->fits($this->walk->turningRound($tonic, $lowest, $highest), $range);
        $highest = 1;
        if (!$fits(0, $highest)) {
            throw $this->nothingFits();
        }
        $scale = $this->recipe->material->ascending($tonic);
        while ($scale->note($highest + 1)->pitch->midi() <= $range->highest->midi() && $fits(0, $highest + 1)) {
            ++$highest;
        }
        $lowest = 0;
        while ($scale->note($lowest - 1)->pitch->midi() >= $range->lowest->midi() && $fits($lowest - 1, $highest)) {
            --$lowest;
        }

        return new Placement($this->walk->turningRound($tonic, $lowest, $highest), RangePolicy::TurnRound, []);
    }

    /** Notes beyond the range are silent; their time is kept. */
    private function leavingOut(): Placement
    {
        $range = $this->player->limit();
        $best = [];
        /** @var list<string> $left */
        $left = [];
        for ($octave = self::LOWEST; $octave < self::OCTAVES; ++$octave) {
            $tonic = $this->key->tonic->at($octave);
            if ($tonic->midi() < $range->lowest->midi() || $tonic->midi() > $range->highest->midi()) {
                continue;
            }
            [$kept, $out] = LeaveOut::tones($this->line($tonic, $this->octaves()), $range);
            if ([] !== $kept && ([] === $best || \count($out) < \count($left))) {
                $best = $kept;
                $left = $out;
            }
        }
        if ([] === $best) {
            throw $this->nothingFits();
        }

        return new Placement($best, RangePolicy::LeaveOut, $this->leftOut($left, $range));
    }

    /**
     * @param list<string> $names
     *
     * @return list<string>
     */
    private function leftOut(array $names, Range $range): array
    {
        return [] === $names ? [] : [\sprintf('Left out, because %s does not have them (%s): %s.', $this->player->name, $range->spoken(), implode(' ', array_unique($names)))];
    }

    /** The highest note that a pattern may reach, MIDI number. */
    private function highest(Range $range): int
    {
        return min([$range->highest->midi(), ...array_map(static fn (Pitch $limit): int => $limit->midi(), $this->recipe->dropAbove)]);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private function folding(array $tones, int $octaves): array
    {
        return Fold::tones($tones, $this->recipe->foldAfter, $this->recipe->pattern->isStraight() ? max(array_map(static fn (Tone $tone): int => $tone->number, $tones)) : 1 + 7 * $octaves);
    }

    /**
     * A line that begins where it is told to, shaped by the range clause.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @throws StudyError
     */
    private function shaped(array $tones, int $octaves, Pitch $from): Placement
    {
        $limit = $this->player->limit();
        if (RangePolicy::Fold === $this->recipe->range) {
            return $this->checked($this->folding($tones, $octaves), RangePolicy::Fold, $from);
        }
        if (RangePolicy::LeaveOut === $this->recipe->range) {
            [$kept, $out] = LeaveOut::tones($tones, $limit);

            return [] === $kept ? throw $this->nothingFits() : new Placement($kept, RangePolicy::LeaveOut, $this->leftOut($out, $limit));
        }
        $isAskedFor = RangePolicy::Drop === $this->recipe->range;
        if ($isAskedFor || (RangePolicy::KeepWhole === $this->recipe->range && !$this->recipe->pattern->isStraight())) {
            $tones = Drop::tones($tones, $limit->lowest->midi(), $this->highest($limit));
            $isMoved = [] !== array_filter($tones, static fn (Tone $tone): bool => 0 !== $tone->octaves);

            return $this->checked($tones, $isAskedFor || $isMoved ? RangePolicy::Drop : RangePolicy::WholeOctaves, $from);
        }

        return $this->checked($tones, RangePolicy::WholeOctaves, $from);
    }

    /** @throws StudyError */
    private function fromPitch(Pitch $from): Placement
    {
        [$tonic, $step] = $this->stepOf($from);
        $extent = $this->recipe->extent;
        $octaves = $this->octaves();
        if (Extent::AS_MANY_AS_FIT === $extent->octaves) {
            while ($this->recipe->material->ascending($tonic)->note($step + $extent->topStep($octaves + 1))->pitch->midi() <= $this->player->limit()->highest->midi()) {
                ++$octaves;
            }
        }

        return $this->shaped($this->walk->tones($tonic, $step, $step + $extent->topStep($octaves)), $octaves, $from);
    }

    /** @throws StudyError */
    private function segment(Pitch $one, Pitch $other): Placement
    {
        [$low, $high] = $one->isHigherThan($other) ? [$other, $one] : [$one, $other];
        [$tonic, $from] = $this->stepOf($low);
        [$otherTonic, $to] = $this->stepOf($high);
        $top = $to + $this->recipe->material->size() * intdiv($otherTonic->midi() - $tonic->midi(), 12);

        return $this->shaped($this->walk->tones($tonic, $from, $top), max(1, (int) ceil(($top - $from) / $this->recipe->material->size())), $one);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @throws StudyError
     */
    private function checked(array $tones, RangePolicy $policy, Pitch $from): Placement
    {
        $full = $this->player->range(Stage::Full);
        [$low, $high] = self::ends($tones);
        if (!$full->holds($low, $high)) {
            throw StudyError::outOfRange($low, $high, $this->player->name, $full, $from->sign());
        }
        $warnings = $this->player->limit()->holds($low, $high) ? [] : [\sprintf('The line runs from %s to %s, beyond the %s range of %s (%s).', $low->sign(), $high->sign(), $this->player->stage->spoken(), $this->player->name, $this->player->limit()->spoken())];

        return new Placement($tones, $policy, $warnings);
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
        $tonic = $this->key->tonic->at($pitch->octave);
        while ($tonic->midi() > $pitch->midi()) {
            $tonic = $tonic->octaves(-1);
        }
        while ($tonic->midi() + 12 <= $pitch->midi()) {
            $tonic = $tonic->octaves(1);
        }
        foreach ([$this->recipe->material->ascending($tonic), $this->recipe->material->descending($tonic)] as $scale) {
            $below = $tonic;
            for ($step = 0; $step <= $scale->size(); ++$step) {
                $note = $scale->note($step)->pitch;
                if ($note->midi() === $pitch->midi()) {
                    return [$tonic, $step];
                }
                if ($note->midi() > $pitch->midi()) {
                    throw StudyError::notInScale($pitch, $this->recipe->material->name, $below, $note);
                }
                $below = $note;
            }
        }
        throw StudyError::notInScale($pitch, $this->recipe->material->name, $tonic, $tonic->octaves(1));
    }

    /** @return non-empty-list<Range> */
    private function ranges(): array
    {
        return match ($this->recipe->from) {
            '' => Extent::AS_MANY_AS_FIT === $this->recipe->extent->octaves ? [$this->player->limit()] : $this->player->preferredRanges(),
            default => [$this->player->limit()],
        };
    }

    /**
     * The line from the tonic from which so many octaves (or the extent in notes) lie inside the range: the lowest, or
     * the middle one.
     *
     * @return list<Tone> empty when there is none
     */
    private function plain(int $octaves, Range $range): array
    {
        $fitting = [];
        for ($octave = self::LOWEST; $octave < self::OCTAVES; ++$octave) {
            $tonic = $this->key->tonic->at($octave);
            $high = $this->recipe->material->ascending($tonic)->note($this->recipe->extent->topStep($octaves))->pitch;
            if (!$range->holds($tonic, $high)) {
                continue;
            }
            $tones = $this->line($tonic, $octaves);
            if (($this->recipe->pattern->isStraight() && Ending::EnclosedTonic !== $this->recipe->ending) || $this->fits($tones, $range)) {
                if ('from middle' !== $this->recipe->from) {
                    return $tones;
                }
                $fitting[] = $tones;
            }
        }

        return $fitting[intdiv(\count($fitting), 2)] ?? [];
    }

    /** @return non-empty-list<Tone> */
    private function line(Pitch $tonic, int $octaves): array
    {
        return $this->walk->tones($tonic, 0, $this->recipe->extent->topStep($octaves));
    }

    /** @param non-empty-list<Tone> $tones */
    private function fits(array $tones, Range $range): bool
    {
        [$low, $high] = self::ends($tones);

        return $range->holds($low, $high);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return array{Pitch, Pitch} the lowest and the highest pitch
     */
    public static function ends(array $tones): array
    {
        $low = $high = $tones[0]->pitch;
        foreach ($tones as $tone) {
            $low = $low->isHigherThan($tone->pitch) ? $tone->pitch : $low;
            $high = $tone->pitch->isHigherThan($high) ? $tone->pitch : $high;
        }

        return [$low, $high];
    }

    private function nothingFits(): StudyError
    {
        return StudyError::nothingFits($this->recipe->extent->said, $this->key->tonic->sign().' '.$this->recipe->material->name, $this->player->name, $this->player->limit());
    }
}
