<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Player\Reminders;

/**
 * Which rows stand under the notes.
 */
final readonly class Rows
{
    /**
     * @param bool  $moves whether what moves since the note before is marked
     * @param float $scale how much larger than nine millimetres the fingerings are drawn
     */
    public function __construct(public bool $degrees, public bool $letters, public Reminders $reminders, public FingeringStyle $fingerings, public bool $counts = false, public bool $moves = true, public float $scale = 1.0)
    {
    }

    public function drawnAt(float $scale): self
    {
        return new self($this->degrees, $this->letters, $this->reminders, $this->fingerings, $this->counts, $this->moves, $scale);
    }

    public static function all(): self
    {
        return new self(true, true, Reminders::Affected, FingeringStyle::Diagram);
    }
}
