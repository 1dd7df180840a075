<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Which rows stand under the notes.
 */
final readonly class Rows
{
    public function __construct(public bool $degrees, public bool $letters, public bool $reminders, public FingeringStyle $fingerings)
    {
    }

    public static function all(): self
    {
        return new self(true, true, true, FingeringStyle::Diagram);
    }
}
