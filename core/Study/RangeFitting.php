<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Material;

/**
 * Finds where a line lies on an instrument: the lowest octave that lies well, unless the line says where; fewer octaves
 * where not all fit; a fold where not one does.
 */
final readonly class RangeFitting
{
    /** @param list<Material> $arpeggios the arpeggio that follows the scale, if one does */
    public function __construct(private Recipe $recipe, private Reader $reader, private Key $key, private array $arpeggios)
    {
    }

    /** @throws StudyError */
    public function place(): Placement
    {
        $extent = $this->recipe->extent;
        if ($extent->octaves * 12 > $this->reader->compass(Stage::Full)->halfSteps()) {
            throw StudyError::widerThanInstrument($extent->said, $this->reader->name, $this->reader->compass(Stage::Full));
        }
        if (2 === \count($this->recipe->place)) {
            return $this->segment($this->recipe->place[0], $this->recipe->place[1]);
        }
        if (1 === \count($this->recipe->place)) {
            return $this->fromPitch($this->recipe->place[0]);
        }
        if (RangePolicy::Fold === $this->recipe->range) {
            $octaves = $extent->isOctaves() ? max(1, $extent->octaves) : 1;

            return $this->folded($octaves, [], $this->compasses()) ?? $this->foldedBeyondStage($octaves);
        }

        return $this->wholeOctaves();
    }

    private function wholeOctaves(): Placement
    {
        $extent = $this->recipe->extent;
        $most = match (true) {
            !$extent->isOctaves() => 1,
            Extent::AS_MANY_AS_FIT === $extent->octaves => intdiv($this->reader->limit()->halfSteps(), 12),
            default => $extent->octaves,
        };
        for ($octaves = $most; $octaves >= 1; --$octaves) {
            foreach ($this->compasses() as $compass) {
                $tonic = $this->plainTonic($octaves, $compass);
                if (null !== $tonic) {
                    $fewer = $extent->octaves > $octaves ? [\sprintf('%s of %s do not fit %s (%s); %s is played.', ucfirst($extent->said), $this->key->tonic->sign(), $this->reader->name, $this->reader->limit()->spoken(), 1 === $octaves ? '1 octave' : $octaves.' octaves')] : [];

                    return new Placement($this->line($tonic, $octaves), RangePolicy::WholeOctaves, $fewer);
                }
            }
        }
        if (RangePolicy::WholeOctaves === $this->recipe->range) {
            throw $this->nothingFits();
        }
        $why = \sprintf('%s does not fit %s in one piece (%s), so it is folded.', $this->key->tonic->sign(), $this->reader->name, $this->reader->limit()->spoken());

        return $this->folded(1, [$why], $this->compasses()) ?? $this->beyondStage();
    }

    /** Not even folded does it fit this stage: the next stage's range is used, and said. */
    private function beyondStage(): Placement
    {
        foreach ([Stage::Developing, Stage::Full] as $stage) {
            $tonic = $this->plainTonic(1, $this->reader->compass($stage));
            if (null !== $tonic) {
                return new Placement($this->line($tonic, 1), RangePolicy::WholeOctaves, [$this->beyond($this->reader->compass($stage))]);
            }
        }
        throw $this->nothingFits();
    }

    /** A fold was asked for that does not fit this stage. */
    private function foldedBeyondStage(int $octaves): Placement
    {
        foreach ([Stage::Developing, Stage::Full] as $stage) {
            $compass = $this->reader->compass($stage);
            $placement = $this->folded($octaves, [$this->beyond($compass)], [$compass]);
            if (null !== $placement) {
                return $placement;
            }
        }
        throw $this->nothingFits();
    }

    private function beyond(Compass $compass): string
    {
        return \sprintf('%s does not fit the %s range of %s; it goes beyond it (%s).', $this->key->tonic->sign(), $this->reader->stage->spoken(), $this->reader->name, $compass->spoken());
    }

    /**
     * @param list<string>  $warnings
     * @param list<Compass> $compasses to be tried in turn
     */
    private function folded(int $octaves, array $warnings, array $compasses): ?Placement
    {
        foreach ($compasses as $compass) {
            for ($octave = 0; $octave <= 8; ++$octave) {
                $tones = Fold::tones($this->line($this->key->tonic->at($octave), $octaves), $this->recipe->foldAfter);
                if ($this->fits($tones, $compass)) {
                    return new Placement($tones, RangePolicy::Fold, $warnings);
                }
            }
        }

        return null;
    }

    /** @throws StudyError */
    private function fromPitch(Pitch $from): Placement
    {
        [$tonic, $step] = $this->stepOf($from);
        $extent = $this->recipe->extent;
        $octaves = $extent->isOctaves() ? max(1, $extent->octaves) : 1;
        if (Extent::AS_MANY_AS_FIT === $extent->octaves) {
            while ($this->recipe->material->ascending($tonic)->note($step + $extent->topStep($octaves + 1))->pitch->midi() <= $this->reader->limit()->highest->midi()) {
                ++$octaves;
            }
        }
        $tones = $this->walk($tonic, $step, $step + $extent->topStep($octaves));
        $policy = RangePolicy::WholeOctaves;
        if (RangePolicy::Fold === $this->recipe->range) {
            $tones = Fold::tones($tones, $this->recipe->foldAfter);
            $policy = RangePolicy::Fold;
        }

        return $this->checked($tones, $policy, $from);
    }

    /** @throws StudyError */
    private function segment(Pitch $one, Pitch $other): Placement
    {
        [$low, $high] = $one->isHigherThan($other) ? [$other, $one] : [$one, $other];
        [$tonic, $from] = $this->stepOf($low);
        [$otherTonic, $to] = $this->stepOf($high);
        $top = $to + $this->recipe->material->size() * intdiv($otherTonic->midi() - $tonic->midi(), 12);

        return $this->checked($this->walk($tonic, $from, $top), RangePolicy::WholeOctaves, $one);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @throws StudyError
     */
    private function checked(array $tones, RangePolicy $policy, Pitch $from): Placement
    {
        $full = $this->reader->compass(Stage::Full);
        [$low, $high] = self::ends($tones);
        if (!$full->holds($low, $high)) {
            throw StudyError::outOfRange($low, $high, $this->reader->name, $full, $from->sign());
        }
        $warnings = $this->reader->limit()->holds($low, $high) ? [] : [\sprintf('The line runs from %s to %s, beyond the %s range of %s (%s).', $low->sign(), $high->sign(), $this->reader->stage->spoken(), $this->reader->name, $this->reader->limit()->spoken())];

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

    /** @return non-empty-list<Compass> */
    private function compasses(): array
    {
        return match ($this->recipe->from) {
            '' => Extent::AS_MANY_AS_FIT === $this->recipe->extent->octaves ? [$this->reader->limit()] : $this->reader->preferredCompasses(),
            default => [$this->reader->limit()],
        };
    }

    /** The tonic from which so many octaves (or the extent in notes) lie inside the compass: the lowest, or the middle one. */
    private function plainTonic(int $octaves, Compass $compass): ?Pitch
    {
        $fitting = [];
        for ($octave = 0; $octave <= 8; ++$octave) {
            $tonic = $this->key->tonic->at($octave);
            $high = $this->recipe->material->ascending($tonic)->note($this->recipe->extent->topStep($octaves))->pitch;
            if ($compass->holds($tonic, $high)) {
                $fitting[] = $tonic;
            }
        }

        return $fitting['from middle' === $this->recipe->from ? intdiv(\count($fitting), 2) : 0] ?? null;
    }

    /** @return non-empty-list<Tone> */
    private function line(Pitch $tonic, int $octaves): array
    {
        return $this->walk($tonic, 0, $this->recipe->extent->topStep($octaves));
    }

    /** @return non-empty-list<Tone> */
    private function walk(Pitch $tonic, int $from, int $top): array
    {
        return Walk::tones($this->recipe->material, $tonic, $from, $top, $this->recipe->direction, $this->arpeggios, Sequel::Restated === $this->recipe->sequel);
    }

    /** @param non-empty-list<Tone> $tones */
    private function fits(array $tones, Compass $compass): bool
    {
        [$low, $high] = self::ends($tones);

        return $compass->holds($low, $high);
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
        return StudyError::nothingFits($this->recipe->extent->said, $this->key->tonic->sign().' '.$this->recipe->material->name, $this->reader->name, $this->reader->limit());
    }
}
