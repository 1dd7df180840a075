<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\CellDegree;
use SwiftReed\Pattern\Item;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Scale\ScaleNote;
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
    private const INTERVALS = ['', 'm2', 'M2', 'm3', 'M3', 'P4', 'A4', 'P5', 'm6', 'M6', 'm7', 'M7', 'P8'];

    /** @var list<Tone> */
    private array $tones = [];
    private int $cells = 0;
    private int $rests = 0;
    /**
     * The root of the cell that is being walked, the scale in which it is a step, and its number from the study's
     * tonic.
     */
    private ?ScaleNote $root = null;
    private ?Scale $rootScale = null;
    private int $rootNumber = 1;
    private readonly Scale $up;
    private readonly Scale $down;

    private function __construct(
        private readonly Pattern $pattern,
        private readonly Material $material,
        private readonly Pitch $tonic,
    ) {
        $this->up = $material->ascending($tonic);
        $this->down = $material->descending($tonic);
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
            $pattern->isBuilt() => $walk->build($from, $top, $direction),
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
                $roots[] = [$this->up, $this->down, $from + $this->step($mark, false)];
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
            $cell = $isLast
                ? $this->pattern->last
                : ($usesUp || $this->pattern->down->isNone() ? $this->pattern->up : $this->pattern->down);
            $this->cell($cell, $scale, $step, $next, $nextStep, $ascending);
        }
    }

    /**
     * The note that brings the line home, unless it is there already: by step or by the near tonic, never by a seventh.
     */
    private function home(Scale $scale, int $step, bool $ascending): void
    {
        $note = $scale->note($step);
        $before = [] === $this->tones ? null : $this->tones[\count($this->tones) - 1]->pitch;
        $away = null === $before ? 0 : $before->midi() - $note->pitch->midi();
        if (abs($away) >= self::SEVENTH) {
            $note = $scale->note($step + $scale->size() * (int) round($away / 12));
        }
        if (null === $before || $before->midi() !== $note->pitch->midi()) {
            $this->rootIs($scale, $note);
            $this->add($note->pitch, $ascending, 0, true, 1, $note->plainName, '1');
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
            $this->rootIs($this->up, $this->up->note($low));
            for ($step = $low; $step <= $high; ++$step) {
                $this->add(
                    $this->up->note($step)->pitch,
                    true,
                    0,
                    $step === $low,
                    1,
                    $this->up->note($step)->plainName,
                );
            }
            ++$this->cells;
            if ($low === $from && $high === $top) {
                return;
            }
            $above = $high < $top && ($high - $new <= $new - $low || $low === $from);
            $high += $above ? 1 : 0;
            $low -= $above ? 0 : 1;
        }
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
            $this->rootIs($scale, $scale->note($run[0]));
            foreach ($run as $k => $step) {
                $this->add($scale->note($step)->pitch, $climbs, 0, 0 === $k, 1, $scale->note($step)->plainName);
            }
            ++$this->cells;
        }
    }

    private function cell(Cell $cell, Scale $scale, int $root, Scale $next, int $nextRoot, bool $ascending): void
    {
        $this->rootIs($scale, $scale->note($root));
        foreach ($cell->groups as $g => $group) {
            $fromTop = Cell::countsFromTop(...$group);
            foreach ($group as $item) {
                $this->item($item, $scale, $root, $next, $nextRoot, $ascending, $g, $fromTop);
            }
        }
        ++$this->cells;
    }

    private function item(
        Item $item,
        Scale $scale,
        int $root,
        Scale $next,
        int $nextRoot,
        bool $ascending,
        int $group,
        bool $fromTop,
    ): void {
        $size = $scale->size();
        if (ItemKind::Rest === $item->kind) {
            $this->rests += $item->length;

            return;
        }
        if (ItemKind::Run === $item->kind) {
            foreach (range($this->step($item->mark, $fromTop), $this->step($item->to, $fromTop)) as $step) {
                $this->add(
                    $scale->note($root + $step)->pitch,
                    $ascending,
                    $group,
                    0 === $step || $size === $step,
                    1,
                    $scale->note($root + $step)->plainName,
                    CellDegree::named($step, $size),
                    $item->marks,
                );
            }

            return;
        }
        if ($item->leadsOn()) {
            foreach ($this->leading($item->kind, $scale, $next, $nextRoot) as $pitch) {
                $this->add($pitch, $ascending, $group, false, $item->length, false, null, $item->marks);
            }

            return;
        }
        $note = $scale->note($root + $this->step($item->mark, $fromTop));
        $altered = Pitch::of($note->pitch->letter, $note->pitch->alter + $item->alter, $note->pitch->octave);
        $isUnwritable = abs($altered->alter) > 2;
        $pitch = match ($item->kind) {
            ItemKind::HalfSteps => $this->away($scale->note($root)->pitch, $item->halfSteps),
            ItemKind::Below => self::neighbour($note->pitch, -1),
            ItemKind::Above => self::neighbour($note->pitch, 1),
            // A degree keeps its letter; only three signs cannot be written.
            default => $isUnwritable ? Pitch::plain($altered->midi(), $item->alter > 0) : $altered,
        };
        $this->add(
            $pitch,
            $ascending,
            $group,
            $item->isRoot(),
            $item->length,
            $note->plainName || ($isUnwritable && ItemKind::Degree === $item->kind),
            ItemKind::Degree === $item->kind ? $item->degreeText() : null,
            $item->marks,
        );
    }

    /**
     * What leads into a target. From the scale note above: a whole step away, the half step between; a half step away,
     * no room, so the half step below; three half steps away, the half step above. From below it is mirrored.
     *
     * @return list<Pitch>
     */
    private function leading(ItemKind $kind, Scale $here, Scale $scale, int $step): array
    {
        $target = $scale->note($step)->pitch;
        if (ItemKind::Enclosure === $kind) {
            return [self::neighbour($target, 2), self::neighbour($target, 1), self::neighbour($target, -1)];
        }
        $before = [] === $this->tones ? $target : $this->tones[\count($this->tones) - 1]->pitch;
        $fromAbove = $before->midi() >= $target->midi();
        // The scale note beside the target is the one that was just played, where one was; else that of the scale
        // played there.
        $beside = abs($before->midi() - $target->midi());
        $gap = $beside > 0 && $beside <= 3 && $this->isScaleNote($here, $before)
            ? $beside
            : abs($scale->note($step + ($fromAbove ? 1 : -1))->pitch->midi() - $target->midi());
        $side = $fromAbove ? 1 : -1;
        if (ItemKind::TwoNoteApproach === $kind) {
            return abs($before->midi() - $target->midi()) > 2
                ? [self::neighbour($target, 2 * $side), self::neighbour($target, $side)]
                : [self::neighbour($target, $side), self::neighbour($target, -$side)];
        }

        return [self::neighbour($target, 1 === $gap ? -$side : $side)];
    }

    /**
     * So many half steps from a note: from above on the letter above, from below on the letter below, or else under its
     * plain name.
     */
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

    /** Whether a note that only passes has a double sign, or a sign where there is a natural of the same sound. */
    private static function isRemote(Pitch $pitch): bool
    {
        return abs($pitch->alter) > 1 || (0 !== $pitch->alter && 0 === Pitch::plain($pitch->midi(), true)->alter);
    }

    private function rootIs(Scale $scale, ScaleNote $note): void
    {
        $this->root = $note;
        $this->rootScale = $scale;
        $this->rootNumber = DegreeName::of($this->tonic, $note->pitch)->number;
    }

    /** @throws StudyError when the material has no such degree */
    private function step(CellDegree $degree, bool $fromTop): int
    {
        $size = $this->material->size();

        return $degree->step($size, $fromTop, $this->pattern->isTyped())
            ?? throw StudyError::noSuchDegree($degree->text(), $this->material->name, $size);
    }

    private function isScaleNote(Scale $scale, Pitch $pitch): bool
    {
        for ($step = 0; $step < $scale->size(); ++$step) {
            if (0 === ($scale->note($step)->pitch->midi() - $pitch->midi()) % 12) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param string|null $fromRoot the degree as the pattern says it,
     *  counted from the root of the cell; worked out when it does not say one
     */
    /** @param list<string> $marks letters, as {@see Item::$marks} has them */
    private function add(
        Pitch $pitch,
        bool $ascending,
        int $group,
        bool $isRoot,
        int $stretch,
        bool $plainName,
        ?string $fromRoot = null,
        array $marks = [],
    ): void {
        if (\count($this->tones) >= Walk::MOST) {
            throw StudyError::tooManyNotes(Walk::MOST);
        }
        $degree = DegreeName::of($this->tonic, $pitch);
        $isTonic = 1 === (($degree->number % 7) + 7) % 7 && 0 === ($pitch->midi() - $this->tonic->midi()) % 12;
        $fromRoot ??= null === $this->root ? $degree->text : $this->fromRoot($this->root, $pitch);
        $this->tones[] = new Tone(
            $pitch,
            $pitch,
            $degree->text,
            $degree->number,
            $ascending,
            $isTonic,
            false,
            false,
            0,
            $plainName,
            $stretch,
            false,
            $this->cells,
            $group,
            $isRoot,
            $this->rests,
            root: $this->rootNumber,
            fromRoot: $fromRoot,
            rootName: $this->root?->pitch->name(),
            marks: $marks,
        );
        $this->rests = 0;
    }

    /**
     * A passing note's degree from the root of its cell: by its letter, raised or lowered against the scale's own note
     * on that letter.
     */
    private function fromRoot(ScaleNote $root, Pitch $pitch): string
    {
        $letters = $pitch->staffPlace() - $root->pitch->staffPlace();
        if (7 !== $this->material->size() || null === $this->rootScale) {
            return DegreeName::of($root->pitch, $pitch)->text;
        }
        $alter = $pitch->midi() - $this->rootScale->note($root->step + $letters)->pitch->midi();

        return abs($alter) > 2
            ? DegreeName::of($root->pitch, $pitch)->text
            : Accidental::of($alter)->text().CellDegree::named($letters, 7);
    }
}
