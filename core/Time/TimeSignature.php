<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * How a bar is counted. Lengths are in ticks: {@see Length}.
 */
enum TimeSignature: string
{
    case FourFour = '4/4';
    case ThreeFour = '3/4';
    case TwoFour = '2/4';
    case SixEight = '6/8';

    public function beats(): int
    {
        return (int) explode('/', $this->value)[0];
    }

    public function beatType(): int
    {
        return (int) explode('/', $this->value)[1];
    }

    public function barTicks(): int
    {
        return intdiv(Length::WHOLE * $this->beats(), $this->beatType());
    }

    /** The felt beat: a quarter, or a dotted quarter in 6/8. */
    public function beatTicks(): int
    {
        return self::SixEight === $this ? 3 * Length::EIGHTH : Length::QUARTER;
    }

    /** The note value of the felt beat as a fraction of a whole note. */
    public function beatUnit(): string
    {
        return self::SixEight === $this ? '3/8' : '1/4';
    }
}
