<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One way to finger one note: the touches that are down, what it is for, where it belongs, and for brass how it lies in
 * tune.
 */
final readonly class Fingering
{
    /**
     * @param list<string>   $touches     touch ids that are down, in the order of the instrument's list
     * @param string         $text        as it is written over a note
     * @param string|null    $when        a word on when it is used
     * @param list<Occasion> $may         places in which it may be chosen
     * @param list<Occasion> $always      places in which it stands instead of the default
     * @param list<string>   $indifferent touches that may also be down without effect
     * @param list<string>   $momentary   touches that are only flicked
     * @param string|null    $valves      "0" or the valves joined by "-"; none on other mechanisms
     * @param string|null $side "F" or "Bb" on a horn, the letters of a trombone's triggers that are down ("T"),
     *  if any is
     * @param int|null       $partial     number of the partial; none where the fingering is not derived
     * @param float          $cents       deviation from equal temperament, positive is sharp; 0 where it is not derived
     * @param string|null    $voicing     how the player tells it from another note of the same touches
     * @param bool           $yields      whether it gives way before its neighbours' usual fingerings do
     * @param string|null    $name        what teachers call it, "one-and-one"
     */
    private function __construct(
        public array $touches,
        public string $text,
        public FingeringUse $use,
        public ?string $when = null,
        public array $may = [],
        public array $always = [],
        public array $indifferent = [],
        public array $momentary = [],
        public ?string $valves = null,
        public ?SlideSetting $slide = null,
        public ?string $side = null,
        public ?int $partial = null,
        public float $cents = 0.0,
        public ?string $voicing = null,
        public bool $yields = false,
        public ?string $name = null,
    ) {
    }

    /** Nothing to finger: keyboards and mallets. */
    public static function none(): self
    {
        return new self([], '', FingeringUse::Default);
    }

    /**
     * @param list<string>   $touches
     * @param list<Occasion> $may
     * @param list<Occasion> $always
     * @param list<string>   $indifferent
     * @param list<string>   $momentary
     */
    public static function keys(
        array $touches,
        FingeringUse $use,
        ?string $when,
        array $may = [],
        array $always = [],
        array $indifferent = [],
        array $momentary = [],
        ?string $voicing = null,
        bool $yields = false,
        ?string $name = null,
    ): self {
        return new self(
            $touches,
            self::keysText($touches),
            $use,
            $when,
            $may,
            $always,
            $indifferent,
            $momentary,
            voicing: $voicing,
            yields: $yields,
            name: $name,
        );
    }

    /** @param list<int> $valves numbers of the valves that are down, rising */
    public static function valves(array $valves, ?string $side, bool $thumb, int $partial, float $cents): self
    {
        $digits = [] === $valves ? '0' : implode('-', $valves);
        $touches = array_map(static fn (int $valve): string => 'v'.$valve, $valves);

        return new self(
            $thumb ? [...$touches, 'T'] : $touches,
            ($thumb ? 'T' : '').$digits,
            FingeringUse::Alternate,
            valves: $digits,
            side: $side,
            partial: $partial,
            cents: $cents,
        );
    }

    /**
     * @param string|null  $attachment letters of the triggers that are down, if any is
     * @param list<string> $touches    those triggers
     */
    public static function slide(
        SlideSetting $slide,
        ?string $attachment,
        array $touches,
        int $partial,
        float $cents,
    ): self {
        return new self(
            $touches,
            $attachment.$slide->text(),
            FingeringUse::Alternate,
            slide: $slide,
            side: $attachment,
            partial: $partial,
            cents: $cents,
        );
    }

    /** The same put to another use, with another word on when it is used. */
    public function as(FingeringUse $use, ?string $when): self
    {
        return new self(
            $this->touches,
            $this->text,
            $use,
            $when,
            $this->may,
            $this->always,
            $this->indifferent,
            $this->momentary,
            $this->valves,
            $this->slide,
            $this->side,
            $this->partial,
            $this->cents,
            $this->voicing,
            $this->yields,
            $this->name,
        );
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
     * The same with touches that are held with it, under its own name.
     *
     * @param list<string> $held
     */
    public function holding(array $held): self
    {
        return [] === $held ? $this : $this->with(touches: [...$this->touches, ...$held]);
    }

    /** The same with the slide set a little short or long of its place. */
    public function adjusted(SlideAdjust $adjust): self
    {
        $slide = $this->onSlide()->adjusted($adjust);

        return $this->with(slide: $slide, text: $this->side.$slide->text());
    }

    /**
     * @param list<string>|null   $touches
     * @param list<Occasion>|null $may
     * @param list<Occasion>|null $always
     */
    private function with(
        ?array $touches = null,
        ?string $text = null,
        ?array $may = null,
        ?array $always = null,
        ?SlideSetting $slide = null,
    ): self {
        return new self(
            $touches ?? $this->touches,
            $text ?? $this->text,
            $this->use,
            $this->when,
            $may ?? $this->may,
            $always ?? $this->always,
            $this->indifferent,
            $this->momentary,
            $this->valves,
            $slide ?? $this->slide,
            $this->side,
            $this->partial,
            $this->cents,
            $this->voicing,
            $this->yields,
            $this->name,
        );
    }

    /** @param list<string> $touches */
    private static function keysText(array $touches): string
    {
        return [] === $touches ? 'open' : implode(' ', $touches);
    }

    /** Whether the same is down, and the slide is in the same position, set short or long or not. */
    public function isHeldLike(self $other): bool
    {
        return $this->touches === $other->touches && $this->slide?->position === $other->slide?->position;
    }

    /** Whether it belongs only where its occasions say, and nowhere else even to spare what cannot be clean. */
    public function isOnlyThere(): bool
    {
        foreach ([...$this->may, ...$this->always] as $occasion) {
            if ($occasion->asks(ConditionKind::Only)) {
                return true;
            }
        }

        return false;
    }

    /** Whether pitch comes from a tube model, so that its deviation in cents is known. */
    public function isDerived(): bool
    {
        return null !== $this->partial;
    }

    /**
     * Where the slide is set.
     *
     * @throws \LogicException on other mechanisms
     */
    public function onSlide(): SlideSetting
    {
        return $this->slide ?? throw new \LogicException('Nothing slides here.');
    }

    /**
     * How it lies when the player has set the slide as well as it goes: beyond first position a slide mends what is
     * off.
     */
    public function centsAsPlayed(): float
    {
        return null !== $this->slide && (!$this->slide->isIn() || $this->cents > 0) ? 0.0 : $this->cents;
    }
}
