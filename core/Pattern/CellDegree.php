<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * A degree counted from the cell's root, with its octave: `3`, `7,` below the root, `1'` an octave above, `8`.
 */
final readonly class CellDegree
{
    private function __construct(public int $number, public int $octave)
    {
    }

    /** @param int $number 1 to 22; @param int $octave -1 below the root, 0, or 1 above */
    public static function of(int $number, int $octave): self
    {
        return new self($number, $octave);
    }

    public function isAboveSeven(): bool
    {
        return $this->number > 7;
    }

    /**
     * Steps of the scale above the root.
     *
     * @param int  $size     notes of the scale in an octave
     * @param bool $fromTop  whether the degrees below the octave are counted down from it, as in 8 7 6 5
     */
    public function step(int $size, bool $fromTop): int
    {
        return match (true) {
            $this->octave > 0 => $size + $this->number - 1,
            $this->octave < 0 => 1 === $this->number ? -$size : $this->number - 8,
            $this->number > 7 => $size + $this->number - 8,
            $fromTop => $size - (8 - $this->number),
            default => $this->number - 1,
        };
    }
}
