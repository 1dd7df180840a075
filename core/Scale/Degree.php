<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Accidental;

/**
 * A degree against the major scale of the same tonic: 3, b3, #4, bb7.
 */
final readonly class Degree
{
    private const MAJOR = [0, 2, 4, 5, 7, 9, 11];

    /** @param int $number 1 to 7; @param int $alter half steps against the major scale */
    private function __construct(public int $number, public int $alter)
    {
    }

    /** @throws FormulaError */
    public static function parse(string $text): self
    {
        if (1 !== preg_match('/^(bb|##|b|#|♭♭|♯♯|♭|♯)?([1-7])$/u', $text, $found)) {
            throw FormulaError::notADegree($text);
        }

        return new self((int) $found[2], Accidental::parse($found[1])->halfSteps);
    }

    public static function of(int $number, int $alter): self
    {
        return new self($number, $alter);
    }

    /** Half steps above the tonic. */
    public function halfSteps(): int
    {
        return self::MAJOR[$this->number - 1] + $this->alter;
    }

    public function text(): string
    {
        return Accidental::of($this->alter)->text().$this->number;
    }

    /**
     * The name counted on from the study's low tonic: 9 in the next octave, `7,` below.
     */
    public function textInOctave(int $octave): string
    {
        $sign = Accidental::of($this->alter)->text();

        return $octave >= 0 ? $sign.($this->number + 7 * $octave) : $sign.$this->number.str_repeat(',', -$octave);
    }
}
