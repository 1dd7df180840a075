<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\NoteName;

/**
 * One chord of a progression as it was said: a symbol, or a numeral of the key; how long; the scale chosen for it.
 */
final readonly class ProgressionChord
{
    /**
     * @param string           $text    as the line prints it: "Dm7", "ii", "bVI7", "V/ii"
     * @param NoteName|null    $root    of a symbol; a numeral has none
     * @param Degree|null      $degree  of a numeral
     * @param int|null         $of      the degree whose dominant it is, for "V/ii"
     * @param string|null      $quality what was said after the root; none where the key says it
     * @param string|null      $scale   name of the scale that was chosen; none for the usual one
     * @param int              $bars    that it is held; 0 where it shares one
     * @param bool             $saysBars whether the line says so
     */
    public function __construct(
        public string $text,
        public ?NoteName $root,
        public ?Degree $degree,
        public ?int $of,
        public ?string $quality,
        public ?string $scale = null,
        public int $bars = 1,
        public bool $saysBars = false,
    ) {
    }

    public function isNumeral(): bool
    {
        return null === $this->root;
    }

    public function inScale(string $scale): self
    {
        return $this->with(scale: $scale);
    }

    public function lasting(int $bars, bool $isSaid): self
    {
        return $this->with(bars: $bars, saysBars: $isSaid);
    }

    /** "V altered 2 bars" */
    public function said(): string
    {
        return $this->text
            .(null === $this->scale ? '' : ' '.$this->scale)
            .($this->saysBars ? ' '.$this->bars.(1 === $this->bars ? ' bar' : ' bars') : '');
    }

    private function with(?string $scale = null, ?int $bars = null, ?bool $saysBars = null): self
    {
        return new self(
            $this->text,
            $this->root,
            $this->degree,
            $this->of,
            $this->quality,
            $scale ?? $this->scale,
            $bars ?? $this->bars,
            $saysBars ?? $this->saysBars,
        );
    }
}
