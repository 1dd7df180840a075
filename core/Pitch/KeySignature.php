<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Words\Wording;

/**
 * What is printed at the left of the staff: so many sharps, or so many flats when negative.
 */
final readonly class KeySignature
{
    private function __construct(public int $fifths)
    {
    }

    public static function of(int $fifths): self
    {
        return new self($fifths);
    }

    /** Half steps by which this signature raises the letter (negative: lowers). */
    public function alterOf(Letter $letter): int
    {
        // Sharps arrive in the order F C G D A E B, which is the line of fifths from F upward; flats the other way.
        $place = $letter->fifths() + 1;

        return (int) floor(($this->fifths - $place + 6) / 7);
    }

    public function count(): int
    {
        return abs($this->fifths);
    }

    /** @return list<NoteName> the altered notes in the order in which they are written */
    public function alteredNotes(): array
    {
        $notes = [];
        for ($i = 0; $i < $this->count(); ++$i) {
            $notes[] = NoteName::fromFifths($this->fifths > 0 ? 6 + $i : -2 - $i);
        }

        return $notes;
    }

    /** "three sharps", "one flat", "no sharps or flats" */
    public function spoken(): string
    {
        return Wording::of('signature.spoken', [
            'side' => $this->fifths <=> 0,
            'count' => $this->count(),
            'number' => Wording::of('number.'.min(10, $this->count())),
        ]);
    }
}
