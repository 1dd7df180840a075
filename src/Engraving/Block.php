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
     */
    public function __construct(
        public string $svg,
        public float $height,
        public string $glyphs = '',
        public bool $keepsNext = false,
    ) {
    }

    public function scaled(float $scale): self
    {
        return 1.0 === $scale
            ? $this
            : new self(Svg::scaled($scale, $this->svg), $scale * $this->height, $this->glyphs, $this->keepsNext);
    }

    public function shifted(float $x): self
    {
        return 0.0 === $x
            ? $this
            : new self(Svg::at($x, 0, $this->svg), $this->height, $this->glyphs, $this->keepsNext);
    }

    /** As high as another one, so that two pages break alike. */
    public function asHighAs(float $height): self
    {
        return new self($this->svg, max($this->height, $height), $this->glyphs, $this->keepsNext);
    }

    public function keepingNext(): self
    {
        return new self($this->svg, $this->height, $this->glyphs, true);
    }
}
