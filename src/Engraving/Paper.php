<?php

declare(strict_types=1);

namespace App\Engraving;

enum Paper: string
{
    case A4 = 'a4';
    case Letter = 'letter';
    /** The same laid across, for a score that is wider than it is high. */
    case A4Across = 'a4-across';
    case LetterAcross = 'letter-across';

    /** From the edges of a paper that lies across to the music. */
    private const MARGIN = 1500;

    /** @throws PrintError when it is none of ours */
    public static function parse(string $read): self
    {
        return match (strtolower($read)) {
            '', self::A4->value => self::A4,
            self::Letter->value => self::Letter,
            default => throw PrintError::notAPaper($read),
        };
    }

    /** In units, a hundred to the millimetre. */
    public function width(): int
    {
        return match ($this) {
            self::A4 => 21000, self::Letter => 21590, self::A4Across => 29700, self::LetterAcross => 27940,
        };
    }

    public function height(): int
    {
        return match ($this) {
            self::A4 => 29700, self::Letter => 27940, self::A4Across => 21000, self::LetterAcross => 21590,
        };
    }

    /** Width of the music. */
    public function room(): int
    {
        return match ($this) {
            self::A4, self::Letter => PageMaker::WIDTH,
            default => $this->width() - 2 * self::MARGIN,
        };
    }

    public function across(): self
    {
        return match ($this) {
            self::A4, self::A4Across => self::A4Across,
            default => self::LetterAcross,
        };
    }
}
