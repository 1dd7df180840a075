<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One way to finger one note: the touches that are down, what it is for, and for brass how it lies in tune.
 */
final readonly class Fingering
{
    /**
     * @param list<string> $touches     touch ids that are down, in the order of the instrument's list
     * @param string       $text        as it is written over a note
     * @param string       $when        a word on when it is used, or nothing
     * @param Context      $context     where in a line it belongs
     * @param list<string> $indifferent touches that may also be down without effect
     * @param list<string> $momentary   touches that are only flicked
     * @param string       $valves      "0" or the valves joined by "-"; nothing on other mechanisms
     * @param int          $slide       position 1 to 7; 0 on other mechanisms
     * @param string       $side        "F" or "Bb" on a horn, the letters of a trombone's triggers that are down ("T"); else nothing
     * @param int          $partial     number of the partial; 0 where the fingering is not derived
     * @param float        $slidePlace  how far out the slide is, in positions of the slide without attachment; 0 on other mechanisms
     * @param float        $cost        what it costs to use it; one is about the effort of moving one finger
     * @param float        $cents       deviation from equal temperament, positive is sharp; 0 where it is not derived
     */
    private function __construct(
        public array $touches,
        public string $text,
        public UseOf $use,
        public string $when,
        public Context $context,
        public array $indifferent,
        public array $momentary,
        public string $valves,
        public int $slide,
        public SlideAdjust $slideAdjust,
        public string $side,
        public int $partial,
        public float $cents,
        public float $slidePlace = 0.0,
        public float $cost = 0.0,
    ) {
    }

    /** Nothing to finger: keyboards and mallets. */
    public static function none(): self
    {
        return new self([], '', UseOf::Default, '', Context::none(), [], [], '', 0, SlideAdjust::None, '', 0, 0.0);
    }

    /**
     * @param list<string> $touches
     * @param list<string> $indifferent
     * @param list<string> $momentary
     */
    public static function keys(array $touches, UseOf $use, string $when, Context $context, array $indifferent, array $momentary, float $cost = -1.0): self
    {
        return new self($touches, [] === $touches ? 'open' : implode(' ', $touches), $use, $when, $context, $indifferent, $momentary, '', 0, SlideAdjust::None, '', 0, 0.0, 0.0, $cost < 0 ? $use->cost() : $cost);
    }

    /** @param list<int> $valves numbers of the valves that are down, rising */
    public static function valves(array $valves, UseOf $use, string $when, string $side, bool $thumb, int $partial, float $cents): self
    {
        $digits = [] === $valves ? '0' : implode('-', $valves);
        $touches = array_map(static fn (int $valve): string => 'v'.$valve, $valves);

        return new self($thumb ? [...$touches, 'T'] : $touches, ($thumb ? 'T' : '').$digits, $use, $when, Context::none(), [], [], $digits, 0, SlideAdjust::None, $side, $partial, $cents, 0.0, $use->cost());
    }

    /**
     * @param string       $attachment letters of the triggers that are down, or nothing
     * @param list<string> $touches    those triggers
     * @param float        $place      how far out the slide is, in positions of the slide without attachment
     */
    public static function slide(int $position, SlideAdjust $adjust, UseOf $use, string $when, string $attachment, array $touches, float $place, int $partial, float $cents): self
    {
        $sign = match ($adjust) {
            SlideAdjust::None => '', SlideAdjust::Raised => '▴', SlideAdjust::Lowered => '▾',
        };

        return new self($touches, $attachment.$position.$sign, $use, $when, Context::none(), [], [], '', $position, $adjust, $attachment, $partial, $cents, $place, $use->cost());
    }

    public function as(UseOf $use, string $when): self
    {
        return new self($this->touches, $this->text, $use, $when, $this->context, $this->indifferent, $this->momentary, $this->valves, $this->slide, $this->slideAdjust, $this->side, $this->partial, $this->cents, $this->slidePlace, $use === $this->use ? $this->cost : $use->cost());
    }

    public function belonging(Context $context): self
    {
        return new self($this->touches, $this->text, $this->use, $this->when, $context, $this->indifferent, $this->momentary, $this->valves, $this->slide, $this->slideAdjust, $this->side, $this->partial, $this->cents, $this->slidePlace, $this->cost);
    }

    public function costing(float $cost): self
    {
        return new self($this->touches, $this->text, $this->use, $this->when, $this->context, $this->indifferent, $this->momentary, $this->valves, $this->slide, $this->slideAdjust, $this->side, $this->partial, $this->cents, $this->slidePlace, $cost);
    }

    /** Whether pitch comes from a tube model, so that its deviation in cents is known. */
    public function isDerived(): bool
    {
        return $this->partial > 0;
    }
}
