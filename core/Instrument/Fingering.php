<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One way to finger one note: the touches that are down, what it is for, where it belongs, and for brass how it lies in tune.
 */
final readonly class Fingering
{
    /**
     * @param list<string>   $touches     touch ids that are down, in the order of the instrument's list
     * @param string         $text        as it is written over a note
     * @param string         $when        a word on when it is used, or nothing
     * @param list<Occasion> $may         places in which it may be chosen
     * @param list<Occasion> $always      places in which it stands instead of the default
     * @param list<string>   $indifferent touches that may also be down without effect
     * @param list<string>   $momentary   touches that are only flicked
     * @param string         $valves      "0" or the valves joined by "-"; nothing on other mechanisms
     * @param int            $slide       position 1 to 7; 0 on other mechanisms
     * @param string         $side        "F" or "Bb" on a horn, the letters of a trombone's triggers that are down ("T"); else nothing
     * @param int            $partial     number of the partial; 0 where the fingering is not derived
     * @param float          $cents       deviation from equal temperament, positive is sharp; 0 where it is not derived
     * @param float          $slidePlace  how far out the slide is, in positions of the slide without attachment; 0 on other mechanisms
     * @param string         $voicing     how the player tells it from another note of the same touches, or nothing
     * @param bool           $yields      whether it gives way before its neighbours' usual fingerings do
     * @param string         $name        what teachers call it, "one-and-one", or nothing
     */
    private function __construct(
        public array $touches,
        public string $text,
        public FingeringUse $use,
        public string $when,
        public array $may,
        public array $always,
        public array $indifferent,
        public array $momentary,
        public string $valves,
        public int $slide,
        public SlideAdjust $slideAdjust,
        public string $side,
        public int $partial,
        public float $cents,
        public float $slidePlace,
        public string $voicing,
        public bool $yields,
        public string $name = '',
    ) {
    }

    /** Nothing to finger: keyboards and mallets. */
    public static function none(): self
    {
        return new self([], '', FingeringUse::Default, '', [], [], [], [], '', 0, SlideAdjust::None, '', 0, 0.0, 0.0, '', false);
    }

    /**
     * @param list<string>   $touches
     * @param list<Occasion> $may
     * @param list<Occasion> $always
     * @param list<string>   $indifferent
     * @param list<string>   $momentary
     */
    public static function keys(array $touches, FingeringUse $use, string $when, array $may = [], array $always = [], array $indifferent = [], array $momentary = [], string $voicing = '', bool $yields = false, string $name = ''): self
    {
        return new self($touches, self::keysText($touches), $use, $when, $may, $always, $indifferent, $momentary, '', 0, SlideAdjust::None, '', 0, 0.0, 0.0, $voicing, $yields, $name);
    }

    /** @param list<int> $valves numbers of the valves that are down, rising */
    public static function valves(array $valves, FingeringUse $use, string $when, string $side, bool $thumb, int $partial, float $cents): self
    {
        $digits = [] === $valves ? '0' : implode('-', $valves);
        $touches = array_map(static fn (int $valve): string => 'v'.$valve, $valves);

        return new self($thumb ? [...$touches, 'T'] : $touches, ($thumb ? 'T' : '').$digits, $use, $when, [], [], [], [], $digits, 0, SlideAdjust::None, $side, $partial, $cents, 0.0, '', false);
    }

    /**
     * @param string       $attachment letters of the triggers that are down, or nothing
     * @param list<string> $touches    those triggers
     * @param float        $place      how far out the slide is, in positions of the slide without attachment
     */
    public static function slide(int $position, SlideAdjust $adjust, FingeringUse $use, string $when, string $attachment, array $touches, float $place, int $partial, float $cents): self
    {
        return new self($touches, self::slideText($attachment, $position, $adjust), $use, $when, [], [], [], [], '', $position, $adjust, $attachment, $partial, $cents, $place, '', false);
    }

    public function as(FingeringUse $use, string $when): self
    {
        return $this->with(use: $use, when: $when);
    }

    /**
     * The same with the places in which it belongs.
     *
     * @param list<Occasion> $may
     * @param list<Occasion> $always
     */
    public function belonging(array $may, array $always): self
    {
        return $this->with(may: $may, always: $always);
    }

    /** The same with one touch in place of another, if it has that one: the flute's thumb on the B flat key. */
    public function exchanged(string $touch, string $for): self
    {
        if (!\in_array($touch, $this->touches, true)) {
            return $this;
        }
        $touches = array_map(static fn (string $id): string => $id === $touch ? $for : $id, $this->touches);

        return $this->with(touches: $touches, text: self::keysText($touches));
    }

    /**
     * The same with touches that stay down without effect.
     *
     * @param list<string> $resting
     */
    public function holding(array $resting): self
    {
        return [] === $resting ? $this : $this->with(touches: [...$this->touches, ...$resting]);
    }

    /** The same with the slide set a little short or long of its place. */
    public function adjusted(SlideAdjust $adjust): self
    {
        return $this->with(slideAdjust: $adjust, text: self::slideText($this->side, $this->slide, $adjust));
    }

    /**
     * @param list<string>|null   $touches
     * @param list<Occasion>|null $may
     * @param list<Occasion>|null $always
     */
    private function with(?array $touches = null, ?string $text = null, ?FingeringUse $use = null, ?string $when = null, ?array $may = null, ?array $always = null, ?SlideAdjust $slideAdjust = null): self
    {
        return new self($touches ?? $this->touches, $text ?? $this->text, $use ?? $this->use, $when ?? $this->when, $may ?? $this->may, $always ?? $this->always, $this->indifferent, $this->momentary, $this->valves, $this->slide, $slideAdjust ?? $this->slideAdjust, $this->side, $this->partial, $this->cents, $this->slidePlace, $this->voicing, $this->yields, $this->name);
    }

    /** @param list<string> $touches */
    private static function keysText(array $touches): string
    {
        return [] === $touches ? 'open' : implode(' ', $touches);
    }

    private static function slideText(string $attachment, int $position, SlideAdjust $adjust): string
    {
        return $attachment.$position.match ($adjust) {
            SlideAdjust::None => '', SlideAdjust::Raised => '▴', SlideAdjust::Lowered => '▾',
        };
    }

    /** Whether pitch comes from a tube model, so that its deviation in cents is known. */
    public function isDerived(): bool
    {
        return $this->partial > 0;
    }

    /** How it lies when the player has set the slide as well as it goes: beyond first position a slide mends what is off. */
    public function centsAsPlayed(): float
    {
        return $this->slide > 1 || ($this->slide > 0 && $this->cents > 0) ? 0.0 : $this->cents;
    }
}
