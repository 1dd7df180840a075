<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

/**
 * How one note is played beside how it is begun: its marks, and how loud.
 */
final readonly class Expression
{
    /**
     * @param list<Mark>   $marks
     * @param string|null  $sign     dynamic that stands under it: "mf"; null for none
     * @param list<string> $opens    hairpins that begin at it: "crescendo", "diminuendo"
     * @param bool         $closes   whether a hairpin ends with it
     * @param bool         $swells   whether it grows and shrinks by itself
     * @param int          $loudness as MIDI has velocities, 1 to 127
     */
    private function __construct(
        public array $marks,
        public ?string $sign,
        public array $opens,
        public bool $closes,
        public bool $swells,
        public int $loudness,
    ) {
    }

    public static function plain(): self
    {
        return new self([], null, [], false, false, Loudness::USUAL);
    }

    /** @param list<Mark> $marks */
    public function marked(array $marks): self
    {
        return [] === $marks ? $this : $this->with(marks: [
            ...$this->marks,
            ...array_values(array_filter($marks, fn (Mark $mark): bool => !$this->has($mark))),
        ]);
    }

    public function signed(string $sign): self
    {
        return $this->with(sign: $sign);
    }

    public function opening(string $hairpin): self
    {
        return $this->with(opens: [...$this->opens, $hairpin]);
    }

    public function closing(): self
    {
        return $this->with(closes: true);
    }

    public function swelling(): self
    {
        return $this->with(swells: true);
    }

    public function asLoudAs(int $loudness): self
    {
        return $this->with(loudness: max(1, min(127, $loudness)));
    }

    public function has(Mark $mark): bool
    {
        return \in_array($mark, $this->marks, true);
    }

    /**
     * @param list<Mark>|null   $marks
     * @param list<string>|null $opens
     */
    private function with(
        ?array $marks = null,
        ?string $sign = null,
        ?array $opens = null,
        ?bool $closes = null,
        ?bool $swells = null,
        ?int $loudness = null,
    ): self {
        return new self(
            $marks ?? $this->marks,
            $sign ?? $this->sign,
            $opens ?? $this->opens,
            $closes ?? $this->closes,
            $swells ?? $this->swells,
            $loudness ?? $this->loudness,
        );
    }
}
