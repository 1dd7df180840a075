<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

use SwiftReed\Pitch\Accidental;

/**
 * One word of a cell.
 */
final readonly class Item
{
    /**
     * @param int $alter     half steps by which the degree is raised
     * @param int $halfSteps from the root, for half steps
     * @param int $length    times the ordinary length
     * @param list<string> $marks letters of the marks that each of its notes has: "s" staccato, "t" tenuto, "a" accent,
     *  "m" marcato
     */
    private function __construct(
        public ItemKind $kind,
        public CellDegree $mark,
        public CellDegree $to,
        public int $alter,
        public int $halfSteps,
        public int $length,
        public array $marks = [],
    ) {
    }

    public static function degree(CellDegree $mark, int $alter): self
    {
        return new self(ItemKind::Degree, $mark, $mark, $alter, 0, 1);
    }

    public static function grace(CellDegree $mark, int $alter): self
    {
        return new self(ItemKind::Grace, $mark, $mark, $alter, 0, 1);
    }

    public static function beside(CellDegree $mark, bool $below): self
    {
        return new self($below ? ItemKind::Below : ItemKind::Above, $mark, $mark, 0, 0, 1);
    }

    public static function halfSteps(int $halfSteps): self
    {
        return new self(ItemKind::HalfSteps, CellDegree::of(1, 0), CellDegree::of(1, 0), 0, $halfSteps, 1);
    }

    public static function run(CellDegree $from, CellDegree $to): self
    {
        return new self(ItemKind::Run, $from, $to, 0, 0, 1);
    }

    public static function word(ItemKind $kind): self
    {
        return new self($kind, CellDegree::of(1, 0), CellDegree::of(1, 0), 0, 0, 1);
    }

    public function held(int $length): self
    {
        return new self($this->kind, $this->mark, $this->to, $this->alter, $this->halfSteps, $length, $this->marks);
    }

    /** @param list<string> $marks letters */
    public function marked(array $marks): self
    {
        return new self($this->kind, $this->mark, $this->to, $this->alter, $this->halfSteps, $this->length, $marks);
    }

    public function isRoot(): bool
    {
        return ItemKind::Degree === $this->kind
            && 0 === $this->alter
            && \in_array($this->mark->number, [1, 8, 15, 22], true);
    }

    /** Whether it is this degree of the scale and nothing else. */
    public function isPlain(int $number): bool
    {
        return ItemKind::Degree === $this->kind
            && 0 === $this->alter
            && $number === $this->mark->number
            && 0 === $this->mark->octave;
    }

    /** A degree as it is written: `b3`, `7,`. */
    public function degreeText(): string
    {
        return Accidental::of($this->alter)->text().$this->mark->text();
    }

    /** Notes that it makes in a scale of seven notes: a run has several. */
    public function notes(): int
    {
        return match ($this->kind) {
            ItemKind::Run => abs(($this->to->step(7, false) ?? 0) - ($this->mark->step(7, false) ?? 0)) + 1,
            ItemKind::TwoNoteApproach => 2,
            ItemKind::Enclosure => 3,
            ItemKind::Rest, ItemKind::Grace => 0,
            default => 1,
        };
    }

    /** Ordinary lengths that it lasts in a scale of seven notes: a grace note none. */
    public function duration(): int
    {
        return ItemKind::Rest === $this->kind ? $this->length : $this->length * $this->notes();
    }

    /** Whether it is spelled by where it leads and not by the scale. */
    public function isSpelledByDirection(): bool
    {
        return !\in_array($this->kind, [ItemKind::Degree, ItemKind::Run, ItemKind::Rest, ItemKind::Grace], true);
    }

    /** Whether it needs to know the root of the next cell. */
    public function leadsOn(): bool
    {
        return \in_array($this->kind, [ItemKind::Approach, ItemKind::TwoNoteApproach, ItemKind::Enclosure], true);
    }
}
