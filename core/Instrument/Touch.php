<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * A key, hole, valve or trigger: which finger works it, what it does to the tube, what teachers call it.
 */
final readonly class Touch
{
    /**
     * @param string $finger L1 to L4, R1 to R4, LT or RT; 4 is the little finger
     * @param bool   $opens  whether pressing it opens the tube (true) or closes it
     * @param string $says   spoken name
     * @param string $label  a very short label for diagrams
     * @param string $place  where it stands on the instrument: "upper joint"; nothing where that needs no saying
     * @param string $part   what of the finger works it: "palm", "side" or "knuckle"; nothing for the tip
     */
    public function __construct(
        public string $id,
        public string $finger,
        public bool $opens,
        public string $says,
        public string $label,
        public bool $isHole,
        public bool $isHalfHole = false,
        public string $place = '',
        public string $part = '',
    ) {
    }

    public function isLeft(): bool
    {
        return 'L' === $this->finger[0];
    }

    public function isThumb(): bool
    {
        return 'T' === $this->finger[1];
    }

    public function isLittleFinger(): bool
    {
        return '4' === $this->finger[1];
    }

    /** Whether the hand at the base of the index presses it: such keys are pressed one by one, whatever else is held. */
    public function isPalmKey(): bool
    {
        return 'palm' === $this->part;
    }

    /** "left little finger" */
    public function fingerSpoken(): string
    {
        $finger = [
            '1' => 'index finger', '2' => 'middle finger', '3' => 'ring finger', '4' => 'little finger', 'T' => 'thumb',
        ][$this->finger[1]]
            ?? 'finger';

        return ($this->isLeft() ? 'left ' : 'right ').$finger;
    }
}
