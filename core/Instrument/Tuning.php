<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * How a brass note lies and what its player does for it.
 *
 * Source: the handbook, chapter 4, "Tuning is part of the fingering"; the lengths are arithmetic.
 */
final readonly class Tuning
{
    /** Cents within which a note needs nothing: a listener does not hear it in a line. */
    public const HEARD = 10.0;
    /** Cents that the lip can be asked for; beyond that the tone suffers. */
    public const LIP = 20.0;
    /** Cents by which another fingering must lie better to be told of. */
    public const BETTER = 15.0;
    /** Speed of sound in a warm instrument, metres a second. */
    private const SOUND = 345.0;
    private const A4 = 440.0;

    /**
     * @param float          $cents     of the whole note as it is fingered, positive is sharp
     * @param TuningAct|null $act       null where this instrument has nothing for it: expect it so
     * @param float|null     $mm        by which one leg of a slide is drawn
     * @param float|null     $positions by which a trombone's slide goes, in usual positions
     * @param Fingering|null $alternate that lies better, where that is the act
     */
    private function __construct(
        public float $cents,
        public ?TuningAct $act,
        public ?float $mm = null,
        public ?float $positions = null,
        public ?Fingering $alternate = null,
    ) {
    }

    /** @param string $slides that the player moves while playing: valves' slides as digits, "hand", "main" */
    public static function onValves(
        Fingering $fingering,
        float $cents,
        int $fundamental,
        int $sounding,
        string $slides,
    ): self {
        if ('hand' === $slides) {
            return new self($cents, TuningAct::Hand);
        }
        foreach (['3' => TuningAct::ThirdSlide, '1' => TuningAct::FirstSlide] as $valve => $act) {
            if (
                $cents > 0
                && str_contains($slides, (string) $valve)
                && str_contains((string) $fingering->valves, (string) $valve)
            ) {
                return self::drawn($fingering, $cents, $act, $fundamental, $sounding);
            }
        }

        return $cents > 0 && str_contains($slides, 'main')
            ? self::drawn($fingering, $cents, TuningAct::Kicker, $fundamental, $sounding)
            : self::lipped($cents);
    }

    /** @param int $lowers half steps by which triggers that are down lower the tube */
    public static function onSlide(Fingering $fingering, float $cents, int $lowers): self
    {
        $slide = $fingering->onSlide();
        if ($cents < 0 && $slide->isIn()) {
            return self::lipped($cents);
        }
        $place = SlideTube::place($slide->position, $lowers);
        $moved = 1 + 12 * log(1 + 2 ** ($lowers / 12) * (2 ** (($slide->position - 1 + $cents / 100) / 12) - 1), 2);

        return new self(
            $cents,
            $cents > 0 ? TuningAct::PositionOut : TuningAct::PositionIn,
            positions: abs($moved - $place),
        );
    }

    /** The same, with another fingering where the lip is not asked for and that one lies better. */
    public function orWith(?Fingering $alternate): self
    {
        return null === $this->act && null !== $alternate
            ? new self($this->cents, TuningAct::Alternate, alternate: $alternate)
            : $this;
    }

    private static function lipped(float $cents): self
    {
        return new self($cents, abs($cents) <= self::LIP ? TuningAct::Lip : null);
    }

    private static function drawn(
        Fingering $fingering,
        float $cents,
        TuningAct $act,
        int $fundamental,
        int $sounding,
    ): self {
        $lowered = $fundamental + Partials::halfSteps($fingering->partial ?? 2) - $sounding;

        return new self($cents, $act, mm: 1000 * self::leg(self::tube($fundamental) * 2 ** ($lowered / 12), $cents));
    }

    /** Metres of the open tube whose fundamental this is. */
    public static function tube(int $fundamental): float
    {
        return self::SOUND / (2 * self::A4 * 2 ** (($fundamental - 69) / 12));
    }

    /** Metres by which each leg of a slide is drawn to lower a tube of that length. */
    private static function leg(float $length, float $cents): float
    {
        return $length * (2 ** ($cents / 1200) - 1) / 2;
    }
}
