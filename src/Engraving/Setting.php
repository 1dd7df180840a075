<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * One way in which a sheet may be set: how close its rows stand, how wide its margins are, how large its music is.
 */
final readonly class Setting
{
    /**
     * Sizes of the music that are tried, 1 a staff of seven millimetres with fingerings of nine: at nine tenths both are
     * still read a metre away.
     */
    private const SIZES = [1.0, 0.95, 0.9];
    /** What is given up: rows that stand close, narrow margins, smaller music (for the whole size). */
    private const CLOSE = 0.12;
    private const NARROW = 0.08;
    private const SMALLER = 2.5;

    private function __construct(public bool $isTight, public int $margins, public float $size)
    {
    }

    /** As comfortable as can be. */
    public static function comfortable(): self
    {
        return new self(false, 0, 1.0);
    }

    /**
     * All that come into question, the comfortable one first. Nothing in large print is made smaller.
     *
     * @return non-empty-list<self>
     */
    public static function all(bool $isLarge): array
    {
        $all = [];
        foreach ($isLarge ? [1.0] : self::SIZES as $size) {
            foreach ($isLarge ? [false] : [false, true] as $isTight) {
                foreach ([0, 1] as $margins) {
                    $all[] = new self($isTight, $margins, $size);
                }
            }
        }

        return $all;
    }

    /** What it gives up, in pages of paper. */
    public function cost(): float
    {
        return ($this->isTight ? self::CLOSE : 0.0)
            + self::NARROW * $this->margins
            + self::SMALLER * (1.0 - $this->size);
    }
}
