<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

/**
 * A scale or arpeggio as degrees against the major scale of the same tonic, rising, without the octave.
 */
final readonly class Formula
{
    /** @param non-empty-list<Degree> $degrees */
    private function __construct(public array $degrees)
    {
    }

    /**
     * Reads "1 2 b3 4 b5 b6 6 7"; an 8 at the end is understood and left out.
     *
     * @throws FormulaError
     */
    public static function parse(string $text): self
    {
        $words = preg_split('/\s+/', trim($text));

        return self::ofDegrees(false === $words ? [] : $words);
    }

    /**
     * @param list<string> $words
     *
     * @throws FormulaError
     */
    public static function ofDegrees(array $words): self
    {
        if ([] !== $words && '8' === $words[array_key_last($words)]) {
            array_pop($words);
        }
        $degrees = [];
        $last = -1;
        foreach ($words as $word) {
            $degree = Degree::parse($word);
            if ([] === $degrees && '1' !== $degree->text()) {
                throw FormulaError::startsWithOne($word);
            }
            if ($degree->halfSteps() <= $last || $degree->halfSteps() > 11) {
                throw FormulaError::mustRise($word);
            }
            $last = $degree->halfSteps();
            $degrees[] = $degree;
        }
        if (\count($degrees) < 2) {
            throw FormulaError::tooShort();
        }

        return new self($degrees);
    }

    /**
     * Degrees in the order in which they are given.
     *
     * @param non-empty-list<Degree> $degrees
     */
    public static function inOrder(array $degrees): self
    {
        return new self($degrees);
    }

    public function size(): int
    {
        return \count($this->degrees);
    }

    /** Whether its third is minor and not major: such formulas are spelled on the minor side. */
    public function isMinor(): bool
    {
        $halfSteps = array_map(static fn (Degree $degree): int => $degree->halfSteps(), $this->degrees);

        return \in_array(3, $halfSteps, true) && !\in_array(4, $halfSteps, true);
    }

    public function text(): string
    {
        return implode(' ', array_map(static fn (Degree $degree): string => $degree->text(), $this->degrees));
    }
}
