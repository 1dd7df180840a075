<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\Pattern;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Scale\ScaleNote;
use SwiftReed\Study\Direction;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;

/**
 * The line as it is before it is fitted to an instrument: the scale walked between two of its steps, straight or in a
 * pattern, its ending, and the arpeggio after it.
 */
final readonly class Walk implements LineWalk
{
    /** Notes of one study. */
    public const MOST = 2000;

    /** @param Material|null $arpeggio the arpeggio that follows, if one does */
    public function __construct(
        private Material $material,
        private Pattern $pattern,
        private Direction $direction,
        private ?Material $arpeggio,
        private bool $restated,
        private bool $enclosesTonic,
        private ?Sounding $sounding = null,
    ) {
    }

    public function tones(Pitch $tonic, int $from, int $top): array
    {
        $newStep = null === $this->pattern->newNote
            ? null
            : $this->stepOf($this->pattern->newNote, $tonic, $from, $top);

        return $this->sounding($tonic, fn (Pitch $on): array => $this->line($on, $from, $top, $newStep));
    }

    /**
     * A line with what sounds: on the concert tonic too, where its spelling may differ from that of the written notes
     * transposed.
     *
     * @param \Closure(Pitch): non-empty-list<Tone> $line
     *
     * @return non-empty-list<Tone>
     */
    private function sounding(Pitch $tonic, \Closure $line): array
    {
        $tones = $line($tonic);
        if (null === $this->sounding || $this->sounding->isAsWritten()) {
            return $tones;
        }

        return $this->sounding->isRespelled() || $this->material->isChromatic || $this->pattern->isSpelledByDirection()
            ? $this->sounding->spelledAs($tones, $line($this->sounding->tonic($tonic)))
            : $this->sounding->transposed($tones);
    }

    /** @throws StudyError when the line does not have the note */
    private function stepOf(Pitch $note, Pitch $tonic, int $from, int $top): int
    {
        $scale = $this->material->ascending($tonic);
        for ($step = $from; $step <= $top; ++$step) {
            if ($scale->note($step)->pitch->midi() === $note->midi()) {
                return $step;
            }
        }
        throw StudyError::notInLine($note, $scale->note($from)->pitch, $scale->note($top)->pitch);
    }

    /**
     * @return non-empty-list<Tone>
     *
     * @throws StudyError
     */
    private function line(Pitch $tonic, int $from, int $top, ?int $newStep): array
    {
        $up = $this->material->ascending($tonic);
        $tones = $this->pattern->isStraight()
            ? self::run($up, $this->material->descending($tonic), self::turns($from, $top, $this->direction), false)
            : PatternWalk::tones($this->pattern, $this->material, $tonic, $from, $top, $this->direction, $newStep);
        if ($this->enclosesTonic) {
            $tones = $this->enclosed($tones, $up);
        }
        if (null !== $this->arpeggio) {
            $chord = $this->arpeggio->ascending($tonic);
            $low = $up->note($from)->pitch->midi();
            $high = $up->note($top)->pitch->midi();
            $first = 0;
            while ($chord->note($first)->pitch->midi() < $low) {
                ++$first;
            }
            $last = $first;
            while ($chord->note($last + 1)->pitch->midi() <= $high) {
                ++$last;
            }
            $more = self::run($chord, $chord, self::turns($first, $last, $this->direction), true);
            $shared = $more[0]->pitch->midi() === $tones[\count($tones) - 1]->pitch->midi();
            array_push($tones, ...($shared && !$this->restated ? \array_slice($more, 1) : $more));
        }

        return $tones;
    }

    public function turningRound(Pitch $tonic, int $lowest, int $highest): array
    {
        return $this->sounding($tonic, fn (Pitch $on): array => $this->turned($on, $lowest, $highest));
    }

    /** @return non-empty-list<Tone> */
    private function turned(Pitch $tonic, int $lowest, int $highest): array
    {
        if ($this->pattern->isStraight()) {
            return self::run(
                $this->material->ascending($tonic),
                $this->material->descending($tonic),
                [0, $highest, $lowest, 0],
                false,
            );
        }
        $tones = [];
        foreach ([
            [0, $highest, Direction::Up],
            [$lowest, $highest, Direction::Down],
            [$lowest, 0, Direction::Up],
        ] as [$from, $top, $direction]) {
            if ($from === $top) {
                continue;
            }
            $more = PatternWalk::tones($this->pattern, $this->material, $tonic, $from, $top, $direction);
            if ([] !== $tones && $tones[\count($tones) - 1]->pitch->midi() === $more[0]->pitch->midi()) {
                array_pop($tones);
            }
            array_push($tones, ...$more);
            if (\count($tones) > self::MOST) {
                throw StudyError::tooManyNotes(self::MOST);
            }
        }
        \assert([] !== $tones);

        return $tones;
    }

    /** @return non-empty-list<int> the steps between which the line runs */
    private static function turns(int $from, int $top, Direction $direction): array
    {
        return match ($direction) {
            Direction::Up => [$from, $top],
            Direction::Down => [$top, $from],
            Direction::UpAndDown => [$from, $top, $from],
            Direction::DownAndUp => [$top, $from, $top],
        };
    }

    /**
     * @param non-empty-list<int> $turns
     *
     * @return non-empty-list<Tone>
     */
    private static function run(Scale $up, Scale $down, array $turns, bool $inSequel): array
    {
        $ascends = ($turns[1] ?? 0) >= $turns[0];
        $tones = [self::tone(($ascends ? $up : $down)->note($turns[0]), $ascends, true, $inSequel)];
        $at = $turns[0];
        foreach (\array_slice($turns, 1) as $turn) {
            $climbs = $turn > $at;
            while ($at !== $turn) {
                if (\count($tones) >= self::MOST) {
                    throw StudyError::tooManyNotes(self::MOST);
                }
                $at += $climbs ? 1 : -1;
                $tones[] = self::tone(($climbs ? $up : $down)->note($at), $climbs, $at === $turn, $inSequel);
            }
        }

        return $tones;
    }

    private static function tone(ScaleNote $note, bool $ascending, bool $isTurn, bool $inSequel): Tone
    {
        $isTonic = 1 === (($note->number % 7) + 7) % 7
            && !str_contains($note->degree, 'b')
            && !str_contains($note->degree, '#');

        return new Tone(
            $note->pitch,
            $note->pitch,
            $note->degree,
            $note->number,
            $ascending,
            $isTonic,
            $isTurn,
            $inSequel,
            0,
            $note->plainName,
            isRoot: $isTonic,
            root: $inSequel ? 1 : $note->number,
            fromRoot: $inSequel ? $note->degree : '1',
        );
    }

    /**
     * The tonic enclosed: … 2, skip 1, 7 below, 1.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private function enclosed(array $tones, Scale $scale): array
    {
        $home = $tones[\count($tones) - 1];
        if (!$home->isTonic) {
            throw StudyError::endsElsewhere($home->pitch);
        }
        array_pop($tones);
        $step = $scale->size() * intdiv($home->pitch->midi() - $scale->tonic->midi(), 12);
        $above = $scale->note($step + 1);
        $below = $scale->note($step - 1);
        $count = \count($tones);
        $isBelow = $count > 0 && $tones[$count - 1]->pitch->midi() === $below->pitch->midi();
        $last = $tones[$count - ($isBelow ? 2 : 1)] ?? null;
        if ($isBelow && null !== $last && $last->pitch->midi() === $above->pitch->midi()) {
            return [...$tones, $home];
        }
        $ends = null !== $last && !$isBelow && $last->pitch->midi() === $above->pitch->midi()
            ? [$below]
            : [$above, $below];
        foreach ($ends as $note) {
            $tones[] = self::tone($note, false, false, false);
        }

        return [...$tones, $home];
    }
}
