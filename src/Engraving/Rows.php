<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Study\Reminders;

/**
 * Which rows stand under the notes.
 */
final readonly class Rows
{
    public function __construct(public bool $degrees, public bool $letters, public Reminders $reminders, public FingeringStyle $fingerings, public bool $counts = false, public bool $moves = true)
    {
    }

    public static function all(): self
    {
        return new self(true, true, Reminders::Affected, FingeringStyle::Diagram);
    }
}
