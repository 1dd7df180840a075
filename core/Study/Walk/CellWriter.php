<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\CellDegree;
use SwiftReed\Pattern\Item;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Scale;
use SwiftReed\Scale\ScaleNote;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;

/**
 * Writes cells note by note: each on its root, in the scale that it stands in, with what leads into the next root.
 *
 * Source: the handbook, chapter 3 (common practice; the definitions are ours).
 */
final class CellWriter
{
    private const INTERVALS = ['', 'm2', 'M2', 'm3', 'M3', 'P4', 'A4', 'P5', 'm6', 'M6', 'm7', 'M7', 'P8'];

    /** @var list<Tone> */
    private array $tones = [];
    private int $cells = 0;
    private int $rests = 0;
    /** @var list<Pitch> grace notes before the note that comes next */
    private array $graces = [];
    /** The root of the cell that is being written, the scale it is a step of, and its number from the study's tonic. */
    private ?ScaleNote $root = null;
    private ?Scale $rootScale = null;
    private int $rootNumber = 1;

    /**
     * @param Pitch  $tonic   from which degrees are counted
     * @param string $scale   name of the scale, for the sentence that refuses a degree
     * @param bool   $isTyped whether somebody wrote the cell, and it is none of the library
     */
    public function __construct(
        private readonly Pitch $tonic,
        private string $scale,
        private readonly bool $isTyped,
    ) {
    }

    /** @return list<Tone> what was written */
    public function tones(): array
    {
        return $this->tones;
    }

    /** @phpstan-impure */
    public function lastPitch(): ?Pitch
    {
        return [] === $this->tones ? null : $this->tones[\count($this->tones) - 1]->pitch;
    }

    /** What follows stands in another scale. */
    public function inScale(string $name): void
    {
        $this->scale = $name;
    }

    /**
     * Of what was written from a note on, as much as there is room for.
     *
     * @param int $from index of the first note of it
     * @param int $room ordinary lengths
     *
     * @return int ordinary lengths that were taken, rests too
     */
    public function keep(int $from, int $room): int
    {
        $used = 0;
        foreach (\array_slice($this->tones, $from) as $k => $tone) {
            if ($used + $tone->rests >= $room) {
                $this->rests = $room - $used;
                $this->tones = \array_slice($this->tones, 0, $from + $k);

                return $room;
            }
            $used += $tone->rests;
            if ($used + $tone->stretch >= $room) {
                $this->tones = \array_slice($this->tones, 0, $from + $k);
                $this->tones[] = $tone->drilled($room - $used, $tone->fillsBar);
                $this->rests = 0;

                return $room;
            }
            $used += $tone->stretch;
        }
        $this->rests = min($this->rests, $room - $used);

        return $used + $this->rests;
    }

    /**
     * What was written, built up: its first note, its first two …; from the other end, its last note, its last two ….
     *
     * @throws StudyError when that is more than one study holds
     */
    public function buildUp(bool $fromFirst): void
    {
        $all = $this->tones;
        $count = \count($all);
        if ($count * ($count + 1) / 2 > Walk::MOST) {
            throw StudyError::tooManyNotes(Walk::MOST);
        }
        $this->tones = [];
        for ($length = 1; $length <= $count; ++$length) {
            foreach ($fromFirst ? \array_slice($all, 0, $length) : \array_slice($all, -$length) as $tone) {
                $this->tones[] = $tone->inCell($this->cells);
            }
            ++$this->cells;
        }
    }

    /** The last note is held to the end of its bar. */
    public function fillBar(): void
    {
        $last = array_pop($this->tones);
        if (null !== $last) {
            $this->tones[] = $last->drilled($last->stretch, true);
        }
    }

    /** What follows belongs to another cell. */
    public function endCell(): void
    {
        ++$this->cells;
    }

    public function cell(Cell $cell, Scale $scale, int $root, Scale $next, int $nextRoot, bool $ascending): void
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
            foreach (range($this->step($item->mark, $scale, $fromTop), $this->step($item->to, $scale, $fromTop)) as $step) {
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
        $note = $scale->note($root + $this->step($item->mark, $scale, $fromTop));
        $altered = Pitch::of($note->pitch->letter, $note->pitch->alter + $item->alter, $note->pitch->octave);
        $isUnwritable = abs($altered->alter) > 2;
        if (ItemKind::Grace === $item->kind) {
            $this->graces[] = $isUnwritable ? Pitch::plain($altered->midi(), $item->alter > 0) : $altered;

            return;
        }
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

    public function rootIs(Scale $scale, ScaleNote $note): void
    {
        $this->root = $note;
        $this->rootScale = $scale;
        $this->rootNumber = DegreeName::of($this->tonic, $note->pitch)->number;
    }

    /** @throws StudyError when the material has no such degree */
    public function step(CellDegree $degree, Scale $scale, bool $fromTop): int
    {
        $size = $scale->size();

        return $degree->step($size, $fromTop, $this->isTyped)
            ?? throw StudyError::noSuchDegree($degree->text(), $this->scale, $size);
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
     * @param string|null $fromRoot the degree as the pattern says it, counted from the root of the cell; worked out when
     *  it does not say one
     * @param list<string> $marks   letters, as {@see Item::$marks} has them
     *
     * @throws StudyError when that is more than one study holds
     */
    public function add(
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
            graces: $this->graces,
        );
        $this->rests = 0;
        $this->graces = [];
    }

    /**
     * A passing note's degree from the root of its cell: by its letter, raised or lowered against the scale's own note
     * on that letter.
     */
    private function fromRoot(ScaleNote $root, Pitch $pitch): string
    {
        $letters = $pitch->staffPlace() - $root->pitch->staffPlace();
        if (7 !== $this->rootScale?->size()) {
            return DegreeName::of($root->pitch, $pitch)->text;
        }
        $alter = $pitch->midi() - $this->rootScale->note($root->step + $letters)->pitch->midi();

        return abs($alter) > 2
            ? DegreeName::of($root->pitch, $pitch)->text
            : Accidental::of($alter)->text().CellDegree::named($letters, 7);
    }
}
