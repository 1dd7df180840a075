<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * A tonic and the distance of its signature from that of the major key on the same tonic
 * (natural minor is three fifths flatter, dorian two, lydian one sharper).
 */
final readonly class Key
{
    private function __construct(public NoteName $tonic, public int $modeFifths)
    {
    }

    public static function major(NoteName $tonic): self
    {
        return new self($tonic, 0);
    }

    public static function minor(NoteName $tonic): self
    {
        return new self($tonic, -3);
    }

    /** @param int $modeFifths signed fifths between this mode's signature and the parallel major's */
    public static function mode(NoteName $tonic, int $modeFifths): self
    {
        return new self($tonic, $modeFifths);
    }

    public function fifths(): int
    {
        return $this->tonic->fifths() + $this->modeFifths;
    }

    public function signature(): KeySignature
    {
        return KeySignature::of($this->fifths());
    }

    public function transpose(Interval $interval): self
    {
        return new self($this->tonic->transpose($interval), $this->modeFifths);
    }

    /** The same sounds, spelled on the other side of the circle (twelve fifths away). */
    public function enharmonicTwin(): self
    {
        return new self(
            NoteName::fromFifths($this->tonic->fifths() + ($this->fifths() > 0 ? -12 : 12)),
            $this->modeFifths,
        );
    }
}
