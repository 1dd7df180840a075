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

    /**
     * The same with something left to write: where every study would be worked, those with the most signs are not.
     *
     * @param non-empty-list<Part> $parts
     */
    public function leavingSome(array $parts): self
    {
        if (\count(array_filter($parts, $this->covers(...))) < \count($parts)) {
            return $this;
        }
        $most = max(array_map(static fn (Part $part): int => $part->study->signature->count(), $parts));

        return new self(min($this->flats, $most - 1), min($this->sharps, $most - 1), $this->names);
    }

    /** What prints no signature has its signs beside the notes: its names are the pupil's to write. */
    public function covers(Part $part): bool
    {
        if (!$part->study->recipe->material->printsSignature) {
            return false;
        }
        $fifths = $part->study->signature->fifths;

        return $fifths < 0
            ? -$fifths <= $this->flats
            : ($fifths > 0 ? $fifths <= $this->sharps : max($this->flats, $this->sharps) >= 0);
    }
}
