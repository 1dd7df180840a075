<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;

/**
 * One thing that makes a change hard, as a value; Explain words it.
 */
final readonly class Event
{
    /**
     * @param string         $from   a touch, where a finger goes from key to key
     * @param string         $to     the touch it goes to
     * @param int            $count  fingers or valves that move
     * @param bool           $thumb  whether the left thumb moves with them
     * @param bool           $rolls  whether the finger rolls or leans instead of being lifted
     * @param list<string> $down fingers of one hand that land, "L3", where others of it lift
     * @param list<string> $up   and those that lift
     * @param Fingering|null $before where fingerings themselves are named: a throw, a crossing
     */
    private function __construct(
        public EventKind $kind,
        public float $weight,
        public string $from = '',
        public string $to = '',
        public int $count = 0,
        public bool $thumb = false,
        public bool $rolls = false,
        public ?Fingering $before = null,
        public ?Fingering $after = null,
        public array $down = [],
        public array $up = [],
    ) {
    }

    public static function keyToKey(string $from, string $to, float $weight, bool $isLittle, bool $rolls): self
    {
        return new self(
            $isLittle ? EventKind::LittleFingerTwice : ($rolls ? EventKind::FingerRolls : EventKind::FingerSlides),
            $weight,
            $from,
            $to,
            rolls: $rolls,
        );
    }

    /** @param bool $rolls whether the index rolls open from the whole hole */
    public static function halfHole(float $weight, int $landing, bool $rolls): self
    {
        return new self(EventKind::HalfHole, $weight, count: $landing, rolls: $rolls);
    }

    public static function overTheBreak(float $weight, int $landing): self
    {
        return new self(EventKind::OverTheBreak, $weight, count: $landing);
    }

    public static function manyFingers(float $weight, int $fingers, bool $thumb): self
    {
        return new self(EventKind::ManyFingers, $weight, count: $fingers, thumb: $thumb);
    }

    public static function thumbAndIndex(float $weight): self
    {
        return new self(EventKind::ThumbAndIndex, $weight);
    }

    /**
     * Fingers of one hand pass each other.
     *
     * @param non-empty-list<string> $down
     * @param non-empty-list<string> $up
     */
    public static function bothWays(float $weight, array $down, array $up): self
    {
        return new self(EventKind::BothWays, $weight, count: \count($down) + \count($up), down: $down, up: $up);
    }

    /** Brass: what happens between two fingerings. */
    public static function between(
        EventKind $kind,
        float $weight,
        Fingering $before,
        Fingering $after,
        int $count = 0,
    ): self {
        return new self($kind, $weight, count: $count, before: $before, after: $after);
    }

    /** Whether it cannot be played cleanly at any speed, or is to be avoided like it. */
    public function isUnclean(): bool
    {
        return match ($this->kind) {
            EventKind::LittleFingerTwice, EventKind::FingerSlides, EventKind::LongThrow => true,
            default => false,
        };
    }

    /** Whether it is worth naming as what speaks against a fingering, though it can be played. */
    public function isHardByItself(): bool
    {
        return match ($this->kind) {
            EventKind::FingerRolls, EventKind::ManyFingers, EventKind::BothWays, EventKind::ThumbSide => false,
            default => true,
        };
    }

    /** What is the same thing elsewhere in the line: kind, keys and fingerings, without its weight. */
    public function key(): string
    {
        return $this->kind->value.' '.$this->from.' '.$this->to.' '.(
            $this->before->text ?? ''
        ).' '.($this->after->text ?? '');
    }
}
