<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\Item;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\DegreeName;
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
    private const INTERVALS = ['', 'm2', 'M2', 'm3', 'M3', 'P4', 'A4', 'P5', 'm6', 'M6', 'm7', 'M7', 'P8'];

    /** @var list<Tone> */
    private array $tones = [];
    private int $cells = 0;
    private int $rests = 0;
    private readonly Scale $up;
    private readonly Scale $down;

    private function __construct(private readonly Pattern $pattern, private readonly Material $material, private readonly Pitch $tonic)
    {
        $this->up = $material->ascending($tonic);
        $this->down = $material->descending($tonic);
    }

    /**
     * @param int $from lowest root as a step of the scale; 0 is the tonic
     * @param int $top  highest root
     *
     * @return non-empty-list<Tone>
     *
     * @throws StudyError when the pattern does not go that way
     */
    public static function tones(Pattern $pattern, Material $material, Pitch $tonic, int $from, int $top, Direction $direction): array
    {
        $walk = new self($pattern, $material, $tonic);
        if ($pattern->hasItsOwnWay() && Direction::Up !== $direction && !($pattern->isBuilt() && Direction::Down === $direction)) {
            throw StudyError::onlyGoesUp($pattern->text, $direction->value);
        }
        match ($pattern->progress) {
            Progress::BuildingUp, Progress::BuildingDown => $walk->build($from, $top, $direction),
            default => $walk->walk($from, $top, $direction),
        };
        $inner = $walk->tones;
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
                $roots[] = [$this->up, $this->down, $from + $mark->step($this->material->size(), false)];
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
                $roots[] = [$this->material->ascending($up->note($step)->pitch), $this->material->descending($down->note($step)->pitch), 0];
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
        foreach ($path as $i => [[$up, $down, $step], $ascending]) {
            $scale = $ascending ? $up : $down;
            if ($i === $last && $this->pattern->stays && [] !== $this->tones) {
                break;
            }
            if ($i === $last) {
                $this->home($scale, $step, $ascending);
                break;
            }
            [[$nextUp, $nextDown, $nextStep], $goesOn] = $path[$i + 1];
            $next = $goesOn ? $nextUp : $nextDown;
            $isLast = $i === $last - 1 && $this->pattern->onlyGoesUp() && !$this->pattern->last->isNone();
            $usesUp = $this->pattern->alternates ? 0 === $i % 2 : $ascending;
            $cell = $isLast ? $this->pattern->last : ($usesUp || $this->pattern->down->isNone() ? $this->pattern->up : $this->pattern->down);
            $this->cell($cell, $scale, $step, $next, $nextStep, $ascending);
        }
    }

    /** The note that brings the line home, unless it is there already. */
    private function home(Scale $scale, int $step, bool $ascending): void
    {
        $pitch = $scale->note($step)->pitch;
        $before = [] === $this->tones ? null : $this->tones[\count($this->tones) - 1]->pitch;
        if (null === $before || $before->midi() !== $pitch->midi()) {
            $this->add($pitch, $ascending, 0, true, 1, $scale->note($step)->plainName);
        }
    }

    private function build(int $from, int $top, Direction $direction): void
    {
        $climbs = Direction::Down !== $direction && Direction::DownAndUp !== $direction;
        $scale = $climbs ? $this->up : $this->down;
        $line = $climbs ? range($from, $top) : range($top, $from);
        $count = \count($line);
        for ($length = 1; $length <= $count; ++$length) {
            $run = Progress::BuildingUp === $this->pattern->progress ? \array_slice($line, 0, $length) : \array_slice($line, $count - $length);
            foreach ($run as $k => $step) {
                $this->add($scale->note($step)->pitch, $climbs, 0, 0 === $k, 1, $scale->note($step)->plainName);
            }
            ++$this->cells;
        }
    }

    private function cell(Cell $cell, Scale $scale, int $root, Scale $next, int $nextRoot, bool $ascending): void
    {
        foreach ($cell->groups as $g => $group) {
            $fromTop = Cell::countsFromTop(...$group);
            foreach ($group as $item) {
                $this->item($item, $scale, $root, $next, $nextRoot, $ascending, $g, $fromTop);
            }
        }
        ++$this->cells;
    }

    private function item(Item $item, Scale $scale, int $root, Scale $next, int $nextRoot, bool $ascending, int $group, bool $fromTop): void
    {
        $size = $scale->size();
        if (ItemKind::Rest === $item->kind) {
            $this->rests += $item->length;

            return;
        }
        if (ItemKind::Run === $item->kind) {
            [$a, $b] = [$item->mark->step($size, false), $item->to->step($size, false)];
            foreach (range($a, $b) as $step) {
                $this->add($scale->note($root + $step)->pitch, $ascending, $group, 0 === $step || $size === $step, 1, $scale->note($root + $step)->plainName);
            }

            return;
        }
        if ($item->leadsOn()) {
            foreach ($this->leading($item->kind, $next, $nextRoot) as $pitch) {
                $this->add($pitch, $ascending, $group, false, $item->length, false);
            }

            return;
        }
        $note = $scale->note($root + $item->mark->step($size, $fromTop));
        $pitch = match ($item->kind) {
            ItemKind::HalfSteps => $this->away($scale->note($root)->pitch, $item->halfSteps),
            ItemKind::Below => self::neighbour($note->pitch, -1),
            ItemKind::Above => self::neighbour($note->pitch, 1),
            default => self::altered($note->pitch, $item->alter),
        };
        $this->add($pitch, $ascending, $group, $item->isRoot(), $item->length, $note->plainName);
    }

    /**
     * What leads into a target. From the scale note above: a whole step away, the half step between; a half step away,
     * no room, so the half step below; three half steps away, the half step above. From below it is mirrored.
     *
     * @return list<Pitch>
     */
    private function leading(ItemKind $kind, Scale $scale, int $step): array
    {
        $target = $scale->note($step)->pitch;
        if (ItemKind::Enclosure === $kind) {
            return [self::neighbour($target, 2), self::neighbour($target, 1), self::neighbour($target, -1)];
        }
        $before = [] === $this->tones ? $target : $this->tones[\count($this->tones) - 1]->pitch;
        $fromAbove = $before->midi() >= $target->midi();
        $gap = abs($scale->note($step + ($fromAbove ? 1 : -1))->pitch->midi() - $target->midi());
        $side = $fromAbove ? 1 : -1;
        if (ItemKind::TwoNoteApproach === $kind) {
            return abs($before->midi() - $target->midi()) > 2 ? [self::neighbour($target, 2 * $side), self::neighbour($target, $side)] : [self::neighbour($target, $side), self::neighbour($target, -$side)];
        }

        return [self::neighbour($target, 1 === $gap ? -$side : $side)];
    }

    /** So many half steps from a note: from above on the letter above, from below on the letter below, or else under its plain name. */
    private static function neighbour(Pitch $target, int $halfSteps): Pitch
    {
        $place = $target->staffPlace() + ($halfSteps > 0 ? 1 : -1);
        $octave = (int) floor($place / 7);
        $letter = Letter::from($place - 7 * $octave);
        $pitch = Pitch::onLetter($letter, $target->midi() + $halfSteps);

        return abs($pitch->alter) > 1 ? Pitch::plain($pitch->midi(), $pitch->alter > 0) : $pitch;
    }

    private function away(Pitch $root, int $halfSteps): Pitch
    {
        $interval = Interval::parse(self::INTERVALS[abs($halfSteps)]);
        $pitch = $root->transpose($halfSteps < 0 ? $interval->inverse() : $interval);

        return self::isRemote($pitch) ? Pitch::plain($pitch->midi(), $halfSteps > 0) : $pitch;
    }

    /** A degree raised or lowered by half steps, under its plain name where its letter would need a remote one. */
    private static function altered(Pitch $pitch, int $alter): Pitch
    {
        $altered = Pitch::of($pitch->letter, $pitch->alter + $alter, $pitch->octave);

        return 0 !== $alter && self::isRemote($altered) ? Pitch::plain($altered->midi(), $alter > 0) : $altered;
    }

    /** Whether a note that only passes has a double sign, or a sign where there is a natural of the same sound. */
    private static function isRemote(Pitch $pitch): bool
    {
        return abs($pitch->alter) > 1 || (0 !== $pitch->alter && 0 === Pitch::plain($pitch->midi(), true)->alter);
    }

    private function add(Pitch $pitch, bool $ascending, int $group, bool $isRoot, int $stretch, bool $plainName): void
    {
        $degree = DegreeName::of($this->tonic, $pitch);
        $isTonic = 1 === (($degree->number % 7) + 7) % 7 && 0 === ($pitch->midi() - $this->tonic->midi()) % 12;
        $this->tones[] = new Tone($pitch, $degree->text, $degree->number, $ascending, $isTonic, false, false, 0, $plainName, $stretch, false, $this->cells, $group, $isRoot, $this->rests);
        $this->rests = 0;
    }
}
