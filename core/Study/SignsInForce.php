<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Pitch;

/**
 * Which accidentals hold while a line is read: for the bar in which they stand, on their line or space of the staff.
 */
final class SignsInForce
{
    private int $bar = -1;
    /** @var array<int, int> half steps by staff place */
    private array $inForce = [];
    /** @var array<int, true> letters that have stood with a sign of their own */
    private array $altered = [];

    /**
     * @param bool $everyTime whether an altered note has its sign each time,
     *  as first-year players need it where no signature is printed
     */
    public function __construct(private readonly KeySignature $signature, private readonly bool $everyTime)
    {
    }

    public function alteredBefore(Pitch $pitch): bool
    {
        return isset($this->altered[$pitch->letter->value]);
    }

    /** Whether a true accidental must stand beside the note; from then on it holds. */
    public function take(Pitch $pitch, int $bar): bool
    {
        if ($bar !== $this->bar) {
            $this->bar = $bar;
            $this->inForce = [];
        }
        $place = $pitch->staffPlace();
        $before = $this->inForce[$place] ?? $this->signature->alterOf($pitch->letter);
        $this->inForce[$place] = $pitch->alter;
        if ($pitch->alter !== $this->signature->alterOf($pitch->letter)) {
            $this->altered[$pitch->letter->value] = true;
        }

        return $pitch->alter !== $before || ($this->everyTime && 0 !== $pitch->alter);
    }
}
