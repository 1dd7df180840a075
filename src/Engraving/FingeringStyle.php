<?php

declare(strict_types=1);

namespace App\Engraving;

enum FingeringStyle: string
{
    case Diagram = 'diagram';
    /** Fingers as the teacher's L1 to R3. */
    case Text = 'text';
    /** The same fingers counted 1 to 6. */
    case Numbers = 'numbers';
    case None = 'none';
}
