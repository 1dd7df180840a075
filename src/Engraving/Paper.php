<?php

declare(strict_types=1);

namespace App\Engraving;

enum Paper: string
{
    case A4 = 'a4';
    case Letter = 'letter';

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
