<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * A degree counted from the cell's root, with its octave: `3`, `7,` below the root, `1'` an octave above, `8`.
 *
 * Source of the counting in scales not of seven notes: the handbook, chapter 3.
 */
final readonly class CellDegree
{
    private function __construct(public int $number, public int $octave)
    {
    }

    /**
     * @param int $number 0 to 22,
     *  0 only an octave above: the last note of an eight-note scale; @param int $octave -1 below the root, 0,
     *  or 1 above
     */
    public static function of(int $number, int $octave): self
    {
        return new self($number, $octave);
    }

    /**
     * How a step of the scale above the root is written: 7 is `8` in a scale of seven notes, -1 `7,` in every scale.
     */
    public static function named(int $step, int $size): string
    {
        return match (true) {
            $step < 0 => -$step > 7 ? self::named($step + $size, $size).',' : ($step + 8).',',
            $step < min($size, 7) => (string) ($step + 1),
            $step < $size => "0'",
            default => (string) (8 + 7 * (intdiv($step, $size) - 1) + min(6, $step % $size)),
        };
    }

    /**
     * Steps of the scale above the root; null for a degree that a scale of this size does not have. 1 to 7 are the
     * scale's own notes as far as it has them, 8 is the root's octave in every scale and 9 the note above it; below the
     * root the scale's notes are counted down, the first of them `7,`.
     *
     * @param int  $size    notes of the scale in an octave
     * @param bool $fromTop whether the degrees below the octave are counted down from it, as in 8 7 6 5
     * @param bool $isTyped whether somebody wrote the cell: then a degree with a comma is that degree an octave lower;
     *  the library's patterns go as many steps down in every scale
     */
    public function step(int $size, bool $fromTop, bool $isTyped = false): ?int
    {
        if ($this->octave < 0 && $isTyped && $size < 7 && $this->number <= $size) {
            return $this->number - 1 - $size; // a degree that the scale has, an octave lower
        }
        if ($this->octave < 0) {
            return 1 === $this->number ? -$size : (8 - $this->number < $size || 7 === $size ? $this->number - 8 : null);
        }
        if (0 === $this->number) {
            return 8 === $size ? 7 : null;
        }
        if ($this->octave < 1 && $fromTop && $this->number < 8) {
            return $size - (8 - $this->number);
        }
        $octaves = max(0, $this->octave) + intdiv($this->number - 1, 7);
        $above = ($this->number - 1) % 7;

        return $above < $size ? $octaves * $size + $above : null;
    }

    /** `7,` */
    public function text(): string
    {
        return $this->number.match ($this->octave) {
            -1 => ',', 1 => "'", default => '',
        };
    }
}
