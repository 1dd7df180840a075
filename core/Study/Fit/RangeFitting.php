<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Study\Extent;
use SwiftReed\Study\Place;
use SwiftReed\Study\StudyError;
use SwiftReed\Words\Wording;

/**
 * Finds where a line lies on an instrument: the lowest octave that lies well, unless the line says where; fewer octaves
 * where not all fit; and where not one does, what the range clause or the pattern asks for; beyond the stage's range,
 * the place that goes beyond it least.
 *
 * Source: the handbook, chapter 3, "Range" (common practice).
 */
final readonly class RangeFitting
{
    public function __construct(private Ground $ground)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $recipe = $this->ground->recipe;
        $player = $this->ground->player;
        $isCut = RangePolicy::LeaveOut === $recipe->range->policy || RangePolicy::TurnRound === $recipe->range->policy;
        if (!$isCut && ($recipe->course->extent->octaves ?? 0) * 12 > $player->range(Stage::Full)->halfSteps()) {
            throw StudyError::widerThanInstrument(
                $recipe->course->extent->said,
                $player->name,
                $player->range(Stage::Full),
            );
        }
        if (RangePolicy::TurnRound === $recipe->range->policy) {
            return (new TurnRound($this->ground))->place();
        }
        if (Place::FromPitch === $recipe->placing->place && null !== $recipe->over) {
            return (new NamedPlace($this->ground))->beginning();
        }
        if (Place::FromPitch === $recipe->placing->place || Place::Segment === $recipe->placing->place) {
            return (new NamedPlace($this->ground))->place();
        }
        if (
            $recipe->course->extent->isAsManyAsFit()
            && $recipe->material->hasEveryHalfStep()
            && $recipe->pattern->followsTheScale()
        ) {
            return (new NamedPlace($this->ground))->everyNote();
        }
        $placement = $this->usual();

        return match ($recipe->placing->place) {
            Place::OctaveHigher => $this->shifted($placement, 1),
            Place::OctaveLower => $this->shifted($placement, -1),
            default => $placement,
        };
    }

    /** @throws StudyError */
    private function usual(): Placement
    {
        return match ($this->ground->recipe->range->policy) {
            RangePolicy::Fold => $this->shaped(new Fold(), $this->octaves(), $this->ranges())
                ?? $this->beyond(new Fold(), $this->octaves())
                ?? throw $this->ground->nothingFits(),
            RangePolicy::Drop => $this->shaped(new Drop(), $this->octaves(), [$this->ground->player->limit()])
                ?? throw $this->ground->nothingFits(),
            RangePolicy::LeaveOut => $this->leavingOut(),
            default => $this->wholeOctaves(),
        };
    }

    /** The octaves that were asked for, one when the extent is not counted in octaves. */
    private function octaves(): int
    {
        return $this->ground->recipe->course->extent->octaves ?? 1;
    }

    /** @throws StudyError */
    private function wholeOctaves(): Placement
    {
        [$recipe, $player] = [$this->ground->recipe, $this->ground->player];
        $most = $recipe->course->extent->isAsManyAsFit()
            ? max(1, intdiv($player->limit()->halfSteps(), 12))
            : $this->octaves();
        for ($octaves = $most; $octaves >= 1; --$octaves) {
            $line = $this->chosen(new WholeLine(), $octaves, $this->ranges());
            if (null !== $line) {
                return Placement::of($line, RangePolicy::WholeOctaves, $this->fewer($octaves));
            }
        }
        if (RangePolicy::WholeOctaves === $recipe->range->policy) {
            throw $this->ground->nothingFits();
        }
        if ($recipe->pattern->isStraight()) {
            $line = $this->chosen(new Fold(), 1, $this->ranges());
            if (null !== $line) {
                return Placement::of(
                    $line,
                    RangePolicy::Fold,
                    [...$this->fewer(1), Wording::of('range-fitting.whole-octaves', [
                        'tonic' => $this->ground->key->tonic->sign(),
                        'player' => $player->name,
                        'limit' => $player->limit()->spoken(),
                    ])],
                );
            }
        }
        $placement = ($recipe->pattern->isStraight() ? null : $this->shaped(new Drop(), 1, [$player->limit()]))
            ?? $this->beyond(new WholeLine(), 1)
            ?? ($recipe->pattern->isStraight() ? null : $this->beyond(new Drop(), 1))
            ?? throw $this->ground->nothingFits();

        return $placement->with($placement->tones, $this->fewer(1));
    }

    /** @return list<string> what is said where fewer octaves are played than were asked for */
    private function fewer(int $octaves): array
    {
        $extent = $this->ground->recipe->course->extent;
        $player = $this->ground->player;

        return $extent->octaves > $octaves
            ? [Wording::of('range-fitting.fewer', [
                'said' => ucfirst($extent->said),
                'tonic' => $this->ground->key->tonic->sign(),
                'player' => $player->name,
                'limit' => $player->limit()->spoken(),
                'octaves' => $octaves,
            ])]
            : [];
    }

    /** @throws StudyError */
    private function leavingOut(): Placement
    {
        $range = $this->ground->player->limit();
        $line = $this->chosen(new LeaveOut(), $this->octaves(), [$range]) ?? throw $this->ground->nothingFits();
        foreach ($this->ground->lines($this->octaves(), $range) as $by => $plain) {
            if ($plain->tonic->octaves($by)->equals($line->tonic)) {
                return Placement::of(
                    $line,
                    RangePolicy::LeaveOut,
                    (new NamedPlace($this->ground))->leftOut($plain->inOctave($by)),
                );
            }
        }

        return Placement::of($line, RangePolicy::LeaveOut);
    }

    /**
     * @param non-empty-list<Range> $ranges to be tried in turn
     *
     * @throws StudyError
     */
    private function shaped(Policy $policy, int $octaves, array $ranges): ?Placement
    {
        $line = $this->chosen($policy, $octaves, $ranges);
        if (null === $line) {
            return null;
        }
        $isAskedFor = $policy->name() === $this->ground->recipe->range->policy;

        return Placement::of(
            $line,
            0 === $line->moved() && !$isAskedFor ? RangePolicy::WholeOctaves : $policy->name(),
            $isAskedFor ? [] : $this->whatMoved($line),
        );
    }

    /** @return list<string> */
    private function whatMoved(Line $line): array
    {
        $octaves = array_unique(array_map(static fn ($tone): int => $tone->octaves <=> 0, $line->tones));
        $how = match (true) {
            \in_array(-1, $octaves, true) && \in_array(1, $octaves, true) => 'both',
            \in_array(-1, $octaves, true) => 'lower',
            \in_array(1, $octaves, true) => 'higher',
            default => null,
        };

        return null === $how
            ? []
            : [Wording::of('range-fitting.what-moved', [
                'tonic' => $this->ground->key->tonic->sign(),
                'player' => $this->ground->player->name,
                'limit' => $this->ground->player->limit()->spoken(),
                'how' => $how,
            ])];
    }

    /**
     * Nothing fits this stage: the place in the instrument's range that goes beyond the stage's least, and it is said.
     *
     * @throws StudyError
     */
    private function beyond(Policy $policy, int $octaves): ?Placement
    {
        $player = $this->ground->player;
        foreach ([Stage::Developing, Stage::Full] as $stage) {
            $range = $player->range($stage);
            $line = self::nearest($policy->lines($this->ground, $octaves, $range), $player->limit());
            if (null !== $line) {
                return Placement::of(
                    $line,
                    0 === $line->moved() ? RangePolicy::WholeOctaves : $policy->name(),
                    [Wording::of('range-fitting.beyond', [
                        'tonic' => $this->ground->key->tonic->sign(),
                        'stage' => $player->stage()->spoken(),
                        'player' => $player->name,
                        'range' => $range->spoken(),
                    ])],
                );
            }
        }

        return null;
    }

    /**
     * The line in the first of the ranges that has a place for it; in a wider one, where it goes beyond the narrower
     * least.
     *
     * @param non-empty-list<Range> $ranges
     *
     * @throws StudyError
     */
    private function chosen(Policy $policy, int $octaves, array $ranges): ?Line
    {
        $narrower = null;
        foreach ($ranges as $range) {
            $lines = $policy->lines($this->ground, $octaves, $range);
            if ([] !== $lines) {
                $fewest = min(array_map(static fn (Line $line): int => $line->moved(), $lines));
                $lines = array_values(array_filter($lines, static fn (Line $line): bool => $line->moved() === $fewest));
                $last = \count($lines) - 1;

                return match ($this->ground->recipe->placing->place) {
                    Place::FromMiddle => $lines[intdiv($last + 1, 2)],
                    Place::HighOctave => $lines[$last],
                    Place::FromLow, Place::LowOctave => $lines[0],
                    default => null === $narrower ? $lines[0] : self::nearest($lines, $narrower),
                };
            }
            $narrower = $range;
        }

        return null;
    }

    /** @param list<Line> $lines from low to high */
    private static function nearest(array $lines, Range $range): ?Line
    {
        $best = null;
        foreach ($lines as $line) {
            $best = null === $best || $line->beyond($range) < $best->beyond($range) ? $line : $best;
        }

        return $best;
    }

    /** @return non-empty-list<Range> to be tried in turn */
    private function ranges(): array
    {
        $isUsual = \in_array(
            $this->ground->recipe->placing->place,
            [Place::Usual, Place::OctaveHigher, Place::OctaveLower],
            true,
        );

        return $isUsual && !$this->ground->recipe->course->extent->isAsManyAsFit()
            ? $this->ground->player->preferredRanges()
            : [$this->ground->player->limit()];
    }

    /**
     * Twelve half steps from the usual place.
     *
     * @throws StudyError when that is beyond the instrument
     */
    private function shifted(Placement $usual, int $octaves): Placement
    {
        $line = Line::of($usual->tones, $usual->tonic, $usual->from, $usual->top)->inOctave($octaves);
        $full = $this->ground->player->range(Stage::Full);
        if (!$line->fits($full)) {
            throw StudyError::octaveBeyondRange(
                $this->ground->recipe->placing->place->value,
                $line->low,
                $line->high,
                $this->ground->player->name,
                $full,
            );
        }

        return Placement::of(
            $line,
            $usual->policy,
            [...$usual->warnings, ...(new NamedPlace($this->ground))->leaves($line)],
        );
    }
}
