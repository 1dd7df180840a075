<?php

declare(strict_types=1);

namespace App\Engraving;

enum Paper: string
{
    case A4 = 'a4';
    case Letter = 'letter';

    /** @throws PrintError when it is none of ours */
    public static function parse(string $read): self
    {
        return self::tryFrom('' === $read ? self::A4->value : strtolower($read)) ?? throw PrintError::notAPaper($read);
    }

    /** In units, a hundred to the millimetre. */
    public function width(): int
    {
        return match ($this) {
            self::A4 => 21000, self::Letter => 21590,
        };
    }

    public function height(): int
    {
        return match ($this) {
            self::A4 => 29700, self::Letter => 27940,
        };
    }
}
