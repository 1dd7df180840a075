<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Score\Part;

/**
 * The same line fingered by another school or habit: shown under the notes where it differs, and named.
 */
final readonly class SecondRow
{
    public function __construct(public Part $part, public string $name)
    {
    }

    /** Whether it fingers any note of the line in another way. */
    public function differsAnywhere(Part $first): bool
    {
        foreach (array_keys($first->plan->notes) as $i) {
            if ($this->differs($first, $i)) {
                return true;
            }
        }

        return false;
    }

    /** Whether the other one fingers note i in another way. */
    public function differs(Part $first, int $i): bool
    {
        return $first->plan->notes[$i]->down() !== $this->part->plan->notes[$i]->down()
            || $first->plan->notes[$i]->fingering->text !== $this->part->plan->notes[$i]->fingering->text;
    }
}
