<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Part;

/**
 * Which studies of a worksheet are worked as in class, and what is printed on the others.
 *
 * Source: the handbook, chapter 6 (common practice): none to five flats and three sharps are worked, the other keys
 * left to the pupil.
 */
final readonly class Worked
{
    /**
     * @param int  $flats  keys of up to so many flats are worked, counted in each player's own signature; -1 for
     *  none
     * @param int  $sharps and of up to so many sharps
     * @param bool $names  whether numbers and letters, without their signs, are printed on the others
     */
    public function __construct(public int $flats = -1, public int $sharps = -1, public bool $names = false)
    {
    }

    public static function asInClass(): self
    {
        return new self(5, 3);
    }

    public function covers(Part $part): bool
    {
        $fifths = $part->study->signature->fifths;

        return $fifths < 0
            ? -$fifths <= $this->flats
            : ($fifths > 0 ? $fifths <= $this->sharps : max($this->flats, $this->sharps) >= 0);
    }
}
