<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Study\Direction;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;

/**
 * A cell walked over the degrees of a scale: up on each root below the top, down on each root above the bottom, then
 * home. Patterns that only go up have a cell on the top root too.
 *
 * Source: the handbook, chapter 3 (common practice; the definitions are ours).
 */
final class PatternWalk
{
    /** Half steps from which the last note is a seventh or more away from home. */
    private const SEVENTH = 10;

    private readonly CellWriter $writer;
    private readonly Scale $up;
    private readonly Scale $down;

    private function __construct(
        private readonly Pattern $pattern,
        private readonly Material $material,
        private readonly Pitch $tonic,
    ) {
        $this->up = $material->ascending($tonic);
        $this->down = $material->descending($tonic);
        $this->writer = new CellWriter($tonic, $material->name, $pattern->isTyped());
    }

    /**
     * @param int $from lowest root as a step of the scale; 0 is the tonic
     * @param int $top  highest root
     * @param int|null $newStep the step from which a line is built up to both sides
     *
     * @return non-empty-list<Tone>
     *
     * @throws StudyError when the pattern does not go that way, or asks for degrees that the material does not have
     */
    public static function tones(
        Pattern $pattern,
        Material $material,
        Pitch $tonic,
        int $from,
        int $top,
        Direction $direction,
        ?int $newStep = null,
    ): array {
        $walk = new self($pattern, $material, $tonic);
        if (
            $pattern->hasItsOwnWay()
            && Direction::Up !== $direction
            && !($pattern->isBuilt() && Direction::Down === $direction)
        ) {
            throw StudyError::onlyGoesUp($pattern->text, $direction->value);
        }
        match (true) {
            null !== $newStep => $walk->buildFrom($newStep, $from, $top),
            $pattern->buildsCell() => $walk->buildCell($from, $direction),
            $pattern->isBuilt() => $walk->build($from, $top, $direction),
            default => $walk->walk($from, $top, $direction),
        };
        $inner = $walk->writer->tones();
        $first = array_shift($inner);
        $last = array_pop($inner);
        \assert(null !== $first);

        return [$first->turning(true), ...$inner, ...(null === $last ? [] : [$last->turning(true)])];
    }

    /**
     * Where the roots stand: the scale that the cell counts in, on the way up and down, and the step of the root in it.
     *
     * @return list<array{Scale, Scale, int}> from the lowest to the highest, the last of them home at the top
     */
    private function roots(int $from, int $top): array
    {
        $progress = $this->pattern->progress;
        if (Progress::Listed === $progress) {
            $roots = [];
            foreach ($this->pattern->roots as $mark) {
                $roots[] = [$this->up, $this->down, $from + $this->writer->step($mark, $this->up, false)];
            }
            $roots[] = [$this->up, $this->down, $from];

            return $roots;
        }
        if (Progress::HalfSteps === $progress) {
            $roots = [];
            $up = Scale::chromatic($this->up->note($from)->pitch, true);
            $down = Scale::chromatic($this->up->note($from)->pitch, false);
            $count = $this->up->note($top)->pitch->midi() - $this->up->note($from)->pitch->midi();
            for ($step = 0; $step <= $count; ++$step) {
                $roots[] = [
                    $this->material->ascending($up->note($step)->pitch),
                    $this->material->descending($down->note($step)->pitch),
                    0,
                ];
            }

            return $roots;
        }
        if (Progress::RoundFifths === $progress || Progress::RoundFourths === $progress) {
            $roots = [];
            for ($k = 0; $k <= 12; ++$k) {
                $root = $this->round(Progress::RoundFifths === $progress ? $k : -$k);
                $roots[] = [$this->material->ascending($root), $this->material->descending($root), 0];
            }

            return $roots;
        }
        $roots = [];
        for ($step = $from; $step < $top; $step += $progress->steps()) {
            $roots[] = [$this->up, $this->down, $step];
        }
        $roots[] = [$this->up, $this->down, $top];

        return $roots;
    }

    /** The root so many fifths from the tonic, in the octave above it, under its plainer name. */
    private function round(int $fifths): Pitch
    {
        $place = $this->tonic->name()->fifths() + $fifths % 12;
        while ($place > 6 + ($this->tonic->name()->fifths() > 0 ? 0 : -1)) {
            $place -= 12;
        }
        while ($place < -6) {
            $place += 12;
        }
        $name = NoteName::fromFifths($place);
        $root = $name->at($this->tonic->octave);
        while ($root->midi() < $this->tonic->midi()) {
            $root = $root->octaves(1);
        }
        while ($root->midi() >= $this->tonic->midi() + 12) {
            $root = $root->octaves(-1);
        }

        return 0 === $fifths % 12 ? $this->tonic : $root;
    }

    private function walk(int $from, int $top, Direction $direction): void
    {
        $roots = $this->roots($from, $top);
        $home = \count($roots) - 1;
        $climb = array_map(static fn (array $root): array => [$root, true], $roots);
        $fall = array_map(static fn (array $root): array => [$root, false], array_reverse($roots));
        if (Progress::Listed === $this->pattern->progress) {
            // Listed roots are played in their order and lead home; there is no way back.
            $path = $climb;
        } elseif ($this->pattern->onlyGoesUp()) {
            $path = [...$climb, $climb[$home]];
        } else {
            $path = match ($direction) {
                Direction::Up => $climb,
                Direction::Down => $fall,
                Direction::UpAndDown => [...\array_slice($climb, 0, -1), ...$fall],
                Direction::DownAndUp => [...\array_slice($fall, 0, -1), ...$climb],
            };
        }
        $last = \count($path) - 1;
        $endsApart = $this->pattern->onlyGoesUp() && !$this->pattern->last->isNone();
        foreach ($path as $i => [[$up, $down, $step], $ascending]) {
            $scale = $ascending ? $up : $down;
            if ($i === $last && $this->pattern->stays && null !== $this->writer->lastPitch()) {
                break;
            }
            if ($i === $last) {
                $this->home($scale, $step, $ascending);
                break;
            }
            [[$nextUp, $nextDown, $nextStep], $goesOn] = $path[$i + 1];
            $next = $goesOn ? $nextUp : $nextDown;
            $usesUp = $this->pattern->alternates ? 0 === $i % 2 : $ascending;
            $cell = $endsApart && $i === $last - 1
                ? $this->pattern->last
                : ($usesUp || $this->pattern->down->isNone() ? $this->pattern->up : $this->pattern->down);
            $this->writer->cell($cell, $scale, $step, $next, $nextStep, $ascending);
        }
    }

    /**
     * The note that brings the line home, unless it is there already: by step or by the near tonic, never by a seventh.
     */
    private function home(Scale $scale, int $step, bool $ascending): void
    {
        $note = $scale->note($step);
        $before = $this->writer->lastPitch();
        $away = null === $before ? 0 : $before->midi() - $note->pitch->midi();
        if (abs($away) >= self::SEVENTH) {
            $note = $scale->note($step + $scale->size() * (int) round($away / 12));
        }
        if (null === $before || $before->midi() !== $note->pitch->midi()) {
            $this->writer->rootIs($scale, $note);
            $this->writer->add($note->pitch, $ascending, 0, true, 1, $note->plainName, '1');
        }
    }

    /**
     * From a new note outward: the note, then one more above and one more below in turn, each run from its lowest note
     * up. Where one side is used up the other goes on.
     */
    private function buildFrom(int $new, int $from, int $top): void
    {
        [$low, $high] = [$new, $new];
        while (true) {
            $this->writer->rootIs($this->up, $this->up->note($low));
            for ($step = $low; $step <= $high; ++$step) {
                $this->writer->add(
                    $this->up->note($step)->pitch,
                    true,
                    0,
                    $step === $low,
                    1,
                    $this->up->note($step)->plainName,
                );
            }
            $this->writer->endCell();
            if ($low === $from && $high === $top) {
                return;
            }
            $above = $high < $top && ($high - $new <= $new - $low || $low === $from);
            $high += $above ? 1 : 0;
            $low -= $above ? 0 : 1;
        }
    }

    /** A cell of several notes on the lowest root (coming down, on the same), built up note by note. */
    private function buildCell(int $from, Direction $direction): void
    {
        $climbs = Direction::Down !== $direction && Direction::DownAndUp !== $direction;
        $scale = $climbs ? $this->up : $this->down;
        $this->writer->cell($this->pattern->up, $scale, $from, $scale, $from, $climbs);
        $this->writer->buildUp(Progress::BuildingUp === $this->pattern->progress);
    }

    private function build(int $from, int $top, Direction $direction): void
    {
        $climbs = Direction::Down !== $direction && Direction::DownAndUp !== $direction;
        $scale = $climbs ? $this->up : $this->down;
        $line = $climbs ? range($from, $top) : range($top, $from);
        $count = \count($line);
        for ($length = 1; $length <= $count; ++$length) {
            $run = Progress::BuildingUp === $this->pattern->progress
                ? \array_slice($line, 0, $length)
                : \array_slice($line, $count - $length);
            $this->writer->rootIs($scale, $scale->note($run[0]));
            foreach ($run as $k => $step) {
                $this->writer->add($scale->note($step)->pitch, $climbs, 0, 0 === $k, 1, $scale->note($step)->plainName);
            }
            $this->writer->endCell();
        }
    }
}
