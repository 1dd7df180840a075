<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Where a slide is set for a note: the position by its number, how far out that is, and a little short or long of it.
 */
final readonly class SlideSetting
{
    /**
     * @param int   $position 1 to 7, counted on the tube that sounds: with a trigger down the steps are longer
     * @param float $out      how far out the slide is, in positions of the slide without attachment, 1.0 all the way in
     */
    public function __construct(public int $position, public SlideAdjust $adjust, public float $out)
    {
    }

    public function isIn(): bool
    {
        return 1 === $this->position;
    }

    public function adjusted(SlideAdjust $adjust): self
    {
        return new self($this->position, $adjust, $this->out);
    }

    /** The digit with its arrow, "3▴". */
    public function text(): string
    {
        return $this->position.match ($this->adjust) {
            SlideAdjust::None => '', SlideAdjust::Raised => '▴', SlideAdjust::Lowered => '▾',
        };
    }
}
