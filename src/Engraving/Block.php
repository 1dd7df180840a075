<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * A piece of a page that is not cut: a drawing and its height, in units, a hundred to the millimetre.
 */
final readonly class Block
{
    /**
     * @param string $glyphs    symbols that it uses
     * @param bool   $keepsNext whether the next one stands on the same page: a heading and its first line of music
     * @param bool   $endsAtRest whether a player has time to turn the page after it
     */
    public function __construct(
        public string $svg,
        public float $height,
        public string $glyphs = '',
        public bool $keepsNext = false,
        public bool $endsAtRest = false,
    ) {
    }

    public function scaled(float $scale): self
    {
        return 1.0 === $scale
            ? $this
            : $this->with(Svg::scaled($scale, $this->svg), $scale * $this->height);
    }

    public function shifted(float $x): self
    {
        return 0.0 === $x
            ? $this
            : $this->with(Svg::at($x, 0, $this->svg), $this->height);
    }

    /** As high as another one, so that two pages break alike. */
    public function asHighAs(float $height): self
    {
        return $this->with($this->svg, max($this->height, $height));
    }

    private function with(string $svg, float $height): self
    {
        return new self($svg, $height, $this->glyphs, $this->keepsNext, $this->endsAtRest);
    }
}
